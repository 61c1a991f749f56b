import type { Blend } from '@brelm/core/drawing';
import { say } from '../words/inspector';

/** Blends as they are offered, by the names of the trade. */
export const BLEND_NAMES: Readonly<Partial<Record<Blend, string>>> = {
  ...{ normal: say('normal'), multiply: say('multiply'), screen: say('screen'), overlay: say('overlay') },
  ...{
    'soft-light': say('softLight'),
    'hard-light': say('hardLight'),
    color: say('colour'),
    luminosity: say('luminosity'),
  },
  ...{ lighten: say('lighten'), darken: say('darken') },
};

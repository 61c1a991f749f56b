import type { Blend } from '@brelm/core/drawing';

/** Blends as they are offered, by the names of the trade. */
export const BLEND_NAMES: Readonly<Partial<Record<Blend, string>>> = {
  ...{ normal: 'Normal', multiply: 'Multiply', screen: 'Screen', overlay: 'Overlay' },
  ...{ 'soft-light': 'Soft light', 'hard-light': 'Hard light', color: 'Colour', luminosity: 'Luminosity' },
  ...{ lighten: 'Lighten', darken: 'Darken' },
};

import { share } from '../../fields';
import { coveredBy, STROKES, type Stroke } from '../strokes';
import type { StepBase, StepKindOf } from '../kind';

/** Light and shade that were painted: strokes that lighten, and others that darken. */
export interface LightStep extends StepBase {
  kind: 'light';
  strokes: Stroke[];
  /** How light and how dark a full stroke makes it, 0–1. */
  lightest: number;
  darkest: number;
}

export const LIGHT: StepKindOf<LightStep> = {
  kind: 'light',
  label: 'Light and shade by brush',
  does: 'lighten and darken with a soft, hard or scattered brush',
  group: 'light',
  fields: { strokes: STROKES, lightest: share(0.7), darkest: share(0.7) },
  start: () => ({ strokes: [], lightest: 0.7, darkest: 0.7 }),
  partly: true,
  brush: { paint: 'Lighten', less: 'Darken' },
  apply(image, { strokes, lightest, darkest }, { scale }) {
    const { width, height } = image;
    const { paint, less } = coveredBy(strokes, width, height, scale);
    const data = new Uint8ClampedArray(image.data);
    for (let i = 0, p = 0; i < paint.data.length; i++, p += 4) {
      const up = paint.data[i] * lightest;
      const down = 1 - less.data[i] * darkest;
      if (up === 0 && down === 1) continue;
      for (let c = 0; c < 3; c++) data[p + c] = (image.data[p + c] + up * (255 - image.data[p + c])) * down;
    }
    return { width, height, data };
  },
};

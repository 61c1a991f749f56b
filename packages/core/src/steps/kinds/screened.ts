import { choice, flag, number } from '../../fields';
import { CELL, spotCell, type SpotShape } from '../../raster';
import type { StepBase, StepKindOf } from '../kind';
import { greyOf } from './greys';

/** Tones as dots, lines or squares of black; the paper between them white or clear. */
export interface HalftoneStep extends StepBase {
  kind: 'halftone';
  /** From dot to dot, px. */
  pitch: number;
  /** Degrees clockwise. */
  angle: number;
  shape: SpotShape;
  /** The paper is clear instead of white. */
  clear: boolean;
}

/** Each pixel is looked at in so many places across and down, so that dots have smooth rims. */
const LOOKS = 3;

export const HALFTONE: StepKindOf<HalftoneStep> = {
  kind: 'halftone',
  label: 'Halftone',
  does: 'tones as dots, lines or squares',
  group: 'print',
  fields: {
    pitch: number({ min: 2, max: 400 }),
    angle: number({ min: -360, max: 360, fallback: 45 }),
    shape: choice(['dot', 'line', 'square'], 'dot'),
    clear: flag(),
  },
  start: () => ({ pitch: 10, angle: 45, shape: 'dot', clear: false }),
  partly: true,
  finest: ({ pitch }) => pitch,
  apply(image, { pitch, angle, shape, clear }, { scale }) {
    const { width, height } = image;
    const data = new Uint8ClampedArray(image.data);
    const cell = spotCell(shape);
    const step = Math.max(2, pitch * scale) / CELL;
    const [c, s] = [Math.cos((angle * Math.PI) / 180) / step, Math.sin((angle * Math.PI) / 180) / step];
    // Where the looks of a pixel lie in the cell, from its own corner.
    const looks = Array.from({ length: LOOKS * LOOKS }, (_, i) => {
      const [fx, fy] = [((i % LOOKS) + 0.5) / LOOKS, (Math.floor(i / LOOKS) + 0.5) / LOOKS];
      return [c * fx + s * fy, c * fy - s * fx] as const;
    });
    const [us, vs] = [0, 1].map((k) => Float64Array.from(looks, (look) => look[k]));
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const p = 4 * (y * width + x);
        if (data[p + 3] === 0) continue;
        const dark = 1 - greyOf(image.data, p) / 255;
        let black = 0;
        const [u, v] = [c * x + s * y, c * y - s * x];
        for (let k = 0; k < us.length; k++) {
          const across = Math.floor(u + us[k]) & (CELL - 1);
          const down = Math.floor(v + vs[k]) & (CELL - 1);
          if (cell[down * CELL + across] < dark) black++;
        }
        const cover = black / us.length;
        if (clear) data[p + 3] *= cover;
        data[p] = data[p + 1] = data[p + 2] = clear ? 0 : 255 * (1 - cover);
      }
    return { width, height, data };
  },
};

import { choice, flag, number } from '../../fields';
import { shareOf, SPOTS, type SpotShape } from '../../raster';
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
  apply(image, { pitch, angle, shape, clear }, { scale }) {
    const { width, height } = image;
    const data = new Uint8ClampedArray(image.data);
    const share = shareOf(shape);
    const step = Math.max(2, pitch * scale);
    const [c, s] = [Math.cos((angle * Math.PI) / 180) / step, Math.sin((angle * Math.PI) / 180) / step];
    const spot = SPOTS[shape];
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const p = 4 * (y * width + x);
        if (data[p + 3] === 0) continue;
        const dark = 1 - greyOf(image.data, p) / 255;
        let black = 0;
        for (let j = 0; j < LOOKS; j++)
          for (let i = 0; i < LOOKS; i++) {
            const fx = x + (i + 0.5) / LOOKS;
            const fy = y + (j + 0.5) / LOOKS;
            let u = c * fx + s * fy;
            let v = c * fy - s * fx;
            u -= Math.round(u);
            v -= Math.round(v);
            if (share[Math.min(256, Math.round(256 * spot(u, v)))] < dark) black++;
          }
        const cover = black / (LOOKS * LOOKS);
        if (clear) data[p + 3] *= cover;
        data[p] = data[p + 1] = data[p + 2] = clear ? 0 : 255 * (1 - cover);
      }
    return { width, height, data };
  },
};

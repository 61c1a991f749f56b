import { choice, flag, number } from '../../fields';
import type { StepBase, StepKindOf } from '../kind';
import { greyOf } from './greys';

/** Tones as dots, lines or squares of black; the paper between them white or clear. */
export interface HalftoneStep extends StepBase {
  kind: 'halftone';
  /** From dot to dot, px. */
  pitch: number;
  /** Degrees clockwise. */
  angle: number;
  shape: 'dot' | 'line' | 'square';
  /** The paper is clear instead of white. */
  clear: boolean;
}

type Spot = (u: number, v: number) => number;
/** What is reached last, 0–1, within a cell (u, v: −0.5 to 0.5 about its middle). */
const SPOTS: Readonly<Record<HalftoneStep['shape'], Spot>> = {
  dot: (u, v) => (2 - Math.cos(2 * Math.PI * u) - Math.cos(2 * Math.PI * v)) / 4,
  line: (_, v) => 2 * Math.abs(v),
  square: (u, v) => 2 * Math.max(Math.abs(u), Math.abs(v)),
};

const spread = new Map<string, Float64Array>();
/** The share of a cell that is reached up to each of 256 values, so that dots cover as much as the tone asks. */
function shareOf(shape: HalftoneStep['shape']): Float64Array {
  const known = spread.get(shape);
  if (known) return known;
  const n = 96;
  const values = Array.from({ length: n * n }, (_, i) =>
    SPOTS[shape](((i % n) + 0.5) / n - 0.5, (Math.floor(i / n) + 0.5) / n - 0.5),
  ).sort((a, b) => a - b);
  let below = 0;
  const made = Float64Array.from({ length: 257 }, (_, i) => {
    while (below < values.length && values[below] < i / 256) below++;
    return below / values.length;
  });
  spread.set(shape, made);
  return made;
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

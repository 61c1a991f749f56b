import { list, number, text } from '../../fields';
import { fromOklab, toOklab, type RasterImage } from '../../raster';
import type { StepBase, StepKindOf } from '../kind';

/** So many quantiles stand for a picture's tones, from its least to its most. */
export const QUANTILES = 17;

/** The tones and colours of a picture: quantiles of OKLab's L, a and b over what is at least half there. */
export interface Tones {
  light: number[];
  a: number[];
  b: number[];
}

/** The picture takes the tones and colours of another one, as they were when it was chosen. */
export interface MatchStep extends StepBase, Tones {
  kind: 'match';
  /** What they are called that they were taken from. */
  from: string;
}

/** More pixels tell nothing more. */
const MOST_LOOKED_AT = 200_000;

/** The tones of a picture; of one with nothing in it, all are 0. */
export function tonesOf({ data }: RasterImage): Tones {
  const every = Math.max(1, Math.floor(data.length / 4 / MOST_LOOKED_AT));
  const lab = new Float64Array(3);
  const found: number[][] = [[], [], []];
  for (let p = 0; p < data.length; p += 4 * every) {
    if (data[p + 3] < 128) continue;
    toOklab(data[p], data[p + 1], data[p + 2], lab);
    for (let c = 0; c < 3; c++) found[c].push(lab[c]);
  }
  const [light, a, b] = found.map((values) => {
    const sorted = Float64Array.from(values).sort();
    return Array.from({ length: QUANTILES }, (_, i) => {
      const at = sorted[Math.round((i / (QUANTILES - 1)) * (sorted.length - 1))] ?? 0;
      return Math.round(at * 1e5) / 1e5;
    });
  });
  return { light, a, b };
}

/** From quantiles to quantiles: straight between them, and on beyond them by as much as at the end. */
function mapping(from: readonly number[], to: readonly number[]): (v: number) => number {
  const last = from.length - 1;
  return (v) => {
    if (v <= from[0]) return to[0] + Math.min(0, v - from[0]);
    if (v >= from[last]) return to[last] + Math.max(0, v - from[last]);
    let i = 0;
    while (v > from[i + 1]) i++;
    const width = from[i + 1] - from[i];
    return to[i] + (width > 0 ? ((v - from[i]) / width) * (to[i + 1] - to[i]) : 0);
  };
}

const quantiles = list(number({ min: -2, max: 2 }), {
  most: QUANTILES,
  least: { n: QUANTILES, says: `must have ${QUANTILES} numbers` },
});

export const MATCH: StepKindOf<MatchStep> = {
  kind: 'match',
  label: 'Match',
  does: 'tones and colours of another picture',
  group: 'tone',
  fields: { from: text({ max: 300, fallback: '' }), light: quantiles, a: quantiles, b: quantiles },
  start: () => {
    const level = Array.from({ length: QUANTILES }, () => 0);
    return { from: '', light: level.map((_, i) => i / (QUANTILES - 1)), a: level, b: level };
  },
  partly: true,
  apply(image, { from, light, a, b }) {
    // Nothing was chosen yet: it stays as it is.
    if (!from) return image;
    const own = tonesOf(image);
    const [toL, toA, toB] = [mapping(own.light, light), mapping(own.a, a), mapping(own.b, b)];
    const data = new Uint8ClampedArray(image.data);
    const lab = new Float64Array(3);
    for (let p = 0; p < data.length; p += 4) {
      if (data[p + 3] === 0) continue;
      toOklab(data[p], data[p + 1], data[p + 2], lab);
      fromOklab(Math.max(0, Math.min(1, toL(lab[0]))), toA(lab[1]), toB(lab[2]), data, p);
    }
    return { ...image, data };
  },
};

import { hypot } from '../../geometry';
import { encoded, linearLight } from '../../colour';
import { list, number, share, tuple } from '../../fields';
import type { RasterImage } from '../../raster';
import type { StepBase, StepKindOf } from '../kind';

/** Each component by a table of 256; what it covers stays. */
export function byTable(image: RasterImage, table: ArrayLike<number>): RasterImage {
  const data = new Uint8ClampedArray(image.data);
  for (let p = 0; p < data.length; p += 4) for (let c = 0; c < 3; c++) data[p + c] = table[data[p + c]];
  return { ...image, data };
}

/** A table from a function of a component, both 0–1. */
export const tableOf = (f: (v: number) => number): Uint8ClampedArray =>
  Uint8ClampedArray.from({ length: 256 }, (_, i) => 255 * f(i / 255));

/** Black, grey and white points; components 0–1. */
export interface LevelsStep extends StepBase {
  kind: 'levels';
  black: number;
  white: number;
  /** Gamma: what lies in the middle is lighter above 1. */
  grey: number;
  /** What black and white become. */
  from: number;
  to: number;
}

export const LEVELS: StepKindOf<LevelsStep> = {
  kind: 'levels',
  label: 'Levels',
  does: 'black, grey and white point',
  group: 'tone',
  fields: {
    black: share(0),
    white: share(1),
    grey: number({ min: 0.1, max: 10, fallback: 1 }),
    from: share(0),
    to: share(1),
  },
  start: () => ({ black: 0, white: 1, grey: 1, from: 0, to: 1 }),
  partly: true,
  apply: (image, { black, white, grey, from, to }) =>
    byTable(
      image,
      tableOf((v) => {
        const t =
          white === black ? (v < black ? 0 : 1) : Math.max(0, Math.min(1, (v - black) / (white - black)));
        return from + (to - from) * t ** (1 / grey);
      }),
    ),
};

/** A curve through points, each what goes in and what comes out, 0–1. */
export interface CurveStep extends StepBase {
  kind: 'curve';
  points: [number, number][];
}

/**
 * A curve through points (left to right) that rises and falls only where they do: monotone cubic interpolation (Fritsch
 * & Carlson 1980). Beyond the first and the last it stays level.
 */
export function monotone(points: readonly (readonly [number, number])[]): (x: number) => number {
  const p = [...points].sort((a, b) => a[0] - b[0]).filter(([x], i, all) => i === 0 || x > all[i - 1][0]);
  if (p.length === 0) return (x) => x;
  const slope = p.slice(1).map(([x, y], i) => (y - p[i][1]) / (x - p[i][0]));
  const m = p.map((_, i) =>
    i === 0
      ? (slope[0] ?? 0)
      : i === p.length - 1
        ? slope[i - 1]
        : slope[i - 1] * slope[i] <= 0
          ? 0
          : (slope[i - 1] + slope[i]) / 2,
  );
  slope.forEach((d, i) => {
    if (d === 0) m[i] = m[i + 1] = 0;
    else {
      const [a, b] = [m[i] / d, m[i + 1] / d];
      const r = hypot(a, b);
      if (r > 3) [m[i], m[i + 1]] = [(3 * a * d) / r, (3 * b * d) / r];
    }
  });
  return (x) => {
    if (x <= p[0][0]) return p[0][1];
    let i = 0;
    while (i < p.length - 1 && x > p[i + 1][0]) i++;
    if (i === p.length - 1) return p[i][1];
    const h = p[i + 1][0] - p[i][0];
    const t = (x - p[i][0]) / h;
    return (
      (1 + 2 * t) * (1 - t) ** 2 * p[i][1] +
      t * (1 - t) ** 2 * h * m[i] +
      t * t * (3 - 2 * t) * p[i + 1][1] +
      t * t * (t - 1) * h * m[i + 1]
    );
  };
}

export const CURVE: StepKindOf<CurveStep> = {
  kind: 'curve',
  label: 'Curve',
  does: 'light and dark by a curve',
  group: 'tone',
  fields: {
    points: list(tuple<[number, number]>([share(), share()], 'must be what goes in and what comes out'), {
      most: 16,
    }),
  },
  start: () => ({
    points: [
      [0, 0],
      [0.25, 0.2],
      [0.75, 0.8],
      [1, 1],
    ],
  }),
  partly: true,
  apply: (image, { points }) => byTable(image, tableOf(monotone(points))),
};

/** Exposure in stops of linear light; brightness and contrast of what is encoded, −1 to 1. */
export interface ExposureStep extends StepBase {
  kind: 'exposure';
  stops: number;
  brightness: number;
  contrast: number;
}

export const EXPOSURE: StepKindOf<ExposureStep> = {
  kind: 'exposure',
  label: 'Brightness and contrast',
  does: 'and exposure in stops',
  group: 'tone',
  fields: {
    stops: number({ min: -6, max: 6, fallback: 0 }),
    brightness: number({ min: -1, max: 1, fallback: 0 }),
    contrast: number({ min: -1, max: 1, fallback: 0 }),
  },
  start: () => ({ stops: 0, brightness: 0, contrast: 0.2 }),
  partly: true,
  apply: (image, { stops, brightness, contrast }) =>
    byTable(
      image,
      tableOf((v) => {
        const lit = encoded(linearLight(255 * v) * 2 ** stops) / 255;
        // At −1 all is grey, at 1 all is black or white.
        const k = contrast >= 0 ? 1 / Math.max(1e-3, 1 - contrast) : 1 + contrast;
        return (lit - 0.5) * k + 0.5 + brightness;
      }),
    ),
};

/** So many tones of each component. */
export interface PosteriseStep extends StepBase {
  kind: 'posterise';
  tones: number;
}

export const POSTERISE: StepKindOf<PosteriseStep> = {
  kind: 'posterise',
  label: 'Posterise',
  does: 'a few tones only',
  group: 'tone',
  fields: { tones: number({ min: 2, max: 32, whole: true }) },
  start: () => ({ tones: 4 }),
  partly: true,
  apply: (image, { tones }) =>
    byTable(
      image,
      tableOf((v) => Math.min(tones - 1, Math.floor(v * tones)) / (tones - 1)),
    ),
};

import { createImage, fromOklab, toOklab, type RasterImage } from '../raster';
import { hash, unit } from '../wear';
import type { Spread } from './types';

const { cos, log, max, min, sqrt, PI } = Math;

/** How one print differs from its file. */
export interface Tolerance {
  /** Right and down, mm. */
  dxMm: number;
  dyMm: number;
  /** Factors of OKLab's lightness (about white) and chroma. */
  lightness: number;
  chroma: number;
}

/** A number of a normal spread about 0, from a seed (G. Box and M. Muller, 1958). */
function normal(seed: number, at: number): number {
  const u = max(1e-9, unit(hash(at, 1, seed)));
  return sqrt(-2 * log(u)) * cos(2 * PI * unit(hash(at, 2, seed)));
}

/** What a press's spread makes of one print, the same from the same seed (a whole number). */
export function toleranceOf(spread: Spread, seed: number): Tolerance {
  const shift = (at: number) =>
    max(-spread.mostShiftMm, min(spread.mostShiftMm, spread.shiftMm * normal(seed, at)));
  const factor = ([mean, wide]: readonly [number, number], at: number) =>
    mean + max(-2, min(2, normal(seed, at))) * wide;
  return {
    ...{ dxMm: shift(1), dyMm: shift(2) },
    lightness: factor(spread.lightness, 3),
    chroma: factor(spread.chroma, 4),
  };
}

/**
 * A print's colours as a press lays them down: in OKLab (Ottosson 2020) its lightness is taken times a factor, its a and
 * b times another, and brought back into sRGB. Alpha stays as it is.
 */
export function printedAs(
  { width, height, data }: RasterImage,
  { lightness, chroma }: Tolerance,
): RasterImage {
  const out = createImage(width, height);
  const lab = new Float64Array(3);
  const rgb = new Uint8ClampedArray(4);
  let last = -1;
  for (let p = 0; p < data.length; p += 4) {
    const alpha = data[p + 3];
    if (!alpha) continue;
    const key = (data[p] << 16) | (data[p + 1] << 8) | data[p + 2];
    // Artwork is flat over long stretches.
    if (key !== last) {
      last = key;
      toOklab(data[p], data[p + 1], data[p + 2], lab);
      fromOklab(min(1, lab[0] * lightness), lab[1] * chroma, lab[2] * chroma, rgb);
    }
    out.data[p] = rgb[0];
    out.data[p + 1] = rgb[1];
    out.data[p + 2] = rgb[2];
    out.data[p + 3] = alpha;
  }
  return out;
}

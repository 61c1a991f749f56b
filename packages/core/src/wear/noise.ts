// Noise from integer hashing: the same on every platform, with no random numbers of any.

/** A hash of a cell of the plane, 32 bits (the finaliser of MurmurHash3 over three mixed words). */
export function hash(x: number, y: number, seed: number): number {
  let h = Math.imul(x, 0x27d4eb2d) ^ Math.imul(y, 0x165667b1) ^ Math.imul(seed, 0x9e3779b1);
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}

/** A hash as a number from 0 to 1. */
export const unit = (h: number): number => h / 0x1_0000_0000;

const DIAGONAL = 1;
const STRAIGHT = Math.SQRT2;
/** Eight directions, all of the same length. */
const GRADIENT_X = Float64Array.of(DIAGONAL, DIAGONAL, -DIAGONAL, -DIAGONAL, STRAIGHT, -STRAIGHT, 0, 0);
const GRADIENT_Y = Float64Array.of(DIAGONAL, -DIAGONAL, DIAGONAL, -DIAGONAL, 0, 0, STRAIGHT, -STRAIGHT);

// What follows is worked out millions of times for a picture: plain numbers, nothing that is taken apart.

/** Gradient noise (Perlin 2002), about −1 to 1, of cells one unit wide. */
export function noise(x: number, y: number, seed: number): number {
  const ix = Math.floor(x);
  const iy = Math.floor(y);
  const fx = x - ix;
  const fy = y - iy;
  const u = fx * fx * fx * (fx * (fx * 6 - 15) + 10);
  const v = fy * fy * fy * (fy * (fy * 6 - 15) + 10);
  const a = hash(ix, iy, seed) & 7;
  const b = hash(ix + 1, iy, seed) & 7;
  const c = hash(ix, iy + 1, seed) & 7;
  const d = hash(ix + 1, iy + 1, seed) & 7;
  const p = GRADIENT_X[a] * fx + GRADIENT_Y[a] * fy;
  const q = GRADIENT_X[b] * (fx - 1) + GRADIENT_Y[b] * fy;
  const r = GRADIENT_X[c] * fx + GRADIENT_Y[c] * (fy - 1);
  const s = GRADIENT_X[d] * (fx - 1) + GRADIENT_Y[d] * (fy - 1);
  const top = p + u * (q - p);
  return top + v * (r + u * (s - r) - top);
}

/** Noise over noise, each octave half as wide and half as strong (fractional Brownian motion), about −1 to 1. */
export function cloud(x: number, y: number, seed: number, octaves: number): number {
  let sum = 0;
  let weight = 1;
  let total = 0;
  let scale = 1;
  for (let k = 0; k < octaves; k++) {
    sum += weight * noise(x * scale, y * scale, seed + 71 * k);
    total += weight;
    weight /= 2;
    scale *= 2;
  }
  return sum / total;
}

/** Fine grains, about −1 to 1, a unit wide: noise of two sizes, each turned, so that no row of cells is seen. */
export const grains = (x: number, y: number, seed: number): number =>
  0.62 * noise(0.83 * x + 0.557 * y, 0.83 * y - 0.557 * x, seed) +
  0.38 * noise(0.71 * x - 1.87 * y, 0.71 * y + 1.87 * x, seed + 1);

/** Distances to the nearest and the second nearest of scattered points, one a cell, and the nearest one's hash. */
export interface Cells {
  first: number;
  second: number;
  cell: number;
}

/** Cellular noise (Worley 1996). `out` is written to and returned. */
export function cells(x: number, y: number, seed: number, out: Cells): Cells {
  const ix = Math.floor(x);
  const iy = Math.floor(y);
  let first = Infinity;
  let second = Infinity;
  let cell = 0;
  for (let j = -1; j <= 1; j++)
    for (let i = -1; i <= 1; i++) {
      const h = hash(ix + i, iy + j, seed);
      const dx = ix + i + (h & 0xffff) / 0x10000 - x;
      const dy = iy + j + (h >>> 16) / 0x10000 - y;
      const d = dx * dx + dy * dy;
      if (d < first) {
        second = first;
        first = d;
        cell = h;
      } else if (d < second) second = d;
    }
  out.first = Math.sqrt(first);
  out.second = Math.sqrt(second);
  out.cell = cell;
  return out;
}

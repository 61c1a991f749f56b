import { cloud, grains, hash, unit } from '../noise';
import type { WearKindOf } from './kind';

/** Across a scratch's cell, as a share of its length. */
const ACROSS = 0.11;

/** Short straight scratches along one direction, each a little off it, thin at both ends. */
export const SCRATCHES: WearKindOf = {
  label: 'Scratches',
  sizeOf: 'Length',
  size: { usual: 22, least: 4, most: 120 },
  turns: true,
  turn: 24,
  detail: 0.012,
  broad: { detail: 1.5, surface: (seed) => (u, v) => 0.6 * cloud(u / 3, v / 3, seed + 2, 2) },
  surface: (seed) => (u, v, broad) => {
    const ix = Math.floor(u);
    const iy = Math.floor(v / ACROSS);
    let least = 2;
    for (let j = -1; j <= 1; j++)
      for (let i = -1; i <= 1; i++) {
        const h = hash(ix + i, iy + j, seed);
        const more = Math.imul(h, 0x85ebca6b) >>> 0;
        const x = u - (ix + i + 0.2 + 0.6 * unit(h));
        const y = v - ACROSS * (iy + j + unit(more));
        const half = 0.18 + 0.42 * ((more & 0xff) / 255);
        if (x > half || x < -half) continue;
        const lean = 0.16 * (((h >>> 8) & 0xff) / 255 - 0.5);
        const bow = 0.05 * (((h >>> 3) & 0xff) / 255 - 0.5);
        const off = y - lean * x - bow * x * x;
        const t = x / half;
        const width = 0.016 * (0.2 + (((h >>> 16) & 0xff) / 255) ** 2) * (1 - t * t);
        const d = (off < 0 ? -off : off) / Math.max(1e-4, width);
        if (d < least) least = d;
      }
    // Dry places within a scratch, and more of them here than there.
    return least + 0.45 * grains(60 * u, 60 * v, seed + 1) + broad;
  },
};

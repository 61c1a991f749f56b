import { cloud, hash, noise } from '../noise';
import type { WearKindOf } from './kind';

/** Flecks of many sizes, few large ones: of scattered points, each with a radius of its own, the nearest by its radius. */
export const SPECKLE: WearKindOf = {
  label: 'Speckle',
  sizeOf: 'Apart',
  size: { usual: 3, least: 0.6, most: 30 },
  turns: false,
  turn: 0,
  detail: 0.12,
  broad: { detail: 6, surface: (seed) => (u, v) => 0.8 * cloud(u / 12, v / 12, seed + 3, 2) },
  surface: (seed) => (u, v, broad) => {
    const ix = Math.floor(u);
    const iy = Math.floor(v);
    // An uneven rim: flecks of paint are no discs.
    const rim = 0.07 * noise(3.5 * u, 3.5 * v, seed + 5);
    let least = Infinity;
    for (let j = -1; j <= 1; j++)
      for (let i = -1; i <= 1; i++) {
        const h = hash(ix + i, iy + j, seed);
        const x = ix + i + (h & 0xffff) / 0x10000 - u;
        const y = iy + j + (h >>> 16) / 0x10000 - v;
        const size = (Math.imul(h, 0x9e3779b1) >>> 16) / 0x10000;
        const d = (Math.sqrt(x * x + y * y) + rim) / (0.06 + 0.5 * size * size * size);
        if (d < least) least = d;
      }
    return least + broad;
  },
};

import { cells, cloud, noise, type Cells } from '../noise';
import type { WearKindOf } from './kind';

/**
 * A net of cracks: the borders of cellular noise (second less first distance), bent by noise, with finer cracks inside
 * its fields; some die out on their way.
 */
export const CRACKS: WearKindOf = {
  label: 'Cracks',
  sizeOf: 'Apart',
  size: { usual: 9, least: 1.5, most: 80 },
  turns: false,
  turn: 0,
  detail: 0.05,
  broad: { detail: 1.1, surface: (seed) => (u, v) => 0.75 + 0.6 * cloud(u / 2.2, v / 2.2, seed + 5, 2) },
  surface: (seed) => {
    const near: Cells = { first: 0, second: 0, cell: 0 };
    return (u, v, open) => {
      const x = u + 0.22 * noise(1.7 * u, 1.7 * v, seed + 1) + 0.05 * noise(7 * u, 7 * v, seed + 11);
      const y = v + 0.22 * noise(1.7 * u, 1.7 * v, seed + 2) + 0.05 * noise(7 * u, 7 * v, seed + 12);
      const main = cells(x, y, seed + 3, near);
      const wide = main.second - main.first;
      const inner = cells(2.6 * x, 2.6 * y, seed + 4, near);
      const fine = inner.second - inner.first;
      const there = 1.1 + 1.6 * noise(u / 1.3, v / 1.3, seed + 6);
      return Math.min(wide / Math.max(0.12, open), 0.03 + (0.6 * fine) / Math.max(0.08, there - 0.5));
    };
  },
};

import { cloud } from '../noise';
import type { WearKindOf } from './kind';

/** Round dots in even rows, larger here than there. */
export const HALFTONE: WearKindOf = {
  label: 'Halftone',
  sizeOf: 'Pitch',
  size: { usual: 1.8, least: 0.6, most: 12 },
  turns: true,
  turn: 45,
  detail: 0.2,
  broad: { detail: 11, surface: (seed) => (u, v) => 0.42 * cloud(u / 22, v / 22, seed, 2) },
  surface: () => (u, v, broad) => {
    const x = u - Math.floor(u) - 0.5;
    const y = v - Math.floor(v) - 0.5;
    return Math.sqrt(x * x + y * y) + broad;
  },
};

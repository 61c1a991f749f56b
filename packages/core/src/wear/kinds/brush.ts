import { cloud, noise } from '../noise';
import type { WearKindOf } from './kind';

/** The bare streaks of a dry brush: noise drawn out along its way. */
export const BRUSH: WearKindOf = {
  label: 'Dry brush',
  sizeOf: 'Bristles',
  size: { usual: 1.6, least: 0.5, most: 15 },
  turns: true,
  turn: 0,
  detail: 0.3,
  broad: { detail: 6, surface: (seed) => (u, v) => 0.5 * cloud(u / 45, v / 14, seed + 3, 2) },
  surface: (seed) => (u, v, broad) => {
    const bent = v + 1.2 * noise(u / 40, v / 25, seed + 4);
    return (
      0.55 * noise(u / 26, bent, seed) +
      0.3 * noise(u / 9, 2.3 * bent, seed + 1) +
      0.15 * noise(u, 2 * bent, seed + 2) +
      broad
    );
  },
};

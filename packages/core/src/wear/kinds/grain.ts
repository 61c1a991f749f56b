import { cloud, grains } from '../noise';
import type { WearKindOf } from './kind';

/** Fine grains, as where a screen has not laid all of its ink: two octaves of noise, denser in some places. */
export const GRAIN: WearKindOf = {
  label: 'Grain',
  sizeOf: 'Grain',
  size: { usual: 0.5, least: 0.25, most: 5 },
  turns: false,
  turn: 0,
  detail: 0.5,
  broad: { detail: 15, surface: (seed) => (u, v) => 0.3 * cloud(u / 30, v / 30, seed + 2, 2) },
  surface: (seed) => (u, v, broad) => grains(u, v, seed) + broad,
};

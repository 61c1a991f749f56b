import { cloud, grains } from '../noise';
import type { WearKindOf } from './kind';

/** Rubbed places with grainy rims: broad clouds that break up into grains. */
export const RUB: WearKindOf = {
  label: 'Rub',
  sizeOf: 'Places',
  size: { usual: 32, least: 5, most: 200 },
  turns: false,
  turn: 0,
  detail: 0.012,
  broad: { detail: 0.25, surface: (seed) => (u, v) => cloud(u, v, seed, 3) },
  surface: (seed) => (u, v, broad) => broad + 0.42 * grains(38 * u, 38 * v, seed + 7),
};

import { cloud, grains, noise } from '../noise';
import type { WearKindOf } from './kind';

/** Long folds where ink has flaked: the ridges of broad noise in two directions, with grainy rims. */
export const CREASES: WearKindOf = {
  label: 'Creases',
  sizeOf: 'Apart',
  size: { usual: 45, least: 12, most: 400 },
  turns: true,
  turn: 15,
  detail: 0.007,
  broad: { detail: 0.5, surface: (seed) => (u, v) => 1 + 0.5 * cloud(u, v, seed + 3, 2) },
  surface: (seed) => (u, v, broad) => {
    const x = u + 0.12 * noise(3 * u, 3 * v, seed + 4);
    const y = v + 0.12 * noise(3 * u, 3 * v, seed + 5);
    const one = Math.abs(noise(0.35 * x, 1.5 * y, seed) + 0.12 * noise(4 * x, 4 * y, seed + 1));
    const two = Math.abs(noise(1.2 * x + 0.5 * y, 0.4 * y - 0.9 * x, seed + 2)) * 1.4;
    const flakes = 0.09 * grains(55 * u, 55 * v, seed + 6);
    return Math.min(one, two) * broad + flakes;
  },
};

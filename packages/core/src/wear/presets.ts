import { newWear, type Wear } from './wear';

/** Wear that is offered by name: one texture, or several that belong together. */
export interface WearPreset {
  id: string;
  name: string;
  /** Made with a seed; the same for the same seed. */
  make(seed: number): Wear[];
}

const preset = (id: string, name: string, ...make: ((seed: number) => Wear)[]): WearPreset => ({
  id,
  name,
  make: (seed) => make.map((one, i) => one((seed + 137 * i) % 1_000_000)),
});
const of =
  (kind: Wear['kind'], amount: number, change: Partial<Wear> = {}) =>
  (seed: number) =>
    newWear(kind, seed, { amount, ...change });

/** In the order in which they are offered, from the faint to the strong of each kind. */
export const WEAR_PRESETS: readonly WearPreset[] = [
  preset('first-wash', 'First wash', of('grain', 0.05, { size: 0.4 })),
  preset('thin-ink', 'Thin ink', of('grain', 0.14)),
  preset('sandpaper', 'Sandpaper', of('grain', 0.28, { size: 0.7 })),
  preset('dry-hem', 'Dry towards the hem', of('grain', 0.18, { where: 'side', toward: 180, size: 0.6 })),
  preset('old-glaze', 'Old glaze', of('cracks', 0.05, { size: 6 })),
  preset('dry-mud', 'Dry mud', of('cracks', 0.12, { size: 14 })),
  preset('flaking-sign', 'Flaking sign', of('cracks', 0.1, { size: 9 }), of('rub', 0.08, { size: 18 })),
  preset('cat-was-here', 'The cat was here', of('scratches', 0.06, { size: 34, turn: 62 })),
  preset('drawer-scuffs', 'Drawer scuffs', of('scratches', 0.12, { size: 16, turn: 8 })),
  preset(
    'two-ways',
    'Scuffed both ways',
    of('scratches', 0.06, { turn: 30 }),
    of('scratches', 0.06, { turn: -42 }),
  ),
  preset('elbow', 'Elbow', of('rub', 0.12)),
  preset('attic-box', 'Attic box', of('rub', 0.24, { size: 48 })),
  preset('moth-rims', 'Rubbed rims', of('rub', 0.1, { where: 'edges', size: 10, reach: 6 })),
  preset('worn-below', 'Worn below', of('rub', 0.2, { where: 'side', toward: 180, size: 26 })),
  preset('spatter', 'Spatter', of('speckle', 0.04)),
  preset('hailstorm', 'Hailstorm', of('speckle', 0.12, { size: 5 })),
  preset('dust', 'Dust', of('speckle', 0.03, { size: 1.2 })),
  preset('one-coat', 'One coat of paint', of('brush', 0.1)),
  preset('last-of-the-tin', 'Last of the tin', of('brush', 0.26, { size: 2.4 })),
  preset(
    'barn-door',
    'Barn door',
    of('brush', 0.14, { turn: 90, size: 2 }),
    of('cracks', 0.04, { size: 18 }),
  ),
  preset('folded-once', 'Folded in a drawer', of('creases', 0.05)),
  preset('slept-in', 'Slept in', of('creases', 0.12, { size: 28 })),
  preset('newsprint', 'Newsprint', of('halftone', 0.16)),
  preset('dots-below', 'Dots run out below', of('halftone', 0.3, { where: 'side', toward: 180, size: 2.4 })),
  preset(
    'ten-summers',
    'Ten summers',
    of('grain', 0.08),
    of('cracks', 0.06, { size: 7 }),
    of('rub', 0.08, { where: 'edges', reach: 5, size: 12 }),
  ),
];

import { hash, noise, unit } from '../wear';
import type { Cloth } from './types';

/** How a cloth is woven: threads to the inch, how deep they are (share of its brightness), and how rough it is. */
const WEAVES: Record<Cloth, { perInch: number; depth: number; rough: number }> = {
  jersey: { perInch: 30, depth: 0.16, rough: 0.035 },
  fleece: { perInch: 24, depth: 0.14, rough: 0.05 },
  canvas: { perInch: 22, depth: 0.26, rough: 0.05 },
  twill: { perInch: 28, depth: 0.2, rough: 0.03 },
  linen: { perInch: 26, depth: 0.22, rough: 0.055 },
  paper: { perInch: 60, depth: 0, rough: 0.008 },
  glazed: { perInch: 1, depth: 0, rough: 0 },
  none: { perInch: 1, depth: 0, rough: 0 },
};

const { sin, PI, max, min, floor, abs } = Math;

/** What a weave does to the brightness of a place, inches on the surface; 1 in the mean. */
export type Weave = (u: number, v: number) => number;

/**
 * A cloth as it is seen at so many px to the inch. Threads that are finer than two px are left out instead of making
 * moiré: what is left of them is a soft unevenness.
 */
export function weaveOf(cloth: Cloth, pxPerInch: number): Weave | null {
  const { perInch, depth, rough } = WEAVES[cloth];
  if (!depth && !rough) return null;
  const seen = max(0, min(1, (pxPerInch / perInch - 2) / 2)) * depth;
  const w = perInch * 2 * PI;
  // Unevenness has the size of a few threads, or of a px where that is larger.
  const grain = min(perInch * 0.8, pxPerInch * 0.7);
  const uneven = (u: number, v: number) => rough * noise(u * grain, v * grain, 31);
  if (!seen) return (u, v) => 1 + uneven(u, v);
  if (cloth === 'jersey' || cloth === 'fleece')
    // Wales of V stitches.
    return (u, v) => {
      const wale = u * perInch;
      const lean = abs(wale - floor(wale) - 0.5) - 0.25;
      return (
        1 +
        seen * (0.5 * sin(v * w * 0.8 + lean * 5) + 0.7 * (0.25 - abs(abs(lean) - 0.1)) - 0.12) +
        uneven(u, v)
      );
    };
  if (cloth === 'twill') return (u, v) => 1 + seen * 0.6 * sin((u + v) * w) + uneven(u, v);
  // Over and under.
  return (u, v) => {
    const over = sin(u * w * 0.5) * sin(v * w * 0.5) > 0;
    return 1 + seen * 0.55 * (over ? sin(u * w) ** 2 - 0.5 : sin(v * w) ** 2 - 0.5) + uneven(u, v);
  };
}

/** A number from 0 up to 1 for a cell of the plane. */
export const speck = (x: number, y: number, seed: number): number => unit(hash(x, y, seed));

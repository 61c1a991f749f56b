import type { Box, PlaneMap } from '../geometry';

/** Beyond this many degrees from the front an upright cylinder's side is hardly seen. */
export const MOST_HALF_ANGLE = 80;

/** How artwork is narrowed for a cylinder. */
export interface Narrowing {
  /** Half of the angle that the artwork spans about the axis, degrees. */
  halfAngle: number;
  /** What its middle is narrowed to, and its height with it: sin φ ⁄ φ. */
  factor: number;
  map: PlaneMap;
}

/**
 * Narrowing for a cylinder of `radius`, seen from far off in front of the artwork's middle. A point that
 * is printed at arc length s from the middle is seen at R·sin(s ⁄ R), so artwork looks squeezed towards
 * its sides. With a half width a and φ = a ⁄ R, a point u from the middle is printed at
 * s = R·asin(u ⁄ a · sin φ) instead and heights are taken times k = sin φ ⁄ φ: seen from the front that is
 * the artwork as it was made, k times as large; its printed width stays. `box` is the artwork's in the
 * same units as `radius`. What lies more than 80° round is carried on straight.
 */
export function narrowing(box: Box, radius: number): Narrowing {
  const [cx, cy] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const half = Math.max(1e-9, (box.right - box.left) / 2);
  const phi = Math.min(half / radius, (MOST_HALF_ANGLE * Math.PI) / 180);
  // Where less is seen than there is, what is seen is taken as all.
  const a = phi * radius;
  const k = Math.sin(phi) / phi;
  const edge = 1 / (Math.cos(phi) || 1e-9);
  const arc = (u: number): number => {
    if (Math.abs(u) <= a) return radius * Math.asin((u / a) * Math.sin(phi));
    return Math.sign(u) * (a + (Math.abs(u) - a) * k * edge);
  };
  return {
    halfAngle: (phi * 180) / Math.PI,
    factor: k,
    map: (x, y) => [cx + arc(x - cx), cy + (y - cy) * k],
  };
}

/** Where a point of the print is seen from the front, about the middle `cx` that faces the eye; null behind. */
export function seenFromFront(x: number, cx: number, radius: number): number | null {
  const angle = (x - cx) / radius;
  return Math.abs(angle) > Math.PI / 2 ? null : radius * Math.sin(angle);
}

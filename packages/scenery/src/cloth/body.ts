import type { Forces } from './drape';
import { TEE, type Cut } from './garment';

/** A body that cloth is put on: its distance from a place, inches; negative within. */
export type Body = (x: number, y: number, z: number) => number;

const { hypot, max, min, sqrt } = Math;

/** The least of two distances, rounded where they meet (Quilez). */
export const joined = (a: number, b: number, k: number): number => {
  const h = max(0, min(1, 0.5 + (0.5 * (b - a)) / k));
  return b + (a - b) * h - k * h * (1 - h);
};

/** A limb that gets thinner: from one place to another, with a radius at each. */
export const limb = (
  a: readonly [number, number, number],
  b: readonly [number, number, number],
  ra: number,
  rb: number,
): Body => {
  const [dx, dy, dz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  const square = dx * dx + dy * dy + dz * dz;
  const [ax, ay, az] = a;
  return (x, y, z) => {
    const t = max(0, min(1, ((x - ax) * dx + (y - ay) * dy + (z - az) * dz) / square));
    const px = x - ax - t * dx;
    const py = y - ay - t * dy;
    const pz = z - az - t * dz;
    return sqrt(px * px + py * py + pz * pz) - ra - (rb - ra) * t;
  };
};

/** Heights (y) with half width, half depth, and how far forward their middle is. */
type Section = readonly [y: number, width: number, depth: number, forward: number];

/** A trunk of elliptical sections, smooth between them. */
function trunk(sections: readonly Section[]): Body {
  const table = Float64Array.from(sections.flat());
  const top = sections[0][0];
  const bottom = sections[sections.length - 1][0];
  const last = 4 * (sections.length - 2);
  return (x, y, z) => {
    let i = 0;
    while (i < last && y < table[i + 4]) i += 4;
    const t0 = max(0, min(1, (table[i] - y) / (table[i] - table[i + 4])));
    const t = t0 * t0 * (3 - 2 * t0);
    const w = table[i + 1] + (table[i + 5] - table[i + 1]) * t;
    const d = table[i + 2] + (table[i + 6] - table[i + 2]) * t;
    const f = table[i + 3] + (table[i + 7] - table[i + 3]) * t;
    const over = max(0, y - top, bottom - y);
    const px = x / w;
    const pz = (z - f) / d;
    const round = (sqrt(px * px + pz * pz) - 1) * min(w, d);
    return over ? hypot(max(0, round), over) : round;
  };
}

/** A tailor's figure that a garment of a cut fits: chest, belly, shoulders, and the beginnings of arms. */
export function figure(cut: Cut): Body {
  const k = cut.underarm[0] / TEE.underarm[0];
  const long = cut.hem[1] / TEE.hem[1];
  const body = trunk(
    (
      [
        [2.4, 2.3, 2.4, -0.4],
        [0.6, 2.7, 2.5, -0.5],
        [-2.2, 6.2, 3.2, -0.6],
        [-6, 7.2, 4, 0],
        [-9.5, 7, 4.3, 0.4],
        [-14, 6, 3.8, 0.3],
        [-18, 5.7, 3.6, 0.1],
        [-23, 6.5, 4.1, -0.2],
        [-46, 6.3, 4, -0.3],
      ] as const
    ).map(([y, w, d, f]) => [y * long, w * k, d * k, f * k] as const),
  );
  const from: readonly [number, number] = [cut.shoulder[0] * 0.82, -cut.shoulder[1] - 1.9 * k];
  // Arms run down the middle of the sleeves.
  const end = [(cut.cuff.top[0] + cut.cuff.bottom[0]) / 2, -(cut.cuff.top[1] + cut.cuff.bottom[1]) / 2];
  // They end within the sleeves.
  const reach = min(1, (5 * k) / hypot(end[0] - from[0], end[1] - from[1]));
  const tip = [from[0] + (end[0] - from[0]) * reach, from[1] + (end[1] - from[1]) * reach];
  const arms = [-1, 1].map((side) =>
    limb([side * from[0], from[1], -0.3], [side * tip[0], tip[1], 0.2], 2.1 * k, 1.8 * k),
  );
  const yoke = limb(
    [-cut.shoulder[0] * 0.72, -cut.shoulder[1] - 1.75 * k, -0.4],
    [cut.shoulder[0] * 0.72, -cut.shoulder[1] - 1.75 * k, -0.4],
    1.75 * k,
    1.75 * k,
  );
  return (x, y, z) =>
    joined(joined(body(x, y, z), yoke(x, y, z), 1.6 * k), min(arms[0](x, y, z), arms[1](x, y, z)), 1.2 * k);
}

/** Pushes out of a body that is still as flat as `depth` (1: in full). */
export const outOf =
  (body: Body, depthAt: (step: number) => number, skin = 0.12): Forces['collide'] =>
  (x, y, z, out, step) => {
    const depth = depthAt(step);
    const zz = z / depth;
    const d = body(x, y, zz);
    if (d > skin * 4) return 0;
    const e = 0.02;
    const gx = body(x + e, y, zz) - d;
    const gy = body(x, y + e, zz) - d;
    const gz = (body(x, y, zz + e) - d) / depth;
    const l = hypot(gx, gy, gz) || 1;
    out[0] = gx / l;
    out[1] = gy / l;
    out[2] = gz / l;
    // A flattened body is as much nearer as its gradient is steeper.
    return (skin - d) / max(1, l / e);
  };

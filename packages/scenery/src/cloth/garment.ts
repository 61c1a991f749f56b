import type { Mesh } from '../render/mesh';
import { layered, seeded, valueNoise } from '../noise';
import { clothOf, drape, ease, soften, type Cloth, type Forces } from './drape';
import { curve, sew, type Point, type Run, type Sewn } from './pattern';

/** How a garment is cut: inches, right of its middle and down from the high point of the shoulder. */
export interface Cut {
  /** Half the opening of the neck, and how deep it is in front and behind. */
  neck: { half: number; front: number; back: number };
  shoulder: Point;
  /** The end of the sleeve, its upper and its lower corner. */
  cuff: { top: Point; bottom: Point };
  underarm: Point;
  waist: Point;
  hem: Point;
}

/** A tee of size M: 20 in across the chest. */
export const TEE: Cut = {
  neck: { half: 3.7, front: 3.5, back: 0.9 },
  shoulder: [9.2, 2],
  cuff: { top: [15, 7.4], bottom: [11.2, 11.9] },
  underarm: [9.95, 9.6],
  waist: [9.7, 16],
  hem: [10.2, 28],
};

export const LONG_SLEEVE: Cut = {
  ...TEE,
  cuff: { top: [15.9, 23.2], bottom: [12.5, 24.4] },
};

/** For about six years. */
export const CHILD_TEE: Cut = {
  neck: { half: 2.8, front: 2.4, back: 0.7 },
  shoulder: [6.3, 1.4],
  cuff: { top: [10.4, 5.2], bottom: [7.8, 8.3] },
  underarm: [6.9, 6.7],
  waist: [6.8, 11],
  hem: [7.2, 18],
};

const mirrored = (points: readonly Point[]): Point[] =>
  [...points].reverse().map(([x, y]) => [-x, y] as const);

/** The runs of a panel, clockwise from the left of the neck. */
function runsOf(cut: Cut, depth: number): Run[] {
  const { neck, shoulder, cuff, underarm, waist, hem } = cut;
  const top = [
    ...curve([neck.half, 0], [(neck.half + shoulder[0]) / 2, shoulder[1] * 0.42], shoulder).slice(0, -1),
    ...curve(shoulder, [shoulder[0] + 1.2, shoulder[1] + 0.55], cuff.top),
  ];
  const side = [
    ...curve(cuff.bottom, [underarm[0] + 0.25, underarm[1] + 0.4], underarm).slice(0, -1),
    ...curve(underarm, waist, hem),
  ];
  const opening = curve([0, depth], [neck.half * 0.86, depth * 0.98], [neck.half, 0]);
  return [
    { open: true, points: [...mirrored(opening).slice(0, -1), ...opening] },
    { open: false, points: top },
    { open: true, points: [cuff.top, cuff.bottom] },
    { open: false, points: side },
    { open: true, points: curve(hem, [0, hem[1] + 0.5], [-hem[0], hem[1]]) },
    { open: false, points: mirrored(side) },
    { open: true, points: mirrored([cuff.top, cuff.bottom]) },
    { open: false, points: mirrored(top) },
  ];
}

/** A garment sewn of its two panels, with about `h` inches between vertices. */
export const sewn = (cut: Cut, h: number, seed: number): Sewn =>
  sew(runsOf(cut, cut.neck.front), runsOf(cut, cut.neck.back), h, seeded(seed));

const step = (from: number, to: number, x: number): number => {
  const t = Math.max(0, Math.min(1, (x - from) / (to - from)));
  return t * t * (3 - 2 * t);
};
const groove = (x: number, width: number): number => Math.exp(-((x / width) ** 2));

/** Width of the ribbed collar, inches. */
export const COLLAR = 0.8;

/** Collar, hems and their stitches as fine relief, inches; `v` runs down from the shoulder. */
export function relief(cut: Cut): (u: number, v: number, edge: number) => number {
  const middle: Point = [0, -0.6];
  return (u, v, edge) => {
    if (edge > 1.6) return 0;
    const nearNeck =
      Math.hypot(u, v) < cut.neck.half + cut.neck.front + 1.2 &&
      v < cut.neck.front + 1.8 &&
      Math.abs(u) < cut.neck.half + 1.6;
    if (nearNeck) {
      const along = Math.atan2(u - middle[0], v - middle[1]) * (cut.neck.half + 0.4);
      const rib = edge < COLLAR ? 0.004 * Math.sin(along * 2 * Math.PI * 9) : 0;
      const stitch =
        0.004 * groove(edge - COLLAR - 0.12, 0.03) * (0.5 + 0.5 * Math.sin(along * 2 * Math.PI * 8));
      return (
        0.035 * (1 - step(COLLAR - 0.04, COLLAR + 0.05, edge)) +
        rib -
        0.02 * groove(edge - COLLAR, 0.05) +
        stitch
      );
    }
    const along = Math.abs(v - cut.hem[1]) < 2 ? u : v;
    const stitches = (at: number) =>
      -0.007 * groove(edge - at, 0.03) + 0.003 * groove(edge - at, 0.02) * Math.sin(along * 2 * Math.PI * 9);
    return 0.016 * (1 - step(0.95, 1.08, edge)) + stitches(0.82) + stitches(0.95);
  };
}

/** The front and the back of draped cloth as meshes; places on the surface count from the middle of the collar's seam. */
export function garmentMeshes(cut: Cut, s: Sewn, at: Float32Array): Mesh[] {
  const part = (which: 'front' | 'back'): Mesh => {
    const depth = cut.neck[which] + COLLAR;
    const surface = new Float32Array(s.pattern.length);
    for (let i = 0; i < surface.length; i += 2) {
      // Seen from behind, right is left.
      surface[i] = which === 'front' ? s.pattern[i] : -s.pattern[i];
      surface[i + 1] = s.pattern[i + 1] - depth;
    }
    const fine = relief(cut);
    return {
      look: {
        role: 'blank',
        albedo: [0.5, 0.5, 0.5],
        relief: (u, v, edge) => fine(u, v + depth, edge),
        print: which === 'front' ? 1 : 2,
        through: 0.12,
      },
      at,
      surface,
      edge: s.edge,
      triangles: s.triangles[which],
    };
  };
  return [part('front'), part('back')];
}

/** All triangles of a sewn garment. */
export const trianglesOf = (s: Sewn): Uint32Array =>
  Uint32Array.from([...s.triangles.front, ...s.triangles.back]);

/** Gives a garment the cloth for its folds: from under the arms up to the chest and down the sides, and hanging below. */
function inFolds(cut: Cut, s: Sewn, cloth: Cloth, seed: number, folds: number): void {
  const size = cut.hem[1] / 28;
  ease(cloth, s.pattern, (x, y) => {
    const under = Math.hypot(Math.abs(x) - cut.underarm[0], y - cut.underarm[1]) / (5.5 * size);
    const low = Math.max(0, (y - cut.underarm[1]) / (cut.hem[1] - cut.underarm[1]));
    const patchy = 0.55 + 0.45 * layered(x / (6 * size), y / (9 * size), seed + 21, 2);
    const onSleeve = Math.abs(x) > cut.shoulder[0];
    const armpit = Math.exp(-under * under);
    const share = 0.055 * armpit + (0.012 + 0.022 * low + (onSleeve ? 0.03 : 0)) * patchy;
    if (armpit > 0.3) return [folds * share, x > 0 ? 215 : -35];
    if (onSleeve) return [folds * share, x > 0 ? 45 : 135];
    return [folds * share, 82 + 16 * valueNoise(x / 5, y / 8, seed)];
  });
}

/**
 * A garment laid on a table (seen from above: z is up from it): pushed together here and there as it was put down, so
 * that it lies in soft folds.
 */
export function laidFlat(cut: Cut, seed: number, { h = 0.24, shove = 0.25, folds = 1 } = {}): Mesh[] {
  const s = sewn(cut, h, seed);
  const cloth = clothOf(s.at, trianglesOf(s));
  const { at } = cloth;
  inFolds(cut, s, cloth, seed, folds);
  for (let i = 0; i < at.length; i += 3) {
    const [x, y] = [at[i], at[i + 1]];
    // Where sleeves were folded down a little, cloth comes together under the arms.
    const beyond = Math.max(0, Math.abs(x) - cut.shoulder[0] * 0.9);
    const turn = (x > 0 ? -0.07 : 0.055) * folds * Math.min(1, beyond / 3);
    const [px, py] = [Math.sign(x) * cut.shoulder[0] * 0.9, -cut.shoulder[1] - 3];
    const [c, d] = [Math.cos(turn), Math.sin(turn)];
    at[i] = px + c * (x - px) - d * (y - py) + shove * layered(x / 7, y / 7, seed + 5, 3);
    at[i + 1] = py + d * (x - px) + c * (y - py) + shove * layered(x / 7 + 40, y / 7, seed + 9, 3);
    at[i + 2] += 0.05 + 0.12 * (1 + layered(x / 4, y / 4, seed + 3, 3));
  }
  const table: Forces['collide'] = (_x, _y, z, out) => {
    out[0] = 0;
    out[1] = 0;
    out[2] = 1;
    return 0.03 - z;
  };
  const forces = { collide: table, before: { pairs: s.pairs, gap: 0.07 }, rounds: 16 };
  // First together, then down.
  drape(cloth, { ...forces, gravity: [0, 0, -14], steps: 60, stiffness: 0.3, drag: 0.06, friction: 0.4 });
  drape(cloth, { ...forces, gravity: [0, 0, -70], steps: 40, stiffness: 0.2, drag: 0.15, friction: 0.8 });
  soften(cloth, 3, s.seams);
  return garmentMeshes(cut, s, cloth.at);
}

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

/**
 * A garment hung on a hanger before a wall: it falls from the bar that its shoulders lie on.
 */
export function hung(cut: Cut, seed: number, { h = 0.26, wall = -2.2 } = {}): { meshes: Mesh[]; bar: Body } {
  const s = sewn(cut, h, seed);
  const cloth = clothOf(s.at, trianglesOf(s));
  const { at } = cloth;
  inFolds(cut, s, cloth, seed, 0.4);
  for (let i = 0; i < at.length; i += 3)
    at[i + 2] = at[i + 2] * 10 + 0.1 * layered(at[i] / 5, at[i + 1] / 6, seed, 3);
  const tip = cut.shoulder[0] * 0.94;
  const arms = [-1, 1].map((side) =>
    limb([side * 0.5, -0.2, 0], [side * tip, -cut.shoulder[1] - 0.55, 0], 0.32, 0.5),
  );
  const bar: Body = (x, y, z) => min(arms[0](x, y, z), arms[1](x, y, z));
  const push = outOf(bar, () => 1, 0.1)!;
  const collide: Forces['collide'] = (x, y, z, out, step) => {
    if (z < wall + 0.15) {
      out[0] = 0;
      out[1] = 0;
      out[2] = 1;
      return wall + 0.15 - z;
    }
    return push(x, y, z, out, step);
  };
  const before = { pairs: s.pairs, gap: 0.12 };
  drape(cloth, {
    gravity: [0, -9, 0],
    steps: 130,
    rounds: 20,
    stiffness: 0.1,
    drag: 0.04,
    friction: 0.4,
    collide,
    before,
  });
  drape(cloth, {
    gravity: [0, -9, -1],
    steps: 60,
    rounds: 28,
    stiffness: 0.1,
    drag: 0.25,
    friction: 0.5,
    collide,
    before,
  });
  soften(cloth, 4, s.seams);
  return { meshes: garmentMeshes(cut, s, cloth.at), bar };
}

/** A garment put on a figure, which fills it slowly and then lets it hang. */
export function worn(
  cut: Cut,
  seed: number,
  { h = 0.28, body = figure(cut) } = {},
): { meshes: Mesh[]; body: Body } {
  const s = sewn(cut, h, seed);
  const cloth = clothOf(s.at, trianglesOf(s));
  const { at } = cloth;
  for (let i = 0; i < at.length; i += 3) {
    at[i + 2] *= 6;
    at[i] += 0.12 * layered(at[i] / 5, at[i + 1] / 5, seed, 3);
  }
  inFolds(cut, s, cloth, seed, 1.3);
  const filling = 90;
  drape(cloth, {
    gravity: [0, -2, 0],
    steps: filling,
    rounds: 10,
    stiffness: 0.15,
    drag: 0.2,
    friction: 0.05,
    collide: outOf(body, (step) => 0.08 + 0.92 * min(1, step / (filling - 15))),
  });
  const whole = outOf(body, () => 1);
  drape(cloth, {
    gravity: [0, -9, 0],
    steps: 110,
    rounds: 24,
    stiffness: 0.08,
    drag: 0.03,
    friction: 0.3,
    collide: whole,
  });
  drape(cloth, {
    gravity: [0, -9, 0],
    steps: 50,
    rounds: 30,
    stiffness: 0.08,
    drag: 0.25,
    friction: 0.5,
    collide: whole,
  });
  soften(cloth, 4, s.seams);
  return { meshes: garmentMeshes(cut, s, cloth.at), body };
}

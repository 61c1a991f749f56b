import type { Mesh } from '../render/mesh';
import { randomOf } from '@brelm/core/geometry';
import { layered, valueNoise } from '../noise';
import { ease, type Cloth } from './drape';
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
  sew(runsOf(cut, cut.neck.front), runsOf(cut, cut.neck.back), h, randomOf(seed));

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
export function garmentMeshes(
  cut: Cut,
  s: Sewn,
  at: Float32Array,
  { fine = relief(cut), collar = COLLAR } = {},
): Mesh[] {
  const part = (which: 'front' | 'back'): Mesh => {
    const depth = cut.neck[which] + collar;
    const surface = new Float32Array(s.pattern.length);
    for (let i = 0; i < surface.length; i += 2) {
      // Seen from behind, right is left.
      surface[i] = which === 'front' ? s.pattern[i] : -s.pattern[i];
      surface[i + 1] = s.pattern[i + 1] - depth;
    }
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
export function inFolds(cut: Cut, s: Sewn, cloth: Cloth, seed: number, folds: number): void {
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

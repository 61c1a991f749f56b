import { clothOf, drape, soften } from '../cloth/drape';
import { trianglesOf, type Cut } from '../cloth/garment';
import { curve, sew, type Point, type Run } from '../cloth/pattern';
import { laidFlat } from '../cloth/poses';
import { randomOf } from '@brelm/core/geometry';
import { layered } from '../noise';
import { tube, type Look, type Mesh } from '../render/mesh';
import type { Set } from '../render/world';
import { table } from './ground';
import { softBox } from './light';

/** A hoodie of size M: 22 in across the chest. */
const HOODIE: Cut = {
  neck: { half: 4, front: 2.6, back: 0.9 },
  shoulder: [10, 2.2],
  cuff: { top: [16.9, 23.6], bottom: [13.7, 24.8] },
  underarm: [11, 10.4],
  waist: [10.9, 16],
  hem: [10.4, 26.6],
};
const RIB = 2.3;

const groove = (x: number, width: number): number => Math.exp(-((x / width) ** 2));
const step = (from: number, to: number, x: number): number => {
  const t = Math.max(0, Math.min(1, (x - from) / (to - from)));
  return t * t * (3 - 2 * t);
};

/** The pocket's outline, right of the middle and down from the shoulder. */
const POCKET: readonly Point[] = [
  [-3.5, 16.4],
  [3.5, 16.4],
  [5.7, 20.4],
  [5.7, 24.2],
  [-5.7, 24.2],
  [-5.7, 20.4],
];

/** How far inside the pocket a place is; negative outside. */
function inPocket(x: number, y: number): number {
  let d = Infinity;
  for (let i = 0; i < POCKET.length; i++) {
    const [a, b] = [POCKET[i], POCKET[(i + 1) % POCKET.length]];
    const l = Math.hypot(b[0] - a[0], b[1] - a[1]);
    d = Math.min(d, ((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])) / l);
  }
  return d;
}

/** Ribbed hems and cuffs, and (in front) the pocket. */
const relief =
  (front: boolean) =>
  (u: number, v: number, edge: number): number => {
    let h = 0;
    if (edge < RIB + 0.4 && v > 14) {
      const along = Math.abs(v - HOODIE.hem[1]) < 3 && Math.abs(u) < 10.6 ? u : v + u;
      h += 0.014 * (1 - step(RIB - 0.1, RIB, edge)) * Math.sin(along * 2 * Math.PI * 5.5);
      h -= 0.05 * groove(edge - RIB, 0.08);
    }
    if (front && Math.abs(u) < 6.6 && v > 15.5 && v < 25) {
      const d = inPocket(u, v);
      const opening = v > 16.6 && v < 20.3;
      h += 0.075 * step(-0.05, 0.07, d) - 0.012 * groove(d - 0.2, 0.035) - 0.012 * groove(d - 0.34, 0.035);
      if (opening) h -= 0.06 * groove(d + 0.08, 0.12);
    }
    // Where sleeves are set in.
    const seam = Math.abs(u) - 9.6 - 0.12 * (v - 2.2);
    if (v > 2 && v < 11) h -= 0.03 * groove(seam, 0.06) - 0.012 * groove(Math.abs(seam) - 0.16, 0.05);
    return h;
  };

const mirrored = (points: readonly Point[]): Point[] =>
  [...points].reverse().map(([x, y]) => [-x, y] as const);

/** The hood, laid flat above the neck; open in front. */
function hood(open: boolean): Mesh[] {
  const low: Point = [4.5, 1.5];
  const right = [
    ...curve(low, [6.4, -1.5], [6.1, -5.4]).slice(0, -1),
    ...curve([6.1, -5.4], [5.9, -10.6], [0, -11]),
  ];
  const outline = [...right.slice(0, -1), ...mirrored(right)].reverse();
  const bottom = curve(low, [0, open ? 4.4 : 2.2], [-low[0], low[1]]);
  const opening = [
    ...curve([low[0], low[1]], [3.2, 3.1], [1.5, 3.3]).slice(0, -1),
    ...curve([1.5, 3.3], [3.9, -1.4], [3.5, -4.8]).slice(0, -1),
    ...curve([3.5, -4.8], [3, -9.4], [0, -9.5]),
  ];
  const rim = open ? [...opening.slice(0, -1), ...mirrored(opening)] : bottom;
  const run = (points: readonly Point[], isOpen: boolean): Run => ({ points, open: isOpen });
  const s = sew(
    [run(outline, false), run(rim, true)],
    [run(outline, false), run(bottom, true)],
    0.22,
    randomOf(23),
  );
  const cloth = clothOf(s.at, trianglesOf(s));
  const { at } = cloth;
  for (let i = 0; i < at.length; i += 3) {
    at[i] += 0.3 * layered(at[i] / 5, at[i + 1] / 5, 3, 3);
    at[i + 1] += 0.3 * layered(at[i] / 5 + 30, at[i + 1] / 5, 4, 3);
    at[i + 2] = at[i + 2] * 8 + 0.5;
  }
  const floor = (y: number) => 0.04 + 0.3 * step(0.6, -1.6, -y);
  const collide = (_x: number, y: number, z: number, out: Float32Array) => {
    out[0] = 0;
    out[1] = 0;
    out[2] = 1;
    return floor(y) - z;
  };
  const before = { pairs: s.pairs, gap: 0.22 };
  drape(cloth, {
    gravity: [0, 0, -16],
    steps: 60,
    rounds: 16,
    stiffness: 0.4,
    drag: 0.06,
    friction: 0.4,
    collide,
    before,
  });
  drape(cloth, {
    gravity: [0, 0, -60],
    steps: 40,
    rounds: 16,
    stiffness: 0.3,
    drag: 0.15,
    friction: 0.8,
    collide,
    before,
  });
  soften(cloth, 4, s.seams);
  const look: Look = {
    role: 'blank',
    albedo: [0.5, 0.5, 0.5],
    relief: (u, v, edge) =>
      // Its hem with two rows of stitches, and the seam down its middle.
      (edge < 1.2 && v < 3.2 ? 0.03 * (1 - step(0.85, 0.97, edge)) - 0.015 * groove(edge - 0.75, 0.04) : 0) -
      (open ? 0 : 0.035 * groove(u, 0.06) - 0.012 * groove(Math.abs(u) - 0.2, 0.05)),
  };
  return (['front', 'back'] as const).map((which) => ({
    ...{ look, at, surface: s.pattern, edge: s.edge, triangles: s.triangles[which] },
  }));
}

/** Cords that hang from the hood's hem, with metal tips. */
const cords = (): Mesh[] =>
  [-1, 1].flatMap((side) => {
    const long = side > 0 ? 8.2 : 7.4;
    const line = Array.from({ length: 40 }, (_, i) => {
      const t = i / 39;
      return [
        side * (1.5 + 0.5 * t + 0.22 * Math.sin(t * 5 + side)),
        -3 - long * t,
        0.62 + 0.1 * Math.sin(t * 7 + side) * t,
      ] as const;
    });
    const [end, before] = [line[39], line[38]];
    const tip = [0, 1].map((k) => [0, 1, 2].map((a) => end[a] + (end[a] - before[a]) * 3.6 * k));
    return [
      tube(
        { role: 'blank', albedo: [0.5, 0.5, 0.5], relief: (u, v) => 0.006 * Math.sin(v * 3 + u * 12) },
        line,
        0.11,
        14,
      ),
      tube(
        { role: 'fixed', albedo: [0.3, 0.3, 0.31], gloss: { f0: 0.55, roughness: 0.25 } },
        tip.map(([x, y, z]) => [x, y, z] as const),
        0.125,
        14,
      ),
    ];
  });

const photographed = (meshes: Mesh[]): Set => ({
  meshes: [table('laid'), ...meshes],
  lights: [softBox([-95, 60, 66], [0, -8, 0], 44, 44, 0.92)],
  camera: { from: [0, -7.6, 150], to: [0, -7.6, 0], height: 46 },
  room: (_x, y, z) => 0.35 + 0.1 * z + 0.05 * y,
});

export const hoodie = (): Set =>
  photographed([
    ...laidFlat(HOODIE, 63, {
      shove: 0.3,
      folds: 0.8,
      stiffness: 1.5,
      made: { fine: relief(true), collar: 0 },
    }),
    ...hood(true),
    ...cords(),
  ]);

/** From behind: the panel that is seen is the back, and the hood shows its seam. */
export const hoodieBack = (): Set => {
  const turned: Cut = { ...HOODIE, neck: { ...HOODIE.neck, front: HOODIE.neck.back } };
  const body = laidFlat(turned, 71, {
    shove: 0.3,
    folds: 0.8,
    stiffness: 1.5,
    made: { fine: relief(false), collar: 0 },
  });
  return photographed([
    ...body.map((m) => ({ ...m, look: { ...m.look, print: m.look.print === 1 ? 2 : 3 } })),
    ...hood(false),
  ]);
};

import { clothOf, drape, ease, soften } from '../cloth/drape';
import { trianglesOf } from '../cloth/garment';
import { curve, sew, type Point, type Run } from '../cloth/pattern';
import { randomOf } from '@brelm/core/geometry';
import { layered } from '../noise';
import { gridMesh, tube, type Look, type Mesh } from '../render/mesh';
import type { Set } from '../render/world';
import { wall } from './ground';
import { softBox } from './light';

/** A tote of 15 × 16 in, hung by its handles. */
const [HALF, HIGH] = [7.5, 16];
const HOOK = 11.5;

function bag(back: number): Mesh[] {
  const side: Point[] = [
    [HALF, 0],
    [HALF, HIGH - 0.5],
    [HALF - 0.5, HIGH],
    [-HALF + 0.5, HIGH],
    [-HALF, HIGH - 0.5],
    [-HALF, 0],
  ];
  const runs: Run[] = [
    { open: true, points: curve([-HALF, 0], [0, 0], [HALF, 0]) },
    { open: false, points: side },
  ];
  const s = sew(runs, runs, 0.2, randomOf(4));
  const cloth = clothOf(s.at, trianglesOf(s));
  const { at } = cloth;
  ease(cloth, s.pattern, (x, y) => {
    const pull = Math.exp(-(((Math.abs(x) - 3.3) / 2.2) ** 2)) * Math.exp(-y / 6);
    return [0.012 * pull + 0.005 * (y / HIGH), 90 + (x > 0 ? -1 : 1) * 14 + 10 * layered(x / 6, y / 8, 3, 2)];
  });
  for (let i = 0; i < at.length; i += 3)
    at[i + 2] = at[i + 2] * 20 + 0.15 * layered(at[i] / 4, at[i + 1] / 5, 7, 3);
  const collide = (_x: number, _y: number, z: number, out: Float32Array) => {
    out[0] = 0;
    out[1] = 0;
    out[2] = 1;
    return back + 0.1 - z;
  };
  const held = (i: number) => s.pattern[2 * i + 1] < 0.9 && Math.abs(Math.abs(s.pattern[2 * i]) - 3.3) < 0.55;
  // Where handles pull, the rim is drawn inwards.
  for (let i = 0; i < at.length / 3; i++) if (held(i)) at[3 * i] -= Math.sign(at[3 * i]) * 0.3;
  const before = { pairs: s.pairs, gap: 0.2 };
  drape(cloth, {
    gravity: [0, -10, 0],
    steps: 120,
    rounds: 24,
    stiffness: 0.35,
    drag: 0.05,
    friction: 0.3,
    collide,
    before,
    held,
  });
  drape(cloth, {
    gravity: [0, -10, -1],
    steps: 50,
    rounds: 24,
    stiffness: 0.35,
    drag: 0.25,
    friction: 0.3,
    collide,
    before,
    held,
  });
  soften(cloth, 3, s.seams);
  const groove = (d: number) => -0.012 * Math.exp(-((d / 0.03) ** 2));
  const look: Look = {
    role: 'blank',
    albedo: [0.5, 0.48, 0.44],
    through: 0.1,
    relief: (u, v, edge) =>
      0.0035 * (Math.sin(u * 2 * Math.PI * 13) * Math.sin(v * 2 * Math.PI * 13)) +
      (edge < 1.4 ? 0.02 * (edge < 1.02 ? 1 : 0) + groove(edge - 0.92) : 0) +
      groove(Math.abs(u) - HALF + 0.3),
  };
  const straps = [1, -1].map((face) => {
    // From the rim up to the hook and down again, as a flat band.
    const line = Array.from({ length: 61 }, (_, i) => {
      const t = i / 60;
      const w = 2 * t - 1;
      const bend = Math.abs(w) ** 1.15;
      return [
        3.05 * Math.sign(w) * bend,
        HOOK - (HOOK + 1.1) * Math.abs(w) ** 1.6 - 0.35 * (1 - Math.abs(w)),
        face > 0 ? 0.28 - 0.1 * (1 - Math.abs(w)) : -0.28 + 0.35 * (1 - Math.abs(w)),
      ] as const;
    });
    return gridMesh(
      {
        ...look,
        print: undefined,
        relief: (u, v) => 0.003 * Math.sin(u * 60) * Math.sin(v * 60) + groove(Math.abs(u) - 0.42),
      },
      8,
      60,
      (a, t) => {
        const i = Math.round(t * 60);
        const [p, q] = [line[Math.max(0, i - 1)], line[Math.min(60, i + 1)]];
        const l = Math.hypot(q[0] - p[0], q[1] - p[1]) || 1;
        const [nx, ny] = [-(q[1] - p[1]) / l, (q[0] - p[0]) / l];
        const k = (a - 0.5) * 1.05;
        return [line[i][0] + nx * k, line[i][1] + ny * k, line[i][2] + 0.04 * Math.cos(k * 3), k, t * 26];
      },
    );
  });
  return [
    ...(['front', 'back'] as const).map((which) => ({
      look: { ...look, print: which === 'front' ? 1 : 2 },
      ...{ at, surface: s.pattern, edge: s.edge, triangles: s.triangles[which] },
    })),
    ...straps,
  ];
}

export function tote(): Set {
  const back = -1.1;
  const brass = { role: 'fixed', albedo: [0.45, 0.3, 0.1], gloss: { f0: 0.55, roughness: 0.25 } } as const;
  const hook = tube(
    brass,
    [
      [0, HOOK - 0.65, back],
      [0, HOOK - 0.65, 0.3],
      [0, HOOK - 0.55, 0.8],
      [0, HOOK - 0.1, 1],
      [0, HOOK + 0.2, 1],
    ],
    0.22,
    20,
  );
  return {
    meshes: [wall(back), hook, ...bag(back)],
    lights: [softBox([-55, 40, 42], [0, -4, 0], 30, 34, 0.9)],
    camera: { from: [4, -2, 110], to: [0, -2.2, 0], height: 34 },
    room: (_x, y, z) => 0.29 + 0.08 * y + 0.06 * z,
  };
}

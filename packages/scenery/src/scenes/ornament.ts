import { randomOf } from '@brelm/core/geometry';
import { gridMesh, tube, type Look, type Mesh } from '../render/mesh';
import type { Set } from '../render/world';
import { wall } from './ground';
import { softBox } from './light';

/** A round china ornament of 2.9 in with a hole for its ribbon. */
function disc(): Mesh[] {
  const china: Look = {
    role: 'blank',
    albedo: [0.8, 0.8, 0.8],
    gloss: { f0: 0.045, roughness: 0.06 },
    print: 1,
  };
  const [r, thick, edge] = [1.45, 0.14, 0.06];
  const hole = { y: 1.17, r: 0.1 };
  // From the hole outwards, rim and all: rays from the hole's middle to the disc's edge.
  const face = gridMesh(china, 160, 60, (s, t) => {
    const a = s * 2 * Math.PI;
    const [dx, dy] = [Math.cos(a), Math.sin(a)];
    const b = dy * hole.y;
    const far = -b + Math.sqrt(Math.max(0, b * b - hole.y * hole.y + r * r));
    const q = hole.r + (far - hole.r) * Math.min(1, t / 0.9);
    const x = dx * q;
    const y = hole.y + dy * q;
    const out = Math.max(0, (t - 0.9) / 0.1);
    const l = Math.hypot(x, y) || 1;
    const bend = (out * Math.PI) / 2;
    return [
      x + (x / l) * edge * Math.sin(bend),
      y + (y / l) * edge * Math.sin(bend),
      thick / 2 - edge * (1 - Math.cos(bend)) * 2,
      x,
      -y,
    ];
  });
  const through = gridMesh({ ...china, print: undefined }, 40, 1, (s, t) => {
    const a = -s * 2 * Math.PI;
    return [hole.r * Math.cos(a), hole.y + hole.r * Math.sin(a), thick / 2 - thick * t, 0, 0];
  });
  const ribbon: Look = { role: 'fixed', albedo: [0.28, 0.03, 0.04], gloss: { f0: 0.05, roughness: 0.5 } };
  const loop = [1, -1].map((side) =>
    tube(
      ribbon,
      Array.from({ length: 24 }, (_, i) => {
        const t = i / 23;
        return [
          side * (0.04 + 0.3 * Math.sin(t * Math.PI) * (1 - 0.3 * t)),
          hole.y - 0.02 + t * 1.75,
          side * 0.09 * (1 - t),
        ] as const;
      }),
      0.045,
      10,
    ),
  );
  return [face, through, ...loop];
}

/** A branch of fir: needles around a twig. */
function fir(
  from: readonly [number, number, number],
  to: readonly [number, number, number],
  seed: number,
  needles: number,
): Mesh[] {
  const random = randomOf(seed);
  const bark: Look = { role: 'fixed', albedo: [0.09, 0.055, 0.035] };
  const at: number[] = [];
  const triangles: number[] = [];
  const d = [0, 1, 2].map((k) => to[k] - from[k]);
  const l = Math.hypot(...d);
  const [tx, ty, tz] = d.map((v) => v / l);
  for (let i = 0; i < needles; i++) {
    const t = random();
    const p = [0, 1, 2].map((k) => from[k] + d[k] * t);
    const a = random() * 2 * Math.PI;
    // Away from the twig, leaning to its tip.
    let [nx, ny, nz] = [
      Math.cos(a) - tx * 0.2,
      Math.sin(a) * 0.75 - ty * 0.2,
      Math.sin(a) * 0.75 * tz + 0.5 * Math.cos(a * 2),
    ];
    nx += tx * 0.8;
    ny += ty * 0.8;
    nz += tz * 0.8;
    const nl = Math.hypot(nx, ny, nz);
    const long = (0.75 + 0.35 * random()) * (1 - 0.35 * t);
    const tip = [p[0] + (nx / nl) * long, p[1] + (ny / nl) * long - 0.06, p[2] + (nz / nl) * long];
    const w = 0.035;
    const side = [-ny / nl, nx / nl, 0];
    const o = at.length / 3;
    at.push(
      p[0] + side[0] * w,
      p[1] + side[1] * w,
      p[2],
      p[0] - side[0] * w,
      p[1] - side[1] * w,
      p[2],
      ...tip,
      p[0],
      p[1],
      p[2] + w,
    );
    triangles.push(o, o + 1, o + 2, o, o + 2, o + 3, o + 1, o + 3, o + 2);
  }
  const green: Look = { role: 'fixed', albedo: [0.035, 0.1, 0.045], gloss: { f0: 0.04, roughness: 0.5 } };
  return [
    tube(
      bark,
      [from, [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2 + 0.1, (from[2] + to[2]) / 2], to],
      (t) => 0.1 - 0.05 * t,
      10,
    ),
    {
      look: green,
      at: Float32Array.from(at),
      surface: new Float32Array((at.length / 3) * 2),
      triangles: Uint32Array.from(triangles),
    },
  ];
}

export const ornament = (): Set => ({
  meshes: [
    wall(-12),
    ...disc(),
    ...fir([-4.6, 3.3, -0.3], [2.4, 2.85, 0.1], 3, 900),
    ...fir([-3.4, 3.3, -0.3], [-1.5, 1.6, -1.2], 5, 420),
    ...fir([-1.2, 3.1, -0.4], [3.2, 4.1, -1], 8, 520),
    ...fir([-4.2, 3.6, -1.2], [-0.4, 5, -1.6], 9, 480),
    ...fir([-4.6, 2.6, -2], [-3.1, 0.3, -2.6], 12, 380),
  ],
  lights: [softBox([-10, 6, 13], [0, 0, 0], 5, 8, 0.8), softBox([9, 7, 2], [0, 0, 0], 3, 6, 0.2)],
  camera: { from: [0.8, 0.3, 22], to: [0, 0.75, 0], height: 6.2, aperture: 0.28 },
  room: (_x, y, z) => 0.26 + 0.1 * y + 0.05 * z,
});

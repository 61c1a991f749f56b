import { randomOf } from '@brelm/core/geometry';
import { softBox } from '../scenes/light';
import { buildBvh, meet, type Hit } from './bvh';
import { box, gridMesh, moved, tube, vertexNormals, type Look } from './mesh';
import { photograph } from './photograph';
import { smoothLight } from './smooth';
import { solidMesh } from './solid';
import { worldOf, type Set } from './world';

const white: Look = { role: 'blank', albedo: [1, 1, 1], print: 1 };
const plate = (look: Look, size = 40, z = 0) =>
  gridMesh(look, 2, 2, (s, t) => [(s - 0.5) * size, (0.5 - t) * size, z, (s - 0.5) * size, (t - 0.5) * size]);
const seen = (over: Partial<Set>): Set => ({
  meshes: [plate(white)],
  lights: [],
  camera: { from: [0, 0, 60], to: [0, 0, 0], height: 10 },
  room: () => 0,
  ...over,
});
const mean = (values: ArrayLike<number>) => Array.from(values).reduce((a, b) => a + b, 0) / values.length;

describe('rays and triangles', () => {
  it('are found by the tree as by trying all of them', () => {
    const random = randomOf(5);
    const n = 400;
    const at = Float32Array.from({ length: n * 9 }, () => random() * 10 - 5);
    for (let t = 0; t < n; t++)
      // Small triangles, here and there.
      for (let k = 3; k < 9; k++) at[9 * t + k] = at[9 * t + (k % 3)] + random() * 2 - 1;
    const triangles = Uint32Array.from({ length: n * 3 }, (_, i) => i);
    const bvh = buildBvh(at, triangles);
    let found = 0;
    for (let i = 0; i < 500; i++) {
      const [ox, oy, oz] = [random() * 16 - 8, random() * 16 - 8, -9];
      const d = [random() - 0.5, random() - 0.5, 1];
      const l = Math.hypot(...d);
      const hit: Hit = { triangle: -1, distance: 0, b: 0, c: 0 };
      let best = Infinity;
      let which = -1;
      for (let t = 0; t < n; t++) {
        const one: Hit = { triangle: -1, distance: 0, b: 0, c: 0 };
        const alone = buildBvh(at.slice(9 * t, 9 * t + 9), Uint32Array.of(0, 1, 2));
        if (meet(alone, ox, oy, oz, d[0] / l, d[1] / l, d[2] / l, best, one))
          [best, which] = [one.distance, t];
      }
      expect(meet(bvh, ox, oy, oz, d[0] / l, d[1] / l, d[2] / l, Infinity, hit)).toBe(which >= 0);
      if (which < 0) continue;
      found++;
      expect(hit.triangle).toBe(which);
      expect(hit.distance).toBeCloseTo(best, 6);
    }
    expect(found).toBeGreaterThan(50);
  });
});

describe('meshes', () => {
  const outwards = (mesh: { at: Float32Array; triangles: Uint32Array }, middle = [0, 0, 0]) => {
    const normals = vertexNormals(mesh);
    for (let i = 0; i < normals.length; i += 3) {
      const away = [0, 1, 2].reduce((sum, k) => sum + normals[i + k] * (mesh.at[i + k] - middle[k]), 0);
      expect(away).toBeGreaterThan(0);
    }
  };
  it('of a solid lie on it and look outwards', () => {
    const ball = solidMesh(white, (x, y, z) => Math.hypot(x, y, z) - 2, [-3, -3, -3], [3, 3, 3], 0.3);
    for (let i = 0; i < ball.at.length; i += 3)
      expect(Math.hypot(ball.at[i], ball.at[i + 1], ball.at[i + 2])).toBeCloseTo(2, 2);
    outwards(ball);
  });
  it('of boxes and tubes look outwards', () => {
    outwards(box(white, [-2, -1, -3], [2, 1, 3], 0.2));
    const pipe = tube(
      white,
      [
        [0, 0, 0],
        [0, 0, 2],
        [0, 0, 4],
      ],
      0.5,
    );
    const normals = vertexNormals(pipe);
    for (let i = 0; i < normals.length; i += 3)
      expect(normals[i] * pipe.at[i] + normals[i + 1] * pipe.at[i + 1]).toBeGreaterThan(0);
  });
  it('turn about the upright axis as said', () => {
    const turned = moved(plate(white), 90);
    expect(turned.at[0]).toBeCloseTo(0, 5);
    expect(turned.at[2]).toBeCloseTo(20, 5);
  });
});

describe('light', () => {
  it('of an even room is the same everywhere (a white furnace)', () => {
    const p = photograph(worldOf(seen({ room: () => 0.5 })), 16, 16, 64);
    for (const lit of p.blankLit) expect(lit).toBeCloseTo(0.5, 6);
  });
  it('of a soft box is what it is set to where it looks', () => {
    const p = photograph(
      worldOf(
        seen({
          lights: [softBox([0, 0, 100], [0, 0, 0], 10, 10, 0.8)],
          camera: { from: [60, 0, 60], to: [0, 0, 0], height: 2 },
        }),
      ),
      8,
      8,
      64,
    );
    expect(mean(p.blankLit)).toBeCloseTo(0.8, 1);
  });
  it('is kept off by what stands between', () => {
    const shade = plate({ role: 'fixed', albedo: [0, 0, 0] }, 12, 20);
    const lights = [softBox([0, 0, 60], [0, 0, 0], 4, 4, 1)];
    const camera = { from: [80, 0, 30], to: [0, 0, 0], height: 2 } as const;
    const p = photograph(worldOf(seen({ meshes: [plate(white), shade], lights, camera })), 8, 8, 8);
    expect(mean(p.blankLit)).toBeLessThan(0.02);
  });
  it('is seen with where it fell: shares of blank and ground, and places on the surface', () => {
    const half = gridMesh(white, 1, 1, (s, t) => [-5 + 5 * s, (0.5 - t) * 10, 1, s * 5, t * 10]);
    const p = photograph(
      worldOf(seen({ meshes: [half, plate({ role: 'ground', albedo: [1, 1, 1] })], room: () => 1 })),
      20,
      20,
      4,
    );
    expect(p.blank[10 * 20 + 4]).toBe(1);
    expect(p.ground[10 * 20 + 15]).toBe(1);
    expect(p.print[10 * 20 + 4]).toBe(1);
    // The camera is so far away that it sees half an inch a px.
    expect(p.surface[2 * (10 * 20 + 4)]).toBeCloseTo(2.25, 0);
    expect(p.surface[2 * (10 * 20 + 4) + 1]).toBeCloseTo(5.25, 0);
  });
  it('has its noise smoothed, and its edges kept', () => {
    const [w, h] = [32, 32];
    const random = randomOf(9);
    const light = Float32Array.from(
      { length: w * h },
      (_, i) => (i % w < 16 ? 0.2 : 0.8) + 0.1 * (random() - 0.5),
    );
    const normal = Float32Array.from({ length: w * h * 3 }, (_, i) => [0, 0, 1][i % 3]);
    const cover = new Float32Array(w * h).fill(1);
    // What lies at another depth is another thing.
    const depth = Float32Array.from({ length: w * h }, (_, i) => (i % w < 16 ? 10 : 14));
    const out = smoothLight(light, cover, normal, depth, w, h);
    const spread = (from: Float32Array, left: number, right: number) => {
      const values = [...from].filter((_, i) => i % w >= left && i % w < right);
      return Math.sqrt(mean(values.map((v) => (v - mean(values)) ** 2)));
    };
    expect(spread(out, 0, 16)).toBeLessThan(spread(light, 0, 16) / 3);
    expect(mean([...out].filter((_, i) => i % w === 15))).toBeCloseTo(0.2, 1);
    expect(mean([...out].filter((_, i) => i % w === 16))).toBeCloseTo(0.8, 1);
  });
});

import { clothOf, drape, soften } from '../cloth/drape';
import { trianglesOf } from '../cloth/garment';
import { sew, type Point } from '../cloth/pattern';
import { randomOf } from '@brelm/core/geometry';
import { layered } from '../noise';
import type { Look, Mesh } from '../render/mesh';
import type { Set } from '../render/world';
import { table } from './ground';
import { softBox } from './light';

const SIDE = 18;

/** A stuffed cushion of 18 in: two squares sewn all round, filled until they are taut. */
function stuffed(): Mesh[] {
  const a = SIDE / 2;
  // Corners are rounded a little where the seam turns.
  const r = 0.7;
  const turn = (x: number, y: number, from: number): Point[] =>
    Array.from({ length: 7 }, (_, i) => {
      const w = ((from + 15 * i) * Math.PI) / 180;
      return [x + r * Math.cos(w), y + r * Math.sin(w)] as const;
    });
  const ring: Point[] = [
    ...turn(a - r, -a + r, -90),
    ...turn(a - r, a - r, 0),
    ...turn(-a + r, a - r, 90),
    ...turn(-a + r, -a + r, 180),
  ];
  ring.push(ring[0]);
  const run = [{ open: false, points: ring }];
  const s = sew(run, run, 0.22, randomOf(6));
  const cloth = clothOf(s.at, trianglesOf(s));
  for (let i = 0; i < cloth.at.length; i += 3)
    cloth.at[i + 2] *= 10 * (1 + 0.3 * layered(cloth.at[i] / 5, cloth.at[i + 1] / 5, 12, 2));
  const triangles = trianglesOf(s);
  drape(cloth, {
    ...{ gravity: [0, -6, 0], steps: 150, rounds: 20, stiffness: 0.12, drag: 0.06 },
    air: { triangles, push: 80 },
  });
  soften(cloth, 2, s.seams);
  // Leaning back a little, its lower edge on the floor.
  const tilt = (9 * Math.PI) / 180;
  let low = 0;
  for (let i = 0; i < cloth.at.length; i += 3) {
    const [y, z] = [cloth.at[i + 1], cloth.at[i + 2]];
    cloth.at[i + 1] = y * Math.cos(tilt) + z * Math.sin(tilt);
    cloth.at[i + 2] = z * Math.cos(tilt) - y * Math.sin(tilt);
    low = Math.min(low, cloth.at[i + 1]);
  }
  for (let i = 1; i < cloth.at.length; i += 3) cloth.at[i] -= low;
  const look: Look = {
    role: 'blank',
    albedo: [0.6, 0.6, 0.6],
    print: 1,
    relief: (u, v) => 0.0022 * (Math.sin(u * 2 * Math.PI * 16) + Math.sin(v * 2 * Math.PI * 16)),
  };
  return (['front', 'back'] as const).map((side) => ({
    look: { ...look, print: side === 'front' ? 1 : 2 },
    at: cloth.at,
    surface: s.pattern,
    triangles: s.triangles[side],
  }));
}

export const cushion = (): Set => ({
  meshes: [table('stood'), ...stuffed()],
  lights: [softBox([-46, 40, 44], [0, 8, 0], 30, 34, 0.66), softBox([50, 16, 20], [0, 8, 0], 16, 40, 0.16)],
  camera: { from: [-7, 13, 90], to: [0, 8.4, 0], height: 24 },
  room: (_x, y, z) => 0.3 + 0.1 * y + 0.05 * z,
});

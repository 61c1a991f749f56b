import { TEE } from '../cloth/garment';
import { hung } from '../cloth/poses';
import { tube } from '../render/mesh';
import { solidMesh } from '../render/solid';
import type { Set } from '../render/world';
import { wall } from './ground';
import { softBox } from './light';

/** A tee on a wooden hanger before a wall. */
export function teeHanger(): Set {
  const back = -2.2;
  const { meshes, bar } = hung(TEE, 14, { wall: back });
  const wood = { role: 'fixed', albedo: [0.3, 0.17, 0.08], gloss: { f0: 0.04, roughness: 0.4 } } as const;
  const steel = { role: 'fixed', albedo: [0.16, 0.16, 0.17], gloss: { f0: 0.6, roughness: 0.25 } } as const;
  const hook = tube(
    steel,
    Array.from({ length: 40 }, (_, i) => {
      if (i < 10) return [0, -0.2 + i * 0.2, 0] as const;
      const a = -Math.PI + ((i - 10) / 29) * 3.9;
      return [0.95 + 0.95 * Math.cos(-a), 1.75 + 0.95 * Math.sin(-a), 0] as const;
    }),
    0.09,
    12,
  );
  const peg = tube(
    { ...wood },
    [
      [0.95, 2.45, back],
      [0.95, 2.45, 0.6],
    ],
    0.3,
    20,
  );
  const middle = -13;
  return {
    meshes: [wall(back), solidMesh(wood, bar, [-10, -4, -1], [10, 1, 1], 0.09), hook, peg, ...meshes],
    lights: [softBox([-75, middle + 55, 60], [0, middle, 0], 40, 50, 0.9)],
    camera: { from: [2, middle + 2, 150], to: [0, middle, 0], height: 38 },
    room: (_x, y, z) => 0.27 + 0.08 * y + 0.06 * z,
  };
}

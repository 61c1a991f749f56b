import { TEE, type Cut } from '../cloth/garment';
import { worn } from '../cloth/poses';
import { moved, type Look } from '../render/mesh';
import { solidMesh } from '../render/solid';
import type { Set } from '../render/world';
import { wall } from './ground';
import { softBox } from './light';

/** Linen that a tailor's figure is covered with. */
const LINEN: Look = {
  role: 'fixed',
  albedo: [0.42, 0.38, 0.32],
  relief: (u, v) => 0.004 * (Math.sin(u * 2 * Math.PI * 14) + Math.sin(v * 2 * Math.PI * 14)),
};

/** A garment on a tailor's figure, turned by some degrees; the figure stands before a wall. */
export function onFigure(cut: Cut, turn: number, seed: number): Set {
  const { meshes, body } = worn(cut, seed);
  const k = cut.underarm[0] / TEE.underarm[0];
  // The figure ends above the neck, in a flat cap.
  const cap = 2.3 * k;
  const figureMesh = solidMesh(
    LINEN,
    (x, y, z) => Math.max(body(x, y, z) + 0.05, y - cap),
    [-16 * k, -44 * k, -7],
    [16 * k, 4 * k, 7],
    0.3,
  );
  const middle = -cut.hem[1] * 0.48;
  return {
    meshes: [wall(-16), ...[figureMesh, ...meshes].map((m) => moved(m, turn))],
    lights: [
      softBox([-95, middle + 45, 55], [0, middle, 0], 40, 60, 0.9),
      softBox([90, middle + 10, 50], [0, middle, 0], 40, 80, 0.16),
    ],
    camera: { from: [0, middle, 150], to: [0, middle, 0], height: cut.hem[1] * 1.3 },
    room: (_x, y, z) => 0.17 + 0.07 * y + 0.06 * z,
  };
}

export const teeWorn = (): Set => onFigure(TEE, -11, 8);
export const teeWornBack = (): Set => onFigure(TEE, 171, 9);

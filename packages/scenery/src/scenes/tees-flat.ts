import { CHILD_TEE, LONG_SLEEVE } from '../cloth/garment';
import { laidFlat } from '../cloth/poses';
import type { Set } from '../render/world';
import { table } from './ground';
import { softBox } from './light';

export const longSleeve = (): Set => ({
  meshes: [table('laid'), ...laidFlat(LONG_SLEEVE, 31)],
  lights: [softBox([-95, 60, 66], [0, -13, 0], 44, 44, 0.9)],
  camera: { from: [0, -13.8, 150], to: [0, -13.8, 0], height: 43 },
  room: (_x, y, z) => 0.34 + 0.1 * z + 0.05 * y,
});

export const childTee = (): Set => ({
  meshes: [table('laid'), ...laidFlat(CHILD_TEE, 47, { h: 0.17, shove: 0.18 })],
  lights: [softBox([-60, 44, 44], [0, -9, 0], 30, 30, 0.9)],
  camera: { from: [0, -8.8, 120], to: [0, -8.8, 0], height: 27.5 },
  room: (_x, y, z) => 0.34 + 0.1 * z + 0.05 * y,
});

import { TEE } from '../cloth/garment';
import { laidFlat } from '../cloth/poses';
import type { Set } from '../render/world';
import { table } from './ground';
import { softBox } from './light';

export const teeFlat = (): Set => ({
  meshes: [table('laid'), ...laidFlat(TEE, 3)],
  lights: [softBox([-95, 55, 62], [0, -13, 0], 44, 44, 0.9)],
  camera: { from: [0, -13.6, 150], to: [0, -13.6, 0], height: 40 },
  room: (_x, y, z) => 0.34 + 0.1 * z + 0.05 * y,
});

import { TEE } from '../cloth/garment';
import { folded } from '../cloth/poses';
import type { Set } from '../render/world';
import { table } from './ground';
import { softBox } from './light';

export const teeFolded = (): Set => ({
  meshes: [table('laid'), ...folded(TEE, 12)],
  lights: [softBox([-70, 34, 40], [0, -11, 0], 34, 34, 0.95)],
  camera: { from: [0, -11.4, 130], to: [0, -11.4, 0], height: 30 },
  room: (_x, y, z) => 0.33 + 0.1 * z + 0.05 * y,
});

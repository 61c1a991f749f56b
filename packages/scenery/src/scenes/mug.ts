import { gridMesh, moved, tube, type Look, type Mesh } from '../render/mesh';
import type { Set } from '../render/world';
import { softBox } from './light';
import { table } from './ground';

const GLAZE: Look = {
  role: 'blank',
  albedo: [0.78, 0.78, 0.78],
  gloss: { f0: 0.045, roughness: 0.08 },
  print: 1,
};
const BARE: Look = { ...GLAZE, print: undefined };

/** A mug of 11 oz stood on a table: 3.2 in across, 3.7 in high; the handle's middle is `turn` degrees from the right. */
function mug(): Mesh[] {
  const [r, high] = [1.6, 3.7];
  /** Half outline from the middle of the foot up the outside and down the inside, with its length. */
  const profile: [number, number][] = [];
  const arc = (cx: number, cy: number, rad: number, from: number, to: number, n: number) => {
    for (let i = 0; i <= n; i++) {
      const a = ((from + ((to - from) * i) / n) * Math.PI) / 180;
      profile.push([cx + rad * Math.cos(a), cy + rad * Math.sin(a)]);
    }
  };
  profile.push([0, 0.06], [1.18, 0.06], [1.22, 0.0], [1.4, 0.0]);
  arc(r - 0.16, 0.16, 0.16, -80, 0, 10);
  for (let i = 1; i < 24; i++) profile.push([r, 0.16 + ((high - 0.24) * i) / 24]);
  arc(r - 0.075, high - 0.08, 0.075, 0, 180, 12);
  for (let i = 1; i < 16; i++) profile.push([r - 0.15, high - 0.08 - ((high - 0.7) * i) / 16]);
  arc(r - 0.55, 0.6, 0.4, 0, -90, 8);
  profile.push([0, 0.2]);
  const body = gridMesh(GLAZE, 128, profile.length - 1, (s, t) => {
    const [q, y] = profile[Math.round(t * (profile.length - 1))];
    // The seam of the grid is under the handle.
    const angle = s * 2 * Math.PI;
    return [q * Math.cos(angle), y, -q * Math.sin(angle), (s - 0.5) * 2 * Math.PI * r, high - 0.05 - y];
  });
  // The outside looks outwards.
  for (let i = 0; i < body.triangles.length; i += 3)
    [body.triangles[i], body.triangles[i + 1]] = [body.triangles[i + 1], body.triangles[i]];
  // Print goes on the outside alone: everything above the rim and within is bare.
  const outside = 6 + 11 + 23;
  const cut = (from: number, to: number, look: Look): Mesh => ({
    ...body,
    look,
    triangles: body.triangles.slice(from * 128 * 6, to * 128 * 6),
  });
  const handle = tube(
    BARE,
    Array.from({ length: 41 }, (_, i) => {
      const a = (-1.32 + (2.64 * i) / 40) * 1.0;
      return [r - 0.28 + 1.22 * Math.cos(a) * 0.95, 1.92 + 1.12 * Math.sin(a), 0] as const;
    }),
    (t) => 0.19 + 0.07 * (2 * t - 1) ** 4,
    28,
  );
  // A handle is flatter than it is wide.
  for (let i = 2; i < handle.at.length; i += 3) handle.at[i] *= 1.35;
  return [cut(0, outside, GLAZE), cut(outside, profile.length - 1, BARE), handle];
}

/** A mug on a table, its handle `turn` degrees from the right towards the viewer. */
const mugAt = (turn: number): Set => ({
  meshes: [table('stood'), ...mug().map((m) => moved(m, -turn))],
  lights: [softBox([-12, 6.5, 9], [0, 1.8, 0], 7, 13, 0.6), softBox([13, 6, 2], [0, 1.8, 0], 3.5, 12, 0.3)],
  camera: {
    from: [0, 3.9, 24],
    to: [turn === -28 ? 0.35 : turn === 208 ? -0.35 : 0, 1.72, 0],
    height: 6,
    aperture: 0.12,
  },
  room: (_x, y, z) => 0.3 + 0.12 * y + 0.05 * z,
});

/** The handle at the right: what is printed left of it. */
export const mugLeft = (): Set => mugAt(-28);
export const mugRight = (): Set => mugAt(208);
/** The side away from the handle. */
export const mugFront = (): Set => mugAt(-90);

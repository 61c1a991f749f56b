import { gridMesh, type Look, type Mesh } from '../render/mesh';
import type { Set } from '../render/world';
import { table } from './ground';
import { softBox } from './light';

const groove = (d: number, w: number) => Math.exp(-((d / w) ** 2));

/** A cap of six panels with a curved peak, seen from before. */
function cap(): Mesh[] {
  const [a, c, high] = [3.35, 3.7, 4.5];
  const rise = 0.75;
  const seams = [0, 60, 120, 180, 240, 300].map((d) => (d * Math.PI) / 180);
  const cloth: Look = {
    role: 'blank',
    albedo: [0.5, 0.5, 0.5],
    print: 1,
    relief: (u, v, edge) => {
      const twill = 0.0022 * Math.sin((u + v) * 2 * Math.PI * 22);
      return twill - 0.03 * groove(edge, 0.05) + 0.012 * groove(edge - 0.2, 0.04);
    },
  };
  const edges: number[] = [];
  const crown = gridMesh(cloth, 240, 80, (s, t) => {
    // From the top down to the band; 0 is straight ahead.
    const w = (s - 0.5) * 2 * Math.PI;
    const down = t * 0.5 * Math.PI * 1.02;
    const front = 0.5 + 0.5 * Math.cos(w);
    // Stiff front panels stand steeper than the back falls.
    const full = Math.sin(down) ** (0.78 - 0.16 * front);
    const y = rise + (high - rise) * Math.max(0, Math.cos(down)) ** (0.9 - 0.2 * front);
    const [x, z] = [a * full * Math.sin(w), c * full * Math.cos(w)];
    let away = 99;
    for (const seam of seams) {
      const d = Math.abs(Math.atan2(Math.sin(w - seam), Math.cos(w - seam)));
      away = Math.min(away, d * a * full);
    }
    edges.push(Math.min(away, 3));
    // Up and down along the front panel, from the middle of where a patch sits.
    return [x, y, z, w * a * full, (1 - Math.cos(down)) * 2.1 + down * 1.2 - 2.55];
  });
  const button: Mesh = gridMesh({ ...cloth, print: undefined }, 24, 8, (s, t) => {
    const [w, d] = [s * 2 * Math.PI, t * Math.PI * 0.5];
    return [
      0.24 * Math.sin(d) * Math.sin(w),
      high - 0.04 + 0.14 * Math.cos(d),
      0.24 * Math.sin(d) * Math.cos(w),
      s,
      t,
    ];
  });
  const peakLook: Look = {
    ...cloth,
    print: undefined,
    // Rows of stitches that follow the edge of the peak.
    relief: (u, v) =>
      0.0022 * Math.sin((u + v) * 2 * Math.PI * 22) -
      0.014 * groove((((v % 0.32) + 0.32) % 0.32) - 0.16, 0.035),
  };
  const peak = (under: number) =>
    gridMesh(peakLook, 80, 24, (s, t) => {
      const w = (s - 0.5) * Math.PI * 0.93;
      const k = Math.sqrt(Math.max(0, Math.cos(w)));
      const reach = 2.75 * k * t;
      const [x, z] = [(a + 0.02) * Math.sin(w) * (1 + 0.04 * t * k), (c - 0.02) * Math.cos(w) + reach];
      const y = rise + 0.06 - under - 0.09 * reach - 0.062 * x * x * (0.35 + 0.65 * t) + 0.25 * (1 - t);
      return [x, y, z, w * 4, reach + 0.02];
    });
  const back = peak(0.12);
  // The underside is seen from below alone.
  for (let i = 0; i < back.triangles.length; i += 3)
    [back.triangles[i], back.triangles[i + 1]] = [back.triangles[i + 1], back.triangles[i]];
  return [{ ...crown, edge: Float32Array.from(edges) }, button, peak(0), back];
}

export function capFront(): Set {
  const meshes = cap();
  let low = 9;
  for (const m of meshes) for (let i = 1; i < m.at.length; i += 3) low = Math.min(low, m.at[i]);
  for (const m of meshes) for (let i = 1; i < m.at.length; i += 3) m.at[i] -= low;
  return {
    meshes: [table('stood'), ...meshes],
    lights: [softBox([-15, 15, 18], [0, 2.5, 2], 11, 11, 0.8), softBox([16, 7, 6], [0, 2.5, 0], 5, 12, 0.18)],
    camera: { from: [-3.4, 6.2, 42], to: [0, 2.6, 1], height: 9.4 },
    room: (_x, y, z) => 0.28 + 0.11 * y + 0.05 * z,
  };
}

import type { Light } from '../render/world';

type V3 = readonly [number, number, number];

/** A soft box at a place, looking at another, of a width and height in inches, that gives a matt white there about `light`. */
export function softBox(at: V3, aim: V3, width: number, height: number, light: number): Light {
  const d = [aim[0] - at[0], aim[1] - at[1], aim[2] - at[2]];
  const l = Math.hypot(d[0], d[1], d[2]);
  const [x, y, z] = d.map((v) => v / l);
  const up: V3 = Math.abs(y) < 0.95 ? [0, 1, 0] : [0, 0, -1];
  let across: V3 = [y * up[2] - z * up[1], z * up[0] - x * up[2], x * up[1] - y * up[0]];
  const al = Math.hypot(...across);
  across = [across[0] / al, across[1] / al, across[2] / al];
  const own: V3 = [
    across[1] * z - across[2] * y,
    across[2] * x - across[0] * z,
    across[0] * y - across[1] * x,
  ];
  const scaled = (v: V3, k: number): V3 => [v[0] * k, v[1] * k, v[2] * k];
  return {
    middle: at,
    across: scaled(across, width / 2),
    up: scaled(own, height / 2),
    power: (light * Math.PI * l * l) / (width * height),
  };
}

import { hypot } from '../../geometry';
import { blurPlane, type Plane } from '../../raster';

const { abs, atan2, cos, floor, log, max, min, sin, sqrt, PI } = Math;

/** The value below which a share of the values lies; they are put in order. NaN for none. */
export function quantile(values: Float32Array, share: number): number {
  if (!values.length) return NaN;
  values.sort();
  return values[min(values.length - 1, floor(share * values.length))];
}

/** Most places that are looked at for a measure. */
const MOST = 60_000;

/** Every how many px of a plane are looked at. */
const stepFor = (n: number): number => max(1, floor(n / MOST));

/**
 * The spread of a plane's noise, in its own unit: by the median of the mask that answers neither to light nor to edges
 * (J. Immerkær, "Fast noise variance estimation", 1996; its median instead of its mean, so that weave and edges weigh
 * less). Where `within` is 0 nothing is looked at. 0 where there is too little to see.
 */
export function grainOf({ width, height, data }: Plane, within: Uint8Array | null = null): number {
  const found: number[] = [];
  const step = stepFor(width * height);
  for (let i = width + 1; i < data.length - width - 1; i += step) {
    const x = i % width;
    if (x === 0 || x === width - 1 || (within && !within[i])) continue;
    const v =
      data[i - width - 1] -
      2 * data[i - width] +
      data[i - width + 1] -
      2 * data[i - 1] +
      4 * data[i] -
      2 * data[i + 1] +
      data[i + width - 1] -
      2 * data[i + width] +
      data[i + width + 1];
    found.push(abs(v));
  }
  if (found.length < 50) return 0;
  // The mask's squares add up to 36; a normal spread is 1.4826 times the median of what is off it.
  return (1.4826 * quantile(Float32Array.from(found), 0.5)) / 6;
}

/**
 * The spread of a plane's sharpest edges, px: from how much less steep they are once blurred by a known spread, σ =
 * σ₀ ⁄ √(R² − 1) (S. Zhuo and T. Sim, "Defocus map estimation from a single image", 2011). A sharp picture has about
 * 0.5. NaN where it has no edges.
 */
export function softnessOf(plane: Plane): number {
  const again = 1;
  // A little blur first takes noise and the grid away; it is taken off at the end, and so is the slope's own spread:
  // from one neighbour to the other it is as wide as a box of two px.
  const before = 0.7;
  const known = before * before + 1 / 3;
  const own = blurPlane(plane, before);
  const blurred = blurPlane(plane, hypot(before, again));
  const { width, data } = own;
  const at = (d: Float32Array, i: number) => hypot(d[i + 1] - d[i - 1], d[i + width] - d[i - width]);
  const steep: { g: number; i: number }[] = [];
  const step = stepFor(data.length / 4);
  for (let i = width + 1; i < data.length - width - 1; i += step) {
    // From one row's end to the next one's beginning is no edge.
    if (i % width === 0 || i % width === width - 1) continue;
    const g = at(data, i);
    if (g > 0.02) steep.push({ g, i });
  }
  if (steep.length < 20) return NaN;
  steep.sort((a, b) => b.g - a.g);
  const sharpest = steep.slice(0, max(20, floor(steep.length / 50)));
  const spreads = Float32Array.from(sharpest, ({ g, i }) => {
    const ratio = g / max(1e-6, at(blurred.data, i));
    return ratio > 1.001 ? again / sqrt(ratio * ratio - 1) : 10;
  });
  const spread = quantile(spreads, 0.25);
  return sqrt(max(0.09, spread * spread - known));
}

/**
 * The direction in which a plane of light grows across what is looked at: a plane is laid through the logarithm of the
 * light by least squares. x right, y down, of length 1; null where it grows by less than a twentieth from side to side.
 */
export function lightFrom(
  { width, height, data }: Plane,
  within: Uint8Array | null,
): [number, number] | null {
  let n = 0;
  let [sx, sy, sz, sxx, sxy, syy, sxz, syz] = [0, 0, 0, 0, 0, 0, 0, 0];
  const step = stepFor(data.length);
  for (let i = 0; i < data.length; i += step) {
    if (within && !within[i]) continue;
    const x = (i % width) / width - 0.5;
    const y = floor(i / width) / width - (0.5 * height) / width;
    const z = log(max(1e-3, data[i]));
    n++;
    sx += x;
    sy += y;
    sz += z;
    sxx += x * x;
    sxy += x * y;
    syy += y * y;
    sxz += x * z;
    syz += y * z;
  }
  if (n < 50) return null;
  const [xx, xy, yy] = [sxx - (sx * sx) / n, sxy - (sx * sy) / n, syy - (sy * sy) / n];
  const [xz, yz] = [sxz - (sx * sz) / n, syz - (sy * sz) / n];
  const det = xx * yy - xy * xy;
  if (!(det > 1e-9 * n * n)) return null;
  const gx = (xz * yy - yz * xy) / det;
  const gy = (yz * xx - xz * xy) / det;
  // What is looked at spans about so much of the picture.
  const span = sqrt((12 * (xx + yy)) / n / 2);
  if (hypot(gx, gy) * span < log(1.05)) return null;
  const turn = atan2(gy, gx);
  return [cos(turn), sin(turn)];
}

const FROM = [
  'from the right',
  'from the bottom right',
  'from below',
  'from the bottom left',
  'from the left',
  'from the top left',
  'from above',
  'from the top right',
];

/** Where light comes from in words, as it is seen in the picture. */
export const fromWords = (from: readonly [number, number] | null): string =>
  from ? FROM[floor((atan2(from[1], from[0]) / (PI / 4) + 8.5) % 8)] : 'even';

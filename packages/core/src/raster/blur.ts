import type { RasterImage } from './image';

/** One plane of numbers, row by row. */
export interface Plane {
  width: number;
  height: number;
  data: Float32Array;
}

/** Widths of three box filters that together are as wide as a Gaussian (Kovesi 2010). */
function boxesOf(sigma: number): number[] {
  const ideal = Math.sqrt(4 * sigma * sigma + 1);
  const low = Math.floor(ideal) - (Math.floor(ideal) % 2 === 0 ? 1 : 0);
  const m = Math.round((12 * sigma * sigma - 3 * low * low - 12 * low - 9) / (-4 * low - 4));
  return [0, 1, 2].map((i) => (i < m ? low : low + 2));
}

/** A Gaussian's weights from its middle outwards, which add up to 1 on both sides. */
function kernelOf(sigma: number): Float32Array {
  const reach = Math.max(1, Math.ceil(3 * sigma));
  const k = Float32Array.from({ length: reach + 1 }, (_, i) => Math.exp(-(i * i) / (2 * sigma * sigma)));
  const sum = 2 * k.reduce((a, b) => a + b, 0) - k[0];
  return k.map((v) => v / sum);
}

const FINE = 2.5;

/** One line of `n` values, `step` apart; beyond its ends they go on as at the end. */
function boxLine(from: Float32Array, to: Float32Array, at: number, step: number, n: number, width: number) {
  const r = (width - 1) >> 1;
  const first = from[at];
  const last = from[at + (n - 1) * step];
  let sum = first * (r + 1);
  for (let i = 0; i < r; i++) sum += i < n ? from[at + i * step] : last;
  for (let i = 0; i < n; i++) {
    sum += i + r < n ? from[at + (i + r) * step] : last;
    to[at + i * step] = sum / width;
    sum -= i - r >= 0 ? from[at + (i - r) * step] : first;
  }
}

function kernelLine(
  from: Float32Array,
  to: Float32Array,
  at: number,
  step: number,
  n: number,
  k: Float32Array,
) {
  const r = k.length - 1;
  const last = n - 1;
  for (let i = 0; i < n; i++) {
    let sum = from[at + i * step] * k[0];
    for (let j = 1; j <= r; j++)
      sum += k[j] * (from[at + (i < j ? 0 : i - j) * step] + from[at + (i + j > last ? last : i + j) * step]);
    to[at + i * step] = sum;
  }
}

/**
 * A plane blurred by a Gaussian of `sigma` px: by its own weights where it is fine, else by three boxes. Beyond the
 * rim the plane goes on as it is there. The plane given is left as it is.
 */
export function blurPlane({ width, height, data }: Plane, sigma: number): Plane {
  if (!(sigma > 0.05) || width === 0 || height === 0) return { width, height, data: data.slice() };
  let a = data;
  const b = new Float32Array(data.length);
  const pass = (
    line: (from: Float32Array, to: Float32Array, at: number, step: number, n: number) => void,
  ) => {
    for (let y = 0; y < height; y++) line(a, b, y * width, 1, width);
    const c = a === data ? new Float32Array(data.length) : a;
    for (let x = 0; x < width; x++) line(b, c, x, width, height);
    a = c;
  };
  if (sigma < FINE) {
    const k = kernelOf(sigma);
    pass((from, to, at, step, n) => kernelLine(from, to, at, step, n, k));
  } else for (const w of boxesOf(sigma)) pass((from, to, at, step, n) => boxLine(from, to, at, step, n, w));
  return { width, height, data: a };
}

/** One of an image's components (3: alpha) as a plane, 0–255. */
export function planeOf({ width, height, data }: RasterImage, component: 0 | 1 | 2 | 3): Plane {
  const plane = new Float32Array(width * height);
  for (let i = 0; i < plane.length; i++) plane[i] = data[4 * i + component];
  return { width, height, data: plane };
}

/**
 * An image blurred by a Gaussian of `sigma` px: colours weigh as much as they cover, so that what is clear brings no
 * colour in. With `alpha` false what it covers stays as it is.
 */
export function blurImage(image: RasterImage, sigma: number, alpha = true): RasterImage {
  const { width, height } = image;
  const cover = planeOf(image, 3);
  const soft = blurPlane(cover, sigma).data;
  const data = new Uint8ClampedArray(image.data);
  for (const c of [0, 1, 2] as const) {
    const plane = planeOf(image, c);
    for (let i = 0; i < plane.data.length; i++) plane.data[i] *= cover.data[i];
    const blurred = blurPlane(plane, sigma).data;
    for (let i = 0; i < blurred.length; i++) if (soft[i] > 0.01) data[4 * i + c] = blurred[i] / soft[i];
  }
  if (alpha) for (let i = 0; i < soft.length; i++) data[4 * i + 3] = soft[i];
  return { width, height, data };
}

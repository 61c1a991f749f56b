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

/** Rows blurred by a box; beyond their ends they go on as at the end. */
function boxRows(from: Float32Array, to: Float32Array, width: number, height: number, size: number): void {
  const r = (size - 1) >> 1;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const first = from[row];
    const last = from[row + width - 1];
    let sum = first * (r + 1);
    for (let i = 0; i < r; i++) sum += i < width ? from[row + i] : last;
    for (let i = 0; i < width; i++) {
      sum += i + r < width ? from[row + i + r] : last;
      to[row + i] = sum / size;
      sum -= i - r >= 0 ? from[row + i - r] : first;
    }
  }
}

/** The same down the columns, a row at a time: what lies side by side is read side by side. */
function boxColumns(from: Float32Array, to: Float32Array, width: number, height: number, size: number): void {
  const r = (size - 1) >> 1;
  const rowAt = (y: number) => (y < 0 ? 0 : y >= height ? height - 1 : y) * width;
  const sums = new Float64Array(width);
  for (let k = -r; k < r; k++) {
    const row = rowAt(k);
    for (let x = 0; x < width; x++) sums[x] += from[row + x];
  }
  for (let y = 0; y < height; y++) {
    const [added, gone, row] = [rowAt(y + r), rowAt(y - r), y * width];
    for (let x = 0; x < width; x++) {
      const sum = sums[x] + from[added + x];
      to[row + x] = sum / size;
      sums[x] = sum - from[gone + x];
    }
  }
}

function kernelRows(
  from: Float32Array,
  to: Float32Array,
  width: number,
  height: number,
  k: Float32Array,
): void {
  const r = k.length - 1;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) {
      let sum = from[row + x] * k[0];
      for (let j = 1; j <= r; j++) {
        const left = x < j ? 0 : x - j;
        const right = x + j >= width ? width - 1 : x + j;
        sum += k[j] * (from[row + left] + from[row + right]);
      }
      to[row + x] = sum;
    }
  }
}

function kernelColumns(
  from: Float32Array,
  to: Float32Array,
  width: number,
  height: number,
  k: Float32Array,
): void {
  const r = k.length - 1;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) to[row + x] = from[row + x] * k[0];
    for (let j = 1; j <= r; j++) {
      const up = (y < j ? 0 : y - j) * width;
      const down = (y + j >= height ? height - 1 : y + j) * width;
      const w = k[j];
      for (let x = 0; x < width; x++) to[row + x] += w * (from[up + x] + from[down + x]);
    }
  }
}

/**
 * A plane blurred by a Gaussian of `sigma` px: by its own weights where it is fine, else by three boxes. Beyond the
 * rim the plane goes on as it is there. The plane given is left as it is.
 */
export function blurPlane({ width, height, data }: Plane, sigma: number): Plane {
  if (!(sigma > 0.05) || width === 0 || height === 0) return { width, height, data: data.slice() };
  const between = new Float32Array(data.length);
  const out = new Float32Array(data.length);
  if (sigma < FINE) {
    const k = kernelOf(sigma);
    kernelRows(data, between, width, height, k);
    kernelColumns(between, out, width, height, k);
    return { width, height, data: out };
  }
  let from = data;
  for (const size of boxesOf(sigma)) {
    boxRows(from, between, width, height, size);
    boxColumns(between, out, width, height, size);
    from = out;
  }
  return { width, height, data: out };
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

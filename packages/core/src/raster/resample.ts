import { encoded, linearLight } from '../colour';
import type { RasterImage } from './image';
import { RESAMPLE_KERNEL } from './resample-kernel';

/** Reach of the kernel, px of the coarser image. */
const LOBES = 3;

/** Lanczos kernel of three lobes (Duchon 1979): sinc(x) · sinc(x ⁄ 3). */
export function lanczos3(x: number): number {
  if (x === 0) return 1;
  if (Math.abs(x) >= LOBES) return 0;
  const p = Math.PI * x;
  return (LOBES * Math.sin(p) * Math.sin(p / LOBES)) / (p * p);
}

/** sRGB 0–255 to linear light 0–1 (IEC 61966-2-1). */
const LINEAR = Float32Array.from({ length: 256 }, (_, v) => linearLight(v));
/** Linear light in steps of 1 ⁄ 16383 to sRGB 0–255: a fifth of a level where it is steepest, and small enough to stay near. */
const STEPS = 16383;
const ENCODED = Uint8Array.from({ length: STEPS + 1 }, (_, i) => Math.round(encoded(i / STEPS)));

/** For each target px the first source px that it reads, and the weights of those. */
interface Taps {
  first: Int32Array;
  weights: Float32Array;
  /** Weights kept for each target px. */
  count: number;
}

/** Weights along one axis. `from` to `to` of the source spans the target's whole length. */
function tapsOf(source: number, from: number, to: number, target: number): Taps {
  const scale = (to - from) / target;
  const spread = Math.max(1, scale);
  const count = Math.min(source, Math.ceil(2 * LOBES * spread) + 1);
  const first = new Int32Array(target);
  const weights = new Float32Array(target * count);
  for (let i = 0; i < target; i++) {
    const centre = from + (i + 0.5) * scale - 0.5;
    const start = Math.max(0, Math.min(source - count, Math.ceil(centre - LOBES * spread)));
    first[i] = start;
    let sum = 0;
    for (let k = 0; k < count; k++) {
      const w = lanczos3((start + k - centre) / spread);
      weights[i * count + k] = w;
      sum += w;
    }
    // Beyond the edge there is nothing to weigh: the rest counts for all.
    for (let k = 0; k < count; k++) weights[i * count + k] /= sum;
  }
  return { first, weights, count };
}

/** A source row as linear light times alpha, stretched to the target's width. */
function stretchedRow(
  image: RasterImage,
  y: number,
  taps: Taps,
  linear: Float32Array,
  out: Float32Array,
): void {
  const { width, data } = image;
  const begin = taps.first[0];
  const end = Math.min(width, taps.first[taps.first.length - 1] + taps.count);
  let at = (y * width + begin) * 4;
  for (let x = begin * 4; x < end * 4; x += 4, at += 4) {
    const a = data[at + 3] / 255;
    linear[x] = LINEAR[data[at]] * a;
    linear[x + 1] = LINEAR[data[at + 1]] * a;
    linear[x + 2] = LINEAR[data[at + 2]] * a;
    linear[x + 3] = a;
  }
  const { first, weights, count } = taps;
  for (let i = 0; i < first.length; i++) {
    let [r, g, b, a] = [0, 0, 0, 0];
    let from = first[i] * 4;
    for (let k = i * count; k < (i + 1) * count; k++, from += 4) {
      const w = weights[k];
      r += w * linear[from];
      g += w * linear[from + 1];
      b += w * linear[from + 2];
      a += w * linear[from + 3];
    }
    out[i * 4] = r;
    out[i * 4 + 1] = g;
    out[i * 4 + 2] = b;
    out[i * 4 + 3] = a;
  }
}

/** Writes linear light times alpha as straight sRGB. The kernel overshoots at edges: what is more than there can be is cut. */
function put(out: Uint8ClampedArray, at: number, r: number, g: number, b: number, alpha: number): void {
  const a = alpha >= 1 ? 1 : alpha;
  if (a < 0.5 / 255) return;
  const k = STEPS / a;
  out[at] = ENCODED[r <= 0 ? 0 : r >= a ? STEPS : (r * k + 0.5) | 0];
  out[at + 1] = ENCODED[g <= 0 ? 0 : g >= a ? STEPS : (g * k + 0.5) | 0];
  out[at + 2] = ENCODED[b <= 0 ? 0 : b >= a ? STEPS : (b * k + 0.5) | 0];
  // It is rounded as it is kept.
  out[at + 3] = a * 255;
}

const NOTHING = new Float32Array(0);

/** Adds rows by their weights, four at a time: each pass over the sum costs as much as four rows. */
function weigh(sum: Float32Array, rows: readonly Float32Array[], weights: readonly number[]): void {
  const n = sum.length;
  for (let k = 0; k < rows.length; k += 4) {
    const [a, b = NOTHING, c = NOTHING, d = NOTHING] = rows.slice(k, k + 4);
    const [wa, wb, wc, wd] = weights.slice(k, k + 4);
    if (d !== NOTHING) for (let i = 0; i < n; i++) sum[i] += wa * a[i] + wb * b[i] + wc * c[i] + wd * d[i];
    else if (c !== NOTHING) for (let i = 0; i < n; i++) sum[i] += wa * a[i] + wb * b[i] + wc * c[i];
    else if (b !== NOTHING) for (let i = 0; i < n; i++) sum[i] += wa * a[i] + wb * b[i];
    else for (let i = 0; i < n; i++) sum[i] += wa * a[i];
  }
}

/** How a size is reached: the taps along both axes. */
interface Way {
  across: Taps;
  down: Taps;
  width: number;
  height: number;
}

/** Pixels at another size, in plain numbers: where there is no {@link Kernel}, and what that is held against. */
function resamplePlainly(image: RasterImage, { across, down, width, height }: Way): Uint8ClampedArray {
  const out = new Uint8ClampedArray(width * height * 4);
  const linear = new Float32Array(image.width * 4);
  const rows = Array.from({ length: down.count }, () => new Float32Array(width * 4));
  const holds = new Int32Array(down.count).fill(-1);
  const sum = new Float32Array(width * 4);
  for (let y = 0; y < height; y++) {
    sum.fill(0);
    const used: Float32Array[] = [];
    const weights: number[] = [];
    for (let k = 0; k < down.count; k++) {
      const weight = down.weights[y * down.count + k];
      if (weight === 0) continue;
      const source = down.first[y] + k;
      const slot = source % down.count;
      if (holds[slot] !== source) {
        stretchedRow(image, source, across, linear, rows[slot]);
        holds[slot] = source;
      }
      used.push(rows[slot]);
      weights.push(weight);
    }
    weigh(sum, used, weights);
    for (let i = 0; i < sum.length; i += 4)
      put(out, y * width * 4 + i, sum[i], sum[i + 1], sum[i + 2], sum[i + 3]);
  }
  return out;
}

/** What resample-kernel.wat gives; places are bytes of its memory. */
interface Kernel {
  memory: { buffer: ArrayBuffer; grow(pages: number): number };
  linear(from: number, to: number, n: number, table: number): void;
  stretch(from: number, to: number, first: number, weights: number, count: number, n: number): void;
  weigh(sum: number, row: number, weight: number, n: number): void;
  put(sum: number, to: number, n: number, table: number): void;
}

const PAGE = 65536;
/** A kernel with no more memory than this is kept for the next time, bytes. */
const KEPT = 24_000_000;
let kept: Kernel | null = null;
let unknown = true;
let bytes: Uint8Array<ArrayBuffer> | null = null;

/** A kernel with so many bytes of memory; null where this platform has none that counts in fours. */
function kernelWith(size: number): Kernel | null {
  if (unknown) {
    unknown = false;
    const made = Uint8Array.from(atob(RESAMPLE_KERNEL), (c) => c.charCodeAt(0));
    if (typeof WebAssembly === 'object' && WebAssembly.validate(made)) bytes = made;
  }
  if (!bytes) return null;
  const kernel =
    kept ?? (new WebAssembly.Instance(new WebAssembly.Module(bytes)).exports as unknown as Kernel);
  const missing = size - kernel.memory.buffer.byteLength;
  if (missing > 0) kernel.memory.grow(Math.ceil(missing / PAGE));
  kept = kernel.memory.buffer.byteLength <= KEPT ? kernel : null;
  return kernel;
}

/** The same, the four components of a pixel at once; null where that cannot be. */
function resampleInFours(image: RasterImage, { across, down, width, height }: Way): Uint8ClampedArray | null {
  let size = 0;
  const room = (length: number): number => {
    const at = size;
    size += Math.ceil(length / 16) * 16;
    return at;
  };
  const light = room(LINEAR.byteLength);
  const values = room(ENCODED.byteLength);
  const first = room(across.first.byteLength);
  const weights = room(across.weights.byteLength);
  const begin = across.first[0];
  const wide = Math.min(image.width, across.first[width - 1] + across.count) - begin;
  const source = room(4 * wide);
  const linear = room(16 * wide);
  const row = 16 * width;
  const rows = room(row * down.count);
  const sum = room(row);
  const target = room(4 * width);
  const kernel = kernelWith(size);
  if (!kernel) return null;
  const memory = new Uint8Array(kernel.memory.buffer);
  new Float32Array(memory.buffer, light, LINEAR.length).set(LINEAR);
  memory.set(ENCODED, values);
  new Int32Array(memory.buffer, first, width).set(across.first.map((at) => at - begin));
  new Float32Array(memory.buffer, weights, across.weights.length).set(across.weights);
  memory.fill(0, sum, sum + row);
  const out = new Uint8ClampedArray(width * height * 4);
  const holds = new Int32Array(down.count).fill(-1);
  for (let y = 0; y < height; y++) {
    for (let k = 0; k < down.count; k++) {
      const weight = down.weights[y * down.count + k];
      if (weight === 0) continue;
      const from = down.first[y] + k;
      const slot = from % down.count;
      if (holds[slot] !== from) {
        const at = 4 * (from * image.width + begin);
        memory.set(image.data.subarray(at, at + 4 * wide), source);
        kernel.linear(source, linear, wide, light);
        kernel.stretch(linear, rows + slot * row, first, weights, across.count, width);
        holds[slot] = from;
      }
      kernel.weigh(sum, rows + slot * row, weight, width);
    }
    kernel.put(sum, target, width, values);
    out.set(memory.subarray(target, target + 4 * width), 4 * y * width);
  }
  return out;
}

/**
 * An image at another size: Lanczos of three lobes, in linear light with premultiplied alpha, stretched to
 * cover what is shrunk. `from` is the part of the source that fills the target, px; the whole when left
 * out. Holds a few rows besides the two images. `by` leaves the kernel that counts in fours out, for tests. Throws a RangeError
 * for a target of no size.
 */
export function resample(
  image: RasterImage,
  width: number,
  height: number,
  from = { left: 0, top: 0, right: image.width, bottom: image.height },
  by: 'fours' | 'plain' = 'fours',
): RasterImage {
  if (!(width >= 1 && height >= 1)) throw new RangeError('an image needs at least one pixel');
  const across = tapsOf(image.width, from.left, from.right, width);
  const down = tapsOf(image.height, from.top, from.bottom, height);
  const way = { across, down, width, height };
  const data = (by === 'fours' ? resampleInFours(image, way) : null) ?? resamplePlainly(image, way);
  return { width, height, data };
}

/** Phases of the kernel that are tabled for free maps. */
const PHASES = 512;
const KERNEL = Array.from({ length: PHASES + 1 }, (_, p) => {
  const taps = Array.from({ length: 2 * LOBES }, (_, k) => lanczos3(k - (LOBES - 1) - p / PHASES));
  const sum = taps.reduce((a, b) => a + b, 0);
  return Float32Array.from(taps, (t) => t / sum);
});

/**
 * An image under a map that keeps its scale about 1 : 1, a turn say: `inverse` gives the source place of a
 * target place (both px, pixel middles at halves). Lanczos of three lobes in linear light; clear outside.
 */
export function remap(
  image: RasterImage,
  width: number,
  height: number,
  inverse: (x: number, y: number) => readonly [number, number],
): RasterImage {
  const out = new Uint8ClampedArray(width * height * 4);
  const { data, width: w, height: h } = image;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [sx, sy] = inverse(x + 0.5, y + 0.5);
      if (sx < -LOBES || sy < -LOBES || sx > w + LOBES || sy > h + LOBES) continue;
      const [fx, fy] = [Math.floor(sx - 0.5), Math.floor(sy - 0.5)];
      const kx = KERNEL[Math.round((sx - 0.5 - fx) * PHASES)];
      const ky = KERNEL[Math.round((sy - 0.5 - fy) * PHASES)];
      let [r, g, b, a] = [0, 0, 0, 0];
      for (let j = 0; j < 2 * LOBES; j++) {
        const py = fy + j - (LOBES - 1);
        if (py < 0 || py >= h) continue;
        for (let i = 0; i < 2 * LOBES; i++) {
          const px = fx + i - (LOBES - 1);
          if (px < 0 || px >= w) continue;
          const at = (py * w + px) * 4;
          const alpha = data[at + 3];
          if (alpha === 0) continue;
          const weight = (kx[i] * ky[j] * alpha) / 255;
          r += weight * LINEAR[data[at]];
          g += weight * LINEAR[data[at + 1]];
          b += weight * LINEAR[data[at + 2]];
          a += weight;
        }
      }
      put(out, (y * width + x) * 4, r, g, b, a);
    }
  return { width, height, data: out };
}

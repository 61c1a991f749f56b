import { linearLight } from '../colour';
import type { RasterImage } from './image';

const LINEAR = Float64Array.from({ length: 256 }, (_, i) => linearLight(i));
const f = (t: number) => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116);

/** CIELAB against D65 of 8-bit sRGB, written to `out` (L*, a*, b*). */
function lab(r: number, g: number, b: number, out: Float64Array): void {
  const lr = LINEAR[r];
  const lg = LINEAR[g];
  const lb = LINEAR[b];
  const x = f((0.4123908 * lr + 0.3575843 * lg + 0.1804808 * lb) / 0.9504559);
  const y = f(0.212639 * lr + 0.7151687 * lg + 0.0721923 * lb);
  const z = f((0.0193308 * lr + 0.1191948 * lg + 0.9505322 * lb) / 1.0890578);
  out[0] = 116 * y - 16;
  out[1] = 500 * (x - y);
  out[2] = 200 * (y - z);
}

/** CIELAB distance (ΔE 76, against D65) of two 8-bit sRGB colours. */
export function labDistance(p: readonly number[], q: readonly number[]): number {
  lab(p[0], p[1], p[2], FIRST);
  lab(q[0], q[1], q[2], SECOND);
  return Math.hypot(FIRST[0] - SECOND[0], FIRST[1] - SECOND[1], FIRST[2] - SECOND[2]);
}
const FIRST = new Float64Array(3);
const SECOND = new Float64Array(3);

/** What a picture's rim, its outermost row or column on all four sides, is like. */
export interface Rim {
  /** Share of rim pixels with alpha of at least 250. */
  opaque: number;
  /** Most common colour of the opaque rim, or null when there is none. */
  colour: readonly [number, number, number] | null;
  /** Share of rim pixels within ΔE 76 of 6 of that colour. */
  uniform: number;
}

function* rimIndices(width: number, height: number): Generator<number> {
  for (let x = 0; x < width; x++) {
    yield x;
    if (height > 1) yield (height - 1) * width + x;
  }
  for (let y = 1; y < height - 1; y++) {
    yield y * width;
    if (width > 1) yield y * width + width - 1;
  }
}

/** Looks at an image's rim: is it opaque, and of one colour? */
export function rimOf(image: RasterImage): Rim {
  const { data } = image;
  const bins = new Map<number, { n: number; r: number; g: number; b: number }>();
  let count = 0;
  let opaque = 0;
  for (const i of rimIndices(image.width, image.height)) {
    count++;
    if (data[i * 4 + 3] < 250) continue;
    opaque++;
    const [r, g, b] = [data[i * 4], data[i * 4 + 1], data[i * 4 + 2]];
    const key = ((r >> 4) << 8) | ((g >> 4) << 4) | (b >> 4);
    const bin = bins.get(key) ?? { n: 0, r: 0, g: 0, b: 0 };
    bins.set(key, { n: bin.n + 1, r: bin.r + r, g: bin.g + g, b: bin.b + b });
  }
  const most = [...bins.values()].sort((p, q) => q.n - p.n)[0];
  if (!most) return { opaque: 0, colour: null, uniform: 0 };
  const colour = [most.r, most.g, most.b].map((v) => Math.round(v / most.n)) as unknown as [
    number,
    number,
    number,
  ];
  const base = new Float64Array(3);
  const here = new Float64Array(3);
  lab(...colour, base);
  let near = 0;
  for (const i of rimIndices(image.width, image.height)) {
    if (data[i * 4 + 3] < 250) continue;
    lab(data[i * 4], data[i * 4 + 1], data[i * 4 + 2], here);
    if (Math.hypot(here[0] - base[0], here[1] - base[1], here[2] - base[2]) <= 6) near++;
  }
  return { opaque: opaque / count, colour, uniform: near / count };
}

/**
 * Takes the ground's share out of one rim pixel of `data`: the ink's colour is that of the pixel
 * two further in, and what lies between the two colours tells how much of the pixel is ink.
 */
function unmix(
  image: RasterImage,
  data: Uint8ClampedArray,
  isGround: Uint8Array,
  x: number,
  y: number,
  dx: number,
  dy: number,
  ground: readonly [number, number, number],
): void {
  const { width, height } = image;
  let [ix, iy] = [x + 2 * dx, y + 2 * dy];
  if (ix < 0 || iy < 0 || ix >= width || iy >= height || isGround[iy * width + ix] === 1)
    [ix, iy] = [x + dx, y + dy];
  if (ix < 0 || iy < 0 || ix >= width || iy >= height || isGround[iy * width + ix] === 1) return;
  const at = (y * width + x) * 4;
  const inner = (iy * width + ix) * 4;
  let along = 0;
  let whole = 0;
  for (let c = 0; c < 3; c++) {
    const toInk = image.data[inner + c] - ground[c];
    along += (image.data[at + c] - ground[c]) * toInk;
    whole += toInk * toInk;
  }
  if (whole < 64) return;
  const share = Math.max(0, Math.min(1, along / whole));
  if (share > 0.98) return;
  for (let c = 0; c < 3; c++)
    data[at + c] =
      share < 0.2 ? image.data[inner + c] : (image.data[at + c] - ground[c] * (1 - share)) / share;
  data[at + 3] = Math.round(image.data[at + 3] * share);
}

/**
 * The image without its ground: pixels within `tolerance` (ΔE 76) of the rim's colour that are
 * connected to the rim become transparent. Pixels next to them that mix ground and ink become partly
 * transparent, with the ground's share taken out of their colour, so that no fringe is left. An image whose rim has no opaque pixel is returned as it is.
 */
export function removeGround(image: RasterImage, tolerance: number): RasterImage {
  const { colour } = rimOf(image);
  if (!colour) return image;
  const { width, height } = image;
  const data = new Uint8ClampedArray(image.data);
  const base = new Float64Array(3);
  const here = new Float64Array(3);
  lab(...colour, base);
  const distance = (i: number) => {
    lab(data[i * 4], data[i * 4 + 1], data[i * 4 + 2], here);
    return Math.hypot(here[0] - base[0], here[1] - base[1], here[2] - base[2]);
  };
  const isGround = new Uint8Array(width * height);
  const queue = new Int32Array(width * height);
  let tail = 0;
  const visit = (i: number) => {
    if (isGround[i] || (data[i * 4 + 3] > 0 && distance(i) > tolerance)) return;
    isGround[i] = 1;
    queue[tail++] = i;
  };
  for (const i of rimIndices(width, height)) visit(i);
  for (let head = 0; head < tail; head++) {
    const i = queue[head];
    const x = i % width;
    if (x > 0) visit(i - 1);
    if (x < width - 1) visit(i + 1);
    if (i >= width) visit(i - width);
    if (i < width * (height - 1)) visit(i + width);
  }
  for (let k = 0; k < tail; k++) {
    const x = queue[k] % width;
    const y = (queue[k] - x) / width;
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) {
        const [nx, ny] = [x + dx, y + dy];
        if (nx < 0 || ny < 0 || nx >= width || ny >= height || isGround[ny * width + nx]) continue;
        isGround[ny * width + nx] = 2;
        unmix(image, data, isGround, nx, ny, dx, dy, colour);
      }
  }
  for (let k = 0; k < tail; k++) data.fill(0, queue[k] * 4, queue[k] * 4 + 4);
  return { width, height, data };
}

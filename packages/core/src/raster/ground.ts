import { hypot3 } from '../geometry';
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
  return hypot3(FIRST[0] - SECOND[0], FIRST[1] - SECOND[1], FIRST[2] - SECOND[2]);
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
    if (hypot3(here[0] - base[0], here[1] - base[1], here[2] - base[2]) <= 6) near++;
  }
  return { opaque: opaque / count, colour, uniform: near / count };
}

/** How a ground is told from what stands before it. */
export interface GroundRule {
  /** Largest CIELAB distance (ΔE 76) from the ground nearby that still counts as ground. */
  tolerance: number;
  /** What is enclosed by the figure and is like the ground is taken away, too. */
  holes: boolean;
  /** The ground in shadow is ground: its colour times one factor in linear light. */
  shadows: boolean;
}

/** Long side of the copy on which the ground is followed, in cells. */
const CELLS = 400;
/** How fast the mean of the ground follows what is accepted: slowly, so that it does not creep into the figure. */
const FOLLOW = 0.15;

/** The ground's colour all over a picture, in cells of `size` px. */
interface GroundField {
  size: number;
  across: number;
  /** Of each cell: red, green, blue; L*, a*, b*. */
  rgb: Float32Array;
  lab: Float32Array;
  /** Cells that are ground with all their neighbours. */
  deep: Uint8Array;
}

/** The mean colour of each cell's opaque pixels; a cell that has none is clear. */
function cellsOf(image: RasterImage, size: number, across: number, down: number) {
  const { width, height, data } = image;
  const rgb = new Float32Array(across * down * 3);
  const clear = new Uint8Array(across * down);
  for (let cy = 0; cy < down; cy++)
    for (let cx = 0; cx < across; cx++) {
      let [r, g, b, n] = [0, 0, 0, 0];
      for (let y = cy * size; y < Math.min(height, (cy + 1) * size); y++)
        for (let x = cx * size; x < Math.min(width, (cx + 1) * size); x++) {
          const p = (y * width + x) * 4;
          if (data[p + 3] < 8) continue;
          r += data[p];
          g += data[p + 1];
          b += data[p + 2];
          n++;
        }
      const c = cy * across + cx;
      if (n === 0) clear[c] = 1;
      else rgb.set([r / n, g / n, b / n], 3 * c);
    }
  return { rgb, clear };
}

/**
 * The ground's colour everywhere: followed inwards from those cells of the rim that have its most common colour, each
 * held against the mean of what was accepted beside it, so that a graded ground is followed; elsewhere that of the
 * nearest ground.
 */
function groundField(image: RasterImage, colour: readonly number[], tolerance: number): GroundField {
  const size = Math.max(1, Math.ceil(Math.max(image.width, image.height) / CELLS));
  const across = Math.ceil(image.width / size);
  const down = Math.ceil(image.height / size);
  const { rgb: own, clear } = cellsOf(image, size, across, down);
  const rgb = new Float32Array(own.length);
  const lab3 = new Float32Array(own.length);
  const state = new Uint8Array(clear.length);
  const queue = new Int32Array(clear.length);
  const here = new Float64Array(3);
  const base = new Float64Array(3);
  let tail = 0;
  const accept = (c: number, from: readonly number[] | Float32Array) => {
    for (let k = 0; k < 3; k++)
      rgb[3 * c + k] = clear[c] ? from[k] : from[k] + FOLLOW * (own[3 * c + k] - from[k]);
    state[c] = 1;
    queue[tail++] = c;
  };
  const distance = (c: number, from: readonly number[] | Float32Array) => {
    labOf(own[3 * c], own[3 * c + 1], own[3 * c + 2], here);
    labOf(from[0], from[1], from[2], base);
    return hypot3(here[0] - base[0], here[1] - base[1], here[2] - base[2]);
  };
  for (const c of rimIndices(across, down))
    if (!state[c] && (clear[c] || distance(c, colour) <= Math.max(tolerance, 6))) accept(c, colour);
  const around = (c: number, each: (n: number) => void) => {
    const x = c % across;
    if (x > 0) each(c - 1);
    if (x < across - 1) each(c + 1);
    if (c >= across) each(c - across);
    if (c < across * (down - 1)) each(c + across);
  };
  for (let head = 0; head < tail; head++) {
    const from = rgb.slice(3 * queue[head], 3 * queue[head] + 3);
    around(queue[head], (n) => {
      if (!state[n] && (clear[n] || distance(n, from) <= tolerance)) accept(n, from);
    });
  }
  const deep = new Uint8Array(clear.length);
  for (let i = 0; i < tail; i++) {
    let all = 1;
    around(queue[i], (n) => {
      if (!state[n]) all = 0;
    });
    deep[queue[i]] = all;
  }
  // The rest has the colour of the ground that is nearest.
  for (let head = 0; head < tail; head++)
    around(queue[head], (n) => {
      if (state[n]) return;
      state[n] = 2;
      rgb.copyWithin(3 * n, 3 * queue[head], 3 * queue[head] + 3);
      queue[tail++] = n;
    });
  for (let c = 0; c < clear.length; c++) {
    labOf(rgb[3 * c], rgb[3 * c + 1], rgb[3 * c + 2], here);
    lab3.set(here, 3 * c);
  }
  return { size, across, rgb, lab: lab3, deep };
}

/** CIELAB of components that need not be whole. */
const labOf = (r: number, g: number, b: number, out: Float64Array) =>
  lab(Math.round(r), Math.round(g), Math.round(b), out);

/** How dark a shadow may be, as a share of the light on the ground. */
const DARKEST = 0.25;

/** Whether a pixel is the ground with less light on it. */
function isShadow(
  r: number,
  g: number,
  b: number,
  ground: Float32Array,
  at: number,
  tolerance: number,
): boolean {
  const [lr, lg, lb] = [LINEAR[r], LINEAR[g], LINEAR[b]];
  const [gr, gg, gb] = [0, 1, 2].map((k) => LINEAR[Math.round(ground[at + k])]);
  const k = (lr * gr + lg * gg + lb * gb) / (gr * gr + gg * gg + gb * gb + 1e-9);
  if (k < DARKEST || k > 1.02) return false;
  // The same colour in the same light: only its hue and how pure it is can differ.
  const off = hypot3(lr / k - gr, lg / k - gg, lb / k - gb);
  return off * 100 <= tolerance / 2;
}

/** How much farther from the ground a grain of its noise may be, as a multiple of the tolerance. */
const GRAIN = 2.5;
/** Pixels of the largest grain that stands alone. */
const MOST_GRAIN = 8;
/** Alpha from which a pixel is to be seen. */
const SEEN = 8;

/** Where the ground is: 1 where it is, a byte a pixel. */
function groundMask(image: RasterImage, field: GroundField, { tolerance, holes, shadows }: GroundRule) {
  const { width, height, data } = image;
  const isGround = new Uint8Array(width * height);
  const queue = new Int32Array(width * height);
  const here = new Float64Array(3);
  const { size, across, lab: means, rgb, deep } = field;
  const cellAt = (i: number) => {
    const y = Math.floor(i / width);
    return Math.floor(y / size) * across + Math.floor((i - y * width) / size);
  };
  const isLike = (i: number) => {
    if (data[4 * i + 3] === 0) return true;
    const c = cellAt(i);
    const [r, g, b] = [data[4 * i], data[4 * i + 1], data[4 * i + 2]];
    lab(r, g, b, here);
    const d = hypot3(here[0] - means[3 * c], here[1] - means[3 * c + 1], here[2] - means[3 * c + 2]);
    // Amid the ground a grain of noise is ground.
    if (d <= (deep[c] ? GRAIN * tolerance : tolerance)) return true;
    return shadows && isShadow(r, g, b, rgb, 3 * c, tolerance);
  };
  let tail = 0;
  const visit = (i: number) => {
    if (isGround[i] || !isLike(i)) return;
    isGround[i] = 1;
    queue[tail++] = i;
  };
  for (const i of rimIndices(width, height)) visit(i);
  let head = 0;
  const follow = () => {
    for (; head < tail; head++) {
      const i = queue[head];
      const x = i % width;
      if (x > 0) visit(i - 1);
      if (x < width - 1) visit(i + 1);
      if (i >= width) visit(i - width);
      if (i < width * (height - 1)) visit(i + width);
    }
  };
  follow();
  if (holes)
    for (let i = 0; i < isGround.length; i++) {
      // A hole is begun well within it: seams between colours of the figure are no holes.
      const x = i % width;
      if (isGround[i] || x < 1 || x >= width - 1 || i < width || i >= width * (height - 1)) continue;
      const block = [0, -1, 1, -width, width, -width - 1, -width + 1, width - 1, width + 1];
      if (!block.every((d) => isLike(i + d))) continue;
      visit(i);
      follow();
    }
  return { isGround, queue, tail };
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
  ground: readonly number[] | Float32Array,
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
 * The image without its ground: what is like the ground of its rim and hangs together with the rim becomes clear, its
 * colours kept under it. Pixels next to it that mix ground and ink become partly transparent, with the ground's share
 * taken out of their colour, so that no fringe is left. An image whose rim has no opaque pixel is returned as it is.
 */
export function removeGround(image: RasterImage, rule: GroundRule): RasterImage {
  const { colour } = rimOf(image);
  if (!colour) return image;
  const { width, height } = image;
  const data = new Uint8ClampedArray(image.data);
  const field = groundField(image, colour, rule.tolerance);
  const { isGround, queue, tail } = groundMask(image, field, rule);
  const rim: number[] = [];
  for (let k = 0; k < tail; k++) {
    const x = queue[k] % width;
    const y = (queue[k] - x) / width;
    const cell = 3 * (Math.floor(y / field.size) * field.across + Math.floor(x / field.size));
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) {
        const [nx, ny] = [x + dx, y + dy];
        if (nx < 0 || ny < 0 || nx >= width || ny >= height || isGround[ny * width + nx]) continue;
        isGround[ny * width + nx] = 2;
        rim.push(ny * width + nx);
        unmix(image, data, isGround, nx, ny, dx, dy, field.rgb.subarray(cell, cell + 3));
      }
  }
  for (let k = 0; k < tail; k++) data[4 * queue[k] + 3] = 0;
  for (const i of rim) for (const grain of grainAt(i, image, data, field, rule)) data[4 * grain + 3] = 0;
  return { width, height, data };
}

/**
 * What hangs together with a pixel, corner to corner too, of what is left (`data`), where that is a grain of the ground's noise: few
 * pixels, all in colours that it may have; else nothing. A dot of another colour is the figure's, however small.
 */
function grainAt(
  first: number,
  { width, data: own }: RasterImage,
  data: Uint8ClampedArray,
  field: GroundField,
  { tolerance }: GroundRule,
): number[] {
  const found: number[] = [];
  const seen = (i: number) => i >= 0 && data[4 * i + 3] >= SEEN;
  if (seen(first)) found.push(first);
  const here = new Float64Array(3);
  for (let k = 0; k < found.length; k++) {
    const i = found[k];
    const x = i % width;
    const c = 3 * (Math.floor((i - x) / width / field.size) * field.across + Math.floor(x / field.size));
    lab(own[4 * i], own[4 * i + 1], own[4 * i + 2], here);
    const d = hypot3(here[0] - field.lab[c], here[1] - field.lab[c + 1], here[2] - field.lab[c + 2]);
    if (d > GRAIN * tolerance) return [];
    for (const dy of [-width, 0, width])
      for (let dx = x > 0 ? -1 : 0; dx <= (x < width - 1 ? 1 : 0); dx++) {
        const n = i + dx + dy;
        if (!seen(n) || found.includes(n)) continue;
        if (found.length === MOST_GRAIN) return [];
        found.push(n);
      }
  }
  return found;
}

/** How noisy a picture's rim is: three in four steps between neighbours along it are no larger, ΔE 76. */
export function groundNoise({ width, height, data }: RasterImage): number {
  const steps: number[] = [];
  const rgb = (i: number) => [data[4 * i], data[4 * i + 1], data[4 * i + 2]];
  const step = (i: number, next: number) => {
    if (data[4 * i + 3] >= 250 && data[4 * next + 3] >= 250) steps.push(labDistance(rgb(i), rgb(next)));
  };
  for (const row of [0, (height - 1) * width]) for (let x = 1; x < width; x++) step(row + x - 1, row + x);
  for (const column of [0, width - 1])
    for (let y = 1; y < height; y++) step((y - 1) * width + column, y * width + column);
  steps.sort((p, q) => p - q);
  return steps[Math.floor(steps.length * 0.75)] ?? 0;
}

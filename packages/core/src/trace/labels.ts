import { hypot3 } from '../geometry';
import { hexToRgb, paletteOf, type Hex } from '../colour';
import { toOklab, type RasterImage } from '../raster';
import type { TraceSettings } from './types';

/** Which colour each pixel has; CLEAR where the picture has nothing. */
export interface Labels {
  width: number;
  height: number;
  data: Uint8Array;
  colours: Hex[];
  /** OKLab of the colours, three numbers each. */
  lab: Float64Array;
}
export const CLEAR = 255;
export const MOST_COLOURS = 24;

const labsOf = (colours: readonly Hex[]): Float64Array => {
  const lab = new Float64Array(colours.length * 3);
  colours.forEach((c, i) => toOklab(...hexToRgb(c), lab, 3 * i));
  return lab;
};

/** Mean distance of a picture's colours from the nearest of some, OKLab × 100; of every so many pixels. */
function spreadFrom(image: RasterImage, lab: Float64Array): number {
  const every = Math.max(1, Math.floor(image.data.length / 4 / 20_000));
  const here = new Float64Array(3);
  let [sum, n] = [0, 0];
  for (let p = 0; p < image.data.length; p += 4 * every) {
    if (image.data[p + 3] < 128) continue;
    toOklab(image.data[p], image.data[p + 1], image.data[p + 2], here);
    let least = Infinity;
    for (let c = 0; c < lab.length; c += 3)
      least = Math.min(least, hypot3(here[0] - lab[c], here[1] - lab[c + 1], here[2] - lab[c + 2]));
    sum += least;
    n++;
  }
  return n ? (100 * sum) / n : 0;
}

/** How much neighbours differ, in the sum of three components, that lie amid a colour and not on a rim. */
const ON_RIM = 48;

/**
 * Pixels of a picture that tell its colours: as many as do, and none that lie on a rim, where two colours mix, unless
 * there is little else.
 */
function samplesOf({ width, height, data }: RasterImage): Uint8ClampedArray {
  const every = Math.max(1, Math.floor(Math.sqrt((width * height) / 60_000)));
  const [amid, all]: [number[], number[]] = [[], []];
  const differ = (p: number, q: number) =>
    Math.abs(data[p] - data[q]) + Math.abs(data[p + 1] - data[q + 1]) + Math.abs(data[p + 2] - data[q + 2]);
  for (let y = 0; y < height; y += every)
    for (let x = 0; x < width; x += every) {
      const p = 4 * (y * width + x);
      if (data[p + 3] < 128) continue;
      all.push(p);
      const beside = [x > 1 ? p - 8 : p, x < width - 2 ? p + 8 : p, y > 1 ? p - 8 * width : p];
      beside.push(y < height - 2 ? p + 8 * width : p);
      if (beside.every((q) => differ(p, q) < ON_RIM)) amid.push(p);
    }
  const chosen = amid.length > all.length / 4 ? amid : all;
  const out = new Uint8ClampedArray(4 * chosen.length);
  chosen.forEach((p, k) => out.set(data.subarray(p, p + 4), 4 * k));
  return out;
}

/** As few colours as stand for a picture well: more of them bring it hardly nearer. */
function foundColours(image: RasterImage): Hex[] {
  const samples = samplesOf(image);
  let best: Hex[] = [];
  let before = Infinity;
  for (const count of [2, 3, 4, 5, 6, 8, 10, 12]) {
    const colours = paletteOf(samples, count).map((c) => c.value);
    const spread = spreadFrom(image, labsOf(colours));
    if (best.length && spread > 0.78 * before) return best;
    best = colours;
    before = spread;
    if (spread < 1.2 || colours.length < count) return best;
  }
  return best;
}

/** So often is a pixel asked again, at most. */
const MOST_ROUNDS = 5;

/** The eight around a pixel, and what each weighs: across a corner less. */
const AROUND = [
  [-1, 0, 1],
  [1, 0, 1],
  [0, -1, 1],
  [0, 1, 1],
  [-1, -1, 0.7],
  [1, -1, 0.7],
  [-1, 1, 0.7],
  [1, 1, 0.7],
] as const;

/**
 * The labels made even: each pixel takes the colour that suits it and its neighbours best (a Potts model, by iterated
 * conditional modes; Besag 1986). `weight`: what a neighbour of another colour costs, OKLab² × 10⁴.
 */
function evened({ width, height, data, lab, colours }: Labels, pixels: Pixels, weight: number): void {
  const k = colours.length;
  const votes = new Float32Array(k);
  const here = new Float64Array(3);
  /** What its neighbours would have a pixel be, and it itself. */
  const better = (i: number): number => {
    const [x, y] = [i % width, Math.floor(i / width)];
    votes.fill(0);
    votes[data[i]] = 1;
    for (const [dx, dy, by] of AROUND) {
      const [u, v] = [x + dx, y + dy];
      if (u < 0 || v < 0 || u >= width || v >= height) continue;
      const l = data[v * width + u];
      if (l !== CLEAR) votes[l] += by;
    }
    pixels(i, here);
    let best = data[i];
    let least = Infinity;
    for (let l = 0; l < k; l++) {
      if (votes[l] === 0) continue;
      const [p, q, r] = [here[0] - lab[3 * l], here[1] - lab[3 * l + 1], here[2] - lab[3 * l + 2]];
      const cost = 1e4 * (p * p + q * q + r * r) - weight * votes[l];
      if (cost < least) {
        least = cost;
        best = l;
      }
    }
    return best;
  };
  // Along borders first, then only beside what changed.
  const asked = new Uint8Array(data.length);
  let list: number[] = [];
  for (let i = 0; i < data.length; i++) {
    const own = data[i];
    if (own === CLEAR) continue;
    const x = i % width;
    if (
      (x > 0 && data[i - 1] !== own) ||
      (x < width - 1 && data[i + 1] !== own) ||
      (i >= width && data[i - width] !== own) ||
      (i + width < data.length && data[i + width] !== own)
    ) {
      list.push(i);
      asked[i] = 1;
    }
  }
  for (let round = 0; round < MOST_ROUNDS && list.length; round++) {
    const next: number[] = [];
    for (const i of list) {
      asked[i] = 0;
      const best = better(i);
      if (best === data[i]) continue;
      data[i] = best;
      const x = i % width;
      for (let v = i < width ? 0 : -1; v <= (i + width < data.length ? 1 : 0); v++)
        for (let u = x > 0 ? -1 : 0; u <= (x < width - 1 ? 1 : 0); u++) {
          const j = i + v * width + u;
          if (asked[j] || data[j] === CLEAR) continue;
          asked[j] = 1;
          next.push(j);
        }
    }
    list = next;
  }
}

/** Islands of fewer px than `least` take the colour that they border most; how many there were. */
export function joinIslands({ width, data }: Pick<Labels, 'width' | 'data'>, least: number): number {
  const n = data.length;
  const seen = new Uint8Array(n);
  const stack = new Int32Array(n);
  const borders = new Int32Array(256);
  let [top, own, joined] = [0, 0, 0];
  const visit = (j: number) => {
    if (data[j] !== own) borders[data[j]]++;
    else if (!seen[j]) {
      seen[j] = 1;
      stack[top++] = j;
    }
  };
  const piece = new Int32Array(Math.max(1, least));
  for (let start = 0; start < n; start++) {
    if (seen[start]) continue;
    own = data[start];
    borders.fill(0);
    stack[0] = start;
    top = 1;
    seen[start] = 1;
    let size = 0;
    while (top > 0) {
      const i = stack[--top];
      if (size < least) piece[size] = i;
      size++;
      const x = i % width;
      if (x > 0) visit(i - 1);
      if (x < width - 1) visit(i + 1);
      if (i >= width) visit(i - width);
      if (i + width < n) visit(i + width);
    }
    if (size >= least) continue;
    let to = -1;
    for (let l = 0; l < 256; l++) if (borders[l] > 0 && (to < 0 || borders[l] > borders[to])) to = l;
    if (to < 0) continue;
    for (let k = 0; k < size; k++) data[piece[k]] = to;
    joined++;
  }
  return joined;
}

/**
 * Slivers go: a pixel that lies in no square of two by two of its colour takes the colour of a neighbour that does.
 * Rims between two colours look like a third one where it is there.
 */
export function withoutSlivers({ width, height, data }: Pick<Labels, 'width' | 'height' | 'data'>): void {
  const solid = new Uint8Array(data.length);
  for (let y = 0; y + 1 < height; y++)
    for (let x = 0; x + 1 < width; x++) {
      const i = y * width + x;
      const own = data[i];
      if (data[i + 1] === own && data[i + width] === own && data[i + width + 1] === own)
        solid[i] = solid[i + 1] = solid[i + width] = solid[i + width + 1] = 1;
    }
  for (let i = 0; i < data.length; i++) {
    if (solid[i] || data[i] === CLEAR) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    for (const [dx, dy] of AROUND) {
      const [u, v] = [x + dx, y + dy];
      if (u < 0 || v < 0 || u >= width || v >= height) continue;
      const j = v * width + u;
      if (!solid[j] || data[j] === CLEAR) continue;
      data[i] = data[j];
      break;
    }
  }
}

/** OKLab of a pixel of the picture, written to `out`. */
export type Pixels = (i: number, out: Float64Array) => void;

/** One pass of weights 1, 2, 1 along the rows (`step` 1) or down the columns (`step` the width), clear pixels left out. */
function softenedOnce(from: Uint8Array, to: Uint8Array, width: number, height: number, step: number): void {
  const last = step === 1 ? width - 1 : height - 1;
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p += 4) {
      const at = step === 1 ? x : y;
      let a = p - 4 * step;
      let b = p + 4 * step;
      if (at === 0 || from[a + 3] < 128) a = p;
      if (at === last || from[b + 3] < 128) b = p;
      to[p] = (from[a] + 2 * from[p] + from[b] + 2) >> 2;
      to[p + 1] = (from[a + 1] + 2 * from[p + 1] + from[b + 1] + 2) >> 2;
      to[p + 2] = (from[a + 2] + 2 * from[p + 2] + from[b + 2] + 2) >> 2;
      to[p + 3] = from[p + 3];
    }
}

/** A picture softened by binomial weights, three by three, so many times; what is clear softens nothing. */
function softened({ width, height, data }: RasterImage, rounds: number): RasterImage {
  let from = new Uint8Array(data);
  let to = new Uint8Array(data.length);
  for (let round = 0; round < rounds; round++)
    for (const step of [1, width]) {
      softenedOnce(from, to, width, height, step);
      [from, to] = [to, from];
    }
  return { width, height, data: from };
}

/** Which of some colours is the nearest to a colour, by cells of four steps a component, each looked at once. */
function nearestLabel(lab: Float64Array): (r: number, g: number, b: number) => number {
  const known = new Uint8Array(1 << 18).fill(CLEAR);
  const here = new Float64Array(3);
  return (r, g, b) => {
    const cell = ((r >> 2) << 12) | ((g >> 2) << 6) | (b >> 2);
    if (known[cell] !== CLEAR) return known[cell];
    toOklab((r & 0xfc) | 2, (g & 0xfc) | 2, (b & 0xfc) | 2, here);
    let [best, least] = [0, Infinity];
    for (let l = 0; l < lab.length; l += 3) {
      const d = (here[0] - lab[l]) ** 2 + (here[1] - lab[l + 1]) ** 2 + (here[2] - lab[l + 2]) ** 2;
      if (d < least) [best, least] = [l / 3, d];
    }
    return (known[cell] = best);
  };
}

/** A picture in few colours: chosen or found, made even, small islands joined with what is around them. */
export function labelsOf(image: RasterImage, settings: TraceSettings): { labels: Labels; pixels: Pixels } {
  const { width, height } = image;
  const soft = softened(image, Math.round(6 * settings.smooth));
  const colours =
    settings.colours === null
      ? foundColours(soft)
      : paletteOf(samplesOf(soft), settings.colours).map((c) => c.value);
  const lab = labsOf(colours);
  const data = new Uint8Array(width * height).fill(CLEAR);
  const nearest = nearestLabel(lab);
  for (let i = 0, p = 0; i < data.length; i++, p += 4)
    if (image.data[p + 3] >= 128) data[i] = nearest(soft.data[p], soft.data[p + 1], soft.data[p + 2]);
  const pixels: Pixels = (i, out) =>
    toOklab(soft.data[4 * i], soft.data[4 * i + 1], soft.data[4 * i + 2], out);
  const labels = { width, height, data, colours, lab };
  if (colours.length > 1) evened(labels, pixels, 4 + 22 * settings.smooth);
  withoutSlivers(labels);
  // Again while some were joined: that may leave another one alone.
  for (let round = 0; round < 3 && joinIslands(labels, Math.max(2, settings.least)); round++);
  return { labels, pixels };
}

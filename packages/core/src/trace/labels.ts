import { hexToRgb, paletteOf, type Hex } from '../colour';
import { blurImage, toOklab, type RasterImage } from '../raster';
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
      least = Math.min(least, Math.hypot(here[0] - lab[c], here[1] - lab[c + 1], here[2] - lab[c + 2]));
    sum += least;
    n++;
  }
  return n ? (100 * sum) / n : 0;
}

/** As few colours as stand for a picture well: more of them bring it hardly nearer. */
function foundColours(image: RasterImage): Hex[] {
  let best: Hex[] = [];
  let before = Infinity;
  for (const count of [2, 3, 4, 5, 6, 8, 10, 12]) {
    const colours = paletteOf(image.data as Uint8ClampedArray, count).map((c) => c.value);
    const spread = spreadFrom(image, labsOf(colours));
    if (best.length && spread > 0.78 * before) return best;
    best = colours;
    before = spread;
    if (spread < 1.2 || colours.length < count) return best;
  }
  return best;
}

/**
 * The labels made even: each pixel takes the colour that suits it and its neighbours best (a Potts model, by iterated
 * conditional modes; Besag 1986). `weight`: what a neighbour of another colour costs, OKLab² × 10⁴.
 */
function evened({ width, height, data, lab, colours }: Labels, pixels: Float32Array, weight: number): void {
  const k = colours.length;
  const votes = new Float32Array(k);
  for (let round = 0; round < 4; round++) {
    let changed = 0;
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const i = y * width + x;
        const own = data[i];
        if (own === CLEAR) continue;
        let others = false;
        votes.fill(0);
        for (let v = y > 0 ? y - 1 : 0; v <= y + 1 && v < height; v++)
          for (let u = x > 0 ? x - 1 : 0; u <= x + 1 && u < width; u++) {
            const l = data[v * width + u];
            if (l === CLEAR) continue;
            votes[l] += u === x || v === y ? 1 : 0.7;
            if (l !== own) others = true;
          }
        if (!others) continue;
        let best = own;
        let least = Infinity;
        for (let l = 0; l < k; l++) {
          if (votes[l] === 0) continue;
          const d =
            (pixels[3 * i] - lab[3 * l]) ** 2 +
            (pixels[3 * i + 1] - lab[3 * l + 1]) ** 2 +
            (pixels[3 * i + 2] - lab[3 * l + 2]) ** 2;
          const cost = 1e4 * d - weight * votes[l];
          if (cost < least) {
            least = cost;
            best = l;
          }
        }
        if (best !== own) {
          data[i] = best;
          changed++;
        }
      }
    if (changed < width * height * 1e-4) return;
  }
}

/** Islands of fewer px than `least` take the colour that they border most. */
export function joinIslands({ width, data }: Labels, least: number): void {
  const seen = new Uint8Array(data.length);
  const stack = new Int32Array(data.length);
  for (let start = 0; start < data.length; start++) {
    if (seen[start]) continue;
    const own = data[start];
    const borders = new Map<number, number>();
    let [top, n] = [0, 0];
    stack[top++] = start;
    seen[start] = 1;
    const pieces: number[] = [];
    while (top > 0) {
      const i = stack[--top];
      n++;
      if (n <= least) pieces.push(i);
      const x = i % width;
      for (const j of [x > 0 ? i - 1 : -1, x < width - 1 ? i + 1 : -1, i - width, i + width]) {
        if (j < 0 || j >= data.length) continue;
        if (data[j] !== own) borders.set(data[j], (borders.get(data[j]) ?? 0) + 1);
        else if (!seen[j]) {
          seen[j] = 1;
          stack[top++] = j;
        }
      }
    }
    if (n >= least || borders.size === 0) continue;
    const [to] = [...borders].sort((a, b) => b[1] - a[1])[0];
    for (const i of pieces) data[i] = to;
  }
}

/** A picture in few colours: chosen or found, made even, small islands joined with what is around them. */
export function labelsOf(
  image: RasterImage,
  settings: TraceSettings,
): { labels: Labels; pixels: Float32Array } {
  const { width, height } = image;
  const soft = settings.smooth > 0 ? blurImage(image, 0.4 + 1.8 * settings.smooth, false) : image;
  const colours =
    settings.colours === null
      ? foundColours(soft)
      : paletteOf(soft.data as Uint8ClampedArray, settings.colours).map((c) => c.value);
  const lab = labsOf(colours);
  const pixels = new Float32Array(width * height * 3);
  const data = new Uint8Array(width * height).fill(CLEAR);
  for (let i = 0, p = 0; i < data.length; i++, p += 4) {
    if (image.data[p + 3] < 128) continue;
    toOklab(soft.data[p], soft.data[p + 1], soft.data[p + 2], pixels, 3 * i);
    let [best, least] = [0, Infinity];
    for (let l = 0; l < colours.length; l++) {
      const d =
        (pixels[3 * i] - lab[3 * l]) ** 2 +
        (pixels[3 * i + 1] - lab[3 * l + 1]) ** 2 +
        (pixels[3 * i + 2] - lab[3 * l + 2]) ** 2;
      if (d < least) [best, least] = [l, d];
    }
    data[i] = best;
  }
  const labels = { width, height, data, colours, lab };
  if (colours.length > 1) evened(labels, pixels, 4 + 22 * settings.smooth);
  // Twice: what was joined may leave another one alone.
  for (let round = 0; round < 2; round++) joinIslands(labels, Math.max(2, settings.least));
  return { labels, pixels };
}

import { convexHull, type Point } from '../geometry';
import { componentsOf, createMask, reducedImage, type RasterImage } from '../raster';
import type { Corners } from './paper';

/** Long side of the copy that is looked at, px. */
const SIDE = 480;
/** Of the picture's area: a paper takes at least so much; and what lies beside it so much, or it is all paper. */
const [LEAST, BESIDE] = [0.12, 0.03];
/** How nearly the paper fills its four corners, by its area and by theirs. */
const FILLS = 0.93;
/** How much lighter a paper is than what it lies on, 0–255, in the mean. */
const LIGHTER = 36;

/** The tone that parts two kinds of tones best (Otsu 1979), and the mean of each. */
function parted(tones: Uint8Array): { at: number; below: number; above: number } {
  const counts = new Float64Array(256);
  for (const t of tones) counts[t]++;
  const total = tones.length;
  const sum = counts.reduce((s, n, t) => s + n * t, 0);
  let best = { at: 128, below: 0, above: 255 };
  let most = -1;
  let [n, below] = [0, 0];
  for (let t = 0; t < 255; t++) {
    n += counts[t];
    below += counts[t] * t;
    if (n === 0 || n === total) continue;
    const [m0, m1] = [below / n, (sum - below) / (total - n)];
    const between = n * (total - n) * (m1 - m0) ** 2;
    if (between > most) [most, best] = [between, { at: t, below: m0, above: m1 }];
  }
  return best;
}

const area = (points: readonly Point[]): number =>
  Math.abs(
    points.reduce((sum, [x, y], i) => {
      const [u, v] = points[(i + 1) % points.length];
      return sum + (x * v - u * y) / 2;
    }, 0),
  );

/** The four of a hull's points with the most area between them, in its order. */
function largestFour(hull: readonly Point[]): Point[] {
  const n = hull.length;
  const off = (i: number, j: number, k: number) =>
    Math.abs(
      (hull[j][0] - hull[i][0]) * (hull[k][1] - hull[i][1]) -
        (hull[j][1] - hull[i][1]) * (hull[k][0] - hull[i][0]),
    );
  let best: number[] = [];
  let most = -1;
  for (let i = 0; i < n; i++) {
    // The farthest from the diagonal, on either side of it: as that turns, they go on in the same direction.
    let [a, b] = [i + 1, i + 3];
    for (let j = i + 2; j < i + n - 1; j++) {
      const to = j % n;
      while (a + 1 < j && off(i, to, (a + 1) % n) >= off(i, to, a % n)) a++;
      b = Math.max(b, j + 1);
      while (b + 1 < i + n && off(i, to, (b + 1) % n) >= off(i, to, b % n)) b++;
      const sum = off(i, to, a % n) + off(i, to, b % n);
      if (sum > most) [most, best] = [sum, [i, a % n, to, b % n]];
    }
  }
  return best.map((i) => hull[i]);
}

/** Clockwise as seen, from the one that is nearest to the top left. */
function inOrder(four: readonly Point[]): Point[] {
  const [cx, cy] = [0, 1].map((c) => four.reduce((s, p) => s + p[c], 0) / 4);
  const round = [...four].sort((a, b) => Math.atan2(a[1] - cy, a[0] - cx) - Math.atan2(b[1] - cy, b[0] - cx));
  const first = round.reduce((best, p, i) => (p[0] + p[1] < round[best][0] + round[best][1] ? i : best), 0);
  return round.map((_, i) => round[(first + i) % 4]);
}

/**
 * The corners of a light paper that lies on something darker, shares of the picture: the largest light piece, where it fills the
 * largest four-sided figure within its hull. Null where there is none, or where the paper goes beyond the picture.
 */
export function findPaper(image: RasterImage): Corners | null {
  const small = reducedImage(image, Math.min(1, SIDE / Math.max(image.width, image.height)));
  const { width, height, data } = small;
  const tones = new Uint8Array(width * height);
  for (let i = 0, p = 0; i < tones.length; i++, p += 4)
    tones[i] = 0.2126 * data[p] + 0.7152 * data[p + 1] + 0.0722 * data[p + 2];
  const { at, below, above } = parted(tones);
  if (above - below < LIGHTER) return null;
  const light = createMask(width, height);
  for (let i = 0; i < tones.length; i++) light.data[i] = tones[i] > at ? 1 : 0;
  const [paper] = componentsOf(light, tones.length).sort((a, b) => b.area - a.area);
  if (!paper || paper.area < LEAST * tones.length) return null;
  // The outermost of each row: the corners of pixels, so that the paper's very edge counts.
  const rows = new Map<number, [number, number]>();
  for (const i of paper.pixels) {
    const [x, y] = [i % width, Math.floor(i / width)];
    const row = rows.get(y);
    rows.set(y, row ? [Math.min(row[0], x), Math.max(row[1], x)] : [x, x]);
  }
  const edge = [...rows].flatMap(([y, [from, to]]): Point[] => [
    [from, y],
    [to + 1, y],
    [from, y + 1],
    [to + 1, y + 1],
  ]);
  const hull = convexHull(edge);
  if (area(hull) > (1 - BESIDE) * tones.length) return null;
  const four = largestFour(hull);
  if (four.length < 4 || area(four) < FILLS * area(hull)) return null;
  // What is drawn on it is dark and takes some of it.
  if (paper.area < 0.7 * area(hull)) return null;
  return inOrder(four).map(([x, y]) => [x / width, y / height] as const);
}

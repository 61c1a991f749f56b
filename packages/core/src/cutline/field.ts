// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { abs, ceil, hypot, max, min, sqrt } = Math;
/**
 * A set of points of a raster by a number at each pixel's centre: above 0 inside, below 0 outside, so that its border
 * lies between pixels, where the numbers pass through 0. Near the border they are px from it.
 */
export interface Field {
  width: number;
  height: number;
  data: Float32Array;
}

/** How far from where it is asked for a distance is worked out exactly, px; beyond it is good to a pixel. */
const BAND = 1.6;

/**
 * The visible part of an alpha channel (0–255, a byte a pixel), with `margin` px of nothing around it: where, a little
 * softened, it is a half or more. Softened (binomial, 3 × 3), a slanting edge runs evenly over its pixels, so that it is
 * found to a fiftieth of a px instead of an eighth.
 */
export function fieldOfAlpha(
  alpha: { width: number; height: number; data: Uint8Array | Uint8ClampedArray },
  margin: number,
): Field {
  const width = alpha.width + 2 * margin;
  const height = alpha.height + 2 * margin;
  const data = new Float32Array(width * height);
  for (let y = 0; y < alpha.height; y++)
    for (let x = 0, from = y * alpha.width, to = (y + margin) * width + margin; x < alpha.width; x++)
      data[to + x] = alpha.data[from + x];
  const above = new Float32Array(width);
  const own = new Float32Array(width);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    own.set(data.subarray(row, row + width));
    const below = y + 1 < height ? row + width : row;
    for (let x = 0; x < width; x++) data[row + x] = above[x] + 2 * own[x] + data[below + x];
    above.set(own);
    let left = data[row];
    for (let x = 0; x < width; x++) {
      const middle = data[row + x];
      const right = x + 1 < width ? data[row + x + 1] : middle;
      data[row + x] = (left + 2 * middle + right) / 4080 - 0.5;
      left = middle;
    }
  }
  return { width, height, data };
}

const NONE = -1;

/**
 * For each pixel outside the set, as far as `reach` px: the index of a nearest pixel inside, NONE farther away. Columns
 * first, then each row's lower envelope of parabolas (Felzenszwalb & Huttenlocher 2012), which knows whose it is.
 */
function nearest({ width, height, data }: Field, reach: number): Int32Array {
  const most = ceil(reach) + 1;
  const total = width * height;
  // The row of the nearest pixel inside in the same column, as far as it may matter.
  const near = new Int32Array(total).fill(NONE);
  const last = new Int32Array(width).fill(NONE);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (data[i] > 0) last[x] = y;
      if (last[x] !== NONE && y - last[x] <= most) near[i] = last[x];
    }
  last.fill(NONE);
  for (let y = height - 1; y >= 0; y--)
    for (let x = 0, i = y * width; x < width; x++, i++) {
      if (data[i] > 0) last[x] = y;
      const below = last[x];
      if (below === NONE || below - y > most) continue;
      if (near[i] === NONE || below - y < y - near[i]) near[i] = below;
    }
  const site = new Int32Array(width);
  const square = new Float64Array(width);
  const first = new Float64Array(width + 1);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let count = 0;
    for (let x = 0; x < width; x++) {
      const n = near[row + x];
      if (n === NONE) continue;
      const g = (n - y) * (n - y);
      let from = -Infinity;
      while (count > 0) {
        const u = site[count - 1];
        from = (x * x + g - u * u - square[count - 1]) / (2 * (x - u));
        if (from > first[count - 1]) break;
        count--;
        from = -Infinity;
      }
      site[count] = x;
      square[count] = g;
      first[count++] = from;
    }
    if (count === 0) continue;
    let k = 0;
    // Written over the columns' answer: what is still to be read lies in `rows`.
    const rows = near.slice(row, row + width);
    for (let x = 0; x < width; x++) {
      while (k + 1 < count && first[k + 1] < x) k++;
      const u = site[k];
      near[row + x] = (x - u) * (x - u) + square[k] > most * most ? NONE : rows[u] * width + u;
    }
  }
  return near;
}

/** Squared distance of (px, py) from the line from (ax, ay) to (bx, by). */
function toLine(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length = dx * dx + dy * dy;
  const t = length > 0 ? max(0, min(1, ((px - ax) * dx + (py - ay) * dy) / length)) : 0;
  const [ex, ey] = [px - ax - t * dx, py - ay - t * dy];
  return ex * ex + ey * ey;
}

/**
 * The lines of a set's border within the cell whose upper left corner is pixel `i`, two at the most: x, y, x, y of each
 * within `out`, from the cell's own corner. Lines have the inside on the same hand. Returns how many there are.
 * `edges`, if given, gets the sides (0 top, 1 right, 2 bottom, 3 left) at which each begins and ends.
 */
export function linesOfCell(
  { width, data }: Field,
  i: number,
  out: Float64Array,
  edges?: Uint8Array,
): number {
  const a = data[i];
  const b = data[i + 1];
  const c = data[i + width + 1];
  const d = data[i + width];
  const code = (a > 0 ? 1 : 0) | (b > 0 ? 2 : 0) | (c > 0 ? 4 : 0) | (d > 0 ? 8 : 0);
  if (code === 0 || code === 15) return 0;
  // Where two corners that face one another are inside, the middle says whether they hang together.
  const joined = a + b + c + d > 0;
  const sides =
    code === 5
      ? joined
        ? TWICE_5_JOINED
        : TWICE_5
      : code === 10
        ? joined
          ? TWICE_10_JOINED
          : TWICE_10
        : SIDES[code];
  const count = sides.length / 2;
  for (let k = 0; k < sides.length; k++) {
    const side = sides[k];
    // The crossing is looked for from the same end, whichever cell asks.
    const t = side === 0 ? a / (a - b) : side === 1 ? b / (b - c) : side === 2 ? d / (d - c) : a / (a - d);
    out[2 * k] = side === 1 ? 1 : side === 3 ? 0 : t;
    out[2 * k + 1] = side === 0 ? 0 : side === 2 ? 1 : t;
    if (edges) edges[k] = side;
  }
  return count;
}

// Of each stretch of corners inside, gone round clockwise: from the side where it ends to the side where it begins.
const SIDES: readonly (readonly number[])[] = [
  [],
  [0, 3],
  [1, 0],
  [1, 3],
  [2, 1],
  [],
  [2, 0],
  [2, 3],
  [3, 2],
  [0, 2],
  [],
  [1, 2],
  [3, 1],
  [0, 1],
  [3, 0],
  [],
];
const TWICE_5 = [0, 3, 2, 1];
const TWICE_5_JOINED = [2, 3, 0, 1];
const TWICE_10 = [1, 0, 3, 2];
const TWICE_10_JOINED = [3, 0, 1, 2];

/**
 * The set grown by `by` px on all sides: all that is at most so far from it. Distances are those from the border as it
 * lies between the pixels, exact where they pass `by`.
 */
export function grown(set: Field, by: number): Field {
  const { width, height, data } = set;
  const near = nearest(set, by + BAND);
  const out = new Float32Array(width * height);
  const lines = new Float64Array(8);
  const looked = new Int32Array(5).fill(NONE);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (data[i] > 0) {
        out[i] = by + min(data[i], BAND);
        continue;
      }
      const own = near[i];
      if (own === NONE) {
        out[i] = -BAND;
        continue;
      }
      const [qx, qy] = [own % width, (own / width) | 0];
      const rough = hypot(x - qx, y - qy);
      if (abs(rough - by) > BAND) {
        out[i] = by - rough;
        continue;
      }
      // The border near the nearest pixel, and near the nearest ones of the neighbours, where two are about as far.
      let count = 0;
      for (const n of [i, i - 1, i + 1, i - width, i + width]) {
        const q = n >= 0 && n < near.length ? (data[n] > 0 ? n : near[n]) : NONE;
        if (q !== NONE && looked.indexOf(q) < 0) looked[count++] = q;
      }
      let least = rough * rough;
      for (let k = 0; k < count; k++) {
        const q = looked[k];
        looked[k] = NONE;
        const [fx, fy] = [q % width, (q / width) | 0];
        for (let v = max(0, fy - 1); v <= fy && v + 1 < height; v++)
          for (let u = max(0, fx - 1); u <= fx && u + 1 < width; u++) {
            const found = linesOfCell(set, v * width + u, lines);
            for (let l = 0; l < found; l++) {
              const d = toLine(
                x - u,
                y - v,
                lines[4 * l],
                lines[4 * l + 1],
                lines[4 * l + 2],
                lines[4 * l + 3],
              );
              if (d < least) least = d;
            }
          }
      }
      out[i] = by - sqrt(least);
    }
  return { width, height, data: out };
}

function turned({ width, height, data }: Field): Field {
  const out = new Float32Array(data.length);
  for (let i = 0; i < out.length; i++) out[i] = -data[i];
  return { width, height, data: out };
}

/** The set shrunk by `by` px: all that is farther than that from what is outside. */
export const shrunk = (set: Field, by: number): Field => turned(grown(turned(set), by));

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { min } = Math;
/**
 * A set of points of a raster by a number at each pixel's centre: above 0 inside, below 0 outside, so that its border
 * lies between pixels, where the numbers pass through 0. Near the border they are px from it.
 */
export interface Field {
  width: number;
  height: number;
  data: Float32Array;
}

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
  const data = new Float32Array(width * height).fill(-0.5);
  const nothing = new Uint8Array(alpha.width);
  const rowOf = (y: number) =>
    y < 0 || y >= alpha.height ? nothing : alpha.data.subarray(y * alpha.width, (y + 1) * alpha.width);
  const over = min(1, margin);
  for (let y = -over; y < alpha.height + over; y++) {
    const [above, own, below] = [rowOf(y - 1), rowOf(y), rowOf(y + 1)];
    const row = (y + margin) * width + margin;
    // Sums of three above one another, of the column before, this one and the next.
    let [before, here] = [0, 0];
    for (let x = -1; x <= alpha.width; x++) {
      const after = x + 1 < alpha.width ? above[x + 1] + 2 * own[x + 1] + below[x + 1] : 0;
      const sum = before + 2 * here + after;
      // Nothing is what is there already.
      if (sum > 0 && (over || (x >= 0 && x < alpha.width))) data[row + x] = sum / 4080 - 0.5;
      before = here;
      here = after;
    }
  }
  return { width, height, data };
}

/**
 * The lines of a set's border within the cell whose upper left corner is pixel `i`, two at the most: x, y, x, y of each
 * within `out`, from the cell's own corner. Lines have the inside on the same hand. Returns how many there are.
 * `edges`, if given, gets the sides (0 top, 1 right, 2 bottom, 3 left) at which each begins and ends. With a `sign` of −1 they
 * are those of what is outside.
 */
export function linesOfCell(
  { width, data }: Field,
  i: number,
  out: Float64Array,
  edges?: Uint8Array,
  sign = 1,
): number {
  const a = sign * data[i];
  const b = sign * data[i + 1];
  const c = sign * data[i + width + 1];
  const d = sign * data[i + width];
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

import { linesOfCell, type Field } from './field';
import { squaredToLine } from './to-line';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { ceil, max, min, sqrt, SQRT1_2, SQRT2 } = Math;

/** How far from where it is asked for a distance is worked out exactly, px; beyond it only its sign is right. */
const BAND = 1.6;

/** Columns in which nothing is near. */
const NONE = 0x7fff;
/** px of the squares in which a set is looked at first; those that the new border may pass are quartered. */
const LARGE = 32;
/** px of the least squares of which it is known whether they lie inside as a whole. */
const SMALL = 8;

/** For each pixel the rows to the nearest one inside in its column, as far as `most`; NONE farther away. */
function rowsToInside({ width, height, data }: Field, sign: number, most: number): Int16Array {
  const rows = new Int16Array(width * height);
  const last = new Int32Array(width).fill(-1e9);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (sign * data[i] > 0) last[x] = y;
      const d = y - last[x];
      rows[i] = d <= most ? -d : NONE;
    }
  last.fill(1e9);
  for (let y = height - 1; y >= 0; y--)
    for (let x = 0, i = y * width; x < width; x++, i++) {
      if (rows[i] === 0) {
        last[x] = y;
        continue;
      }
      const d = last[x] - y;
      if (d <= most && (rows[i] === NONE || d < -rows[i])) rows[i] = d;
    }
  return rows;
}

/** Columns that are passed over together where nothing in them is near enough. */
const STRETCH = 8;

/** Finds, for a pixel, the nearest one inside among those that columns know of. */
class Finder {
  /** The square of the distance, Infinity where none is known; and that pixel's index. */
  squared = Infinity;
  site = -1;
  private readonly stretches: number;
  /** Of each stretch of a row, the fewest rows to one inside. */
  private readonly least: Int16Array;

  constructor(
    private readonly rows: Int16Array,
    private readonly width: number,
    height: number,
  ) {
    this.stretches = ceil(width / STRETCH);
    this.least = new Int16Array(this.stretches * height).fill(NONE);
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const o = rows[i] < 0 ? -rows[i] : rows[i];
        const at = y * this.stretches + ((x / STRETCH) | 0);
        if (o < this.least[at]) this.least[at] = o;
      }
  }

  look(x: number, y: number): void {
    const { stretches, least } = this;
    this.squared = Infinity;
    this.site = -1;
    const own = (x / STRETCH) | 0;
    this.within(own, x, y);
    for (let k = 1; k < stretches; k++) {
      // To the nearest column of the stretch on the left and of that on the right.
      const toLeft = x - ((own - k + 1) * STRETCH - 1);
      const toRight = (own + k) * STRETCH - x;
      const nearer = toLeft < toRight ? toLeft : toRight;
      if (nearer * nearer >= this.squared) break;
      if (own - k >= 0) {
        const o = least[y * stretches + own - k];
        if (o !== NONE && toLeft * toLeft + o * o < this.squared) this.within(own - k, x, y);
      }
      if (own + k < stretches) {
        const o = least[y * stretches + own + k];
        if (o !== NONE && toRight * toRight + o * o < this.squared) this.within(own + k, x, y);
      } else if (own - k < 0) break;
    }
  }

  private within(stretch: number, x: number, y: number): void {
    const { rows, width } = this;
    const from = stretch * STRETCH;
    const to = min(width, from + STRETCH);
    const row = y * width;
    for (let u = from; u < to; u++) {
      const o = rows[row + u];
      if (o === NONE) continue;
      const d = (x - u) * (x - u) + o * o;
      if (d < this.squared) {
        this.squared = d;
        this.site = row + u + o * width;
      }
    }
  }
}

/**
 * All that is at most `by` px from a set (of what is outside it with a `sign` of −1, and then again as a set of what is
 * outside that). Where the new border passes, distances are those from the set's border as it lies between the pixels;
 * elsewhere squares are taken as a whole: distances differ by no more than the way from one pixel to another.
 */
function offset(set: Field, by: number, sign: 1 | -1): Field {
  const { width, height, data } = set;
  const most = ceil(by + BAND + SQRT1_2 * LARGE) + 2;
  const rows = rowsToInside(set, sign, most);
  const finder = new Finder(rows, width, height);
  const out = new Float32Array(width * height);
  const exact = exactly(set, by, sign, finder);
  const fill = (x0: number, y0: number, x1: number, y1: number, value: number) => {
    for (let y = y0; y < y1; y++) out.fill(value, y * width + x0, y * width + x1);
  };
  const isInside = (x0: number, y0: number, x1: number, y1: number): boolean => {
    for (let y = y0; y < y1; y++)
      for (let i = y * width + x0, end = y * width + x1; i < end; i++) if (rows[i] !== 0) return false;
    return true;
  };
  const visit = (x0: number, y0: number, size: number): void => {
    if (x0 >= width || y0 >= height) return;
    const x1 = min(width, x0 + size);
    const y1 = min(height, y0 + size);
    if (size === SMALL && isInside(x0, y0, x1, y1)) {
      for (let y = y0; y < y1; y++)
        for (let i = y * width + x0, end = y * width + x1; i < end; i++)
          out[i] = sign * (by + min(sign * data[i], BAND));
      return;
    }
    const x = min(width - 1, x0 + (size >> 1));
    const y = min(height - 1, y0 + (size >> 1));
    finder.look(x, y);
    const d = sqrt(finder.squared);
    const slack = size === 1 ? 0 : SQRT2 * max(x - x0, x1 - 1 - x, y - y0, y1 - 1 - y);
    if (d - slack > by + BAND) fill(x0, y0, x1, y1, -sign * BAND);
    else if (d + slack < by - BAND) fill(x0, y0, x1, y1, sign * BAND);
    else if (size === 1) out[y0 * width + x0] = sign * exact(x0, y0);
    else {
      const half = size >> 1;
      visit(x0, y0, half);
      visit(x0 + half, y0, half);
      visit(x0, y0 + half, half);
      visit(x0 + half, y0 + half, half);
    }
  };
  for (let y = 0; y < height; y += LARGE) for (let x = 0; x < width; x += LARGE) visit(x, y, LARGE);
  return { width, height, data: out };
}

/** What works out the number of one pixel: `by` less its distance from the set. */
function exactly(set: Field, by: number, sign: 1 | -1, finder: Finder) {
  const { width, height, data } = set;
  const lines = new Float64Array(8);
  const looked = new Int32Array(5).fill(-1);
  // What was found already, and 1 more.
  const known = new Int32Array(width * height);
  const siteOf = (x: number, y: number): number => {
    if (x < 0 || y < 0 || x >= width || y >= height) return -1;
    const i = y * width + x;
    if (known[i] === 0) {
      finder.look(x, y);
      // None is 0 less 1, and is looked for again: it is rare.
      known[i] = finder.site + 1;
    }
    return known[i] - 1;
  };
  return (x: number, y: number): number => {
    const own = sign * data[y * width + x];
    if (own > 0) return by + min(own, BAND);
    let count = 0;
    // The border near the nearest pixel, and near the nearest ones of the neighbours, where two are about as far.
    for (let n = 0; n < 5; n++) {
      const q = siteOf(x + (n === 1 ? 1 : n === 2 ? -1 : 0), y + (n === 3 ? 1 : n === 4 ? -1 : 0));
      if (n === 0 && q < 0) return -BAND;
      if (q >= 0 && looked.indexOf(q) < 0) looked[count++] = q;
    }
    const [sx, sy] = [looked[0] % width, (looked[0] / width) | 0];
    let least = (x - sx) ** 2 + (y - sy) ** 2;
    for (let c = 0; c < count; c++) {
      const q = looked[c];
      looked[c] = -1;
      const [fx, fy] = [q % width, (q / width) | 0];
      for (let v = max(0, fy - 1); v <= fy && v + 1 < height; v++)
        for (let u = max(0, fx - 1); u <= fx && u + 1 < width; u++) {
          const found = linesOfCell(set, v * width + u, lines, undefined, sign);
          for (let l = 0; l < found; l++) {
            const at = 4 * l;
            const d = squaredToLine(x - u, y - v, lines[at], lines[at + 1], lines[at + 2], lines[at + 3]);
            if (d < least) least = d;
          }
        }
    }
    return by - sqrt(least);
  };
}

/**
 * The set grown by `by` px on all sides: all that is at most so far from it. Distances are those from the border as it
 * lies between the pixels, exact where they pass `by`.
 */
export const grown = (set: Field, by: number): Field => offset(set, by, 1);

/** The set shrunk by `by` px: all that is farther than that from what is outside. */
export const shrunk = (set: Field, by: number): Field => offset(set, by, -1);

import { hypot, flatten, pathBounds } from '../geometry';
import { createMask, squaredDistance } from '../raster';
import { contours, type CutLoop, type Loop } from './contour';
import type { Field } from './field';
import { pathLength } from './length';
import { LineGrid } from './line-grid';
import { nodesOf } from './nodes';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { abs, ceil, floor, max, min, sqrt } = Math;

/** A place on the print, in px of the artwork. */
export interface Spot {
  x: number;
  y: number;
}

/** What a cut-out sticker is like to peel. Lengths are mm, areas mm². */
export interface Peel {
  /** Pieces that come off one by one. */
  pieces: number;
  holes: number;
  width: number;
  height: number;
  area: number;
  /** What a blade travels, corner to corner, without what it is lifted over. */
  path: number;
  /** Points that the line is made of. */
  points: number;
  /** The narrowest place that parts two wider ones, if any. */
  neck: (Spot & { width: number }) | null;
  /** The part that hangs on by the smallest share of its length, if it is thinner than it is long: it lifts. */
  tongue: (Spot & { width: number; length: number }) | null;
  /** The sharpest corner that sticks out and the sharpest that goes in, degrees of what is left of the sticker. */
  outerCorner: (Spot & { degrees: number }) | null;
  innerCorner: (Spot & { degrees: number }) | null;
  /** The smallest hole: the geometric mean of its box's sides. */
  smallestHole: (Spot & { size: number }) | null;
  /** The least radius along the fitted line: of bends outward and inward. */
  outerRadius: number;
  innerRadius: number;
  /** The least distance of the visible artwork from the cut; null where nothing is printed. */
  border: (Spot & { distance: number }) | null;
  /** The sticker's box, px of the artwork. */
  box: { left: number; top: number; right: number; bottom: number };
}

/** Cells along the long side on which necks are looked for, at the most. */
const COARSE = 360;
/** A place is narrow where it is under this share of what it joins. */
const NARROW = 0.75;
/** Over how long a way a bend is measured, mm: a blade does not feel what is shorter. */
const BEND_MM = 1;
/** What is wider than this is nowhere narrow, mm. */
const WIDE_MM = 12;
/** Turns of less than this are bends, not corners, degrees. */
const CORNER = 25;

/** Cells of a side of a cell on which necks are looked for, in the raster in which depths are worked out. */
const FINE = 2;

/**
 * A set in fewer cells, `step` px wide, each with its largest distance from the outside, cells, good to about one of the raster that is
 * `FINE` times as fine. A cell counts as soon as a px of it is inside: what is thin hangs together, and is measured later.
 */
function depths(set: Field): { width: number; height: number; data: Float32Array; step: number } {
  const by = max(1, max(set.width, set.height) / (COARSE * FINE));
  const step = FINE * by;
  const width = max(1, ceil(set.width / step));
  const height = max(1, ceil(set.height / step));
  const fine = createMask(FINE * width, FINE * height);
  const columns = Int32Array.from({ length: set.width }, (_, x) => floor(x / by));
  for (let y = 0, i = 0; y < set.height; y++) {
    const row = floor(y / by) * fine.width;
    for (let x = 0; x < set.width; x++, i++) if (set.data[i] > 0) fine.data[row + columns[x]] = 1;
  }
  const squared = squaredDistance(fine, 0);
  const data = new Float32Array(width * height);
  for (let y = 0, i = 0; y < fine.height; y++)
    for (let x = 0; x < fine.width; x++, i++) {
      if (squared[i] === 0) continue;
      const cell = floor(y / FINE) * width + floor(x / FINE);
      // From centre to centre it is half a px too far.
      const d = (sqrt(squared[i]) - 0.5) / FINE;
      if (d > data[cell]) data[cell] = d;
    }
  return { width, height, data, step };
}

/** A narrow place, and how far what hangs on by it goes; px of the set. */
interface Neck extends Spot {
  width: number;
  length: number;
}

/** Shares of a cell by which depths are told apart. */
const STEPS = 64;

/** The places of numbers above 0, the largest first (a counting sort: they are many). */
function deepestFirst(data: Float32Array): Int32Array {
  let most = 0;
  for (const d of data) if (d > most) most = d;
  const rank = (d: number) => floor((most - d) * STEPS);
  const starts = new Int32Array(rank(0) + 2);
  let count = 0;
  for (const d of data)
    if (d > 0) {
      starts[rank(d) + 1]++;
      count++;
    }
  for (let k = 1; k < starts.length; k++) starts[k] += starts[k - 1];
  const order = new Int32Array(count);
  for (let i = 0; i < data.length; i++) if (data[i] > 0) order[starts[rank(data[i])]++] = i;
  return order;
}

/**
 * Where a set is narrow between wider places: its pixels are put down from the deepest on, and where two heaps meet at a
 * depth well under both their peaks is a neck, twice that depth wide. The smaller heap is what hangs on by it.
 */
function necks(set: Field, lines: LineGrid): Neck[] {
  const { width, height, data, step } = depths(set);
  const total = width * height;
  // Heaps as trees of cells; at the root of each: its depth where it is deepest, and a chain of its cells.
  const owner = new Int32Array(total).fill(-1);
  const peak = new Float32Array(total);
  const last = new Int32Array(total);
  const next = new Int32Array(total).fill(-1);
  const find = (i: number): number => {
    while (owner[i] !== i) i = owner[i] = owner[owner[i]];
    return i;
  };
  const found: Neck[] = [];
  for (const i of deepestFirst(data)) {
    owner[i] = i;
    peak[i] = data[i];
    last[i] = i;
    const x = i % width;
    const y = (i / width) | 0;
    for (let v = max(0, y - 1); v <= min(height - 1, y + 1); v++)
      for (let u = max(0, x - 1); u <= min(width - 1, x + 1); u++) {
        const n = v * width + u;
        if (n === i || owner[n] < 0) continue;
        const a = find(i);
        const b = find(n);
        if (a === b) continue;
        const big = peak[a] >= peak[b] ? a : b;
        const small = big === a ? b : a;
        if (data[i] < NARROW * peak[small] && next[small] >= 0) {
          let far = 0;
          for (let c = small; c >= 0; c = next[c])
            far = max(far, hypot((c % width) - x, ((c / width) | 0) - y));
          const depth = deepestIn(set, lines, x * step, y * step, step, (data[i] + 1) * step + 2);
          if (depth > 0)
            found.push({ width: 2 * depth, length: far * step, x: (x + 0.5) * step, y: (y + 0.5) * step });
        }
        owner[small] = big;
        next[last[big]] = small;
        last[big] = last[small];
      }
  }
  return found;
}

/** How far the pixel of a square that is farthest from a set's border is from it, px, `most` at the most; 0 outside the set. */
function deepestIn(
  set: Field,
  lines: LineGrid,
  left: number,
  top: number,
  size: number,
  most: number,
): number {
  let d = 0;
  for (let y = floor(top); y < min(set.height, top + size); y++)
    for (let x = floor(left); x < min(set.width, left + size); x++)
      if (set.data[y * set.width + x] > 0) d = max(d, lines.distance(x + 0.5, y + 0.5, most));
  return d;
}

/**
 * The least radii of a line's bends, to the right (clockwise) and to the left, its units: of the circles through places
 * `reach` apart along it. Corners count as bends.
 */
function radiiOf({ path }: CutLoop, reach: number): { right: number; left: number } {
  const STEPS = 4;
  const lines = flatten(path, reach / 50);
  let [right, left] = [Infinity, Infinity];
  for (const { points } of lines) {
    // Places an even way apart, so that three of them, STEPS apart, make a circle.
    const places: number[] = [];
    let rest = 0;
    for (let i = 2; i < points.length; i += 2) {
      const [x, y] = [points[i - 2], points[i - 1]];
      const [dx, dy] = [points[i] - x, points[i + 1] - y];
      const length = hypot(dx, dy);
      for (; rest < length; rest += reach / STEPS)
        places.push(x + (dx * rest) / length, y + (dy * rest) / length);
      rest -= length;
    }
    const n = places.length;
    if (n < 6 * STEPS) continue;
    for (let i = 0; i < n; i += 2) {
      const [a, b, c] = [i, (i + 2 * STEPS) % n, (i + 4 * STEPS) % n];
      const [ux, uy] = [places[b] - places[a], places[b + 1] - places[a + 1]];
      const [vx, vy] = [places[c] - places[b], places[c + 1] - places[b + 1]];
      const cross = ux * vy - uy * vx;
      const radius = (hypot(ux, uy) * hypot(vx, vy) * hypot(ux + vx, uy + vy)) / (2 * abs(cross));
      if (cross > 0) right = min(right, radius);
      else if (cross < 0) left = min(left, radius);
    }
  }
  return { right, left };
}

/** The least radius of a cut's bends, all or those that go in, mm. */
export const leastRadius = (loops: readonly CutLoop[], pxPerMm: number, which: 'all' | 'inner'): number =>
  min(
    ...loops.map((loop) => {
      const { right, left } = radiiOf(loop, BEND_MM * pxPerMm);
      return (which === 'all' ? min(right, left) : left) / pxPerMm;
    }),
    Infinity,
  );

/** What a cut is like to peel, measured on the fitted line and on what it cuts out. */
export function peelOf({
  cut,
  artwork,
  artworkMargin,
  corner,
  loops,
  lines,
  pxPerMm,
}: {
  cut: Field;
  /** The contours of the cut. */
  lines: readonly Loop[];
  artwork: Field;
  /** px by which the artwork's own raster lies within that of the cut. */
  artworkMargin: number;
  /** Where the corner of the cut's raster lies on the print, px. */
  corner: Spot;
  loops: readonly CutLoop[];
  pxPerMm: number;
}): Peel {
  const mm = (px: number) => px / pxPerMm;
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  let [path, points, area] = [0, 0, 0];
  let [outerRadius, innerRadius] = [Infinity, Infinity];
  let outerCorner: Peel['outerCorner'] = null;
  let innerCorner: Peel['innerCorner'] = null;
  let smallestHole: Peel['smallestHole'] = null;
  for (const loop of loops) {
    path += pathLength(loop.path);
    area += loop.area;
    const nodes = nodesOf(loop.path);
    const { right, left } = radiiOf(loop, BEND_MM * pxPerMm);
    points += nodes.length;
    // Outer lines turn clockwise and holes the other way, so the sticker is always on the right.
    outerRadius = min(outerRadius, right);
    innerRadius = min(innerRadius, left);
    const own = pathBounds(loop.path);
    for (const { x, y, into, out } of nodes) {
      const turn =
        (Math.atan2(into[0] * out[1] - into[1] * out[0], into[0] * out[0] + into[1] * out[1]) * 180) /
        Math.PI;
      const degrees = 180 - abs(turn);
      if (turn > CORNER && (!outerCorner || degrees < outerCorner.degrees)) outerCorner = { x, y, degrees };
      if (turn < -CORNER && (!innerCorner || degrees < innerCorner.degrees)) innerCorner = { x, y, degrees };
    }
    box.left = min(box.left, own.left);
    box.right = max(box.right, own.right);
    box.top = min(box.top, own.top);
    box.bottom = max(box.bottom, own.bottom);
    // A slot is weeded more easily than a dot as narrow as it: by the mean of its sides.
    const size = mm(sqrt((own.right - own.left) * (own.bottom - own.top)));
    if (loop.area < 0 && (!smallestHole || size < smallestHole.size))
      smallestHole = { x: (own.left + own.right) / 2, y: (own.top + own.bottom) / 2, size };
  }
  let neck: Peel['neck'] = null;
  let tongue: Peel['tongue'] = null;
  for (const n of necks(cut, new LineGrid(lines, cut.width, cut.height))) {
    if (mm(n.width) > WIDE_MM) continue;
    const spot = { x: n.x + corner.x, y: n.y + corner.y, width: mm(n.width) };
    if (!neck || spot.width < neck.width) neck = spot;
    const length = mm(n.length);
    if (length > spot.width && (!tongue || length / spot.width > tongue.length / tongue.width))
      tongue = { ...spot, length };
  }
  return {
    pieces: loops.filter((l) => l.area > 0).length,
    holes: loops.filter((l) => l.area < 0).length,
    width: mm(max(0, box.right - box.left)),
    height: mm(max(0, box.bottom - box.top)),
    area: area / pxPerMm ** 2,
    path: mm(path),
    points,
    ...{ neck, tongue, outerCorner, innerCorner, smallestHole },
    outerRadius: mm(outerRadius),
    innerRadius: mm(innerRadius),
    border: borderOf(lines, artwork, artworkMargin, corner, pxPerMm),
    box,
  };
}

/** The least distance of artwork from what is cut away: 0 where it is cut through. */
function borderOf(
  lines: readonly Loop[],
  artwork: Field,
  shift: number,
  corner: Spot,
  pxPerMm: number,
): Peel['border'] {
  const edges = contours(artwork);
  if (edges.length === 0) return null;
  const grid = new LineGrid(edges, artwork.width, artwork.height);
  const { width, height, data } = artwork;
  // In the artwork's own raster; where it is within the artwork, it is cut through.
  const from = (points: Float64Array, i: number, most: number): number => {
    const x = points[i] - shift;
    const y = points[i + 1] - shift;
    const u = floor(x);
    const v = floor(y);
    const within = u >= 0 && v >= 0 && u < width && v < height && data[v * width + u] > 0;
    return within ? 0 : grid.distance(x, y, most);
  };
  let best: { d: number; points: Float64Array; at: number } = {
    d: Infinity,
    points: new Float64Array(2),
    at: 0,
  };
  const look = (points: Float64Array, at: number) => {
    const d = from(points, at, best.d);
    if (d < best.d) best = { d, points, at };
  };
  // Points are a px apart at the most: every other one, and then those beside the nearest.
  for (const { points } of lines) for (let i = 0; i < points.length; i += 4) look(points, i);
  const { points, at } = best;
  for (const by of [-2, 2]) look(points, (at + by + points.length) % points.length);
  return Number.isFinite(best.d)
    ? {
        x: best.points[best.at] + corner.x,
        y: best.points[best.at + 1] + corner.y,
        distance: best.d / pxPerMm,
      }
    : null;
}

import { flatten, pathBounds } from '../geometry';
import { createMask, NOWHERE, squaredDistance, type Mask } from '../raster';
import type { CutLoop } from './contour';
import type { Field } from './field';
import { pathLength } from './length';
import { nodesOf } from './nodes';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { abs, ceil, floor, hypot, max, min, sqrt } = Math;

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

/** Cells along the long side on which necks are looked for. */
const COARSE = 360;
/** A place is narrow where it is under this share of what it joins. */
const NARROW = 0.75;
/** Over how long a way a bend is measured, mm: a blade does not feel what is shorter. */
const BEND_MM = 1;
/** What is wider than this is nowhere narrow, mm. */
const WIDE_MM = 12;
/** Turns of less than this are bends, not corners, degrees. */
const CORNER = 25;

/** The largest distance from the outside within each cell of `step` × `step` px of a set, px. */
function depths(set: Field, step: number): { width: number; height: number; data: Float32Array } {
  const width = max(1, ceil(set.width / step));
  const height = max(1, ceil(set.height / step));
  const data = new Float32Array(width * height);
  const squared = squaredDistance(maskOf(set), 0);
  for (let y = 0, i = 0; y < set.height; y++)
    for (let x = 0; x < set.width; x++, i++) {
      if (squared[i] === 0) continue;
      const cell = floor(y / step) * width + floor(x / step);
      // From centre to centre it is half a px too far.
      const d = sqrt(squared[i]) - 0.5;
      if (d > data[cell]) data[cell] = d;
    }
  return { width, height, data };
}

const maskOf = ({ width, height, data }: Field): Mask => {
  const mask = createMask(width, height);
  for (let i = 0; i < data.length; i++) mask.data[i] = data[i] > 0 ? 1 : 0;
  return mask;
};

interface Part {
  /** Depth where it is deepest, px. */
  peak: number;
  cells: number[];
}

/** A narrow place, and how far what hangs on by it goes; px of its raster. */
interface Neck extends Spot {
  width: number;
  length: number;
}

/**
 * Where a set is narrow between wider places: its pixels are put down from the deepest on, and where two heaps meet at a
 * depth well under both their peaks is a neck, twice that depth wide. The smaller heap is what hangs on by it.
 */
function necks(set: Field): Neck[] {
  const step = max(1, max(set.width, set.height) / COARSE);
  const { width, height, data } = depths(set, step);
  const order = [...data.keys()].filter((i) => data[i] > 0).sort((a, b) => data[b] - data[a]);
  const owner = new Int32Array(width * height).fill(-1);
  const find = (i: number): number => {
    while (owner[i] !== i) i = owner[i] = owner[owner[i]];
    return i;
  };
  const of = new Map<number, Part>();
  const found: Neck[] = [];
  for (const i of order) {
    owner[i] = i;
    const own: Part = { peak: data[i], cells: [i] };
    of.set(i, own);
    const x = i % width;
    for (const [n, near] of [
      [i - 1, x > 0],
      [i + 1, x + 1 < width],
      [i - width, true],
      [i + width, true],
      [i - width - 1, x > 0],
      [i - width + 1, x + 1 < width],
      [i + width - 1, x > 0],
      [i + width + 1, x + 1 < width],
    ] as const) {
      if (!near || n < 0 || n >= owner.length || owner[n] < 0) continue;
      const [a, b] = [find(i), find(n)];
      if (a === b) continue;
      const [big, small] = of.get(a)!.peak >= of.get(b)!.peak ? [a, b] : [b, a];
      const [keeps, goes] = [of.get(big)!, of.get(small)!];
      if (data[i] < NARROW * goes.peak && goes.cells.length > 1) {
        const [cx, cy] = [x, (i / width) | 0];
        let far = 0;
        for (const c of goes.cells) far = max(far, hypot((c % width) - cx, ((c / width) | 0) - cy));
        found.push({
          width: 2 * data[i],
          length: far * step,
          x: (cx + 0.5) * step,
          y: (cy + 0.5) * step,
        });
      }
      owner[small] = big;
      for (const c of goes.cells) keeps.cells.push(c);
      of.delete(small);
    }
  }
  return found;
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
  pxPerMm,
}: {
  cut: Field;
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
  for (const n of necks(cut)) {
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
    border: borderOf(cut, artwork, artworkMargin, corner, pxPerMm),
    box,
  };
}

/** The least distance of artwork from what is cut away. */
function borderOf(cut: Field, artwork: Field, shift: number, corner: Spot, pxPerMm: number): Peel['border'] {
  let best: { d: number; x: number; y: number } | null = null;
  const rim: [number, number][] = [];
  for (let y = 1; y + 1 < cut.height; y++)
    for (let x = 1, i = y * cut.width + 1; x + 1 < cut.width; x++, i++) {
      if (cut.data[i] > 0) continue;
      if (
        cut.data[i - 1] > 0 ||
        cut.data[i + 1] > 0 ||
        cut.data[i - cut.width] > 0 ||
        cut.data[i + cut.width] > 0
      )
        rim.push([x, y]);
    }
  const ink = createMask(cut.width, cut.height);
  for (let y = 0, i = 0; y < artwork.height; y++)
    for (let x = 0, to = (y + shift) * cut.width + shift; x < artwork.width; x++, i++, to++)
      if (artwork.data[i] > 0) ink.data[to] = 1;
  const distance = squaredDistance(ink, 1);
  for (const [x, y] of rim) {
    const d2 = distance[y * cut.width + x];
    if (d2 !== NOWHERE && (!best || d2 < best.d)) best = { d: d2, x: x + corner.x, y: y + corner.y };
  }
  // From one centre beyond the line to another within the ink, where they lie nearest, it is a little too far.
  return best && { x: best.x, y: best.y, distance: max(0, (sqrt(best.d) - 0.25) / pxPerMm) };
}

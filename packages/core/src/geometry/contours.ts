import { hypot } from './hypot';
import { flatten, signedArea } from './flatten';
import { isInside } from './hull';
import { CLOSE, CUBIC, eachCommand, MOVE, pathBounds, QUAD, type PathData } from './path';

// What closed pieces of a path are to one another: which lies in which, which way they turn, how narrow they are.

/** A closed piece of a path, with what is needed to tell what lies inside what. */
interface Contour {
  commands: number[];
  polygon: number[];
  area: number;
  box: ReturnType<typeof pathBounds>;
}

/** Contours smaller than this, path units², are what rounding leaves of two edges that meet. */
const SLIVER = 0.05;

/** The same curves the other way round. */
export function reversePath(path: PathData): PathData {
  const pieces: number[][][] = [];
  let x = 0;
  let y = 0;
  eachCommand(path, (verb, at) => {
    if (verb === MOVE) pieces.push([[path[at], path[at + 1]]]);
    else if (verb === CLOSE) pieces.at(-1)?.push([]);
    else {
      const count = verb === QUAD ? 4 : verb === CUBIC ? 6 : 2;
      pieces.at(-1)?.push([verb, x, y, ...path.slice(at, at + count)]);
    }
    if (verb !== CLOSE) {
      const count = verb === QUAD ? 4 : verb === CUBIC ? 6 : 2;
      [x, y] = [path[at + count - 2], path[at + count - 1]];
    }
  });
  const out: number[] = [];
  for (const [start, ...rest] of pieces) {
    const closed = rest.at(-1)?.length === 0;
    const segments = rest.filter((s) => s.length > 0);
    const end = segments.length ? segments.at(-1)!.slice(-2) : start;
    out.push(MOVE, end[0], end[1]);
    for (const [verb, ...n] of segments.reverse()) {
      out.push(verb);
      for (let i = n.length - 4; i >= 0; i -= 2) out.push(n[i], n[i + 1]);
    }
    if (closed) out.push(CLOSE);
  }
  return out;
}

function contoursOf(path: PathData): Contour[] {
  const pieces: number[][] = [];
  eachCommand(path, (verb, at) => {
    const count = verb === CLOSE ? 0 : verb === QUAD ? 4 : verb === CUBIC ? 6 : 2;
    if (verb === MOVE) pieces.push([]);
    pieces.at(-1)?.push(verb, ...path.slice(at, at + count));
  });
  return pieces.flatMap((commands) => {
    const box = pathBounds(commands);
    const size = Math.max(1e-6, Math.min(box.right - box.left, box.bottom - box.top));
    const polygon = flatten(commands, Math.max(0.05, size / 60))[0]?.points ?? [];
    const area = signedArea(polygon) / 2;
    return polygon.length < 6 || Math.abs(area) < SLIVER ? [] : [{ commands, polygon, area, box }];
  });
}

/** A point on the longest edge of a polygon, off its middle: others may touch it at its corners. */
function onEdge(polygon: readonly number[]): [number, number] {
  let [longest, at] = [-1, 0];
  for (let i = 0; i + 3 < polygon.length; i += 2) {
    const length = hypot(polygon[i + 2] - polygon[i], polygon[i + 3] - polygon[i + 1]);
    if (length > longest) [longest, at] = [length, i];
  }
  const along = (k: number) => polygon[k] + 0.382 * (polygon[k + 2] - polygon[k]);
  return [along(at), along(at + 1)];
}

/**
 * Contours that do not cross, filled even-odd, as a path that fills the same non-zero: outer ones turn
 * clockwise, holes the other way; slivers are left out.
 */
export function oriented(path: PathData): PathData {
  const contours = contoursOf(path);
  const out: number[] = [];
  for (const contour of contours) {
    const [x, y] = onEdge(contour.polygon);
    let depth = 0;
    for (const other of contours) {
      if (other === contour || Math.abs(other.area) <= Math.abs(contour.area)) continue;
      const { left, right, top, bottom } = other.box;
      if (x >= left && x <= right && y >= top && y <= bottom && isInside([other.polygon], x, y)) depth++;
    }
    const clockwise = depth % 2 === 0;
    const turned = contour.area > 0 === clockwise ? contour.commands : reversePath(contour.commands);
    for (const n of turned) out.push(n);
  }
  return out;
}

/** Each piece of a path that crosses itself nowhere, with its holes; outer ones turn clockwise, as `oriented` leaves them. */
export function islandsOf(path: PathData): PathData[] {
  const contours = contoursOf(path);
  const outer = contours.filter((c) => c.area > 0).map((c) => ({ ...c, holes: [] as number[] }));
  for (const hole of contours) {
    if (hole.area > 0) continue;
    const [x, y] = onEdge(hole.polygon);
    const around = outer
      .filter((o) => o.area > -hole.area && isInside([o.polygon], x, y))
      .sort((a, b) => a.area - b.area)[0];
    around?.holes.push(...hole.commands);
  }
  return outer.map((o) => [...o.commands, ...o.holes]);
}

/**
 * A path as it is good for a blade: without pieces and holes narrower than `least` (twice their area over the way
 * around them), and without points that lie on the one before.
 */
export function cleaned(path: PathData, least: number): PathData {
  const NOTHING = 1e-3;
  return contoursOf(path).flatMap(({ commands, polygon, area }) => {
    let around = 0;
    for (let i = 0, j = polygon.length - 2; i + 1 < polygon.length; j = i, i += 2)
      around += hypot(polygon[i] - polygon[j], polygon[i + 1] - polygon[j + 1]);
    if ((2 * Math.abs(area)) / around < least) return [];
    const out: number[] = [];
    let [x, y] = [NaN, NaN];
    eachCommand(commands, (verb, at) => {
      const count = verb === CLOSE ? 0 : verb === QUAD ? 4 : verb === CUBIC ? 6 : 2;
      const points = commands.slice(at, at + count);
      let length = 0;
      for (let k = 0; k < count; k += 2) length = Math.max(length, hypot(points[k] - x, points[k + 1] - y));
      if (count > 0 && verb !== MOVE && length < NOTHING) return;
      if (count > 0) [x, y] = points.slice(-2);
      out.push(verb, ...points);
    });
    return out;
  });
}

/** Points of an outline that are looked at to tell how far it strays. */
const MOST_LOOKED_AT = 600;

/** What an outline should lie along: a path, at a distance from it. */
export interface Along {
  path: PathData;
  reach: number;
}

/** How far an outline strays at the most from the nearest of the ways that it should lie along, path units. */
export function strayOf(outline: PathData, ways: readonly Along[], tolerance = 0.005): number {
  const lines = ways.flatMap(({ path, reach }) =>
    flatten(path, tolerance).map(({ points, closed }) => ({
      points: closed ? [...points, points[0], points[1]] : points,
      reach,
    })),
  );
  const all = flatten(outline, tolerance).flatMap((l) => l.points);
  if (lines.length === 0) return 0;
  const step = 2 * Math.max(1, Math.ceil(all.length / 2 / MOST_LOOKED_AT));
  let most = 0;
  for (let i = 0; i + 1 < all.length; i += step) {
    let least = Infinity;
    for (const { points: p, reach } of lines) {
      let near = Infinity;
      for (let k = 0; k + 3 < p.length; k += 2) {
        const [x, y] = [all[i] - p[k], all[i + 1] - p[k + 1]];
        const [dx, dy] = [p[k + 2] - p[k], p[k + 3] - p[k + 1]];
        const t = Math.max(0, Math.min(1, (x * dx + y * dy) / (dx * dx + dy * dy || 1)));
        near = Math.min(near, (x - t * dx) ** 2 + (y - t * dy) ** 2);
      }
      least = Math.min(least, Math.abs(Math.sqrt(near) - reach));
    }
    most = Math.max(most, least);
  }
  return most;
}

/** The path without its holes, or without those that are narrower than `least`. */
export function withoutHoles(path: PathData, least = Infinity): PathData {
  return contoursOf(path)
    .filter((c) => c.area > 0 || Math.min(c.box.right - c.box.left, c.box.bottom - c.box.top) >= least)
    .flatMap((c) => c.commands);
}

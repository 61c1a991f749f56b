import { hypot } from './hypot';
import { oriented, withoutHoles } from './contours';
import { flatten } from './flatten';
import { convexHull } from './hull';
import {
  CLOSE,
  CUBIC,
  eachCommand,
  LINE,
  MOVE,
  pathBounds,
  QUAD,
  transformPath,
  type PathData,
} from './path';

/** The parts of pathkit-wasm (Skia's path operations) that are used here. */
export interface PathKit {
  NewPath(): PathKitPath;
  FromCmds(commands: number[][]): PathKitPath;
  PathOp: { DIFFERENCE: unknown; INTERSECT: unknown; UNION: unknown; XOR: unknown };
  FillType: { EVENODD: unknown };
  StrokeJoin: { MITER: unknown; ROUND: unknown; BEVEL: unknown };
  StrokeCap: { BUTT: unknown; ROUND: unknown; SQUARE: unknown };
}
interface PathKitPath {
  copy(): PathKitPath;
  op(other: PathKitPath, how: unknown): PathKitPath | null;
  simplify(): PathKitPath | null;
  setFillType(type: unknown): void;
  dash(on: number, off: number, phase: number): PathKitPath | null;
  stroke(options: { width: number; miter_limit: number; join: unknown; cap: unknown }): PathKitPath | null;
  toCmds(): number[][];
  delete(): void;
}

export type Join = 'round' | 'mitre' | 'bevel';

/** A line along a path, path units. */
export interface Line {
  width: number;
  join: Join;
  cap: 'butt' | 'round' | 'square';
  /** Mitres end at so many times the width; at 4 where it is left out. */
  mitre?: number;
  /** Lengths of dash and gap. */
  dash?: readonly [number, number];
}

/** Operations on filled outlines. Everything in and out is filled by the non-zero rule. */
export interface OutlineOps {
  /** The outline grown (by > 0) or shrunk (by < 0) evenly on all sides, path units; mitres end at 4. */
  offset(path: PathData, by: number, join: Join): PathData;
  /** One outline around all that the path covers. */
  weld(path: PathData): PathData;
  subtract(from: PathData, what: PathData): PathData;
  intersect(a: PathData, b: PathData): PathData;
  unite(a: PathData, b: PathData): PathData;
  /** What one of the two covers and the other does not. */
  exclude(a: PathData, b: PathData): PathData;
  /** What a path covers that is filled by the even-odd rule. */
  evenOdd(path: PathData): PathData;
  /** What a line along a path covers; pieces that are not closed have ends. */
  stroke(path: PathData, line: Line): PathData;
}

const CONIC = 3;

/** A conic with weight w as the cubic that agrees at its ends, directions and middle. */
function conic(x0: number, y0: number, [cx, cy, x, y, w]: readonly number[]): number[] {
  const k = (4 * w) / (3 * (1 + w));
  return [CUBIC, x0 + k * (cx - x0), y0 + k * (cy - y0), x + k * (cx - x), y + k * (cy - y), x, y];
}

function pathOf(commands: readonly number[][]): PathData {
  const out: number[] = [];
  let [x, y] = [0, 0];
  for (const [verb, ...n] of commands) {
    if (verb === CONIC) for (const v of conic(x, y, n)) out.push(v);
    else out.push(verb, ...n);
    if (verb === CONIC) [x, y] = [n[2], n[3]];
    else if (n.length >= 2) [x, y] = n.slice(-2);
  }
  return out;
}

/** As Skia's commands; all pieces closed, as fills are, or as they are (`drawn`). */
function commandsOf(path: PathData, drawn = false): number[][] {
  const out: number[][] = [];
  let open = false;
  eachCommand(path, (verb, at) => {
    const count = verb === CLOSE ? 0 : verb === QUAD ? 4 : verb === CUBIC ? 6 : 2;
    // Filled outlines are closed, whether they say so or not.
    if (verb === MOVE && open && !drawn) out.push([CLOSE]);
    open = verb !== CLOSE;
    out.push([verb, ...path.slice(at, at + count)]);
  });
  if (open && !drawn) out.push([CLOSE]);
  return out;
}

/** How often what lines along an outline sweep must cover it. */
const CROWDED = 1.2;
/** Numbers of path data up to which an outline is simple: it is moved at once, however thin it is. */
const SIMPLE = 100;
/** Into how many steps of the first one's length a distance is cut at the most. */
const MOST_STEP = 1024;
/** How much larger a path is while it is moved step by step. */
const FINE = 8;

/** How far from the true outline one may lie that stands for it, path units. */
const NEAR = 0.02;

/**
 * The convex hull of an outline that is so small against the distance by which it is grown that nobody could tell
 * the two apart: a shape of diameter D and its hull, grown by r, differ by at most D² ⁄ 8r. Null for any other.
 */
function hullWithin(path: PathData, by: number): PathData | null {
  const box = pathBounds(path);
  const [w, h] = [box.right - box.left, box.bottom - box.top];
  if ((w * w + h * h) / (8 * by) > NEAR) return null;
  const points = flatten(path, NEAR).flatMap(({ points: p }) =>
    Array.from({ length: p.length / 2 }, (_, i) => [p[2 * i], p[2 * i + 1]] as const),
  );
  const hull = convexHull(points);
  return hull.length < 3 ? null : [...hull.flatMap(([x, y], i) => [i === 0 ? MOVE : LINE, x, y]), CLOSE];
}

/**
 * Whether an outline has so much detail within a distance that lines drawn along it at that distance would mostly
 * lie on one another: what they sweep is several times all of the outline, grown.
 */
function isCrowded(path: PathData, by: number): boolean {
  if (path.length <= SIMPLE) return false;
  const reach = Math.abs(by);
  const box = pathBounds(path);
  let length = 0;
  for (const { points: p } of flatten(
    path,
    Math.max(0.01, Math.min(box.right - box.left, box.bottom - box.top) / 200),
  ))
    for (let i = 2; i < p.length; i += 2) length += hypot(p[i] - p[i - 2], p[i + 1] - p[i - 1]);
  const [w, h] = [box.right - box.left + 2 * reach, box.bottom - box.top + 2 * reach];
  return 2 * reach * length > CROWDED * w * h;
}

/** Outline operations by Skia's path operations, which keep curves as curves. */
export function createOutlineOps(kit: PathKit): OutlineOps {
  const joins = { round: kit.StrokeJoin.ROUND, mitre: kit.StrokeJoin.MITER, bevel: kit.StrokeJoin.BEVEL };
  const run = (
    paths: PathData[],
    work: (made: PathKitPath[]) => PathKitPath | null,
    drawn = false,
  ): PathData | null => {
    const made = paths.map((p) => kit.FromCmds(commandsOf(p, drawn)));
    try {
      const result = work(made);
      return result && oriented(pathOf(result.toCmds()).filter(Number.isFinite));
    } catch {
      return null;
    } finally {
      for (const p of made) p.delete();
    }
  };
  const both = (a: PathData, b: PathData, how: unknown): PathData => {
    const joins = how === kit.PathOp.UNION || how === kit.PathOp.XOR;
    if (a.length === 0) return joins ? b : [];
    if (b.length === 0) return how === kit.PathOp.INTERSECT ? [] : a;
    return run([a, b], ([x, y]) => x.op(y, how)) ?? (joins ? [...a, ...b] : a);
  };
  const weld = (path: PathData): PathData =>
    path.length === 0 ? path : (run([path], ([p]) => p.simplify()) ?? path);
  const offsetOnce = (path: PathData, by: number, join: Join): PathData => {
    if (path.length === 0) return path;
    // Skia's operations count in single precision about the origin: keep the path near it.
    const box = pathBounds(path);
    const [cx, cy] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
    const near = transformPath(path, [1, 0, 0, 1, -cx, -cy]);
    const made = run([near], ([p]) => {
      if (!p.simplify()) return null;
      const edge = p.copy();
      try {
        const options = {
          width: 2 * Math.abs(by),
          miter_limit: 4,
          join: joins[join],
          cap: kit.StrokeCap.ROUND,
        };
        if (!edge.stroke(options)) return null;
        return p.op(edge, by > 0 ? kit.PathOp.UNION : kit.PathOp.DIFFERENCE);
      } finally {
        edge.delete();
      }
    });
    return made ? transformPath(made, [1, 0, 0, 1, cx, cy]) : weld(path);
  };
  return {
    weld,
    subtract: (from, what) => both(from, what, kit.PathOp.DIFFERENCE),
    intersect: (a, b) => both(a, b, kit.PathOp.INTERSECT),
    unite: (a, b) => both(a, b, kit.PathOp.UNION),
    exclude: (a, b) => both(a, b, kit.PathOp.XOR),
    evenOdd: (path) =>
      path.length === 0
        ? path
        : (run([path], ([p]) => {
            p.setFillType(kit.FillType.EVENODD);
            return p.simplify();
          }) ?? path),
    stroke: (path, line) => {
      if (path.length === 0 || !(line.width > 0)) return [];
      // Enlarged, as steps of an offset are, and about its middle: Skia draws round a line to a quarter of a unit.
      const box = pathBounds(path);
      const [cx, cy] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
      const near = transformPath(path, [FINE, 0, 0, FINE, -FINE * cx, -FINE * cy]);
      const { width, join, cap, mitre = 4, dash } = line;
      const caps = { butt: kit.StrokeCap.BUTT, round: kit.StrokeCap.ROUND, square: kit.StrokeCap.SQUARE };
      const options = { width: FINE * width, miter_limit: mitre, join: joins[join], cap: caps[cap] };
      const made = run(
        [near],
        ([p]) => {
          if (dash && !p.dash(FINE * Math.max(dash[0], 1e-3), FINE * dash[1], 0)) return null;
          return p.stroke(options)?.simplify() ?? null;
        },
        true,
      );
      return made ? transformPath(made, [1 / FINE, 0, 0, 1 / FINE, cx, cy]) : [];
    },
    offset: (path, by, join) => {
      if (path.length === 0 || by === 0) return weld(path);
      const hull = by > 0 ? hullWithin(path, by) : null;
      if (hull) return offsetOnce(hull, by, 'round');
      if (!isCrowded(path, by)) return offsetOnce(path, by, join);
      // Step by step, each as far as all before it: neighbours run together early, and what they enclose goes, so
      // that little is left to cross.
      const box = pathBounds(path);
      const size = Math.min(box.right - box.left, box.bottom - box.top);
      const reach = Math.abs(by);
      // Skia draws round a corner to about a quarter of a unit: enlarged, the steps do not add up to more.
      let out = transformPath(weld(path), [FINE, 0, 0, FINE, 0, 0]);
      let first = Math.min(reach / 16, size / 16);
      while (first > reach / MOST_STEP && isCrowded(out, FINE * first)) first /= 2;
      for (let done = 0; done < reach;) {
        const step = Math.min(reach - done, Math.max(first, done));
        const last = done + step >= reach * (1 - 1e-9);
        if (by > 0) out = withoutHoles(out, 2 * FINE * (reach - done));
        out = offsetOnce(out, Math.sign(by) * FINE * step, join === 'bevel' && !last ? 'round' : join);
        done = last ? reach : done + step;
      }
      return transformPath(out, [1 / FINE, 0, 0, 1 / FINE, 0, 0]);
    },
  };
}

import { EMPTY_BOX, type Box } from './box';
import type { Matrix } from './matrix';

/**
 * Outlines as a flat list of numbers: a verb, then its coordinates.
 * MOVE x y · LINE x y · QUAD cx cy x y · CUBIC c1x c1y c2x c2y x y · CLOSE.
 */
export type PathData = readonly number[];

export const MOVE = 0;
export const LINE = 1;
export const QUAD = 2;
export const CUBIC = 4;
export const CLOSE = 5;

const COORDS: Record<number, number> = { [MOVE]: 2, [LINE]: 2, [QUAD]: 4, [CUBIC]: 6, [CLOSE]: 0 };

/** Calls `visit(verb, index of its first coordinate)` for each command; throws on an unknown verb. */
export function eachCommand(path: PathData, visit: (verb: number, at: number) => void): void {
  for (let i = 0; i < path.length;) {
    const verb = path[i];
    const count = COORDS[verb];
    if (count === undefined) throw new RangeError(`path data: ${verb} is no verb (at ${i})`);
    visit(verb, i + 1);
    i += 1 + count;
  }
}

/** The path with every point mapped by `m`. */
export function transformPath(path: PathData, m: Matrix): PathData {
  const out = path.slice();
  eachCommand(path, (verb, at) => {
    for (let k = 0; k < COORDS[verb]; k += 2) {
      const x = path[at + k];
      const y = path[at + k + 1];
      out[at + k] = m[0] * x + m[2] * y + m[4];
      out[at + k + 1] = m[1] * x + m[3] * y + m[5];
    }
  });
  return out;
}

/** Parameters 0 < t < 1 where one coordinate of a cubic Bézier is extreme. */
function cubicExtremes(p0: number, p1: number, p2: number, p3: number): number[] {
  const a = -p0 + 3 * p1 - 3 * p2 + p3;
  const b = 2 * (p0 - 2 * p1 + p2);
  const c = p1 - p0;
  const inside = (t: number) => t > 0 && t < 1;
  if (Math.abs(a) < 1e-12) return Math.abs(b) < 1e-12 ? [] : [-c / b].filter(inside);
  const d = b * b - 4 * a * c;
  if (d < 0) return [];
  const s = Math.sqrt(d);
  return [(-b + s) / (2 * a), (-b - s) / (2 * a)].filter(inside);
}

/** The tight box around the path's curves (not their control points). EMPTY_BOX for no points. */
export function pathBounds(path: PathData): Box {
  let { left, top, right, bottom } = EMPTY_BOX;
  let px = 0;
  let py = 0;
  const add = (x: number, y: number) => {
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < top) top = y;
    if (y > bottom) bottom = y;
  };
  eachCommand(path, (verb, at) => {
    if (verb === CLOSE) return;
    if (verb === QUAD) {
      const [cx, cy, x, y] = [path[at], path[at + 1], path[at + 2], path[at + 3]];
      for (const [p, c, q] of [
        [px, cx, x],
        [py, cy, y],
      ]) {
        const t = (p - c) / (p - 2 * c + q);
        if (t > 0 && t < 1) {
          const u = 1 - t;
          add(u * u * px + 2 * u * t * cx + t * t * x, u * u * py + 2 * u * t * cy + t * t * y);
        }
      }
    } else if (verb === CUBIC) {
      const [ax, ay, bx, by, x, y] = path.slice(at, at + 6);
      for (const t of [...cubicExtremes(px, ax, bx, x), ...cubicExtremes(py, ay, by, y)]) {
        const u = 1 - t;
        const k = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
        add(k[0] * px + k[1] * ax + k[2] * bx + k[3] * x, k[0] * py + k[1] * ay + k[2] * by + k[3] * y);
      }
    }
    px = path[at + COORDS[verb] - 2];
    py = path[at + COORDS[verb] - 1];
    add(px, py);
  });
  return { left, top, right, bottom };
}

/** True when every coordinate is a finite number. */
export const isFinitePath = (path: PathData): boolean => path.every(Number.isFinite);

/** How many points a path has: where its pieces begin and where its segments end. */
export function pointsIn(path: PathData): number {
  let n = 0;
  eachCommand(path, (verb) => void (n += verb === CLOSE ? 0 : 1));
  return n;
}

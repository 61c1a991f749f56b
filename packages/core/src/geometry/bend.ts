import { hypot } from './hypot';
import { CLOSE, CUBIC, eachCommand, LINE, MOVE, QUAD, type PathData } from './path';

/** A map of the plane; must be smooth where a path passes. */
export type PlaneMap = (x: number, y: number) => readonly [number, number];

type Point = readonly [number, number];

const DEEPEST = 7;
const DELTA = 1e-3;

/** Where the map takes a small step along (dx, dy) from (x, y), per unit of step. */
function carried(map: PlaneMap, x: number, y: number, dx: number, dy: number): Point {
  const length = hypot(dx, dy);
  if (length < 1e-9) return [0, 0];
  const [ux, uy] = [(dx / length) * DELTA, (dy / length) * DELTA];
  const a = map(x - ux, y - uy);
  const b = map(x + ux, y + uy);
  return [((b[0] - a[0]) / (2 * DELTA)) * length, ((b[1] - a[1]) / (2 * DELTA)) * length];
}

const onCubic = (p: readonly Point[], t: number): Point => {
  const u = 1 - t;
  const k = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
  return [
    k[0] * p[0][0] + k[1] * p[1][0] + k[2] * p[2][0] + k[3] * p[3][0],
    k[0] * p[0][1] + k[1] * p[1][1] + k[2] * p[2][1] + k[3] * p[3][1],
  ];
};

/**
 * The path under a map that need not keep lines straight. Each piece becomes a cubic with the mapped
 * ends and the mapped directions there, and is halved until it strays from the true curve by at most
 * `tolerance` path units at a quarter, half and three quarters of its way.
 */
export function bendPath(path: PathData, map: PlaneMap, tolerance = 0.25): PathData {
  const out: number[] = [];
  let [px, py, sx, sy] = [0, 0, 0, 0];

  const piece = (p: readonly Point[], depth: number): void => {
    const [a, b, c, d] = p;
    const A = map(a[0], a[1]);
    const D = map(d[0], d[1]);
    const start = carried(map, a[0], a[1], b[0] - a[0], b[1] - a[1]);
    const end = carried(map, d[0], d[1], c[0] - d[0], c[1] - d[1]);
    const B: Point = [A[0] + start[0], A[1] + start[1]];
    const C: Point = [D[0] + end[0], D[1] + end[1]];
    const made = [A, B, C, D];
    const strays = [0.25, 0.5, 0.75].some((t) => {
      const [x, y] = onCubic(p, t);
      const [mx, my] = map(x, y);
      const [cx, cy] = onCubic(made, t);
      return hypot(mx - cx, my - cy) > tolerance;
    });
    if (strays && depth < DEEPEST) {
      const mid = (q: Point, r: Point): Point => [(q[0] + r[0]) / 2, (q[1] + r[1]) / 2];
      const [ab, bc, cd] = [mid(a, b), mid(b, c), mid(c, d)];
      const [abc, bcd] = [mid(ab, bc), mid(bc, cd)];
      const m = mid(abc, bcd);
      piece([a, ab, abc, m], depth + 1);
      piece([m, bcd, cd, d], depth + 1);
    } else out.push(CUBIC, B[0], B[1], C[0], C[1], D[0], D[1]);
  };
  const third = (a: number, b: number) => a + (b - a) / 3;
  const straight = (x: number, y: number) =>
    piece(
      [
        [px, py],
        [third(px, x), third(py, y)],
        [third(x, px), third(y, py)],
        [x, y],
      ],
      0,
    );
  eachCommand(path, (verb, at) => {
    const n = path;
    if (verb === MOVE) {
      [px, py] = [n[at], n[at + 1]];
      [sx, sy] = [px, py];
      out.push(MOVE, ...map(px, py));
      return;
    }
    if (verb === CLOSE) {
      if (hypot(sx - px, sy - py) > 1e-6) straight(sx, sy);
      out.push(CLOSE);
      [px, py] = [sx, sy];
      return;
    }
    if (verb === LINE) straight(n[at], n[at + 1]);
    else if (verb === QUAD) {
      const [cx, cy, x, y] = [n[at], n[at + 1], n[at + 2], n[at + 3]];
      piece(
        [
          [px, py],
          [px + (2 / 3) * (cx - px), py + (2 / 3) * (cy - py)],
          [x + (2 / 3) * (cx - x), y + (2 / 3) * (cy - y)],
          [x, y],
        ],
        0,
      );
    } else if (verb === CUBIC)
      piece(
        [
          [px, py],
          [n[at], n[at + 1]],
          [n[at + 2], n[at + 3]],
          [n[at + 4], n[at + 5]],
        ],
        0,
      );
    const count = verb === LINE ? 2 : verb === QUAD ? 4 : 6;
    px = n[at + count - 2];
    py = n[at + count - 1];
  });
  return out;
}

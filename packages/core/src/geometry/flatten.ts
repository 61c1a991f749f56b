import { hypot } from './hypot';
import { CLOSE, CUBIC, eachCommand, LINE, MOVE, QUAD, transformPath, type PathData } from './path';

/** A polyline: x, y, x, y …; closed when its first and last points are joined. */
export interface Polyline {
  points: number[];
  closed: boolean;
}

/** The largest distance of a Bézier's control points from its chord, an upper bound of the curve's own. */
function bulge(p: readonly number[]): number {
  const last = p.length - 2;
  const [dx, dy] = [p[last] - p[0], p[last + 1] - p[1]];
  const length = hypot(dx, dy);
  let most = 0;
  for (let k = 2; k < last; k += 2) {
    const [x, y] = [p[k] - p[0], p[k + 1] - p[1]];
    most = Math.max(most, length > 1e-9 ? Math.abs(x * dy - y * dx) / length : hypot(x, y));
    // A control point beyond the chord's ends makes the curve overshoot even when it lies on it.
    const along = length > 1e-9 ? (x * dx + y * dy) / length : 0;
    most = Math.max(most, -along, along - length);
  }
  return most;
}

/**
 * The path as polylines that stray from its curves by at most `tolerance` path units. Curves are cut
 * evenly, as often as their bulge asks for (a Bézier cut in n strays by 1 ⁄ n² of it).
 */
export function flatten(path: PathData, tolerance = 0.25): Polyline[] {
  const lines: Polyline[] = [];
  let points: number[] = [];
  let [sx, sy] = [0, 0];
  const end = (closed: boolean) => {
    if (points.length > 2) lines.push({ points, closed });
    points = [];
  };
  const begin = () => {
    if (points.length === 0) points.push(sx, sy);
  };
  eachCommand(path, (verb, at) => {
    if (verb === MOVE) {
      end(false);
      [sx, sy] = [path[at], path[at + 1]];
      points = [sx, sy];
    } else if (verb === CLOSE) {
      end(true);
    } else if (verb === LINE) {
      begin();
      points.push(path[at], path[at + 1]);
    } else {
      begin();
      const from = points.slice(-2);
      const p = [...from, ...path.slice(at, at + (verb === QUAD ? 4 : 6))];
      const cuts = Math.max(1, Math.min(200, Math.ceil(Math.sqrt(bulge(p) / tolerance))));
      for (let i = 1; i <= cuts; i++) {
        const t = i / cuts;
        const u = 1 - t;
        const k =
          verb === CUBIC ? [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t] : [u * u, 2 * u * t, t * t];
        let [x, y] = [0, 0];
        k.forEach((weight, n) => {
          x += weight * p[n * 2];
          y += weight * p[n * 2 + 1];
        });
        points.push(x, y);
      }
    }
  });
  end(false);
  return lines;
}

/**
 * What a path's outline passes over when it is moved by (dx, dy): one parallelogram an edge, all
 * turning the same way, so that filling them non-zero never leaves a hole. For lines; see `blockPath`
 * for filled outlines.
 */
export function sweepPath(path: PathData, dx: number, dy: number, tolerance = 0.25): PathData {
  const out: number[] = [];
  for (const { points, closed } of flatten(path, tolerance)) {
    const n = points.length / 2;
    for (let i = 0; i < (closed ? n : n - 1); i++) {
      const [ax, ay] = [points[i * 2], points[i * 2 + 1]];
      const j = (i + 1) % n;
      const [bx, by] = [points[j * 2], points[j * 2 + 1]];
      const area = (bx - ax) * dy - (by - ay) * dx;
      if (area === 0) continue;
      const [px, py, qx, qy] = area > 0 ? [ax, ay, bx, by] : [bx, by, ax, ay];
      out.push(MOVE, px, py, LINE, qx, qy, LINE, qx + dx, qy + dy, LINE, px + dx, py + dy, CLOSE);
    }
  }
  return out;
}

/**
 * What a filled path passes over when it is moved by (dx, dy), itself at both ends included: one path
 * to fill non-zero. Stretches of the outline that face the same way make one piece each, so that no
 * seam shows between their edges.
 */
export const blockPath = (path: PathData, dx: number, dy: number, tolerance = 0.25): PathData => [
  ...path,
  ...transformPath(path, [1, 0, 0, 1, dx, dy]),
  ...blockSides(path, dx, dy, tolerance),
];

/** The same without the path at both ends, for a path that is not filled non-zero. */
export function blockSides(path: PathData, dx: number, dy: number, tolerance = 0.25): PathData {
  const lines = flatten(path, tolerance);
  const area = lines.reduce((sum, { points }) => sum + signedArea(points), 0);
  const out: number[] = [];
  for (const { points } of lines) sweepContour(points, dx, dy, area < 0 ? -1 : 1, out);
  return out;
}

/** The pieces that a closed contour passes over, all turning as `turned` says, into `out`. */
function sweepContour(
  points: readonly number[],
  dx: number,
  dy: number,
  turned: number,
  out: number[],
): void {
  const n = points.length / 2;
  const facing = (i: number) => {
    const j = (i + 1) % n;
    const [ex, ey] = [points[j * 2] - points[i * 2], points[j * 2 + 1] - points[i * 2 + 1]];
    return Math.sign(ex * dy - ey * dx);
  };
  const sides = Array.from({ length: n }, (_, i) => facing(i));
  // An edge along the move belongs to the stretch before it.
  const first = sides.findIndex((s, i) => s !== 0 && s !== sides[(i - 1 + n) % n]);
  if (first < 0) return;
  for (let k = 0; k < n;) {
    const side = sides[(first + k) % n];
    let end = k;
    while (end < n && (sides[(first + end) % n] === side || sides[(first + end) % n] === 0)) end++;
    if (side !== 0) {
      const chain = Array.from({ length: end - k + 1 }, (_, i) => (first + k + i) % n);
      // Forwards along the stretch, and back along where it has been moved to.
      const ring = side * turned > 0 ? chain : chain.reverse();
      const corner = (i: number, by: number) =>
        out.push(LINE, points[i * 2] + by * dx, points[i * 2 + 1] + by * dy);
      out.push(MOVE, points[ring[0] * 2], points[ring[0] * 2 + 1]);
      for (const i of ring.slice(1)) corner(i, 0);
      for (const i of [...ring].reverse()) corner(i, 1);
      out.push(CLOSE);
    }
    k = Math.max(end, k + 1);
  }
}

/** Twice the signed area of a closed polygon; positive when clockwise as seen (y down). */
export function signedArea(points: ArrayLike<number>): number {
  let sum = 0;
  const n = points.length;
  for (let i = 0; i < n; i += 2) {
    const j = (i + 2) % n;
    sum += points[i] * points[j + 1] - points[j] * points[i + 1];
  }
  return sum;
}

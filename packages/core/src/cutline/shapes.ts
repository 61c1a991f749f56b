import { hypot, convexHull, type Point } from '../geometry';
import type { Field } from './field';

/** A circle. */
interface Circle {
  x: number;
  y: number;
  r: number;
}

const around = (a: Point, b: Point): Circle => ({
  x: (a[0] + b[0]) / 2,
  y: (a[1] + b[1]) / 2,
  r: hypot(a[0] - b[0], a[1] - b[1]) / 2,
});

/** The circle through three points; the one around the farthest two where they lie on a line. */
function through(a: Point, b: Point, c: Point): Circle {
  const [bx, by, cx, cy] = [b[0] - a[0], b[1] - a[1], c[0] - a[0], c[1] - a[1]];
  const d = 2 * (bx * cy - by * cx);
  if (Math.abs(d) < 1e-9) return [around(a, b), around(b, c), around(a, c)].sort((p, q) => q.r - p.r)[0];
  const [bb, cc] = [bx * bx + by * by, cx * cx + cy * cy];
  const [ux, uy] = [(cy * bb - by * cc) / d, (bx * cc - cx * bb) / d];
  return { x: a[0] + ux, y: a[1] + uy, r: hypot(ux, uy) };
}

const holds = ({ x, y, r }: Circle, p: Point) => hypot(p[0] - x, p[1] - y) <= r * (1 + 1e-12) + 1e-9;

/** The smallest circle around points (Welzl 1991, as three nested passes over points in a fixed order). */
export function smallestCircle(points: readonly Point[]): Circle {
  if (points.length === 0) return { x: 0, y: 0, r: 0 };
  let circle: Circle = { x: points[0][0], y: points[0][1], r: 0 };
  points.forEach((p, i) => {
    if (holds(circle, p)) return;
    circle = { x: p[0], y: p[1], r: 0 };
    for (let j = 0; j < i; j++) {
      if (holds(circle, points[j])) continue;
      circle = around(p, points[j]);
      for (let k = 0; k < j; k++) if (!holds(circle, points[k])) circle = through(p, points[j], points[k]);
    }
  });
  return circle;
}

/** Signed distance in px, above 0 inside, of a plain form; about exact near its border. */
type Inside = (x: number, y: number) => number;

const rounded =
  (x: number, y: number, w: number, h: number, r: number): Inside =>
  (px, py) => {
    const dx = Math.abs(px - x) - (w - r);
    const dy = Math.abs(py - y) - (h - r);
    return r - hypot(Math.max(0, dx), Math.max(0, dy)) - Math.min(0, Math.max(dx, dy));
  };

function oval(x: number, y: number, a: number, b: number): Inside {
  return (px, py) => {
    const [u, v] = [(px - x) / a, (py - y) / b];
    const f = hypot(u, v);
    // To first order the distance is the function over its slope.
    const slope = hypot(u / a, v / b) / (f || 1);
    return slope > 0 ? (1 - f) / slope : Math.min(a, b);
  };
}

/** The corners of the hull of a set, in its px: pixel centres at whole numbers. */
export function hullOf({ width, height, data }: Field): Point[] {
  const rim: Point[] = [];
  for (let y = 0; y < height; y++) {
    const row = data.subarray(y * width, (y + 1) * width);
    const first = row.findIndex((v) => v > 0);
    if (first < 0) continue;
    let last = width - 1;
    while (row[last] <= 0) last--;
    rim.push([first - 0.5, y - 0.5], [first - 0.5, y + 0.5], [last + 0.5, y - 0.5], [last + 0.5, y + 0.5]);
  }
  return convexHull(rim);
}

/**
 * A plain form that holds a set, `distance` px away from it, and its box, in the set's own px. Null where there is
 * nothing to hold.
 */
export function formAround(
  set: Field,
  shape: 'circle' | 'oval' | 'rectangle',
  distance: number,
  radius: number,
): { inside: Inside; box: [number, number, number, number] } | null {
  const hull = hullOf(set);
  if (hull.length === 0) return null;
  const xs = hull.map((p) => p[0]);
  const ys = hull.map((p) => p[1]);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const [x, y] = [(left + right) / 2, (top + bottom) / 2];
  if (shape === 'circle') {
    const c = smallestCircle(hull);
    const r = c.r + distance;
    return { inside: rounded(c.x, c.y, r, r, r), box: [c.x - r, c.y - r, c.x + r, c.y + r] };
  }
  if (shape === 'rectangle') {
    const [w, h] = [(right - left) / 2 + distance, (bottom - top) / 2 + distance];
    return { inside: rounded(x, y, w, h, Math.min(radius, w, h)), box: [x - w, y - h, x + w, y + h] };
  }
  // The oval of the artwork's proportions that just holds its hull, and then the distance more.
  const [w, h] = [Math.max(1, (right - left) / 2), Math.max(1, (bottom - top) / 2)];
  const k = Math.max(...hull.map((p) => hypot((p[0] - x) / w, (p[1] - y) / h)));
  const [a, b] = [w * k + distance, h * k + distance];
  return { inside: oval(x, y, a, b), box: [x - a, y - b, x + a, y + b] };
}

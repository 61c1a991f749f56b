import { hypot, ellipsePath, fitClosed, fitCurve } from '../geometry';
import type { Border } from './borders';

type Point = readonly [number, number];

/** A fitted border: where it begins, and its segments, each a line (no handles) or a cubic. */
export interface FittedBorder {
  border: Border;
  start: Point;
  segments: { c1: Point | null; c2: Point | null; end: Point }[];
  /** Distances of its samples from it: their sum, the largest, and how many. */
  sum: number;
  largest: number;
  samples: number;
}

/** Samples to either side over which a corner is told, and how far it turns, as a cosine. */
const CORNER_REACH = 4;
const CORNER = Math.cos((52 * Math.PI) / 180);

/**
 * Samples with the steps of the pixels taken out: each goes half way to the middle of its neighbours; ends and corners
 * stay where they are.
 */
function softened(points: readonly Point[], closed: boolean, rounds: number): Point[] {
  const n = points.length;
  const at = (i: number) => points[closed ? (i + n) % n : Math.max(0, Math.min(n - 1, i))];
  const held = points.map((p, i) => {
    if (!closed && (i === 0 || i === n - 1)) return true;
    const [a, b] = [at(i - CORNER_REACH), at(i + CORNER_REACH)];
    const [ux, uy, vx, vy] = [p[0] - a[0], p[1] - a[1], b[0] - p[0], b[1] - p[1]];
    const length = hypot(ux, uy) * hypot(vx, vy);
    return length > 0 && (ux * vx + uy * vy) / length < CORNER;
  });
  let now = points.map(([x, y]): Point => [x, y]);
  for (let round = 0; round < rounds; round++) {
    const before = now;
    now = before.map((p, i): Point => {
      if (held[i]) return p;
      const [a, b] = [before[(i + n - 1) % n], before[(i + 1) % n]];
      return [(a[0] + 2 * p[0] + b[0]) / 4, (a[1] + 2 * p[1] + b[1]) / 4];
    });
  }
  return now;
}

const fromLine = (p: Point, a: Point, b: Point): number => {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const length2 = dx * dx + dy * dy;
  const t = length2 > 0 ? Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / length2)) : 0;
  return hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy);
};

/** The circle nearest to points by least squares (Kåsa 1976); null for points on a line. */
function circleOf(points: readonly Point[]): { cx: number; cy: number; r: number } | null {
  const n = points.length;
  const mx = points.reduce((s, p) => s + p[0], 0) / n;
  const my = points.reduce((s, p) => s + p[1], 0) / n;
  let [suu, suv, svv, suuu, svvv, suvv, svuu] = [0, 0, 0, 0, 0, 0, 0];
  for (const [x, y] of points) {
    const [u, v] = [x - mx, y - my];
    suu += u * u;
    suv += u * v;
    svv += v * v;
    suuu += u * u * u;
    svvv += v * v * v;
    suvv += u * v * v;
    svuu += v * u * u;
  }
  const det = suu * svv - suv * suv;
  if (Math.abs(det) < 1e-6) return null;
  const [p, q] = [(suuu + suvv) / 2, (svvv + svuu) / 2];
  const [uc, vc] = [(p * svv - q * suv) / det, (q * suu - p * suv) / det];
  return { cx: uc + mx, cy: vc + my, r: Math.sqrt(uc * uc + vc * vc + (suu + svv) / n) };
}

/** A closed border that is a circle as far as the tolerance goes. */
function asCircle(border: Border, points: readonly Point[], tolerance: number): FittedBorder | null {
  if (!border.closed || points.length < 8) return null;
  const found = circleOf(points);
  if (!found || found.r < 1.5) return null;
  const off = points.map(([x, y]) => Math.abs(hypot(x - found.cx, y - found.cy) - found.r));
  const largest = Math.max(...off);
  if (largest > tolerance) return null;
  // Move, then four cubics of seven numbers each.
  const path = ellipsePath(found.cx, found.cy, found.r, found.r);
  const segments = [0, 1, 2, 3].map((k) => {
    const at = 3 + 7 * k;
    return {
      c1: [path[at + 1], path[at + 2]] as Point,
      c2: [path[at + 3], path[at + 4]] as Point,
      end: [path[at + 5], path[at + 6]] as Point,
    };
  });
  return {
    ...{ border, start: [path[1], path[2]], segments, largest },
    ...{ sum: off.reduce((s, v) => s + v, 0), samples: off.length },
  };
}

/** Distances of samples from a curve, by points along its segments. */
function errorOf(samples: readonly Point[], start: Point, segments: FittedBorder['segments']) {
  const line: Point[] = [start];
  let from = start;
  for (const { c1, c2, end } of segments) {
    if (c1 && c2)
      for (let k = 1; k < 8; k++) {
        const t = k / 8;
        const u = 1 - t;
        const at = (c: 0 | 1) =>
          u * u * u * from[c] + 3 * u * u * t * c1[c] + 3 * u * t * t * c2[c] + t * t * t * end[c];
        line.push([at(0), at(1)]);
      }
    line.push(end);
    from = end;
  }
  const parts = line.length - 1;
  let [sum, largest, at] = [0, 0, -1];
  for (const p of samples) {
    // Both go the same way round: after the first only what lies near the last place is looked at.
    let least = Infinity;
    let best = 0;
    const [from, to] = at < 0 ? [0, parts] : [at - 2 + parts, at + 20 + parts];
    for (let i = from; i < Math.min(to, from + parts); i++) {
      const k = i % parts;
      const d = fromLine(p, line[k], line[k + 1]);
      if (d < least) [least, best] = [d, k];
    }
    at = best;
    sum += least;
    largest = Math.max(largest, least);
  }
  return { sum, largest, samples: samples.length };
}

/** A border as few curves and straight lines as pass within `tolerance` px of it; near-circles become circles. */
export function fitBorder(border: Border, tolerance: number, smooth: number): FittedBorder {
  const points = softened(border.points, border.closed, 1 + Math.round(3 * smooth));
  const circle = asCircle(border, points, tolerance);
  if (circle) return circle;
  const straight = (from: Point, to: Point, between: readonly Point[]) =>
    between.every((p) => fromLine(p, from, to) <= 0.7 * tolerance);
  const [first, last] = [points[0], points.at(-1)!];
  if (!border.closed && (points.length < 4 || straight(first, last, points))) {
    const segments = [{ c1: null, c2: null, end: last }];
    return { border, start: first, segments, ...errorOf(points, first, segments) };
  }
  if (border.closed && points.length < 6) {
    const segments = [...points.slice(1), first].map((end) => ({ c1: null, c2: null, end }));
    return { border, start: first, segments, ...errorOf(points, first, segments) };
  }
  const apart = points.filter(
    (p, i) => i === 0 || hypot(p[0] - points[i - 1][0], p[1] - points[i - 1][1]) > 1e-6,
  );
  const fitted = border.closed
    ? fitClosed(apart, tolerance, Math.max(3, 4 * tolerance))
    : { ...fitCurve(apart, tolerance), start: apart[0] };
  let from: Point = fitted.start;
  const segments = fitted.segments.map(({ c1, c2, end }) => {
    const isLine = fromLine(c1, from, end) < 0.4 * tolerance && fromLine(c2, from, end) < 0.4 * tolerance;
    from = end;
    return isLine ? { c1: null, c2: null, end } : { c1, c2, end };
  });
  return { border, start: fitted.start, segments, ...errorOf(points, fitted.start, segments) };
}

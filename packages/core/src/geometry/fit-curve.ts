import { hypot } from './hypot';
/** A cubic Bézier that ends at a sample; it begins where the one before ends. */
export interface FittedSegment {
  c1: readonly [number, number];
  c2: readonly [number, number];
  end: readonly [number, number];
  /** Index of the sample at `end`. */
  at: number;
}

export interface FittedCurve {
  segments: FittedSegment[];
  /** Largest distance of a sample from the curve at its parameter, in the samples' units. */
  error: number;
}

type Point = readonly [number, number];

const sub = (a: Point, b: Point): [number, number] => [a[0] - b[0], a[1] - b[1]];
const dot = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1];
const along = (a: Point, d: Point, k: number): [number, number] => [a[0] + d[0] * k, a[1] + d[1] * k];
/** The distance of two points. */
function far(a: Point, b: Point): number {
  const [dx, dy] = [a[0] - b[0], a[1] - b[1]];
  return Math.sqrt(dx * dx + dy * dy);
}
const unit = (v: Point): [number, number] => {
  const length = Math.sqrt(v[0] * v[0] + v[1] * v[1]) || 1;
  return [v[0] / length, v[1] / length];
};

/** Each sample's share of the way from `first` to `last`. */
function chordLengths(points: readonly Point[], first: number, last: number): Float64Array {
  const u = new Float64Array(last - first + 1);
  for (let i = first + 1; i <= last; i++) {
    const [dx, dy] = [points[i][0] - points[i - 1][0], points[i][1] - points[i - 1][1]];
    u[i - first] = u[i - first - 1] + Math.sqrt(dx * dx + dy * dy);
  }
  const total = u[u.length - 1] || 1;
  for (let i = 0; i < u.length; i++) u[i] /= total;
  return u;
}

/** The least-squares Bézier between two samples with given tangents (Schneider 1990, GenerateBezier). */
function generate(
  points: readonly Point[],
  first: number,
  last: number,
  u: Float64Array,
  t1: Point,
  t2: Point,
): Curve {
  const [p0, p3] = [points[first], points[last]];
  const [p0x, p0y] = p0;
  const [p3x, p3y] = p3;
  const [t1x, t1y] = t1;
  const [t2x, t2y] = t2;
  const across = t1x * t2x + t1y * t2y;
  let [c00, c01, c11, x0, x1] = [0, 0, 0, 0, 0];
  for (let i = 0; i < u.length; i++) {
    const t = u[i];
    const s = 1 - t;
    const b1 = 3 * s * s * t;
    const b2 = 3 * s * t * t;
    const [b01, b23] = [s * s * s + b1, b2 + t * t * t];
    const p = points[first + i];
    const [rx, ry] = [p[0] - p0x * b01 - p3x * b23, p[1] - p0y * b01 - p3y * b23];
    // Tangents are of length 1.
    c00 += b1 * b1;
    c01 += b1 * b2 * across;
    c11 += b2 * b2;
    x0 += b1 * (t1x * rx + t1y * ry);
    x1 += b2 * (t2x * rx + t2y * ry);
  }
  const det = c00 * c11 - c01 * c01;
  const length = hypot(p3x - p0x, p3y - p0y);
  let [k1, k2] = Math.abs(det) > 1e-12 ? [(x0 * c11 - x1 * c01) / det, (c00 * x1 - c01 * x0) / det] : [0, 0];
  // Wu and Barsky's rule where the least squares would turn back on itself.
  if (k1 < 1e-6 * length || k2 < 1e-6 * length || k1 > 4 * length || k2 > 4 * length) k1 = k2 = length / 3;
  return [p0, along(p0, t1, k1), along(p3, t2, k2), p3];
}

type Curve = readonly [Point, Point, Point, Point];

/** The square of a point's distance from a curve at a parameter. */
function squaredOff([p0, p1, p2, p3]: Curve, t: number, [x, y]: Point): number {
  const s = 1 - t;
  const [k0, k1, k2, k3] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
  const dx = k0 * p0[0] + k1 * p1[0] + k2 * p2[0] + k3 * p3[0] - x;
  const dy = k0 * p0[1] + k1 * p1[1] + k2 * p2[1] + k3 * p3[1] - y;
  return dx * dx + dy * dy;
}

/** One Newton step towards the parameter at which a curve is nearest to a point. */
function nearer([p0, p1, p2, p3]: Curve, [x, y]: Point, t: number): number {
  const s = 1 - t;
  let [along0, below] = [0, 0];
  for (let axis = 0; axis < 2; axis++) {
    const [a, b, c, d] = [p0[axis], p1[axis], p2[axis], p3[axis]];
    const away = s * s * s * a + 3 * s * s * t * b + 3 * s * t * t * c + t * t * t * d - (axis === 0 ? x : y);
    const slope = 3 * (s * s * (b - a) + 2 * s * t * (c - b) + t * t * (d - c));
    const bend = 6 * (s * (c - 2 * b + a) + t * (d - 2 * c + b));
    along0 += away * slope;
    below += slope * slope + away * bend;
  }
  return Math.abs(below) < 1e-12 ? t : Math.max(0, Math.min(1, t - along0 / below));
}

/** Turns over the reach that are corners: of a line drawn by hand, and of one that was measured. */
const CORNER = Math.cos((55 * Math.PI) / 180);
const CLOSED_CORNER = Math.cos((33 * Math.PI) / 180);

/** Samples at which the line turns sharply: curves meet there without a common tangent. */
function corners(points: readonly Point[], reach: number, least = CORNER): number[] {
  const found: number[] = [];
  let best = { at: -1, cos: least };
  const step = (from: number, by: -1 | 1) => {
    let i = from;
    while (i + by >= 0 && i + by < points.length && far(points[i], points[from]) < reach) i += by;
    return i;
  };
  for (let i = 1; i + 1 < points.length; i++) {
    const [a, b] = [step(i, -1), step(i, 1)];
    const cos = dot(unit(sub(points[i], points[a])), unit(sub(points[b], points[i])));
    if (cos < best.cos) best = { at: i, cos };
    const gone = best.at >= 0 && far(points[i], points[best.at]) > reach;
    if (best.at >= 0 && (cos > least || gone)) {
      found.push(best.at);
      best = { at: -1, cos: least };
    }
  }
  return found;
}

/** The direction of a line at one of its samples, looking `reach` ahead (by = 1) or back (by = −1). */
function tangent(
  points: readonly Point[],
  at: number,
  by: -1 | 1,
  end: number,
  reach: number,
): [number, number] {
  let i = at + by;
  while (i !== end && far(points[i], points[at]) < reach) i += by;
  return unit(sub(points[i], points[at]));
}

/**
 * Few cubic Béziers that pass within `tolerance` of the samples of a drawn line, smooth except at its
 * corners. P. J. Schneider, "An Algorithm for Automatically Fitting Digitized Curves", Graphics Gems,
 * 1990. Units are the samples'. Neighbouring samples must differ; two or more are needed.
 */
export function fitCurve(points: readonly Point[], tolerance: number): FittedCurve {
  if (points.length < 2) throw new RangeError('a line has two samples or more');
  const reach = Math.max(2 * tolerance, 1e-6);
  const fitter = fitting(points, tolerance, (at, first, last) => {
    const before = tangent(points, at, -1, first, reach);
    const after = tangent(points, at, 1, last, reach);
    const through = sub(before, after);
    // Where a line turns right back there is no common tangent.
    return Math.hypot(...through) > 0.5 ? unit(through) : before;
  });
  const ends = [0, ...corners(points, Math.max(reach, 4 * tolerance)), points.length - 1];
  for (let i = 0; i + 1 < ends.length; i++) {
    const [a, b] = [ends[i], ends[i + 1]];
    if (b > a) fitter.fit(a, b, tangent(points, a, 1, b, reach), tangent(points, b, -1, a, reach));
  }
  return fitter.done();
}

/** The direction of a smooth line at one of its ends: that at which its chords aim the more, the shorter they are. */
function tangentAtEnd(points: readonly Point[], at: number, by: -1 | 1, end: number, reach: number): Point {
  const far = tangent(points, at, by, end, reach);
  const near = tangent(points, at, by, end, reach / 2);
  return unit([2 * near[0] - far[0], 2 * near[1] - far[1]]);
}

/** The other way. */
const back = ([x, y]: Point): Point => [-x, -y];

/**
 * A closed line that begins at a corner, its samples in order and the corners' places among them. What was sampled cuts
 * corners off: each is put where the line to either side of it, taken a little away from it, would meet the other's.
 */
function sharpened(
  samples: readonly Point[],
  turns: readonly number[],
  reach: number,
): { points: Point[]; ends: number[] } {
  const n = samples.length;
  const at = (i: number) => samples[((i % n) + n) % n];
  const corner = new Map<number, Point>();
  const dropped = new Set<number>();
  for (const i of turns) {
    const away = (from: number, by: -1 | 1, distance: number) => {
      let k = from;
      while (Math.abs(k - i) < n / 4 && far(at(k), at(i)) < distance) k += by;
      return k;
    };
    const side = (by: -1 | 1) => {
      const near = away(i, by, reach / 2);
      return { near, p: at(near), d: unit(sub(at(near), at(away(near, by, 1.5 * reach)))) };
    };
    const [a, b] = [side(-1), side(1)];
    const cross = a.d[0] * b.d[1] - a.d[1] * b.d[0];
    const t = ((b.p[0] - a.p[0]) * b.d[1] - (b.p[1] - a.p[1]) * b.d[0]) / cross;
    const meet = along(a.p, a.d, t);
    if (!(Math.hypot(...sub(meet, at(i))) < reach)) continue;
    corner.set(i, meet);
    for (let k = a.near + 1; k < b.near; k++) dropped.add(((k % n) + n) % n);
  }
  const [points, ends]: [Point[], number[]] = [[], []];
  for (let k = 0, i = turns[0]; k < n; k++, i = (i + 1) % n) {
    const isCorner = turns.includes(i);
    if (isCorner) ends.push(points.length);
    if (isCorner || !dropped.has(i)) points.push(corner.get(i) ?? at(i));
  }
  return { points: [...points, points[0]], ends: [...ends, points.length] };
}

/** A closed line from corner to corner. */
function fitCorners(
  { points, ends }: { points: Point[]; ends: number[] },
  tolerance: number,
  reach: number,
): FittedCurve & { start: Point } {
  const fitter = fitting(points, tolerance, (at, first, last) =>
    back(tangentThrough(points, at, first, last, 0.8 * tolerance)),
  );
  for (let i = 0; i + 1 < ends.length; i++) {
    const [a, b] = [ends[i], ends[i + 1]];
    if (b === a) continue;
    const from = fitter.count();
    fitter.fit(a, b, tangentAtEnd(points, a, 1, b, reach), tangentAtEnd(points, b, -1, a, reach));
    fitter.merge(from);
  }
  return { ...fitter.done(), start: points[0] };
}

/**
 * Few cubic Béziers that pass within `tolerance` of the samples of a closed line (the first is not said again at the
 * end), smooth except at its corners; directions are taken over `reach`, so that what is finer than it does not count.
 * It begins and ends at `start`, at a corner where there is one. Otherwise as fitCurve.
 */
export function fitClosed(
  samples: readonly Point[],
  tolerance: number,
  reach: number,
): FittedCurve & { start: Point } {
  if (samples.length < 3) throw new RangeError('a closed line has three samples or more');
  // Looked for on the line gone round with a bit more at either end, so that the seam can be one, too.
  const round = samples.length;
  const more = Math.ceil(round / 4);
  const whole = [...samples.slice(-more), ...samples, ...samples.slice(0, more)];
  const found = corners(whole, reach, CLOSED_CORNER);
  const turns = found.map((i) => i - more).filter((i) => i >= 0 && i < round);
  if (turns.length) return fitCorners(sharpened(samples, turns, reach), tolerance, reach);
  const points = [...samples, samples[0]];
  const fitter = fitting(points, tolerance, (at, first, last) =>
    back(tangentThrough(points, at, first, last, 0.8 * tolerance)),
  );
  const seamless = [...samples.slice(-more), ...samples.slice(0, more + 1)];
  const direction = tangentThrough(seamless, more, 0, seamless.length - 1, 0.8 * tolerance);
  fitter.fit(0, round, direction, back(direction));
  fitter.merge(0);
  return { ...fitter.done(), start: points[0] };
}

/**
 * The direction of a smooth line at a sample between two others: its slope by least squares over as many samples to
 * either side as a parabola passes within `near` of, so that noise of the samples hardly turns it.
 */
function tangentThrough(
  points: readonly Point[],
  at: number,
  first: number,
  last: number,
  near: number,
): Point {
  const most = Math.min(at - first, last - at, 200);
  let best: Point = unit(sub(points[at + 1], points[at - 1]));
  for (let w = 4; w <= most; w = Math.ceil(w * 1.5)) {
    let [sx, sy, skk, s0x, s0y, s2x, s2y, s4] = [0, 0, 0, 0, 0, 0, 0, 0];
    for (let k = -w; k <= w; k++) {
      const [x, y] = points[at + k];
      const kk = k * k;
      sx += k * x;
      sy += k * y;
      skk += kk;
      s4 += kk * kk;
      s0x += x;
      s0y += y;
      s2x += kk * x;
      s2y += kk * y;
    }
    const n = 2 * w + 1;
    const det = n * s4 - skk * skk;
    const [cx, cy] = [(n * s2x - skk * s0x) / det, (n * s2y - skk * s0y) / det];
    const [ax, ay] = [(s0x - cx * skk) / n, (s0y - cy * skk) / n];
    const [bx, by] = [sx / skk, sy / skk];
    const length = hypot(bx, by) || 1;
    let off = 0;
    for (let k = -w; k <= w; k++) {
      const [ex, ey] = [
        points[at + k][0] - ax - bx * k - cx * k * k,
        points[at + k][1] - ay - by * k - cy * k * k,
      ];
      // Across the line only: along it samples lie as they lie.
      off = Math.max(off, Math.abs(ex * by - ey * bx) / length);
    }
    if (off > near && w > 4) break;
    best = unit([bx, by]);
  }
  return best;
}

interface Stretch {
  first: number;
  last: number;
  t1: Point;
  t2: Point;
  curve: Curve;
  error: number;
}

/** Fits stretches of a line one after another; `smooth` finds the direction at a sample between two others. */
function fitting(
  points: readonly Point[],
  tolerance: number,
  smooth: (at: number, first: number, last: number) => Point,
) {
  const made: Stretch[] = [];

  /** The curve over a stretch where one is near enough; else the sample that it is farthest from. */
  const attempt = (first: number, last: number, t1: Point, t2: Point): Stretch | number => {
    if (last - first === 1) {
      const [a, b] = [points[first], points[last]];
      const k = Math.hypot(...sub(b, a)) / 3;
      return { ...{ first, last, t1, t2, error: 0 }, curve: [a, along(a, t1, k), along(b, t2, k), b] };
    }
    const u = chordLengths(points, first, last);
    let split = first;
    for (let round = 0; round <= 6; round++) {
      const curve = generate(points, first, last, u, t1, t2);
      let error = 0;
      for (let i = 0; i < u.length; i++) {
        const off = squaredOff(curve, u[i], points[first + i]);
        if (off > error) {
          error = off;
          split = first + i;
        }
      }
      error = Math.sqrt(error);
      if (error <= tolerance) return { first, last, t1, t2, curve, error };
      if (error > 16 * tolerance) break;
      for (let i = 0; i < u.length; i++) u[i] = nearer(curve, points[first + i], u[i]);
    }
    return Math.max(first + 1, Math.min(last - 1, split));
  };

  const fit = (first: number, last: number, t1: Point, t2: Point): void => {
    const found = attempt(first, last, t1, t2);
    if (typeof found !== 'number') {
      made.push(found);
      return;
    }
    const middle = smooth(found, first, last);
    fit(first, found, t1, middle);
    fit(found, last, [-middle[0], -middle[1]], t2);
  };

  /** Neighbours that one curve can stand for become one, from the stretch `from` on. */
  const merge = (from: number): void => {
    for (let i = from; i + 1 < made.length;) {
      const [a, b] = [made[i], made[i + 1]];
      const one = attempt(a.first, b.last, a.t1, b.t2);
      if (typeof one === 'number') i++;
      else {
        made.splice(i, 2, one);
        i = Math.max(from, i - 1);
      }
    }
  };
  const done = (): FittedCurve => ({
    segments: made.map(({ curve, last }) => ({
      c1: pair(curve[1]),
      c2: pair(curve[2]),
      end: points[last],
      at: last,
    })),
    error: made.reduce((worst, { error }) => Math.max(worst, error), 0),
  });
  return { fit, merge, count: () => made.length, done };
}

const pair = ([x, y]: Point): Point => [x, y];

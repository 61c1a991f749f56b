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
const unit = (v: Point): [number, number] => {
  const length = Math.hypot(v[0], v[1]) || 1;
  return [v[0] / length, v[1] / length];
};

const bezier = (p: readonly Point[], t: number): [number, number] => {
  const u = 1 - t;
  const k = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
  return [
    k[0] * p[0][0] + k[1] * p[1][0] + k[2] * p[2][0] + k[3] * p[3][0],
    k[0] * p[0][1] + k[1] * p[1][1] + k[2] * p[2][1] + k[3] * p[3][1],
  ];
};

/** Each sample's share of the way from `first` to `last`. */
function chordLengths(points: readonly Point[], first: number, last: number): number[] {
  const u = [0];
  for (let i = first + 1; i <= last; i++)
    u.push(u[u.length - 1] + Math.hypot(points[i][0] - points[i - 1][0], points[i][1] - points[i - 1][1]));
  const total = u[u.length - 1] || 1;
  return u.map((v) => v / total);
}

/** The least-squares Bézier between two samples with given tangents (Schneider 1990, GenerateBezier). */
function generate(points: readonly Point[], first: number, last: number, u: number[], t1: Point, t2: Point) {
  const [p0, p3] = [points[first], points[last]];
  let [c00, c01, c11, x0, x1] = [0, 0, 0, 0, 0];
  for (let i = 0; i < u.length; i++) {
    const t = u[i];
    const s = 1 - t;
    const [b0, b1, b2, b3] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
    const a1 = [t1[0] * b1, t1[1] * b1] as const;
    const a2 = [t2[0] * b2, t2[1] * b2] as const;
    c00 += dot(a1, a1);
    c01 += dot(a1, a2);
    c11 += dot(a2, a2);
    const rest = [
      points[first + i][0] - p0[0] * (b0 + b1) - p3[0] * (b2 + b3),
      points[first + i][1] - p0[1] * (b0 + b1) - p3[1] * (b2 + b3),
    ] as const;
    x0 += dot(a1, rest);
    x1 += dot(a2, rest);
  }
  const det = c00 * c11 - c01 * c01;
  const length = Math.hypot(p3[0] - p0[0], p3[1] - p0[1]);
  let [k1, k2] = Math.abs(det) > 1e-12 ? [(x0 * c11 - x1 * c01) / det, (c00 * x1 - c01 * x0) / det] : [0, 0];
  // Wu and Barsky's rule where the least squares would turn back on itself.
  if (k1 < 1e-6 * length || k2 < 1e-6 * length || k1 > 4 * length || k2 > 4 * length) k1 = k2 = length / 3;
  return [p0, along(p0, t1, k1), along(p3, t2, k2), p3] as const;
}

/** One Newton step towards the parameter at which a curve is nearest to a point. */
function nearer(curve: readonly Point[], point: Point, t: number): number {
  const d = [0, 1, 2].map((i) => sub(curve[i + 1], curve[i]).map((v) => 3 * v) as unknown as Point);
  const dd = [0, 1].map((i) => sub(d[i + 1], d[i]).map((v) => 2 * v) as unknown as Point);
  const u = 1 - t;
  const q = bezier(curve, t);
  const q1: Point = [
    u * u * d[0][0] + 2 * u * t * d[1][0] + t * t * d[2][0],
    u * u * d[0][1] + 2 * u * t * d[1][1] + t * t * d[2][1],
  ];
  const q2: Point = [u * dd[0][0] + t * dd[1][0], u * dd[0][1] + t * dd[1][1]];
  const away = sub(q, point);
  const below = dot(q1, q1) + dot(away, q2);
  return Math.abs(below) < 1e-12 ? t : Math.max(0, Math.min(1, t - dot(away, q1) / below));
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
    while (i + by >= 0 && i + by < points.length && Math.hypot(...sub(points[i], points[from])) < reach)
      i += by;
    return i;
  };
  for (let i = 1; i + 1 < points.length; i++) {
    const [a, b] = [step(i, -1), step(i, 1)];
    const cos = dot(unit(sub(points[i], points[a])), unit(sub(points[b], points[i])));
    if (cos < best.cos) best = { at: i, cos };
    const far = best.at >= 0 && Math.hypot(...sub(points[i], points[best.at])) > reach;
    if (best.at >= 0 && (cos > least || far)) {
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
  while (i !== end && Math.hypot(...sub(points[i], points[at])) < reach) i += by;
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
      while (Math.abs(k - i) < n / 4 && Math.hypot(...sub(at(k), at(i))) < distance) k += by;
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
    const length = Math.hypot(bx, by) || 1;
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
  curve: readonly Point[];
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
    let u = chordLengths(points, first, last);
    let split = first;
    for (let round = 0; round <= 6; round++) {
      const curve = generate(points, first, last, u, t1, t2);
      let error = 0;
      for (let i = 0; i < u.length; i++) {
        const off = Math.hypot(...sub(bezier(curve, u[i]), points[first + i]));
        if (off > error) [error, split] = [off, first + i];
      }
      if (error <= tolerance) return { first, last, t1, t2, curve, error };
      if (error > 16 * tolerance) break;
      u = u.map((t, i) => nearer(curve, points[first + i], t));
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

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

const CORNER = Math.cos((55 * Math.PI) / 180);

/** Samples at which the line turns sharply: curves meet there without a common tangent. */
function corners(points: readonly Point[], reach: number): number[] {
  const found: number[] = [];
  let best = { at: -1, cos: CORNER };
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
    if (best.at >= 0 && (cos > CORNER || far)) {
      found.push(best.at);
      best = { at: -1, cos: CORNER };
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
  const segments: FittedSegment[] = [];
  let worst = 0;

  const fit = (first: number, last: number, t1: Point, t2: Point): void => {
    if (last - first === 1) {
      const k = Math.hypot(...sub(points[last], points[first])) / 3;
      segments.push({
        c1: along(points[first], t1, k),
        c2: along(points[last], t2, k),
        end: points[last],
        at: last,
      });
      return;
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
      if (error <= tolerance) {
        worst = Math.max(worst, error);
        segments.push({ c1: curve[1], c2: curve[2], end: points[last], at: last });
        return;
      }
      if (error > 16 * tolerance) break;
      u = u.map((t, i) => nearer(curve, points[first + i], t));
    }
    split = Math.max(first + 1, Math.min(last - 1, split));
    const before = tangent(points, split, -1, first, reach);
    const after = tangent(points, split, 1, last, reach);
    const through = unit(sub(before, after));
    // Where a line turns right back there is no common tangent.
    const middle: Point = Math.hypot(...through) > 0.5 ? through : before;
    fit(first, split, t1, middle);
    fit(split, last, [-middle[0], -middle[1]], t2);
  };

  const ends = [0, ...corners(points, Math.max(reach, 4 * tolerance)), points.length - 1];
  for (let i = 0; i + 1 < ends.length; i++) {
    const [a, b] = [ends[i], ends[i + 1]];
    if (b > a) fit(a, b, tangent(points, a, 1, b, reach), tangent(points, b, -1, a, reach));
  }
  return { segments, error: worst };
}

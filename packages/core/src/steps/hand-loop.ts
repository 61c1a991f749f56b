import { hypot } from '../geometry';
import { flag, given, list, nullable, number, record, tuple } from '../fields';

type Point = [number, number];
/** Where the outline's curve comes in at a point and where it goes out, from the point: x, y, x, y. */
export type Handles = [inX: number, inY: number, outX: number, outY: number];

/** A closed outline drawn by hand, px of the untouched picture. */
export interface HandRing {
  points: Point[];
  /** A curve through its points instead of straight edges, where points have no handles of their own. */
  curved: boolean;
  /** The points' own handles, by their places; null for one that has none. */
  handles?: (Handles | null)[];
}

/** One around what is kept, or around what is taken out of it. */
export interface HandLoop extends HandRing {
  takes: boolean;
}

const at = number({ min: -100_000, max: 100_000 });

const RING = {
  points: list(tuple<Point>([at, at], 'must be x and y'), {
    most: 4000,
    least: { n: 3, says: 'must have at least three points' },
  }),
  handles: given(
    list(nullable(tuple<Handles>([at, at, at, at], 'must be x, y, x and y')), { most: 4000, optional: true }),
  ),
};
/** The fields of a loop, and of one that need not say whether it is curved. */
const LOOP_FIELDS = { ...RING, curved: flag(), takes: flag() };
export const RING_FIELDS = { ...RING, curved: given(flag()) };
export const LOOP = record<HandLoop>(LOOP_FIELDS);

const NONE: Handles = [0, 0, 0, 0];
const round = (i: number, n: number): number => ((i % n) + n) % n;

/** The handles of a point: its own, or those of the curve through all points (Catmull & Rom 1974, uniform). */
export function handlesAt({ points, curved, handles }: HandRing, i: number): Handles {
  const set = handles?.[i];
  if (set) return set;
  if (!curved) return NONE;
  const n = points.length;
  const [before, after] = [points[round(i - 1, n)], points[round(i + 1, n)]];
  const [x, y] = [(after[0] - before[0]) / 6, (after[1] - before[1]) / 6];
  return [-x, -y, x, y];
}

/** Whether the outline turns sharply at a point, however little: it has no handles there. */
export const isCorner = (ring: HandRing, i: number): boolean => handlesAt(ring, i).every((v) => v === 0);

/** Bends at a point where the curve from its handles on is cut into straight pieces, px of the outline. */
const PIECE = 4;
const MOST_PIECES = 24;

/** Points along an outline `scale` times as large, as it is filled. */
export function alongRing(ring: HandRing, scale = 1): Point[] {
  const { points } = ring;
  const n = points.length;
  return points.flatMap(([x, y], i): Point[] => {
    const [, , outX, outY] = handlesAt(ring, i);
    const [inX, inY] = handlesAt(ring, round(i + 1, n));
    if (outX === 0 && outY === 0 && inX === 0 && inY === 0) return [[x * scale, y * scale]];
    const [toX, toY] = points[round(i + 1, n)];
    const length = hypot(toX - x, toY - y) + hypot(outX, outY) + hypot(inX, inY);
    const pieces = Math.max(2, Math.min(MOST_PIECES, Math.ceil((length * scale) / PIECE)));
    return Array.from({ length: pieces }, (_, k): Point => {
      const t = k / pieces;
      const [a, b, c, d] = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3];
      return [
        scale * (a * x + b * (x + outX) + c * (toX + inX) + d * toX),
        scale * (a * y + b * (y + outY) + c * (toY + inY) + d * toY),
      ];
    });
  });
}

/** The points' own handles, one for each point. */
const own = (ring: HandRing): (Handles | null)[] => ring.points.map((_, i) => ring.handles?.[i] ?? null);

const withHandles = <T extends HandRing>(ring: T, handles: (Handles | null)[]): T => {
  const { handles: _had, ...rest } = ring;
  return (handles.some(Boolean) ? { ...rest, handles } : rest) as T;
};

/** The same outline with a point elsewhere; its own handles go with it. */
export const withPoint = <T extends HandRing>(ring: T, i: number, to: Point): T => ({
  ...ring,
  points: ring.points.with(i, to),
});

/** The same outline without a point; null where fewer than three would be left. */
export function withoutPoint<T extends HandRing>(ring: T, i: number): T | null {
  if (ring.points.length <= 3) return null;
  return withHandles({ ...ring, points: ring.points.toSpliced(i, 1) }, own(ring).toSpliced(i, 1));
}

/** The same outline, of the same form, with a point more in the middle of the way from point `i` on (de Casteljau). */
export function withPointAfter<T extends HandRing>(ring: T, i: number): T {
  const j = round(i + 1, ring.points.length);
  const [p, q] = [ring.points[i], ring.points[j]];
  const [from, to] = [handlesAt(ring, i), handlesAt(ring, j)];
  const half = (a: Point, b: Point): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const [c, d]: Point[] = [
    [p[0] + from[2], p[1] + from[3]],
    [q[0] + to[0], q[1] + to[1]],
  ];
  const [pc, cd, dq] = [half(p, c), half(c, d), half(d, q)];
  const [left, right] = [half(pc, cd), half(cd, dq)];
  const middle = half(left, right);
  const handles = own(ring);
  const straight = [from[2], from[3], to[0], to[1]].every((v) => v === 0);
  if (straight && !ring.curved) handles.splice(i + 1, 0, null);
  else {
    handles[i] = [from[0], from[1], pc[0] - p[0], pc[1] - p[1]];
    handles[j] = [dq[0] - q[0], dq[1] - q[1], to[2], to[3]];
    handles.splice(i + 1, 0, [
      left[0] - middle[0],
      left[1] - middle[1],
      right[0] - middle[0],
      right[1] - middle[1],
    ]);
  }
  return withHandles({ ...ring, points: ring.points.toSpliced(i + 1, 0, middle) }, handles);
}

/**
 * The same outline with a handle of a point elsewhere, as seen from the point. The other one turns with it and keeps its
 * length, unless it is moved `alone`.
 */
export function withHandle<T extends HandRing>(
  ring: T,
  i: number,
  side: 'in' | 'out',
  to: Point,
  alone = false,
): T {
  const had = handlesAt(ring, i);
  const other: Point = side === 'in' ? [had[2], had[3]] : [had[0], had[1]];
  const length = Math.hypot(...to);
  // A corner that is drawn out is smooth from then on.
  const reach = Math.hypot(...other) || length;
  const turned: Point =
    alone || length === 0 ? other : [(-to[0] * reach) / length, (-to[1] * reach) / length];
  const handles = own(ring);
  handles[i] = side === 'in' ? [...to, ...turned] : [...turned, ...to];
  return withHandles(ring, handles);
}

/** The same outline with a corner at a point, or a curve where it had a corner. */
export function withCorner<T extends HandRing>(ring: T, i: number): T {
  const handles = own(ring);
  handles[i] = isCorner(ring, i) ? handlesAt({ points: ring.points, curved: true }, i) : [...NONE];
  return withHandles(ring, handles);
}

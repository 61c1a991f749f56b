import {
  hypot,
  flatten,
  formOf,
  pathBounds,
  startValues,
  transformPath,
  type PathData,
  type Point,
} from '../geometry';
import type { CUT_FORMS } from './settings';

const { atan2, cos, max, min, PI, sin } = Math;

/** Directions in which a form's reach is known. */
const RAYS = 720;
/** Units of a form as it is begun. */
const SIZE = 1000;
/** Forms that are stretched to what they hold; the others keep their proportions. */
const STRETCHED: readonly string[] = ['shield', 'ticket', 'bubble', 'blob'];

/** How far a form about (0, 0) reaches in each direction before it is left for the first time. */
function reaches(path: PathData): Float64Array {
  const out = new Float64Array(RAYS).fill(Infinity);
  for (const { points } of flatten(path, SIZE / 4000)) {
    const n = points.length;
    for (let i = 0; i < n; i += 2) {
      const [ax, ay, bx, by] = [points[i], points[i + 1], points[(i + 2) % n], points[(i + 3) % n]];
      const from = atan2(ay, ax);
      let turn = atan2(by, bx) - from;
      if (turn > PI) turn -= 2 * PI;
      if (turn < -PI) turn += 2 * PI;
      const cross = ax * by - ay * bx;
      const [low, high] = turn > 0 ? [from, from + turn] : [from + turn, from];
      for (let k = Math.ceil((low / (2 * PI)) * RAYS); k <= (high / (2 * PI)) * RAYS; k++) {
        const [u, v] = [cos((k * 2 * PI) / RAYS), sin((k * 2 * PI) / RAYS)];
        const across = u * (by - ay) - v * (bx - ax);
        if (across === 0) continue;
        const slot = ((k % RAYS) + RAYS) % RAYS;
        out[slot] = min(out[slot], cross / across);
      }
    }
  }
  return out;
}

/** How much larger than itself a form about (x, y) must be to hold all points. */
function sizeAbout(reach: Float64Array, points: readonly Point[], x: number, y: number): number {
  let most = 0;
  for (const [px, py] of points) {
    const [dx, dy] = [px - x, py - y];
    const at = (atan2(dy, dx) / (2 * PI)) * RAYS;
    const k = Math.floor(at);
    // Of the two directions beside a point, the one in which the form reaches less.
    const r = min(reach[((k % RAYS) + RAYS) % RAYS], reach[(((k + 1) % RAYS) + RAYS) % RAYS]);
    most = max(most, hypot(dx, dy) / r);
  }
  return most;
}

/** Points along a hull, so that a form that is not convex does not cut in between its corners. */
function along(hull: readonly Point[], step: number): Point[] {
  return hull.flatMap((a, i) => {
    const b = hull[(i + 1) % hull.length];
    const n = max(1, Math.ceil(hypot(b[0] - a[0], b[1] - a[1]) / step));
    return Array.from({ length: n }, (_, k): Point => [
      a[0] + ((b[0] - a[0]) * k) / n,
      a[1] + ((b[1] - a[1]) * k) / n,
    ]);
  });
}

/**
 * The smallest of a form that holds a hull and all that is `distance` px around it, in the hull's px: a pattern search over
 * where its middle lies. Forms are star-shaped about theirs.
 */
export function formHolding(
  id: (typeof CUT_FORMS)[number],
  hull: readonly Point[],
  distance: number,
): PathData {
  const form = formOf(id)!;
  const plain = form.path(startValues(form, SIZE));
  const own = pathBounds(plain);
  const middle = [(own.left + own.right) / 2, (own.top + own.bottom) / 2];
  const around: Point[] = hull.flatMap(([x, y]) =>
    Array.from({ length: 24 }, (_, k): Point => [
      x + distance * cos((k * PI) / 12),
      y + distance * sin((k * PI) / 12),
    ]),
  );
  const xs = around.map((p) => p[0]);
  const ys = around.map((p) => p[1]);
  const [left, right, top, bottom] = [min(...xs), max(...xs), min(...ys), max(...ys)];
  const ratio = (right - left) / (own.right - own.left) / ((bottom - top) / (own.bottom - own.top));
  const points = along(around, max(2, (right - left + bottom - top) / 200));
  let best: { size: number; x: number; y: number; stretch: number } | null = null;
  for (const stretch of STRETCHED.includes(id) ? [1, ratio] : [1]) {
    const reach = reaches(transformPath(plain, [stretch, 0, 0, 1, -middle[0] * stretch, -middle[1]]));
    let at = { x: (left + right) / 2, y: (top + bottom) / 2, size: 0 };
    at.size = sizeAbout(reach, points, at.x, at.y);
    for (let step = max(right - left, bottom - top) / 8; step > 0.1;) {
      const next = [
        [step, 0],
        [-step, 0],
        [0, step],
        [0, -step],
      ]
        .map(([dx, dy]) => ({
          ...{ x: at.x + dx, y: at.y + dy },
          size: sizeAbout(reach, points, at.x + dx, at.y + dy),
        }))
        .reduce((a, b) => (b.size < a.size ? b : a));
      if (next.size < at.size) at = next;
      else step /= 2;
    }
    if (!best || at.size ** 2 * stretch < best.size ** 2 * best.stretch) best = { ...at, stretch };
  }
  const { size, x, y, stretch } = best!;
  return transformPath(plain, [
    ...[size * stretch, 0, 0, size],
    ...[x - middle[0] * size * stretch, y - middle[1] * size],
  ] as unknown as Parameters<typeof transformPath>[1]);
}

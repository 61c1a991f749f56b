import type { Loop } from './contour';
import type { Field } from './field';
import { boxOfLoop, encloses, notWithin } from './pieces';
import type { CutLine, Share } from './settings';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { ceil, floor, max, min } = Math;

/** Inside by more than any border: what is filled, px. */
const FILLED = 4;

/**
 * The lines of a set that are left once its holes are filled by setting; with a hole goes what lies in it. `share` gives
 * the place of a point of a line in the box of what is visible.
 */
export function withoutHoles(
  loops: readonly Loop[],
  { holes, holeSize, openHoles }: Pick<CutLine, 'holes' | 'holeSize' | 'openHoles'>,
  pxPerMm: number,
  point: (share: Share) => readonly [number, number],
): Loop[] {
  if (holes === 'none') return [...loops];
  const open = openHoles.map(point);
  const gone = loops.filter((l) => {
    if (l.area > 0) return false;
    if (holes === 'chosen') return !open.some(([x, y]) => encloses(l, x, y));
    if (holes === 'all') return true;
    const { left, top, right, bottom } = boxOfLoop(l);
    return Math.sqrt((right - left) * (bottom - top)) < holeSize * pxPerMm;
  });
  return notWithin(loops, gone);
}

/** The set that lines enclose, by filling those of `set` that are gone: their pixels count as inside. */
export function filled(set: Field, kept: readonly Loop[], all: readonly Loop[]): Field {
  const gone = all.filter((l) => !kept.includes(l));
  if (gone.length === 0) return set;
  const { width, height } = set;
  const data = set.data.slice();
  for (const { points } of gone)
    for (const [x0, x1, y] of rowsWithin(points, height))
      for (let x = max(0, x0); x <= min(width - 1, x1); x++)
        data[y * width + x] = max(data[y * width + x], FILLED);
  return { width, height, data };
}

/** The stretches of pixels whose centres a closed line encloses, a pixel more at either end: x0, x1, y. */
function* rowsWithin(points: Float64Array, height: number): Generator<[number, number, number]> {
  const crossings = new Map<number, number[]>();
  const n = points.length;
  for (let i = 0; i < n; i += 2) {
    const [ax, ay, bx, by] = [points[i], points[i + 1], points[(i + 2) % n], points[(i + 3) % n]];
    const [low, high] = ay < by ? [ay, by] : [by, ay];
    for (let y = max(0, ceil(low - 0.5)); y < height && y + 0.5 < high; y++) {
      const at = ax + ((y + 0.5 - ay) / (by - ay)) * (bx - ax);
      const list = crossings.get(y);
      if (list) list.push(at);
      else crossings.set(y, [at]);
    }
  }
  for (const [y, xs] of crossings) {
    xs.sort((a, b) => a - b);
    for (let k = 0; k + 1 < xs.length; k += 2) yield [ceil(xs[k] - 0.5) - 1, floor(xs[k + 1] - 0.5) + 1, y];
  }
}

import type { Loop } from './contour';

/** A piece of a set: its outer line and those of its holes. */
export interface Piece {
  outer: Loop;
  holes: Loop[];
}

export interface LoopBox {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** The box of a line's points, px. */
export function boxOfLoop({ points }: Loop): LoopBox {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 2) {
    const x = points[i];
    const y = points[i + 1];
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < top) top = y;
    if (y > bottom) bottom = y;
  }
  return { left, top, right, bottom };
}

/** Whether a closed line has a point within it (the even–odd rule). */
export function encloses({ points }: Loop, x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2) {
    const ay = points[i + 1];
    const by = points[j + 1];
    if (ay > y === by > y) continue;
    if (x < points[i] + ((y - ay) / (by - ay)) * (points[j] - points[i])) inside = !inside;
  }
  return inside;
}

/** A point within a closed line, amid the widest stretch of its middle row. */
export function pointWithin(loop: Loop): [number, number] {
  const { points } = loop;
  const { top, bottom } = boxOfLoop(loop);
  // Off the grid on which lines have their points.
  const y = (top + bottom) / 2 + 1e-4;
  const xs: number[] = [];
  for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2) {
    const [ay, by] = [points[i + 1], points[j + 1]];
    if (ay > y !== by > y) xs.push(points[i] + ((y - ay) / (by - ay)) * (points[j] - points[i]));
  }
  xs.sort((a, b) => a - b);
  let best: [number, number] = [xs[0] ?? points[0], xs[1] ?? points[0]];
  for (let k = 0; k + 1 < xs.length; k += 2)
    if (xs[k + 1] - xs[k] > best[1] - best[0]) best = [xs[k], xs[k + 1]];
  return [(best[0] + best[1]) / 2, y];
}

/** The smallest of the lines around a loop that may hold it, of those given with their boxes from the largest on. */
function holderOf<T extends { loop: Loop; box: LoopBox }>(loop: Loop, around: readonly T[]): T | null {
  const [x, y] = loop.points;
  for (let k = around.length - 1; k >= 0; k--) {
    const { loop: other, box } = around[k];
    if (other === loop || Math.abs(other.area) <= Math.abs(loop.area)) continue;
    if (x < box.left || x > box.right || y < box.top || y > box.bottom) continue;
    if (encloses(other, x, y)) return around[k];
  }
  return null;
}

const bySize = (loops: readonly Loop[]) =>
  [...loops]
    .sort((a, b) => Math.abs(b.area) - Math.abs(a.area))
    .map((loop) => ({ loop, box: boxOfLoop(loop) }));

/** The pieces that lines enclose, the largest first. */
export function piecesOf(loops: readonly Loop[]): Piece[] {
  const outer = bySize(loops.filter((l) => l.area > 0)).map((o) => ({ ...o, holes: [] as Loop[] }));
  for (const hole of loops) if (hole.area < 0) holderOf(hole, outer)?.holes.push(hole);
  return outer.map(({ loop, holes }) => ({ outer: loop, holes }));
}

/** Lines without those that lie, at whatever depth, within one of `gone`. */
export function notWithin(loops: readonly Loop[], gone: readonly Loop[]): Loop[] {
  const around = bySize(gone);
  return around.length === 0 ? [...loops] : loops.filter((l) => !gone.includes(l) && !holderOf(l, around));
}

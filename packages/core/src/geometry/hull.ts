import { flatten } from './flatten';
import type { PathData } from './path';

export type Point = readonly [number, number];

const cross = (o: Point, a: Point, b: Point) => (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0]);

/** The convex hull of points, counter-clockwise as seen with y upwards (Andrew 1979, monotone chain). */
export function convexHull(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (list: readonly Point[]) => {
    const chain: Point[] = [];
    for (const p of list) {
      while (chain.length > 1 && cross(chain[chain.length - 2], chain[chain.length - 1], p) <= 0) chain.pop();
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  if (sorted.length < 3) return sorted;
  return [...half(sorted), ...half([...sorted].reverse())];
}

/** True when a point lies within an outline's polygons, by the even-odd rule. */
export function isInside(polygons: readonly (readonly number[])[], x: number, y: number): boolean {
  let inside = false;
  for (const p of polygons)
    for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2)
      if (
        p[i + 1] > y !== p[j + 1] > y &&
        x < ((p[j] - p[i]) * (y - p[i + 1])) / (p[j + 1] - p[i + 1]) + p[i]
      )
        inside = !inside;
  return inside;
}

/** An outline as polygons, x and y in turn. */
export const polygonsOf = (path: PathData, tolerance: number): number[][] =>
  flatten(path, tolerance).map((l) => [...l.points]);

/** True when two convex polygons overlap (separating axes). */
export function convexOverlap(a: readonly Point[], b: readonly Point[]): boolean {
  for (const polygon of [a, b])
    for (let i = 0; i < polygon.length; i++) {
      const [p, q] = [polygon[i], polygon[(i + 1) % polygon.length]];
      const [nx, ny] = [q[1] - p[1], p[0] - q[0]];
      // Where a polygon ends in its first point again there is no edge.
      if (nx === 0 && ny === 0) continue;
      const span = (list: readonly Point[]) => {
        const along = list.map(([x, y]) => x * nx + y * ny);
        return [Math.min(...along), Math.max(...along)];
      };
      const [a0, a1] = span(a);
      const [b0, b1] = span(b);
      if (a1 <= b0 || b1 <= a0) return false;
    }
  return true;
}

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

import { CLOSE, LINE, MOVE, type PathData } from './path';

/** Steps along a grid: right, down, left, up (y points down). */
const STEPS = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const;

/**
 * The outline of the dark cells of a square grid, a cell a unit: outer contours clockwise, holes the other way, no
 * two edges on one another. Cells that meet at a corner alone stay apart.
 */
export function gridOutline(size: number, isDark: (x: number, y: number) => boolean): PathData {
  const dark = (x: number, y: number) => x >= 0 && y >= 0 && x < size && y < size && isDark(x, y);
  /** Whether an edge leaves the corner (x, y) in a direction: a dark cell on its right, none on its left. */
  const leaves = (x: number, y: number, way: number): boolean => {
    const [right, left] = [
      [dark(x, y), dark(x, y - 1)],
      [dark(x - 1, y), dark(x, y)],
      [dark(x - 1, y - 1), dark(x - 1, y)],
      [dark(x, y - 1), dark(x - 1, y - 1)],
    ][way];
    return right && !left;
  };
  const walked = new Set<number>();
  const keyOf = (x: number, y: number, way: number) => (y * (size + 1) + x) * 4 + way;
  const path: number[] = [];
  for (let y = 0; y <= size; y++)
    for (let x = 0; x <= size; x++) {
      if (!leaves(x, y, 0) || walked.has(keyOf(x, y, 0))) continue;
      let [cx, cy, way] = [x, y, 0];
      const corners: number[] = [];
      do {
        walked.add(keyOf(cx, cy, way));
        cx += STEPS[way][0];
        cy += STEPS[way][1];
        // To the right first, so that cells that only touch at this corner are not joined.
        const next = [1, 0, 3].map((turn) => (way + turn) % 4).find((w) => leaves(cx, cy, w))!;
        if (next !== way) corners.push(cx, cy);
        way = next;
      } while (cx !== x || cy !== y || way !== 0);
      for (let i = 0; i < corners.length; i += 2)
        path.push(i === 0 ? MOVE : LINE, corners[i], corners[i + 1]);
      path.push(CLOSE);
    }
  return path;
}

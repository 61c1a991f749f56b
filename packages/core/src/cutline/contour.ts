import { signedArea, type PathData } from '../geometry';
import { linesOfCell, type Field } from './field';

/** A closed line around what is inside: x, y, x, y …; outer ones turn clockwise (y down), those of holes the other way. */
export interface Loop {
  points: Float64Array;
  /** Of what it encloses, px²: above 0 for an outer one, below for a hole. */
  area: number;
}

/** A closed line that a blade follows, in px of the alpha it was made of. */
export interface CutLoop {
  path: PathData;
  /** px²; below 0 for a hole. */
  area: number;
}

/**
 * The border of a set as closed lines through where its numbers pass 0 (marching squares), in px, pixel centres at
 * halves. The set must be empty along the raster's rim.
 */
export function contours(set: Field): Loop[] {
  const { width, height } = set;
  // Sides of cells: 2 · pixel for the one to the right of a pixel's centre, and 1 more for the one below it.
  const next = new Map<number, { side: number; at: number }>();
  const lines = new Float64Array(8);
  const edges = new Uint8Array(4);
  const sideOf = (i: number, side: number) =>
    side === 0 ? 2 * i : side === 1 ? 2 * (i + 1) + 1 : side === 2 ? 2 * (i + width) : 2 * i + 1;
  for (let y = 0; y + 1 < height; y++)
    for (let x = 0, i = y * width; x + 1 < width; x++, i++) {
      const count = linesOfCell(set, i, lines, edges);
      for (let l = 0; l < count; l++) {
        const from = sideOf(i, edges[2 * l]);
        // Along a side that lies level the crossing is x, along one that stands it is y.
        const at = edges[2 * l] % 2 === 0 ? lines[4 * l] : lines[4 * l + 1];
        next.set(from, { side: sideOf(i, edges[2 * l + 1]), at });
      }
    }
  const loops: Loop[] = [];
  for (const start of next.keys()) {
    const points: number[] = [];
    for (let side = start; ;) {
      const found = next.get(side);
      if (!found) break;
      next.delete(side);
      const i = side >> 1;
      const level = side % 2 === 0;
      points.push(
        (i % width) + 0.5 + (level ? found.at : 0),
        ((i / width) | 0) + 0.5 + (level ? 0 : found.at),
      );
      side = found.side;
    }
    if (points.length >= 6) loops.push({ points: Float64Array.from(points), area: signedArea(points) / 2 });
  }
  return loops;
}

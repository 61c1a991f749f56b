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

/** The cells that a set's border passes, by their upper left corners. */
function crossed({ width, height, data }: Field): number[] {
  // A number above 0 is one whose bits are, read as a whole number: that is compared faster.
  const bits = new Int32Array(data.buffer, data.byteOffset, data.length);
  const cells: number[] = [];
  for (let y = 0; y + 1 < height; y++) {
    const end = (y + 1) * width - 1;
    // Of the left side of a cell: 1 for its upper corner, 2 for its lower one.
    let left = (bits[y * width] > 0 ? 1 : 0) + (bits[y * width + width] > 0 ? 2 : 0);
    for (let i = y * width; i < end; i++) {
      const right = (bits[i + 1] > 0 ? 1 : 0) + (bits[i + 1 + width] > 0 ? 2 : 0);
      if (left !== right || left === 1 || left === 2) cells.push(i);
      left = right;
    }
  }
  return cells;
}

/**
 * The border of a set as closed lines through where its numbers pass 0 (marching squares), in px, pixel centres at
 * halves. The set must be empty along the raster's rim.
 */
export function contours(set: Field): Loop[] {
  const { width, height, data } = set;
  // Sides of cells: 2 · pixel for the one to the right of a pixel's centre, and 1 more for the one below it. From the side at
  // which a line begins: 1 more than that at which it ends.
  const next = new Int32Array(2 * (width + 1) * height);
  const starts: number[] = [];
  const lines = new Float64Array(8);
  const edges = new Uint8Array(4);
  const sideOf = (i: number, side: number) =>
    side === 0 ? 2 * i : side === 1 ? 2 * (i + 1) + 1 : side === 2 ? 2 * (i + width) : 2 * i + 1;
  for (const i of crossed(set)) {
    const count = linesOfCell(set, i, lines, edges);
    for (let l = 0; l < count; l++) {
      const from = sideOf(i, edges[2 * l]);
      next[from] = sideOf(i, edges[2 * l + 1]) + 1;
      starts.push(from);
    }
  }
  // Where the border passes a side: both of its cells find the same place.
  const along = (side: number): number => {
    const i = side >> 1;
    const [a, b] = [data[i], data[side % 2 === 0 ? i + 1 : i + width]];
    return a / (a - b);
  };
  const loops: Loop[] = [];
  for (const start of starts) {
    const points: number[] = [];
    for (let side = start; ;) {
      const to = next[side];
      if (to === 0) break;
      next[side] = 0;
      const i = side >> 1;
      const level = side % 2 === 0;
      const at = along(side);
      points.push((i % width) + 0.5 + (level ? at : 0), ((i / width) | 0) + 0.5 + (level ? 0 : at));
      side = to - 1;
    }
    if (points.length >= 6) loops.push({ points: Float64Array.from(points), area: signedArea(points) / 2 });
  }
  return loops;
}

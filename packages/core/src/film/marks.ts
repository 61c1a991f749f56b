import {
  CLOSE,
  ellipsePath,
  LINE,
  MOVE,
  polygonPath,
  reversePath,
  type Box,
  type PathData,
  type Point,
} from '../geometry';
import type { MarkKind } from './film';

/** Width of the lines of a mark, as a share of its size. */
const THICK = 0.12;

/** A cross of two bars about a place. */
function cross(x: number, y: number, size: number): PathData {
  const [a, b] = [size / 2, (size * THICK) / 2];
  const corner: Point[] = [
    [-b, -a],
    [b, -a],
    [b, -b],
    [a, -b],
    [a, b],
    [b, b],
    [b, a],
    [-b, a],
    [-b, b],
    [-a, b],
    [-a, -b],
    [-b, -b],
  ];
  return polygonPath(corner.map(([u, v]): Point => [x + u, y + v]));
}

/** A ring with a dot in it. */
const circle = (x: number, y: number, size: number): PathData => {
  const [r, t] = [size / 2, size * THICK];
  return [
    ...ellipsePath(x, y, r, r),
    ...reversePath(ellipsePath(x, y, r - t, r - t)),
    ...ellipsePath(x, y, t, t),
  ];
};

/** An angle whose point looks outwards along (dx, dy). */
function corner(x: number, y: number, dx: number, dy: number, size: number): PathData {
  const [a, t] = [size / 2, size * THICK];
  const out: PathData = [];
  const at = (u: number, v: number): [number, number] => [x + dx * u, y + dy * v];
  const points: [number, number][] = [
    at(a, a),
    at(-a, a),
    at(-a, a - t),
    at(a - t, a - t),
    at(a - t, -a),
    at(a, -a),
  ];
  const path = [...out, ...points.flatMap((p, i) => [i === 0 ? MOVE : LINE, ...p]), CLOSE];
  return dx * dy > 0 ? reversePath(path) : path;
}

/**
 * Marks that all films share, at the corners of a box around all that is cut, outside of it: one of them lies where the
 * top is (the upper left one is left out), so that no film is pressed the wrong way round. `size` and the box are px.
 */
export function marksFor(box: Box, kind: MarkKind, size: number): PathData {
  if (kind === 'none') return [];
  const gap = size * 0.75;
  const [l, t, r, b] = [box.left - gap, box.top - gap, box.right + gap, box.bottom + gap];
  const places: [number, number, number, number][] = [
    [r, t, 1, -1],
    [l, b, -1, 1],
    [r, b, 1, 1],
  ];
  return places.flatMap(([x, y, dx, dy]) =>
    kind === 'cross'
      ? cross(x, y, size)
      : kind === 'circle'
        ? circle(x, y, size)
        : corner(x, y, dx, dy, size),
  );
}

import { hypot } from './hypot';
/** An affine map [a, b, c, d, e, f]: x' = a·x + c·y + e, y' = b·x + d·y + f (as in canvas and SVG). */
export type Matrix = readonly [number, number, number, number, number, number];

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

/** Whether a map leaves everything where it is, to `tolerance` in each of its numbers. */
export const isIdentity = (m: Matrix, tolerance = 1e-9): boolean =>
  m.every((v, i) => Math.abs(v - IDENTITY[i]) <= tolerance);

/** The map that applies `inner` first, then `outer`. */
export const multiply = (outer: Matrix, inner: Matrix): Matrix => [
  outer[0] * inner[0] + outer[2] * inner[1],
  outer[1] * inner[0] + outer[3] * inner[1],
  outer[0] * inner[2] + outer[2] * inner[3],
  outer[1] * inner[2] + outer[3] * inner[3],
  outer[0] * inner[4] + outer[2] * inner[5] + outer[4],
  outer[1] * inner[4] + outer[3] * inner[5] + outer[5],
];

export const applyMatrix = (m: Matrix, x: number, y: number): [number, number] => [
  m[0] * x + m[2] * y + m[4],
  m[1] * x + m[3] * y + m[5],
];

/** The inverse map; throws a RangeError where there is none (a scale of zero). */
export function invert(m: Matrix): Matrix {
  const det = m[0] * m[3] - m[1] * m[2];
  if (det === 0) throw new RangeError('a map that flattens everything has no inverse');
  return [
    m[3] / det,
    -m[1] / det,
    -m[2] / det,
    m[0] / det,
    (m[2] * m[5] - m[3] * m[4]) / det,
    (m[1] * m[4] - m[0] * m[5]) / det,
  ];
}

/** Scale, then turn clockwise by `turn` degrees (y points down), then move to (x, y). */
export function placeMatrix(x: number, y: number, turn: number, scaleX: number, scaleY: number): Matrix {
  const r = (turn * Math.PI) / 180;
  const cos = Math.cos(r);
  const sin = Math.sin(r);
  return [cos * scaleX, sin * scaleX, -sin * scaleY, cos * scaleY, x, y];
}

/** Lengths of the map's two axes: how far it stretches x and y. */
export const axisScales = (m: Matrix): [number, number] => [hypot(m[0], m[1]), hypot(m[2], m[3])];

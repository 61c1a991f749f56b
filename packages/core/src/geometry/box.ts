import { applyMatrix, type Matrix } from './matrix';

/** An axis-aligned box. Empty when `right < left` or `bottom < top`. */
export interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

export const EMPTY_BOX: Box = Object.freeze({
  left: Infinity,
  top: Infinity,
  right: -Infinity,
  bottom: -Infinity,
});

export const isEmptyBox = (b: Box): boolean => !(b.right >= b.left && b.bottom >= b.top);
export const boxWidth = (b: Box): number => Math.max(0, b.right - b.left);
export const boxHeight = (b: Box): number => Math.max(0, b.bottom - b.top);
export const boxCentre = (b: Box): [number, number] => [(b.left + b.right) / 2, (b.top + b.bottom) / 2];

/** The box around points. */
export const boxOfPoints = (points: readonly (readonly [number, number])[]): Box => ({
  left: Math.min(...points.map((p) => p[0])),
  top: Math.min(...points.map((p) => p[1])),
  right: Math.max(...points.map((p) => p[0])),
  bottom: Math.max(...points.map((p) => p[1])),
});

export const unite = (a: Box, b: Box): Box => ({
  left: Math.min(a.left, b.left),
  top: Math.min(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
});

export const intersect = (a: Box, b: Box): Box => ({
  left: Math.max(a.left, b.left),
  top: Math.max(a.top, b.top),
  right: Math.min(a.right, b.right),
  bottom: Math.min(a.bottom, b.bottom),
});

/** The box grown by `by` on every side (shrunk when negative). */
export const grow = (b: Box, by: number): Box =>
  isEmptyBox(b) ? b : { left: b.left - by, top: b.top - by, right: b.right + by, bottom: b.bottom + by };

/** The four corners of a box, clockwise from its top left. */
export const cornersOf = ({ left, top, right, bottom }: Box): [number, number][] => [
  [left, top],
  [right, top],
  [right, bottom],
  [left, bottom],
];

/** The upright box around `b` mapped by `m`. */
export const transformBox = (b: Box, m: Matrix): Box =>
  isEmptyBox(b) ? b : boxOfPoints(cornersOf(b).map(([x, y]) => applyMatrix(m, x, y)));

import {
  boxCentre,
  boxHeight,
  boxWidth,
  EMPTY_BOX,
  multiply,
  pathBounds,
  placeMatrix,
  transformPath,
  unite,
  type Box,
  type Matrix,
} from '../../geometry';
import type { Fill, Piece, Spot } from '../types';

/** The box of all that is filled. */
export const fillsBox = (fills: readonly Fill[]): Box =>
  fills.reduce((box, f) => unite(box, pathBounds(f.path)), EMPTY_BOX);
export const piecesBox = (pieces: readonly Piece[]): Box => fillsBox(pieces.flatMap((p) => p.fills));

export const movedFills = (fills: readonly Fill[], m: Matrix): Fill[] =>
  fills.map((f) => ({ ...f, path: transformPath(f.path, m) }));
export const moved = (piece: Piece, m: Matrix): Piece => ({ ...piece, fills: movedFills(piece.fills, m) });

type Point = readonly [x: number, y: number];

/** Puts one point of a thing onto another: turned by degrees about it, and scaled. */
export const pinned = (from: Point, to: Point, turn: number, kx: number, ky = kx): Matrix =>
  multiply(placeMatrix(...to, turn, kx, ky), [1, 0, 0, 1, -from[0], -from[1]]);

/** Turns all about a point, degrees clockwise. */
export const turnedAbout = (point: Point, turn: number): Matrix => pinned(point, point, turn, 1);

/** Puts a spot of a thing onto a spot of a figure: same middle, width and turn; `flip` mirrors the thing. */
export function onto(from: Spot, to: Spot, size: number, flip = false): Matrix {
  const k = (size * to.width) / from.width;
  return pinned([from.x, from.y], [to.x, to.y], to.turn - from.turn, flip ? -k : k, k);
}

/** How a thing of this box is scaled to a longer side, and how wide and high it is then. */
export function scaledTo(box: Box, side: number): { k: number; w: number; h: number } {
  const k = side / Math.max(boxWidth(box), boxHeight(box));
  return { k, w: k * boxWidth(box), h: k * boxHeight(box) };
}

/** Puts the middle of a box at a point. */
export const centred = (box: Box, k: number, x: number, y: number): Matrix =>
  pinned(boxCentre(box), [x, y], 0, k);

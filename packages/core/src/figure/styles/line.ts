import { boxHeight, boxWidth, pathBounds, type OutlineOps, type PathData } from '../../geometry';
import type { Fill, Piece } from '../types';
import { bodyOf, INK, lineAlong, seenOf, without } from './seen';

const LINE = 6;
/** The line around each thing, px. */
const RIM = 10;
/** CIE L* under which something small is filled: pupils, noses. */
const DARK = 30;
/** How small, px² of its box. */
const SMALL = 90 * 90;

/** Outlines alone; what is covered is not drawn. */
export function line(pieces: readonly Piece[], ops: OutlineOps): Fill[] {
  const lines = seenOf(pieces, ops, 0).flatMap(({ whole, seen, above, lightness }): PathData => {
    if (!seen.length) return [];
    const box = pathBounds(whole);
    if (lightness < DARK && boxWidth(box) * boxHeight(box) < SMALL) return seen;
    const along = lineAlong(whole, LINE, ops);
    return above.length ? without(along, ops.offset(above, -LINE / 2, 'round'), ops) : along;
  });
  const rims = rimsOf(pieces, RIM, ops);
  const path = ops.weld([...lines, ...rims]);
  return path.length ? [{ path, colour: INK, opacity: 1 }] : [];
}

/** A line around each piece, but where another lies before it. */
export const rimsOf = (pieces: readonly Piece[], width: number, ops: OutlineOps): PathData => {
  let above: PathData = [];
  const out: number[] = [];
  for (const piece of [...pieces].reverse()) {
    const body = bodyOf(piece, ops);
    const along = lineAlong(body, width, ops);
    out.push(...without(along, above, ops));
    above = above.length ? ops.weld([...above, ...body]) : body;
  }
  return out;
};

/** A request put together of figures: worn, held, posed, several of it, and what is around. */
import type { FigureRequest } from '../request';
import type { Piece } from '../types';
import { aboveIt, behindAll, besideIt, seatUnder, several } from './around';
import { Desk, type ArtOf } from './desk';
import { moved, piecesBox } from './geometry';
import { heldBy } from './held';
import { posed } from './posed';
import { sitterOf, type Sitter } from './sitter';
import { wornBy } from './worn';

export type { ArtOf } from './desk';
export { fillsBox, movedFills } from './geometry';
export { plainSubject } from './sitter';

export interface Composition {
  /** Back to front, in units of the subject's 32 × 32. */
  pieces: Piece[];
  /** Ids of the figures that it is made of, each once. */
  used: string[];
  /** What was asked for and is not in it; whole phrases. */
  undone: string[];
}

/** Whether all of it is mirrored: to look the way that is asked, else for every other seed. */
function isMirrored({ subject }: Sitter, desk: Desk): boolean {
  const { facing, subject: who } = desk.request;
  if (!facing) return desk.seed % 2 === 1;
  if (subject.facing === 0)
    desk.undone.push(`facing ${facing < 0 ? 'left' : 'right'} (${who.said} is drawn from the front)`);
  return subject.facing !== 0 && subject.facing !== facing;
}

/**
 * Puts a request together of figures: the subject with what it wears and holds, the same for each of several; what it
 * sits on, stands beside, and what is behind and above. The same request and seed give the same picture; of one seed to
 * the next it looks the other way, then is drawn in another way where there is one; heads tilt and things are held a
 * little differently.
 */
export function composeFigure(request: FigureRequest, artOf: ArtOf, seed: number): Composition {
  const desk = new Desk(request, artOf, seed);
  const body = desk.choose(request.subject);
  if (!body) return { pieces: [], used: [], undone: desk.undone };
  const sitter = sitterOf(body);
  // In this order, since each takes its chances from the seed as it comes.
  const worn = wornBy(sitter, desk);
  const held = heldBy(sitter, desk);
  const figure = posed(sitter, desk, [{ depth: 'figure', piece: body }, ...worn, ...held]);
  const figures = several(sitter, desk, figure);
  const all = piecesBox(figures);
  const behind = behindAll(sitter, desk, all);
  const seat = seatUnder(sitter, desk, figures);
  const beside = besideIt(sitter, desk, all);
  const above = aboveIt(sitter, desk, all);
  const pieces = [...behind, ...seat, ...figures, ...beside, ...above];
  const mirror = [-1, 0, 0, 1, 2 * sitter.middle[0], 0] as const;
  return {
    pieces: isMirrored(sitter, desk) ? pieces.map((p) => moved(p, mirror)) : pieces,
    used: [...desk.used],
    undone: [...new Set(desk.undone)],
  };
}

import { boxCentre, boxHeight, boxWidth, type Box } from '../../geometry';
import { SUBJECTS } from '../book';
import type { Piece, Subject } from '../types';
import { fillsBox } from './geometry';

/** The subject with what everything else is placed by. */
export interface Sitter {
  subject: Subject;
  body: Piece;
  box: Box;
  width: number;
  middle: readonly [x: number, y: number];
  /** Where it holds things out to: −1 left, 1 right. */
  ahead: -1 | 1;
}

/** What lies behind the figure, is it, or lies before it. */
export interface Laid {
  depth: 'behind' | 'figure' | 'front';
  piece: Piece;
}

const BY_ID = new Map(SUBJECTS.map((s) => [s.id, s]));
/** The middle of the box that figures are drawn in. */
const CENTRE = 16;

/** What a figure that nobody set anchors for is taken to be: its head at the middle of its top, nothing in its hands. */
export function plainSubject(id: string, box: Box): Subject {
  const [x] = boxCentre(box);
  const width = boxWidth(box);
  return {
    ...{ id, words: [], facing: 0, eyes: null, neck: null, ground: box.bottom, poses: [] },
    head: { x, y: box.top + 0.03 * boxHeight(box), width: 0.5 * width, turn: 0 },
    hold: { x: box.right - 0.1 * width, y: box.bottom - 0.1 * boxHeight(box), by: 'none' },
  };
}

export function sitterOf(body: Piece): Sitter {
  const box = fillsBox(body.fills);
  const subject = BY_ID.get(body.id) ?? plainSubject(body.id, box);
  const ahead = subject.facing || (subject.hold.x < CENTRE ? -1 : 1);
  return { subject, body, box, width: boxWidth(box), middle: boxCentre(box), ahead };
}

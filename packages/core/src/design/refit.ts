import { applyMatrix } from '../geometry';
import type { Board, Design, Part } from './types';

/** True when two boards have the same pixels and resolution. */
export const sameBoard = (a: Board, b: Board): boolean =>
  a.width === b.width && a.height === b.height && a.dpi === b.dpi;

/**
 * The design on another board: the artwork is scaled evenly so that the old board just fits in the
 * new one, and centred. Keylines and sizes scale with it.
 */
export function refit(design: Design, board: Board): Design {
  if (sameBoard(design.board, board)) return { ...design, board };
  const k = Math.min(board.width / design.board.width, board.height / design.board.height);
  const dx = (board.width - design.board.width * k) / 2;
  const dy = (board.height - design.board.height * k) / 2;
  const parts = design.parts.map((part): Part => {
    const [x, y] = applyMatrix([k, 0, 0, k, dx, dy], part.place.x, part.place.y);
    return {
      ...part,
      place: {
        ...part.place,
        x,
        y,
        scaleX: part.place.scaleX * k,
        scaleY: part.place.scaleY * k,
      },
      keylines: part.keylines.map((line) => ({ ...line, width: line.width * k })),
    };
  });
  return { ...design, board, parts };
}

import type { Materials } from '../drawing';
import type { Design } from '../design';
import { isEmptyBox, transformBox } from '../geometry';
import type { Part, Place } from '../parts';
import { partMatrix } from './own';
import { partLocalBox } from './resolve';

/** The least shift of a stretch from `low` to `high` into 0 to `room`; to its middle where it is longer. */
function shiftInto(low: number, high: number, room: number): number {
  if (high - low > room) return (room - low - high) / 2;
  if (low < 0) return -low;
  return high > room ? room - high : 0;
}

/**
 * The place of a part, moved by the least that brings its box (in board px) onto the board; about the board's
 * middle where it is larger. For what has grown at once, such as words that run on a ring from now on.
 */
export function ontoBoard(part: Part, design: Design, materials: Materials): Place {
  const local = partLocalBox(part, design, materials);
  if (isEmptyBox(local)) return part.place;
  const box = transformBox(local, partMatrix(part));
  const dx = shiftInto(box.left, box.right, design.board.width);
  const dy = shiftInto(box.top, box.bottom, design.board.height);
  return dx || dy ? { ...part.place, x: part.place.x + dx, y: part.place.y + dy } : part.place;
}

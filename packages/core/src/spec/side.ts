import type { Board } from '../design';
import type { Box } from '../geometry';
import type { Spec, SpecSide } from './types';

/** The board that a side of a spec asks for. */
export const boardOf = (spec: Spec, side: SpecSide): Board => ({
  spec: spec.id,
  side: side.id,
  width: side.widthPx,
  height: side.heightPx,
  dpi: side.dpi,
});

/** The safe area on the board, px. */
export const safeBox = (side: SpecSide): Box => ({
  left: side.safeIn.left * side.dpi,
  top: side.safeIn.top * side.dpi,
  right: side.widthPx - side.safeIn.right * side.dpi,
  bottom: side.heightPx - side.safeIn.bottom * side.dpi,
});

/** The side with this id, or the first when none is named. */
export const sideOf = (spec: Spec, id?: string): SpecSide | undefined =>
  id === undefined ? spec.sides[0] : spec.sides.find((s) => s.id === id);

import { EMPTY_BOX, unite, type Box } from '../geometry';
import { groupBounds, isPrinted } from './node';
import type { Drawing, PartGroup } from './types';

/** The groups of a drawing that belong in pictures and files. */
export const printed = (drawing: Drawing): PartGroup[] => drawing.groups.filter(isPrinted);

/** The box of everything that is printed, board px. */
export const drawingBounds = (drawing: Drawing): Box =>
  printed(drawing).reduce((box, group) => unite(box, groupBounds(group)), EMPTY_BOX);

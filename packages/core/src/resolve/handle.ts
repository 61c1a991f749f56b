import type { PartGroup } from '../drawing';
import type { Box, Matrix } from '../geometry';
import type { Place } from '../parts';

/** What the editor takes hold of a part by. */
export interface Handle {
  /** The ink's box in the part's own units, without keylines; empty when nothing draws. */
  box: Box;
  place: Place;
  /** From the part's own units to board px. */
  matrix: Matrix;
}
const handles = new WeakMap<PartGroup, Handle>();

/** The handle of a resolved part's group; the same for the same group. */
export const handleOf = (group: PartGroup): Handle => handles.get(group)!;

/** Says by what a group is held that was made for a part. */
export const keepHandle = (group: PartGroup, handle: Handle): void => void handles.set(group, handle);

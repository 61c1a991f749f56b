import type { Drawing, PartGroup } from '@brelm/core/drawing';
import { applyMatrix, invert } from '@brelm/core/geometry';
import { handleOf } from '@brelm/core/resolve';

/** What of a drawing lies at a place of the board in front, certain parts left out. */
export function partUnder(
  drawing: Drawing,
  without: readonly string[],
  x: number,
  y: number,
): PartGroup | undefined {
  return [...drawing.groups].reverse().find((group) => {
    if (without.includes(group.part)) return false;
    const { box, matrix } = handleOf(group);
    const [u, v] = applyMatrix(invert(matrix), x, y);
    return u >= box.left && u <= box.right && v >= box.top && v <= box.bottom;
  });
}

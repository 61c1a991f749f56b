import type { Box } from '../geometry';

/** Where a box that is moved snaps to, and the lines that say why; the sheet's units. */
export interface Snap {
  dx: number;
  dy: number;
  lines: { axis: 'x' | 'y'; at: number }[];
}

/**
 * How far a box on a sheet is to be moved on so that it lies in line with another one, an even gap from it, or against the
 * margin: the least such move of at most `reach` for each axis.
 */
export function snapped(box: Box, others: readonly Box[], room: Box, gap: number, reach: number): Snap {
  const best = { x: { by: 0, d: reach, at: NaN }, y: { by: 0, d: reach, at: NaN } };
  const offer = (axis: 'x' | 'y', is: number, to: number) => {
    const d = Math.abs(to - is);
    if (d < best[axis].d) best[axis] = { by: to - is, d, at: to };
  };
  offer('x', box.left, room.left);
  offer('x', box.right, room.right);
  offer('y', box.top, room.top);
  offer('y', box.bottom, room.bottom);
  for (const other of others) {
    offer('x', box.left, other.right + gap);
    offer('x', box.right, other.left - gap);
    offer('y', box.top, other.bottom + gap);
    offer('y', box.bottom, other.top - gap);
    offer('x', box.left, other.left);
    offer('x', (box.left + box.right) / 2, (other.left + other.right) / 2);
    offer('y', box.top, other.top);
    offer('y', (box.top + box.bottom) / 2, (other.top + other.bottom) / 2);
  }
  const lines = (['x', 'y'] as const).flatMap((axis) =>
    Number.isNaN(best[axis].at) ? [] : [{ axis, at: best[axis].at }],
  );
  return { dx: best.x.by, dy: best.y.by, lines };
}

import { copyEdits, depthEdits, type Depth, type Design, type Edit } from '@brelm/core/design';
import { mirrored } from '@brelm/core/drawing';
import type { Editing } from './use-edit';

const movable = (design: Design, ids: readonly string[]) =>
  design.parts.filter((p) => ids.includes(p.id) && !p.locked);

/** Moves parts by whole board px. Strokes of the same arrow keys join into one step. */
export function nudgeParts(
  edit: Editing,
  design: Design,
  ids: readonly string[],
  dx: number,
  dy: number,
): void {
  const parts = movable(design, ids);
  edit.make(
    'Nudge',
    parts.map((p): Edit => ({ op: 'place', part: p.id, place: { x: p.place.x + dx, y: p.place.y + dy } })),
    { gesture: `nudge ${parts.map((p) => p.id).join()}` },
  );
}

/** Copies parts just in front of themselves, a little to the side, and selects the copies. */
export function duplicateParts(edit: Editing, design: Design, ids: readonly string[]): void {
  const offset = Math.round(design.board.width / 60);
  const { edits, select } = copyEdits(design, ids, ({ place }) => ({
    place: { ...place, x: place.x + offset, y: place.y + offset },
  }));
  edit.make('Duplicate', edits, { select });
}

/** Copies parts to the other side of an upright line at `x`, board px, and selects the copies. */
export function mirrorCopies(edit: Editing, design: Design, ids: readonly string[], x: number): void {
  const { edits, select } = copyEdits(design, ids, (part) => mirrored(part, x));
  edit.make('Mirror a copy', edits, { select });
}

/** Moves parts in depth: one step, or all the way. */
export const moveInStack = (edit: Editing, design: Design, ids: readonly string[], to: Depth): void =>
  edit.make('Change the depth', depthEdits(design, ids, to));

import { freshId, type Design, type Edit, type Part } from '@brelm/core/design';
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
  const taken = design.parts.map((p) => p.id);
  const offset = Math.round(design.board.width / 60);
  const edits: Edit[] = [];
  const copies: string[] = [];
  for (const part of design.parts.filter((p) => ids.includes(p.id))) {
    const id = freshId(part.id.replace(/-\d+$/, ''), taken);
    taken.push(id);
    copies.push(id);
    const copy: Part = {
      ...part,
      id,
      locked: false,
      place: { ...part.place, x: part.place.x + offset, y: part.place.y + offset },
    };
    edits.push({ op: 'addPart', part: copy, at: 0 });
  }
  edit.make('Duplicate', edits, { select: copies });
}

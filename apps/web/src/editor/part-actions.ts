import { copyEdits, depthEdits, type Depth, type Design, type Edit } from '@brelm/core/design';
import { joinedNodes, mappedNode, type LinePart } from '@brelm/core/parts';
import { mirrored, partMatrix } from '@brelm/core/resolve';
import { invert, multiply } from '@brelm/core/geometry';
import type { Editing } from './use-edit';
import { say } from '../words/editor';

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
    say('nudge'),
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
  edit.make(say('duplicate'), edits, { select });
}

/** Copies parts to the other side of an upright line at `x`, board px, and selects the copies. */
export function mirrorCopies(edit: Editing, design: Design, ids: readonly string[], x: number): void {
  const { edits, select } = copyEdits(design, ids, (part) => mirrored(part, x));
  edit.make(say('mirrorACopy'), edits, { select });
}

/** Makes one line of two, joined where their ends are nearest; it looks as the one in front does. */
export function joinLines(edit: Editing, a: LinePart, b: LinePart): void {
  const there = multiply(invert(partMatrix(a)), partMatrix(b));
  const nodes = joinedNodes(
    a.nodes,
    b.nodes.map((n) => mappedNode(n, there)),
  );
  edit.make(
    say('joinLines'),
    [
      { op: 'updatePart', part: a.id, change: { nodes, closed: false } },
      { op: 'removeParts', parts: [b.id] },
    ],
    { select: [a.id] },
  );
}

/** Moves parts in depth: one step, or all the way. */
export const moveInStack = (edit: Editing, design: Design, ids: readonly string[], to: Depth): void =>
  edit.make(say('changeTheDepth'), depthEdits(design, ids, to));

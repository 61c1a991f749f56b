import { closesCircle, unitsOf, type Design, type Edit } from '@brelm/core/design';
import { NO_RELATIONS, type PartRelations, type Whole } from '@brelm/core/parts';
import type { Editing } from './use-edit';
import { say } from '../words/editor';

/** Why parts may not cut one another in a certain way. */
const CIRCLE = say('thatWouldGoInA');

const tieEdits = (ids: readonly string[], change: Partial<PartRelations>): Edit[] =>
  ids.map((part) => ({ op: 'updatePart', part, change }));

/** Says of parts how they cut others; answers why not where that would close a circle. */
export function tie(
  edit: Editing,
  design: Design,
  label: string,
  ids: readonly string[],
  change: Partial<PartRelations>,
  gesture?: string,
): string | null {
  if (closesCircle(design, ids, change)) return CIRCLE;
  edit.make(label, tieEdits(ids, change), gesture === undefined ? {} : { gesture });
  return null;
}

const sameWhole = (a: Whole | null, b: Whole | null) => JSON.stringify(a) === JSON.stringify(b);

/** Parts show inside a window, or no longer where they all did; answers why not, where it cannot be. */
export function showInside(
  edit: Editing,
  design: Design,
  ids: readonly string[],
  window: Whole,
): string | null {
  const parts = design.parts.filter((p) => ids.includes(p.id));
  return parts.every((p) => sameWhole(p.window, window))
    ? tie(edit, design, say('outOfItsWindow'), ids, { window: null })
    : tie(edit, design, say('showInside'), ids, { window });
}

/**
 * Of several chosen things the one at the back becomes the window of the others, or is it no longer where it was; one
 * thing alone comes out of its window. Answers why not, where it cannot be.
 */
export function toggleWindow(edit: Editing, design: Design, ids: readonly string[]): string | null {
  const units = unitsOf(design, ids);
  const parts = (of: readonly string[]) => design.parts.filter((p) => of.includes(p.id));
  if (units.length < 2) {
    if (!parts(ids).some((p) => p.window)) return say('chooseAPartAndWhat');
    return tie(edit, design, say('outOfItsWindow'), ids, { window: null });
  }
  const back = units.at(-1)!;
  const window: Whole =
    back.bundle === null ? { kind: 'part', part: back.parts[0] } : { kind: 'bundle', bundle: back.bundle };
  const inner = units.slice(0, -1).flatMap((u) => u.parts);
  return showInside(edit, design, inner, window);
}

/** Chosen parts are knocked out of all below them, and no longer printed themselves; or no longer so. */
export function toggleKnockOut(edit: Editing, design: Design, ids: readonly string[]): string | null {
  const chosen = design.parts.filter((p) => ids.includes(p.id));
  const cuts = chosen.every((p) => p.knockOut);
  const { knockOut, unprinted } = NO_RELATIONS;
  return cuts
    ? tie(edit, design, say('knockOutNothing'), ids, { knockOut, unprinted })
    : tie(edit, design, say('knockOut'), ids, {
        knockOut: { from: 'below', parts: [], gap: 0 },
        unprinted: true,
      });
}

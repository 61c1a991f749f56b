import type { Design } from '@brelm/core/design';
import { store } from '../store';
import { notify } from '../ui';
import { outlinesOf, splitOf } from '../workers/outline-client';
import { reasonOf } from '../workers/hand';
import type { Editing } from './use-edit';
import { region } from '../words/language';
import { decimal } from '../words/decimal';
import { say } from '../words/editor';

const WHY = {
  one: say('itIsOnePieceAlready'),
  many: say('moreThan400PiecesWould'),
  nothing: say('picturesHaveNoOutlineOnly'),
} as const;

/** The answer, where the parts are still what they were when it was asked for. */
async function answered<T>(design: Design, ids: readonly string[], ask: Promise<T>): Promise<T | null> {
  try {
    const answer = await ask;
    const now = store.getState().editor.design?.parts;
    const same = design.parts.every((p) => !ids.includes(p.id) || now?.includes(p));
    if (same) return answer;
    notify('done', say('theyWereChangedMeanwhileSo'));
  } catch (reason) {
    notify('fault', say('thatDidNotWorkTry', { reason: reasonOf(reason) }));
  }
  return null;
}

/** Sets chosen parts into their pieces, and says how many they are, or why not. */
export async function setApart(edit: Editing, design: Design, ids: readonly string[]): Promise<void> {
  const split = await answered(design, ids, splitOf(design, ids));
  if (!split) return;
  if (split.why) return void notify('done', WHY[split.why]);
  edit.make(say('setIntoPieces'), split.edits, { select: split.select });
  notify('done', say('piecesInABundle', { pieces: split.pieces }));
}

/** Makes outlines of chosen parts, and says how far they stray from what was drawn. */
export async function makeOutlines(edit: Editing, design: Design, ids: readonly string[]): Promise<void> {
  const made = await answered(design, ids, outlinesOf(design, ids));
  if (!made) return;
  const { edits, points, deviation, left } = made;
  if (edits.length === 0) return void notify('done', WHY.nothing);
  edit.make(say('toOutlines'), edits);
  const stray =
    deviation === null
      ? ''
      : deviation < 0.001
        ? say('exactlyWhereItWasDrawn')
        : say('atMostMmFromWhat', { deviation: decimal(deviation, 3) });
  const others = left ? ` ${say('onePartHasNoOutline', { left })}` : '';
  notify('done', say('points', { points: points.toLocaleString(region()), stray, others }));
}

import type { Design } from '@brelm/core/design';
import { store } from '../store';
import { notify } from '../ui';
import { outlinesOf, splitOf } from '../workers/outline-client';
import { reasonOf } from '../workers/hand';
import type { Editing } from './use-edit';

const WHY = {
  one: 'It is one piece already: there is nothing to set apart.',
  many: 'More than 400 pieces would come of it. Choose fewer parts, or simpler ones.',
  nothing: 'Pictures have no outline: only words, figures, shapes and lines come apart.',
} as const;

/** The answer, where the parts are still what they were when it was asked for. */
async function answered<T>(design: Design, ids: readonly string[], ask: Promise<T>): Promise<T | null> {
  try {
    const answer = await ask;
    const now = store.getState().editor.design?.parts;
    const same = design.parts.every((p) => !ids.includes(p.id) || now?.includes(p));
    if (same) return answer;
    notify('done', 'They were changed meanwhile, so nothing was done. Try again.');
  } catch (reason) {
    notify('fault', `That did not work: ${reasonOf(reason)}. Try again.`);
  }
  return null;
}

/** Sets chosen parts into their pieces, and says how many they are, or why not. */
export async function setApart(edit: Editing, design: Design, ids: readonly string[]): Promise<void> {
  const split = await answered(design, ids, splitOf(design, ids));
  if (!split) return;
  if (split.why) return void notify('done', WHY[split.why]);
  edit.make('Set into pieces', split.edits, { select: split.select });
  notify('done', `${split.pieces} pieces, in a bundle.`);
}

/** Makes outlines of chosen parts, and says how far they stray from what was drawn. */
export async function makeOutlines(edit: Editing, design: Design, ids: readonly string[]): Promise<void> {
  const made = await answered(design, ids, outlinesOf(design, ids));
  if (!made) return;
  const { edits, points, deviation, left } = made;
  if (edits.length === 0) return void notify('done', WHY.nothing);
  edit.make('To outlines', edits);
  const stray =
    deviation === null
      ? ''
      : deviation < 0.001
        ? ', exactly where it was drawn'
        : `, at most ${deviation.toFixed(3)} mm from what was drawn`;
  const others = left ? ` ${left === 1 ? 'One part has' : `${left} parts have`} no outline, and stayed.` : '';
  notify('done', `${points.toLocaleString('en-GB')} points${stray}.${others}`);
}

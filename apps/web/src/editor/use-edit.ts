import { useMemo } from 'react';
import { applyEdits, knownFaceEdits, leftWithoutWindow, type Design, type Edit } from '@brelm/core/design';
import { partTitle, type Part } from '@brelm/core/parts';
import { store, useAppDispatch } from '../store';
import { api } from '../store/api';
import { edited, stepEnded, undone } from '../store/editor';
import { notify, onStepEnd } from '../ui';
import { say } from '../words/editor';

// What is typed or pulled in a field is one step until it is left.
onStepEnd(() => store.dispatch(stepEnded()));

export interface Editing {
  /** Makes edits as one step that can be undone; steps of the same gesture join. */
  make(label: string, edits: Edit[], options?: { gesture?: string; select?: string[] }): void;
  part(id: string, label: string, change: Partial<Part>, gesture?: string): void;
  remove(ids: readonly string[]): void;
  backdrop(id: string): void;
  garments(ids: string[]): void;
}

/** What becomes of parts whose window is removed, as it is said; null where there are none. */
function losesWindow(design: Design, removed: readonly string[]): string | null {
  const left = leftWithoutWindow(design, removed);
  if (left.length === 0) return null;
  const names = left.slice(0, 3).map((p) => `“${partTitle(p)}”`);
  const more = left.length > 3 ? ` ${say('andMore', { left: left.length - 3 })}` : '';
  const show = left.length === 1 ? 'shows' : 'show';
  return say('showedInsideWhatWasRemoved', { names: names.join(', '), more, show });
}

const SETS_WORDS: ReadonlySet<Edit['op']> = new Set(['addPart', 'updatePart', 'replacePart', 'replace']);

/** Edits with what the shop knows of the seller's own typefaces, where the design is set in them from now on. */
function withKnownFaces(edits: Edit[]): Edit[] {
  const state = store.getState();
  const { design } = state.editor;
  const own =
    api.endpoints.typefaces
      .select()(state)
      .data?.filter((t) => t.facts) ?? [];
  if (!design || own.length === 0 || !edits.some((e) => SETS_WORDS.has(e.op))) return edits;
  const known = own.map(({ id, name, licence }) => ({ id, name, licence }));
  return [...edits, ...knownFaceEdits(applyEdits(design, edits), known)];
}

/** Changes to the open design. */
export function useEdit(): Editing {
  const dispatch = useAppDispatch();
  return useMemo(() => {
    const make: Editing['make'] = (label, edits, options = {}) => {
      if (edits.length) dispatch(edited({ edits: withKnownFaces(edits), label, ...options }));
    };
    return {
      make,
      part: (id, label, change, gesture) =>
        make(label, [{ op: 'updatePart', part: id, change }], { gesture }),
      remove: (ids) => {
        const { design } = store.getState().editor;
        const left = design && losesWindow(design, ids);
        if (ids.length)
          make(ids.length === 1 ? say('removeAPart') : say('removeParts', { ids: ids.length }), [
            { op: 'removeParts', parts: [...ids] },
          ]);
        if (left) notify('done', left, { label: say('undo'), run: () => dispatch(undone()) });
      },
      backdrop: (id) => make(say('changeTheGarment'), [{ op: 'setBackdrop', garment: id }]),
      garments: (ids) => make(say('chooseGarments'), [{ op: 'setGarments', garments: ids }]),
    };
  }, [dispatch]);
}

let gestures = 0;
/** A name for a new gesture. */
export const newGesture = (what: string): string => `${what} ${++gestures}`;

import { useMemo } from 'react';
import type { Edit } from '@brelm/core/design';
import type { Part } from '@brelm/core/parts';
import { useAppDispatch } from '../store';
import { edited } from '../store/editor';

export interface Editing {
  /** Makes edits as one step that can be undone; steps of the same gesture join. */
  make(label: string, edits: Edit[], options?: { gesture?: string; select?: string[] }): void;
  part(id: string, label: string, change: Partial<Part>, gesture?: string): void;
  remove(ids: readonly string[]): void;
  backdrop(id: string): void;
  garments(ids: string[]): void;
}

/** Changes to the open design. */
export function useEdit(): Editing {
  const dispatch = useAppDispatch();
  return useMemo(() => {
    const make: Editing['make'] = (label, edits, options = {}) => {
      if (edits.length) dispatch(edited({ edits, label, ...options }));
    };
    return {
      make,
      part: (id, label, change, gesture) =>
        make(label, [{ op: 'updatePart', part: id, change }], { gesture }),
      remove: (ids) => {
        if (ids.length)
          make(ids.length === 1 ? 'Remove a part' : `Remove ${ids.length} parts`, [
            { op: 'removeParts', parts: [...ids] },
          ]);
      },
      backdrop: (id) => make('Change the garment', [{ op: 'setBackdrop', garment: id }]),
      garments: (ids) => make('Choose garments', [{ op: 'setGarments', garments: ids }]),
    };
  }, [dispatch]);
}

let gestures = 0;
/** A name for a new gesture. */
export const newGesture = (what: string): string => `${what} ${++gestures}`;

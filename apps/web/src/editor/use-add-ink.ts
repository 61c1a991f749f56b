import { useCallback } from 'react';
import { plainName } from '@brelm/core/colour';
import { freeInkName, freshId } from '@brelm/core/design';
import { store } from '../store';
import { notify } from '../ui';
import { useEdit } from './use-edit';
import { say } from '../words/editor';

/** Adds a colour as an ink, unless the design has one of that value; says what it did. */
export function useAddInk(): (value: string, label: string) => void {
  const edit = useEdit();
  return useCallback(
    (value, label) => {
      const { design } = store.getState().editor;
      if (!design) return;
      const known = design.inks.find((i) => i.value === value);
      if (known) {
        notify('done', say('hasThatColourAlready', { name: known.name }));
        return;
      }
      const id = freshId(
        'ink',
        design.inks.map((i) => i.id),
      );
      const name = freeInkName(design, { id, name: plainName(value) });
      edit.make(label, [{ op: 'addInk', ink: { id, name, value } }]);
      notify('done', say('isAnInkNow', { name, value }));
    },
    [edit],
  );
}

import type { Licence } from '@brelm/core/rights';
import { store } from '../store';
import { api } from '../store/api';
import { askBelow } from '../ui';
import type { Editing } from './use-edit';
import { whoseEdits } from './whose-edits';

/** What was just brought in, and of which nobody has said whose it is. */
export interface Unsaid {
  title: string;
  sha256: string;
  /** The part that was made of it, where it was put into a design. */
  part?: string;
}

const ANSWERS: readonly { label: string; licence: Licence }[] = [
  { label: 'My own', licence: { id: 'own' } },
  { label: 'Bought for goods', licence: { id: 'bought' } },
  { label: 'Permitted', licence: { id: 'permitted' } },
];

/**
 * Asks whose pictures and drawings are that were just brought in: one press for all, and it can be put off; until it is said, the
 * proof and the listings tell it. What is said is known when the same file is brought in again.
 */
export function askWhose(unsaid: readonly Unsaid[], edit: Editing | null): void {
  if (unsaid.length === 0) return;
  const what = unsaid.length === 1 ? `“${unsaid[0].title}”` : `these ${unsaid.length} files`;
  const say = (licence: Licence) => () => {
    const design = edit && store.getState().editor.design;
    const parts = unsaid.flatMap((u) => u.part ?? []);
    // What is in no part is drawn over, if it is in the design at all.
    const over = unsaid.filter((u) => !u.part).map((u) => u.sha256);
    const edits = design ? whoseEdits(design, parts, licence, over) : [];
    if (edits.length) edit!.make(`Say whose ${what} ${unsaid.length === 1 ? 'is' : 'are'}`, edits);
    for (const { sha256 } of unsaid)
      void store.dispatch(api.endpoints.sayLicence.initiate({ sha256, licence }));
  };
  askBelow(
    `Whose ${unsaid.length === 1 ? 'is' : 'are'} ${what}?`,
    ANSWERS.map(({ label, licence }) => ({ label, run: say(licence) })),
  );
}

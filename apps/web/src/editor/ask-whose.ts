import { typefaceKey } from '@brelm/core/listing';
import type { Licence } from '@brelm/core/rights';
import { store } from '../store';
import { api, reasonOf } from '../store/api';
import { askBelow, notify } from '../ui';
import type { Editing } from './use-edit';
import { whoseEdits } from './whose-edits';
import { say } from '../words/editor';

/** What was just brought in, and of which nobody has said whose it is. */
export type Unsaid = { title: string } & (
  | {
      sha256: string;
      /** The part that was made of it, where it was put into a design. */
      part?: string;
    }
  /** A typeface, by its id. */
  | { face: string }
);

/** Keeps in the shop what was said of a material of it. */
export function rememberWhose(of: { sha256: string } | { face: string }, licence: Licence): void {
  const { sayFaceLicence, sayLicence } = api.endpoints;
  const said =
    'face' in of
      ? store.dispatch(sayFaceLicence.initiate({ id: of.face, licence })).unwrap()
      : store.dispatch(sayLicence.initiate({ sha256: of.sha256, licence })).unwrap();
  said.catch((error: unknown) => notify('fault', say('whoseItIsWasNot', { reason: reasonOf(error) })));
}

const ANSWERS: readonly { label: string; licence: Licence }[] = [
  { label: say('myOwn'), licence: { id: 'own' } },
  { label: say('boughtForGoods'), licence: { id: 'bought' } },
  { label: say('permitted'), licence: { id: 'permitted' } },
];

/**
 * Asks whose pictures, drawings and typefaces are that were just brought in: one press for all, and it can be put off; until
 * it is said, the proof and the listings tell it. What is said is known when the same file is brought in again.
 */
export function askWhose(unsaid: readonly Unsaid[], edit: Editing | null): void {
  if (unsaid.length === 0) return;
  const what = unsaid.length === 1 ? `“${unsaid[0].title}”` : say('theseFiles', { unsaid: unsaid.length });
  const answer = (licence: Licence) => () => {
    const design = edit && store.getState().editor.design;
    const parts = unsaid.flatMap((u) => ('part' in u && u.part ? [u.part] : []));
    // A picture that is in no part is drawn over, if it is in the design at all.
    const others = unsaid.flatMap((u) => {
      if ('face' in u) return [{ key: typefaceKey(u.face), title: u.title }];
      return u.part ? [] : [{ key: `picture ${u.sha256}` }];
    });
    const edits = design ? whoseEdits(design, parts, licence, others) : [];
    if (edits.length) edit!.make(say('sayWhoseIs', { what, unsaid: unsaid.length }), edits);
    for (const one of unsaid) rememberWhose(one, licence);
  };
  askBelow(
    say('whoseIs', { unsaid: unsaid.length, what }),
    ANSWERS.map(({ label, licence }) => ({ label, run: answer(licence) })),
  );
}

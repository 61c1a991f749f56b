import { useState } from 'react';
import { VersionFigure } from '../design';
import type { KeptDraft } from '../store/drafts';
import { Button } from '../ui';
import type { Opening } from './open-design';
import { format } from '../words/dates';
import { say } from '../words/editor';

/** What several tabs left behind of one design, side by side: one goes on, the others become versions. */
export function LeftBehind({
  opening: { stored, reached, drafts },
  onChosen,
}: {
  opening: Opening;
  /** Null for what is saved. */
  onChosen: (draft: KeptDraft | null) => Promise<void>;
}) {
  const [busy, setBusy] = useState(false);
  const choose = (draft: KeptDraft | null) => {
    setBusy(true);
    void onChosen(draft).finally(() => setBusy(false));
  };
  return (
    <main className="mx-auto mt-10 max-w-5xl p-6">
      <h1 className="text-2xl">
        {say('wasLeftUnsavedMoreThan', { name: stored.document.name || say('untitled') })}
      </h1>
      <p className="mt-2 mb-5 max-w-2xl text-muted">{say('tabsWereClosedBeforeThe')}</p>
      <ul className="flex flex-wrap gap-6">
        {reached && (
          <li>
            <VersionFigure
              design={stored.document}
              title={say('savedRevision', { revision: stored.revision })}
            />
            <Button className="mt-2 w-full" disabled={busy} onClick={() => choose(null)}>
              {say('goOnWithWhatIs')}
            </Button>
          </li>
        )}
        {drafts.map((draft, i) => {
          const when = format(draft.at, 'd MMM, HH:mm:ss');
          return (
            <li key={draft.key}>
              <VersionFigure
                design={draft.design}
                title={`${when}${draft.revision === stored.revision ? '' : say('onRevision', { revision: draft.revision })}`}
              />
              <Button
                className="mt-2 w-full"
                tone={i === 0 ? 'main' : undefined}
                disabled={busy}
                onClick={() => choose(draft)}
              >
                {say('goOnWithThisOne')}
              </Button>
            </li>
          );
        })}
      </ul>
    </main>
  );
}

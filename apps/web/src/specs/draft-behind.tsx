import type { Spec } from '@brelm/core/spec';
import type { StoredSpec } from '@brelm/contract';
import { Differences } from './differences';
import { say } from '../words/specs';

/** The product was changed elsewhere while it was being changed here: both are there, nothing is decided. */
export function DraftBehind({ now, mine }: { now: StoredSpec; mine: Spec }) {
  return (
    <div role="alert" className="border-b border-line bg-card px-5 py-2 text-[13px]">
      <p>{say('itWasChangedElsewhereSince', { revision: now.revision })}</p>
      <Differences before={now.document} after={mine} same={say('bothSayTheSameOf')} />
    </div>
  );
}

import type { Spec } from '@brelm/core/spec';
import type { StoredSpec } from '@brelm/contract';
import { Differences } from './differences';
import { say } from '../words/specs';

/** The product was changed elsewhere while it was being changed here: both are there, nothing is decided. */
export function DraftBehind({ now, mine }: { now: StoredSpec; mine: Spec }) {
  return (
    <div role="alert" className="border-b border-line bg-card px-5 py-2 text-[13px]">
      <p>
        It was changed elsewhere since your changes began, and is at state {now.revision} now. Yours are kept:
        save them over it (what it says now stays among the earlier states), or discard them. From what it
        says now to yours:
      </p>
      <Differences before={now.document} after={mine} same={say('bothSayTheSameOf')} />
    </div>
  );
}

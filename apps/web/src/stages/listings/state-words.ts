import type { ListingView, SendingLine } from '@brelm/contract';
import type { Severity } from '@brelm/core/proof';
import { say } from '../../words/listings';

export interface StateWords {
  words: string;
  mark: Severity | 'fine' | null;
  /** More of it, where there is more to say. */
  more?: string;
}

const STEPS: Readonly<Record<string, string>> = {
  waiting: say('waitingItsTurn'),
  files: say('makingFiles'),
  asking: say('lookingItUp'),
  sending: say('sending'),
  noting: say('noting'),
};

const HEARD: Readonly<Record<string, StateWords>> = {
  'in review': { words: say('inReview'), mark: null },
  accepted: { words: say('accepted'), mark: 'fine' },
  refused: { words: say('refused'), mark: 'stop' },
  'needs changes': { words: say('needsChanges'), mark: 'stop' },
  'taken down': { words: say('takenDown'), mark: null },
  'taken off': { words: say('takenOffByTheMarketplace'), mark: 'stop' },
};

/** How the sending of a listing goes, or that it did not. */
export function lineWords({ state, step, attempts, reason }: SendingLine): StateWords {
  const more = reason ? { more: reason } : {};
  if (state === 'failed' || state === 'cancelled') return { words: say('notSent'), mark: 'stop', ...more };
  const waits = state === 'queued' && attempts > 0;
  return {
    words: waits ? say('triedTimeTryingAgain', { attempts }) : (STEPS[step] ?? step),
    mark: waits ? 'watch' : null,
    ...more,
  };
}

/** How a listing stands, in few words. */
export function stateWords(listing: ListingView | null): StateWords {
  if (!listing) return { words: say('notListed'), mark: null };
  const { line, state, remote, behind, changedThere } = listing;
  if (line && (line.state === 'queued' || line.state === 'working')) return lineWords(line);
  if (changedThere)
    return {
      words: say('changedThere'),
      mark: 'watch',
      more: say('itWasChangedOnThe'),
    };
  if (line?.state === 'failed') return lineWords(line);
  if (state === 'by-hand') return { words: say('listedByHand'), mark: 'fine' };
  if (state === 'down') return { words: say('takenDown'), mark: null };
  if (state === 'new') return { words: say('notListed'), mark: null };
  const heard = (remote && HEARD[remote.state]) ?? { words: remote?.state ?? 'sent', mark: null };
  if (heard.mark === 'stop') return { ...heard, more: remote!.reasons.map((r) => r.message).join(' ') };
  return behind.length
    ? {
        words: say('behind', { words: heard.words }),
        mark: 'watch',
        more: say('itsChangedSinceItWas', { behind: behind.join(' and ') }),
      }
    : heard;
}

/** Whether something is being done with it. */
export const isOpen = (listing: ListingView | null): boolean =>
  listing?.line?.state === 'queued' || listing?.line?.state === 'working';

/** Whether it stands on its marketplace as far as is known. */
export const isUp = (listing: ListingView | null): boolean => listing?.state === 'sent';

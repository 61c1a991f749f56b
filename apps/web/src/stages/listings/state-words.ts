import type { ListingView, SendingLine } from '@brelm/contract';
import type { Severity } from '@brelm/core/proof';

export interface StateWords {
  words: string;
  mark: Severity | 'fine' | null;
  /** More of it, where there is more to say. */
  more?: string;
}

const STEPS: Readonly<Record<string, string>> = {
  waiting: 'waiting its turn',
  files: 'making files',
  asking: 'looking it up',
  sending: 'sending',
  noting: 'noting',
};

const HEARD: Readonly<Record<string, StateWords>> = {
  'in review': { words: 'in review', mark: null },
  accepted: { words: 'accepted', mark: 'fine' },
  refused: { words: 'refused', mark: 'stop' },
  'needs changes': { words: 'needs changes', mark: 'stop' },
  'taken down': { words: 'taken down', mark: null },
  'taken off': { words: 'taken off by the marketplace', mark: 'stop' },
};

/** How the sending of a listing goes, or that it did not. */
export function lineWords({ state, step, attempts, reason }: SendingLine): StateWords {
  const more = reason ? { more: reason } : {};
  if (state === 'failed' || state === 'cancelled') return { words: 'not sent', mark: 'stop', ...more };
  const waits = state === 'queued' && attempts > 0;
  return {
    words: waits
      ? `tried ${attempts} ${attempts === 1 ? 'time' : 'times'}, trying again`
      : (STEPS[step] ?? step),
    mark: waits ? 'watch' : null,
    ...more,
  };
}

/** How a listing stands, in few words. */
export function stateWords(listing: ListingView | null): StateWords {
  if (!listing) return { words: 'not listed', mark: null };
  const { line, state, remote, behind, changedThere } = listing;
  if (line && (line.state === 'queued' || line.state === 'working')) return lineWords(line);
  if (changedThere)
    return {
      words: 'changed there',
      mark: 'watch',
      more: 'It was changed on the marketplace since it was sent.',
    };
  if (line?.state === 'failed') return lineWords(line);
  if (state === 'by-hand') return { words: 'listed by hand', mark: 'fine' };
  if (state === 'down') return { words: 'taken down', mark: null };
  if (state === 'new') return { words: 'not listed', mark: null };
  const heard = (remote && HEARD[remote.state]) ?? { words: remote?.state ?? 'sent', mark: null };
  if (heard.mark === 'stop') return { ...heard, more: remote!.reasons.map((r) => r.message).join(' ') };
  return behind.length
    ? {
        words: `${heard.words}, behind`,
        mark: 'watch',
        more: `Its ${behind.join(' and ')} changed since it was sent.`,
      }
    : heard;
}

/** Whether something is being done with it. */
export const isOpen = (listing: ListingView | null): boolean =>
  listing?.line?.state === 'queued' || listing?.line?.state === 'working';

/** Whether it stands on its marketplace as far as is known. */
export const isUp = (listing: ListingView | null): boolean => listing?.state === 'sent';

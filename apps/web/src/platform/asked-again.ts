import { apiAt } from './address';

/** So long after, ms, what could not be answered just now is asked again: a server that starts anew is back by then. */
const AFTER = [400, 1200, 2400];
/** What a server says, or the one before it, that is away for a moment. */
const PASSING = [502, 503, 504];

/** Whether something is asked again, which was answered so at its `attempt`th time (from 1); null: it was not answered. */
export const isAskedAgain = (status: number | null, attempt: number): boolean =>
  attempt <= AFTER.length && (status === null || PASSING.includes(status));

/** Waits before what was asked `attempt` times is asked once more: true. Rejects on the signal. */
export const beforeNext = (attempt: number, signal?: AbortSignal | null): Promise<true> =>
  new Promise((done, fail) => {
    const giveUp = () => {
      clearTimeout(timer);
      fail(signal!.reason as Error);
    };
    const timer = setTimeout(
      () => {
        signal?.removeEventListener('abort', giveUp);
        done(true);
      },
      AFTER[attempt - 1],
    );
    signal?.addEventListener('abort', giveUp, { once: true });
  });

/**
 * Reads from the open shop's API, as `fetch` does; what nobody can answer just now is asked again a few times. For what
 * changes nothing alone: of a change that was not answered, nobody knows whether it was made.
 */
export async function readAt(path: string, init?: RequestInit): Promise<Response> {
  for (let attempt = 1; ; attempt++) {
    init?.signal?.throwIfAborted();
    const answer = await fetch(apiAt(path), init).catch((error: unknown) => {
      if (init?.signal?.aborted || !isAskedAgain(null, attempt)) throw error;
      return null;
    });
    if (answer && !isAskedAgain(answer.status, attempt)) return answer;
    await beforeNext(attempt, init?.signal);
  }
}

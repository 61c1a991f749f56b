import PQueue from 'p-queue';
import { readAt } from './asked-again';
import { say } from '../words/platform';

/**
 * Requests that the server computes for long go a few at a time: a browser has six connections to one
 * server, and whatever else the seller does needs one, too.
 */
const waiting = new PQueue({ concurrency: 3 });

/** What a request was answered with, as the server says it. */
interface Refusal {
  message?: string;
}

/**
 * Asks for something that takes the server long, in its turn. One that is no longer wanted is not asked for
 * at all, or given up, which the server notices.
 *
 * @throws Error in words for the seller; the signal's reason where it was aborted
 */
export function askSlowly<T>(
  path: string,
  { signal, body, read }: { signal: AbortSignal; body?: unknown; read: (response: Response) => Promise<T> },
): Promise<T> {
  return waiting.add(
    async () => {
      signal.throwIfAborted();
      const response = await readAt(path, {
        signal,
        ...(body !== undefined && {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify(body),
        }),
      }).catch((error: unknown) => {
        throw signal.aborted ? error : new Error(say('theServerDoesNotAnswer'));
      });
      if (response.ok) return read(response);
      const { message } = (await response.json().catch(() => ({}))) as Refusal;
      throw new Error(message ?? say('theServerRefusesThis', { status: response.status }));
    },
    { signal },
  );
}

import { useEffect, useState } from 'react';
import { NotWanted } from '../../../workers/hand';

export type Asked<T> = 'working' | { made: T } | { fault: string };

/**
 * What is made of a request, anew as it changes. What came of one request never stands for another, not for a frame: nobody can
 * take what was made with other settings than are shown. `last` is what came last, of whichever.
 */
export function useAsked<R, T>(
  request: R | null,
  ask: (request: R, signal: AbortSignal) => Promise<T>,
): { state: Asked<T>; last: T | null; again: () => void } {
  const [come, setCome] = useState<{ of: R; state: Exclude<Asked<T>, 'working'> }>();
  const [last, setLast] = useState<T | null>(null);
  const [attempt, setAttempt] = useState(0);
  useEffect(() => {
    if (!request) return;
    const abort = new AbortController();
    setCome(undefined);
    ask(request, abort.signal).then(
      (made) => {
        setLast(made);
        setCome({ of: request, state: { made } });
      },
      (reason: Error) =>
        reason instanceof NotWanted || setCome({ of: request, state: { fault: reason.message } }),
    );
    return () => abort.abort();
  }, [request, ask, attempt]);
  return {
    state: come && come.of === request ? come.state : 'working',
    last,
    again: () => setAttempt((n) => n + 1),
  };
}

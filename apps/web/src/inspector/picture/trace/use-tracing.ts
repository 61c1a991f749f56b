import { useEffect, useMemo, useState } from 'react';
import { useSettled } from '../../../ui/use-settled';
import { NotWanted } from '../../../workers/hand';
import type { TracedPicture } from '../../../workers/trace-client';

export type Asked<T> = 'working' | { made: T } | { fault: string };

/**
 * What is made of a request, anew as it changes. What came of one request never stands for another, not for a frame: nobody can
 * take what was made with other settings than are shown. `last` is what came last, of whichever.
 */
function useAsked<R, T>(
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

/**
 * What tracing a picture makes with some settings, once those are left alone for a moment. `shown` is what was made last, be it with
 * others; `done` says that it is with these.
 */
export function useTracing<S, T>(
  picture: TracedPicture | null,
  settings: S,
  trace: (request: TracedPicture & { settings: S }, signal: AbortSignal) => Promise<T>,
): { state: Asked<T>; shown: T | null; done: boolean; again: () => void } {
  const settled = useSettled(settings);
  const request = useMemo(() => picture && { ...picture, settings: settled }, [picture, settled]);
  const { state: come, last, again } = useAsked(request, trace);
  const state = settled === settings ? come : 'working';
  const made = state !== 'working' && 'made' in state ? state.made : null;
  return { state, shown: made ?? last, done: made !== null, again };
}

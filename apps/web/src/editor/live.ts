import { useEffect, useRef, useState } from 'react';
import type { Edit } from '@brelm/core/design';

/**
 * Edits of a gesture that is still going on. They go past the store, straight to what must follow
 * at once (board, garments, verdicts, the open part's numbers); the store gets them when it ends.
 */
let edits: readonly Edit[] | null = null;
const listeners = new Set<() => void>();

export function setLive(next: readonly Edit[] | null): void {
  edits = next;
  for (const listener of listeners) listener();
}

export const liveEdits = (): readonly Edit[] | null => edits;

export const onLive = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** The live edits, at most once in `ms`; the last ones always arrive, and their end at once. */
export function useLive(ms: number): readonly Edit[] | null {
  const [shown, setShown] = useState(edits);
  const last = useRef(0);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const show = () => {
      timer = undefined;
      last.current = performance.now();
      setShown(edits);
    };
    const stop = onLive(() => {
      if (edits === null) {
        clearTimeout(timer);
        show();
      } else timer ??= setTimeout(show, Math.max(0, last.current + ms - performance.now()));
    });
    return () => {
      stop();
      clearTimeout(timer);
    };
  }, [ms]);
  return shown;
}

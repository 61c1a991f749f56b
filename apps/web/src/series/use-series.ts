import { useCallback, useEffect, useRef, useState } from 'react';
import { documentOf, readDesign, type Design } from '@brelm/core/design';
import { readSeries, type Series } from '@brelm/core/series';
import { useKept, type KeptKind } from '../store/use-kept';
import { apiAt } from '../platform/address';
import { readAt } from '../platform/asked-again';
import { say } from '../words/series';

const SERIES: KeptKind<Series> = {
  ...{ path: 'series', noun: 'series', read: readSeries },
  // Designs follow the one that they were made of.
  copy: (series) => ({
    ...series,
    name: say('mine', { name: series.name }).slice(0, 300),
    rows: series.rows.map((r) => ({ ...r, design: null })),
  }),
};

/** A series that is open; see useKept. */
export function useSeries(id: string) {
  const { now, ...kept } = useKept(SERIES, id);
  return { series: now, ...kept };
}

export type LayoutState = { layout: Design; revision: number } | { fault: string; gone: boolean } | null;

/**
 * The design that is a series' layout, looked at anew whenever this window is come back to, since it may have been changed
 * meanwhile; the same object for as long as it is the same.
 */
export function useLayout(id: string | null): { state: LayoutState; look: () => void } {
  const [state, setState] = useState<LayoutState>(null);
  const [looked, setLooked] = useState(0);
  const known = useRef<{ id: string; text: string } | null>(null);
  useEffect(() => {
    const look = () => document.visibilityState === 'visible' && setLooked((n) => n + 1);
    document.addEventListener('visibilitychange', look);
    window.addEventListener('focus', look);
    return () => {
      document.removeEventListener('visibilitychange', look);
      window.removeEventListener('focus', look);
    };
  }, []);
  useEffect(() => {
    if (id === null) return;
    const abort = new AbortController();
    readAt(`designs/${encodeURIComponent(id)}`, { signal: abort.signal })
      .then(async (response) => {
        if (!response.ok)
          return setState({
            gone: response.status === 404 || response.status === 400,
            fault: say('theDesignThatIsIts'),
          });
        const { document, revision } = (await response.json()) as { document: unknown; revision: number };
        const text = JSON.stringify(document);
        if (known.current?.id === id && known.current.text === text)
          return setState((now) => (now && 'layout' in now ? { ...now, revision } : now));
        known.current = { id, text };
        setState({ layout: readDesign(document), revision });
      })
      .catch(
        () =>
          abort.signal.aborted ||
          setState((now) => now ?? { fault: say('theServerDoesNotAnswer'), gone: false }),
      );
    return () => abort.abort();
  }, [id, looked]);
  const look = useCallback(() => setLooked((n) => n + 1), []);
  return { state, look };
}

/**
 * Keeps a layout that was changed here, if it is still at the revision that it was; what it was before stays among its
 * versions. Answers its new revision. Throws an Error that says why not.
 */
export async function keepLayout(id: string, revision: number, layout: Design): Promise<number> {
  const response = await fetch(apiAt(`designs/${encodeURIComponent(id)}`), {
    method: 'PUT',
    body: JSON.stringify({ revision, document: documentOf(layout), keepReplaced: true }),
    headers: { 'Content-Type': 'application/json' },
  });
  const answer = (await response.json()) as { revision: number; message?: string };
  if (response.status === 409) throw new Error(say('theLayoutWasChangedElsewhere'));
  if (!response.ok) throw new Error(answer.message ?? say('theLayoutCouldNotBe'));
  return answer.revision;
}

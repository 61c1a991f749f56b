import { useCallback, useEffect, useRef, useState } from 'react';
import type { Licence } from '@brelm/core/rights';
import type { SvgArt } from '@brelm/core/svg';
import { readAt } from '../platform/asked-again';
import { say } from '../words/stack';

/** A figure of the library as it is found. */
export interface FoundMotif {
  id: string;
  name: string;
  set: string;
  style: string;
  licence: Licence;
}

const PAGE = 60;

interface Page {
  total: number;
  entries: FoundMotif[];
}

async function ask(phrase: string, topic: string, from: number, signal?: AbortSignal): Promise<Page> {
  const asked = new URLSearchParams({ q: phrase, from: String(from), count: String(PAGE) });
  if (topic) asked.set('topic', topic);
  const response = await readAt(`motifs?${asked}`, { signal });
  if (!response.ok) throw new Error(say('theFiguresCouldNotBe', { status: response.status }));
  return (await response.json()) as Page;
}

/** Figures for a phrase, or of a topic ('' for any), page by page; a new phrase drops what is on its way for the old one. */
export function useMotifs(phrase: string, topic = '') {
  const [found, setFound] = useState<(Page & { phrase: string; topic: string }) | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const loading = useRef(false);
  const asked = phrase.trim();

  useEffect(() => {
    if (!asked && !topic) return;
    const abort = new AbortController();
    loading.current = true;
    ask(asked, topic, 0, abort.signal).then(
      (page) => {
        setFault(null);
        setFound({ ...page, phrase: asked, topic });
        loading.current = false;
      },
      (error: Error) => {
        if (error.name !== 'AbortError') setFault(error.message);
      },
    );
    return () => abort.abort();
  }, [asked, topic]);

  const more = useCallback(() => {
    if (!found || loading.current || found.entries.length >= found.total) return;
    loading.current = true;
    ask(found.phrase, found.topic, found.entries.length)
      .then((page) =>
        setFound((now) =>
          now?.phrase === found.phrase && now.topic === found.topic
            ? { ...now, entries: [...now.entries, ...page.entries] }
            : now,
        ),
      )
      .catch(() => undefined)
      .finally(() => {
        loading.current = false;
      });
  }, [found]);

  const wanted = asked !== '' || topic !== '';
  return { found: wanted ? found : null, fault: wanted ? fault : null, more };
}

/** A figure's outlines; one of a single colour comes in `colour` (#rrggbb). */
export async function fetchMotif(id: string, colour: string): Promise<FoundMotif & { art: SvgArt }> {
  const response = await readAt(`motifs/${id}?colour=${colour.slice(1)}`);
  if (!response.ok) throw new Error(say('theFigureCouldNotBe', { status: response.status }));
  return (await response.json()) as FoundMotif & { art: SvgArt };
}

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { shallowEqual } from 'react-redux';
import type { ShelfAsked, ShelfEntry, ShelfPage } from '@brelm/contract';
import { useAppDispatch, useAppSelector } from '../store';
import { SHELF_PAGE, shelfPage } from '../store/shelf-api';

export interface Shown {
  /** The first page, or of what was asked before until it comes; null while there is nothing yet. */
  first: ShelfPage | null;
  /** Nothing has come of what is asked now. */
  waiting: boolean;
  error: unknown;
  /** The design of a row, from 0; null while its page has not come. */
  at: (row: number) => ShelfEntry | null;
  /** Says which rows are in sight, so that their pages come. */
  see: (from: number, to: number) => void;
  tryAgain: () => void;
}

/** Designs of the shelf by their rows: pages come as they are seen, from wherever the list is scrolled to. */
export function useShelf(asked: ShelfAsked): Shown {
  const dispatch = useAppDispatch();
  const key = JSON.stringify(asked);
  const [seen, setSeen] = useState<{ key: string; pages: readonly number[] }>({ key, pages: [0] });
  const pages = useMemo(() => (seen.key === key ? seen.pages : [0]), [seen, key]);
  const [tries, setTries] = useState(0);
  // What is asked anew is read anew: coming back to the shelf shows what has changed meanwhile.
  useEffect(() => {
    const first = { asked: JSON.parse(key) as ShelfAsked, page: 0 };
    const subscribed = dispatch(shelfPage.initiate(first, { forceRefetch: true }));
    return () => subscribed.unsubscribe();
  }, [dispatch, key, tries]);
  useEffect(() => {
    const own = JSON.parse(key) as ShelfAsked;
    const subscribed = pages
      .filter((page) => page > 0)
      .map((page) => dispatch(shelfPage.initiate({ asked: own, page })));
    return () => subscribed.forEach((s) => s.unsubscribe());
  }, [dispatch, key, pages]);
  const selectors = useMemo(() => {
    const own = JSON.parse(key) as ShelfAsked;
    return pages.map((page) => shelfPage.select({ asked: own, page }));
  }, [key, pages]);
  const found = useAppSelector((s) => selectors.map((of) => of(s)), shallowEqual);
  const results = useMemo(() => new Map(pages.map((page, i) => [page, found[i]])), [pages, found]);
  const now = results.get(0)?.data ?? null;
  const before = useRef<{ first: ShelfPage; at: Shown['at'] } | null>(null);
  const at = useCallback(
    (row: number) => results.get(Math.floor(row / SHELF_PAGE))?.data?.designs[row % SHELF_PAGE] ?? null,
    [results],
  );
  useEffect(() => {
    if (now) before.current = { first: now, at };
  }, [now, at]);
  const see = useCallback(
    (from: number, to: number) => {
      const [a, b] = [Math.floor(from / SHELF_PAGE), Math.floor(to / SHELF_PAGE)];
      const wanted = [...new Set([0, ...Array.from({ length: b - a + 1 }, (_, i) => a + i)])];
      setSeen((had) =>
        had.key === key && had.pages.join() === wanted.join() ? had : { key, pages: wanted },
      );
    },
    [key],
  );
  const shown = now ? { first: now, at } : before.current;
  return {
    first: shown?.first ?? null,
    waiting: now === null,
    error: results.get(0)?.error ?? null,
    at: shown?.at ?? at,
    see,
    tryAgain: () => setTries((n) => n + 1),
  };
}

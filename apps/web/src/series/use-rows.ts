import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react';
import type { Design } from '@brelm/core/design';
import { colourwayFor } from '@brelm/core/placement';
import type { ProtectedWord } from '@brelm/core/listing';
import { wantedBy, type Series, type SeriesRow, type Trouble } from '@brelm/core/series';
import { useSettled } from '../ui/use-settled';
import {
  proofRow,
  seriesRow,
  seriesSizes,
  seriesWords,
  type ProofWish,
  type RowShown,
  type SeriesRequest,
} from '../workers/series-client';
import type { Wanted } from './use-wanted';
import { say } from '../words/series';

/** Rows that are looked at at once. */
const AT_ONCE = 2;
/** Pictures that are kept; of those that are not seen the oldest go. */
const KEPT = 240;
const NO_SIZES: Record<number, number> = {};

/** All that rows have in common; the same object for as long as it is the same. */
export type Base = Omit<SeriesRequest, 'figures' | 'pictures'>;

interface Known {
  base: Base;
  row: SeriesRow;
  /** What it names of figures and pictures, as far as that was found then. */
  found: string;
  width: number | null;
  shown: RowShown;
}

/** Sizes that rows have in common, worked out a moment after the last change. */
function useSizes(series: Series | null, layout: Design | null): Record<number, number> {
  const [sizes, setSizes] = useState(NO_SIZES);
  const settled = useSettled(series);
  const needed = settled?.places.some((p) => p.kind === 'words' && p.fit.same) ?? false;
  useEffect(() => {
    if (!needed || !settled || !layout) return setSizes(NO_SIZES);
    const abort = new AbortController();
    seriesSizes(layout, settled, abort.signal).then(
      (made) => setSizes((now) => (JSON.stringify(now) === JSON.stringify(made) ? now : made)),
      () => undefined,
    );
    return () => abort.abort();
  }, [needed, settled, layout]);
  return sizes;
}

const NO_DOUBTS: ReadonlyMap<string, Trouble[]> = new Map();

/** What is told of rows without laying them out (twins, names, doubtful words), a moment after the last change; by row. */
export function useDoubts(
  series: Series | null,
  layoutName: string,
  protectedWords: readonly ProtectedWord[],
): ReadonlyMap<string, Trouble[]> {
  const [doubts, setDoubts] = useState(NO_DOUBTS);
  const settled = useSettled(series);
  useEffect(() => {
    if (!settled) return;
    const abort = new AbortController();
    seriesWords(settled, { name: layoutName }, protectedWords, abort.signal).then(
      (told) => setDoubts(new Map(told)),
      () => undefined,
    );
    return () => abort.abort();
  }, [settled, layoutName, protectedWords]);
  return doubts;
}

/** What all rows of a series are made of. */
export function useBase(
  series: Series | null,
  layout: Design | null,
  ground: string,
  garment: string,
): Base | null {
  const sizes = useSizes(series, layout);
  const { columns, places, whole, name } = series ?? {};
  // Only figures have to stand out from the garment: nothing else changes with it.
  const behind = places?.some((p) => p.kind === 'figure') ? ground : '';
  const worn = layout && colourwayFor(layout, garment) !== layout.colourways[0]?.id ? garment : '';
  return useMemo(
    () =>
      layout && columns && places
        ? {
            ...{ layout, sizes, ground: behind, garment: worn },
            series: {
              ...{ format: 'brelm-series', version: 1, layout: '', rows: [], fileNames: '' },
              ...{ name: name ?? '', columns, places, whole: whole ?? true },
            },
          }
        : null,
    [layout, columns, places, whole, name, sizes, behind, worn],
  );
}

export interface Rows {
  shown(id: string): RowShown | null;
  troubles(id: string): readonly Trouble[];
  /** Whether what is shown of a row is of what it is now. */
  fresh(id: string): boolean;
  /** Rows that were looked at as they are now. */
  looked: number;
  /** Changes whenever something is known of a row. */
  version: number;
  /** Says which rows are seen, and how wide their pictures are. */
  see(ids: readonly string[], width: number): void;
}

/**
 * The rows of a series as they are looked at in workers: those that are seen first, with their pictures, then all others
 * for what is wrong with them. What has not changed is not looked at again.
 */
export function useRows(
  series: Series | null,
  base: Base | null,
  wanted: Wanted,
  doubts: ReadonlyMap<string, Trouble[]>,
  side: string | undefined,
): Rows {
  const known = useRef(new Map<string, Known>());
  const [version, bump] = useReducer((n: number) => n + 1, 0);
  const now = useRef({ series, base, wanted, side });
  now.current = { series, base, wanted, side };
  const seen = useRef<{ ids: readonly string[]; width: number }>({ ids: [], width: 160 });
  const byId = useMemo(() => new Map((series?.rows ?? []).map((r) => [r.id, r])), [series?.rows]);
  const rowsById = useRef(byId);
  rowsById.current = byId;
  const cursor = useRef(0);
  const inWork = useRef(new Set<string>());
  const due = useRef(false);
  const alive = useRef(true);

  const tell = useCallback(() => {
    if (due.current) return;
    due.current = true;
    requestAnimationFrame(() => {
      due.current = false;
      if (alive.current) bump();
    });
  }, []);

  /** What a row names, found or not: while that stays the same, so does its picture. */
  const foundOf = useCallback((row: SeriesRow): string => {
    const { series: all, wanted: has } = now.current;
    const wants = wantedBy(all!, [row]);
    const state = (map: ReadonlyMap<string, unknown>) => (w: string) =>
      `${w} ${map.has(w) ? (map.get(w) ? 'found' : 'none') : 'sought'}`;
    return [...wants.figures.map(state(has.figures)), ...wants.pictures.map(state(has.pictures))].join();
  }, []);

  const isFresh = useCallback(
    (row: SeriesRow, width: number | null): boolean => {
      const one = known.current.get(row.id);
      const { base: b } = now.current;
      return (
        one !== undefined &&
        one.base === b &&
        one.row === row &&
        (width === null || one.width === width) &&
        one.found === `${now.current.side} ${foundOf(row)}`
      );
    },
    [foundOf],
  );

  const next = useCallback((): { row: SeriesRow; width: number | null } | null => {
    const { ids, width } = seen.current;
    for (const id of ids) {
      const row = rowsById.current.get(id);
      if (row && !inWork.current.has(id) && !isFresh(row, width)) return { row, width };
    }
    const rows = now.current.series!.rows;
    while (cursor.current < rows.length) {
      const row = rows[cursor.current++];
      if (!inWork.current.has(row.id) && !isFresh(row, null)) return { row, width: null };
    }
    return null;
  }, [isFresh]);

  const pump = useCallback(() => {
    const go = () => {
      const { base: b, series: s } = now.current;
      if (!alive.current || !b || !s || inWork.current.size >= AT_ONCE) return;
      const one = next();
      if (!one) return;
      inWork.current.add(one.row.id);
      const { row, width } = one;
      const found = foundOf(row);
      const { wanted: has, side: open } = now.current;
      seriesRow({ ...b, ...has }, row, width, open)
        .then(
          (shown) => shown,
          (reason: unknown): RowShown => ({
            ...{ picture: null, name: '', gave: [], boxes: [] },
            troubles: [
              {
                severity: 'stop',
                kind: 'part',
                message: say('itCouldNotBeLaid', {
                  which: reason instanceof Error ? reason.message : String(reason),
                }),
              },
            ],
          }),
        )
        .then((shown) => {
          const before = known.current.get(row.id);
          // Without a picture of its own it shows the one that was there.
          const picture = shown.picture ?? before?.shown.picture ?? null;
          if (shown.picture && before?.shown.picture) before.shown.picture.close();
          known.current.delete(row.id);
          known.current.set(row.id, {
            ...{ base: b, row, found: `${open} ${found}` },
            width: shown.picture ? width : before?.base === b && before.row === row ? before.width : null,
            shown: { ...shown, picture },
          });
          forgetOld(known.current, seen.current.ids);
          // It was passed over while it was in work: it has to be looked at again.
          if (!isFresh(row, null)) cursor.current = 0;
          tell();
        })
        .finally(() => {
          inWork.current.delete(row.id);
          go();
        });
      go();
    };
    go();
  }, [next, foundOf, isFresh, tell]);

  // What is new is begun at once; whatever was looked at before stays shown until then.
  useEffect(() => {
    cursor.current = 0;
    pump();
  }, [series, base, wanted, side, pump]);
  useEffect(() => {
    alive.current = true;
    const all = known.current;
    return () => {
      alive.current = false;
      for (const { shown } of all.values()) shown.picture?.close();
      all.clear();
    };
  }, []);

  const see = useCallback(
    (ids: readonly string[], width: number) => {
      seen.current = { ids, width };
      pump();
    },
    [pump],
  );
  return useMemo(() => {
    const looked = series
      ? series.rows.reduce(
          (n, r) =>
            n + (known.current.get(r.id)?.base === base && known.current.get(r.id)?.row === r ? 1 : 0),
          0,
        )
      : 0;
    return {
      ...{ looked, version, see },
      shown: (id) => known.current.get(id)?.shown ?? null,
      fresh: (id) => {
        const row = byId.get(id);
        return row !== undefined && isFresh(row, null);
      },
      troubles: (id) => [...(known.current.get(id)?.shown.troubles ?? []), ...(doubts.get(id) ?? [])],
    };
    // The version says that what is known has changed.
  }, [series, base, doubts, byId, version, see, isFresh]);
}

function forgetOld(known: Map<string, Known>, seen: readonly string[]): void {
  let pictures = [...known.values()].filter((k) => k.shown.picture).length;
  if (pictures <= KEPT) return;
  const inSight = new Set(seen);
  for (const [id, one] of known) {
    if (pictures <= KEPT) return;
    if (inSight.has(id) || !one.shown.picture) continue;
    one.shown.picture.close();
    known.set(id, { ...one, width: null, shown: { ...one.shown, picture: null } });
    pictures--;
  }
}

const NO_CHECKS: ReadonlySet<string> = new Set();

/** Checks that say something of every row, where there are several. */
function inEach(rows: readonly (readonly Trouble[])[]): ReadonlySet<string> {
  if (rows.length < 2) return NO_CHECKS;
  const [first, ...others] = rows.map((troubles) => new Set(troubles.flatMap((t) => t.check ?? [])));
  return new Set([...first].filter((check) => others.every((o) => o.has(check))));
}

export interface Proofs {
  /** Rows that were proofed, and how many there are to be; null while nobody asked. */
  progress: { done: number; all: number } | null;
  begin(): void;
  /** Proofs all again once the layout, which was just changed, is here. */
  again(): void;
  cancel(): void;
  /** Checks that say the same of every row that was proofed: it is the layout that has to be mended. */
  common: ReadonlySet<string>;
  /** What the proof found of a row as it is now. */
  of(row: SeriesRow): readonly Trouble[];
}

/** The proof of all rows on a garment: begun by the seller, given up when the layout or the garment changes. */
export function useProofs(
  series: Series | null,
  base: Base | null,
  wanted: Wanted,
  wish: ProofWish | null,
): Proofs {
  const found = useRef(
    new Map<string, { base: Base; wish: ProofWish; row: SeriesRow; troubles: Trouble[] }>(),
  );
  const [progress, setProgress] = useState<Proofs['progress']>(null);
  const [common, setCommon] = useState(NO_CHECKS);
  const abort = useRef<AbortController | null>(null);
  /** Whether a proof of all was seen to its end, and is wanted of what has changed since. */
  const followed = useRef(false);
  const onceMore = useRef(false);
  useEffect(() => {
    followed.current = onceMore.current;
    return () => {
      abort.current?.abort();
      setProgress(null);
      setCommon(NO_CHECKS);
    };
  }, [base, wish]);
  const of = (row: SeriesRow): readonly Trouble[] | null => {
    const one = found.current.get(row.id);
    return one && one.base === base && one.wish === wish && one.row === row ? one.troubles : null;
  };
  const cancel = () => {
    abort.current?.abort();
    followed.current = onceMore.current = false;
    setProgress(null);
  };
  const begin = () => {
    if (!series || !base || !wish) return;
    abort.current?.abort();
    const own = (abort.current = new AbortController());
    const all = series.rows.filter((r) => !r.leftOut);
    const queue = all.filter((r) => of(r) === null);
    const asked = { ...base, ...wanted };
    let done = all.length - queue.length;
    setProgress({ done, all: all.length });
    const work = async () => {
      for (let row = queue.shift(); row && !own.signal.aborted; row = queue.shift()) {
        const one = row;
        const troubles = await proofRow(asked, one, wish).catch((): Trouble[] | null => null);
        if (own.signal.aborted) return;
        if (troubles) found.current.set(one.id, { base, wish, row: one, troubles });
        setProgress({ done: ++done, all: all.length });
      }
    };
    void Promise.all(Array.from({ length: AT_ONCE }, work)).then(() => {
      if (own.signal.aborted) return;
      followed.current = true;
      onceMore.current = false;
      setCommon(inEach(all.map((r) => found.current.get(r.id)?.troubles ?? [])));
      setProgress(null);
    });
  };
  // Once all were proofed, rows that change are proofed again by themselves.
  const beginNow = useRef(begin);
  beginNow.current = begin;
  const settled = useSettled(series?.rows);
  useEffect(() => {
    if (followed.current && base && wish) beginNow.current();
  }, [settled, base, wish]);
  const again = () => {
    onceMore.current = true;
  };
  return { progress, begin, again, cancel, common, of: (row) => of(row) ?? [] };
}

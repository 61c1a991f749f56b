import { useEffect, useMemo, useReducer } from 'react';
import type { Design } from '@brelm/core/design';
import type { ComposedFigure } from '@brelm/core/idea';
import type { Licence } from '@brelm/core/rights';
import {
  bestFigure,
  figureLike,
  wantedBy,
  wantedKey,
  type FoundPicture,
  type Series,
} from '@brelm/core/series';
import { fetchMotif, type FoundMotif } from '../stack/use-motifs';
import { readAt } from '../platform/asked-again';
import { say } from '../words/series';

/** Figures that are looked at for one that is drawn as the layout's own is. */
const LOOKED_AT = '8';
/** The colour that figures of one colour are fetched in; they take one of the layout's. */
const PLAIN = '#20262a';
/** Questions to the server at once. */
const AT_ONCE = 3;

async function figureFor(words: string, like: string | undefined): Promise<ComposedFigure | null> {
  const response = await readAt(`motifs?${new URLSearchParams({ q: words, count: LOOKED_AT }).toString()}`);
  if (!response.ok) throw new Error(say('theFiguresCannotBeSearched'));
  const { entries } = (await response.json()) as { entries: FoundMotif[] };
  const found = entries.find((e) => e.id === words) ?? bestFigure(entries, like);
  if (!found) return null;
  const { name, art, licence } = await fetchMotif(found.id, PLAIN);
  return { name, art, licence };
}

async function pictureNamed(name: string): Promise<FoundPicture | null> {
  const asked = new URLSearchParams({ search: name, count: '60' });
  const response = await readAt(`materials?${asked.toString()}`);
  if (!response.ok) throw new Error(say('thePicturesCannotBeSearched'));
  const { pictures } = (await response.json()) as {
    pictures: { sha256: string; name: string; width: number; height: number; licence: Licence | null }[];
  };
  const found = pictures.find((p) => wantedKey(p.name) === name);
  if (!found) return null;
  const { sha256, width, height, licence } = found;
  return { name: found.name, sha256, width, height, licence: licence ?? { id: 'unknown' } };
}

/** What was looked for once, found or not. */
const figures = new Map<string, ComposedFigure | null>();
const pictures = new Map<string, FoundPicture | null>();

export interface Wanted {
  figures: ReadonlyMap<string, ComposedFigure | null>;
  pictures: ReadonlyMap<string, FoundPicture | null>;
}

/** Figures and pictures that the rows of a series name, as far as they are found; begins to look for the others. */
export function useWanted(series: Series | null, layout: Design | null): Wanted {
  const [version, found] = useReducer((n: number) => n + 1, 0);
  const like = series && layout ? figureLike(layout, series) : undefined;
  const wanted = useMemo(
    () => (series ? wantedBy(series, series.rows) : { figures: [], pictures: [] }),
    // A series that is only called otherwise names the same.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [series?.rows, series?.places, series?.columns],
  );
  // What was not there may have come in meanwhile, in another place or window.
  const [looked, lookAgain] = useReducer((n: number) => n + 1, 0);
  useEffect(() => {
    const look = () => {
      for (const [name, picture] of pictures) if (picture === null) pictures.delete(name);
      lookAgain();
    };
    look();
    window.addEventListener('focus', look);
    return () => window.removeEventListener('focus', look);
  }, []);
  useEffect(() => {
    if (!layout) return;
    let over = false;
    const jobs = [
      ...wanted.figures
        .filter((w) => !figures.has(`${w} ${like}`))
        .map((w) => async () => void figures.set(`${w} ${like}`, await figureFor(w, like))),
      ...wanted.pictures
        .filter((w) => !pictures.has(w))
        .map((w) => async () => void pictures.set(w, await pictureNamed(w))),
    ];
    const work = async () => {
      for (let job = jobs.shift(); job && !over; job = jobs.shift()) {
        // What cannot be had now is asked for with the next change.
        await job().catch(() => undefined);
        if (!over) found();
      }
    };
    for (let i = 0; i < AT_ONCE; i++) void work();
    return () => {
      over = true;
    };
  }, [wanted, like, layout, looked]);
  return useMemo(
    () => ({
      figures: new Map(
        wanted.figures.flatMap((w) => {
          const key = `${w} ${like}`;
          return figures.has(key) ? [[w, figures.get(key)!] as const] : [];
        }),
      ),
      pictures: new Map(
        wanted.pictures.flatMap((w) => (pictures.has(w) ? [[w, pictures.get(w)!] as const] : [])),
      ),
    }),
    // The version says that something was found.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [wanted, like, version],
  );
}

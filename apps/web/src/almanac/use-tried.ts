import { useEffect, useState } from 'react';
import type { ComposedFigure } from '@brelm/core/idea';
import { NotWanted } from '../workers/hand';
import { tryOne, type Tried, type TryRequest } from '../workers/try-client';

/** A way to lay a phrase out, with what it is called. */
export interface Layout {
  id: string;
  name: string;
  layout: TryRequest['layout'];
  /** It has a place for a figure. */
  figure: boolean;
}

export type Tile = { id: string; name: string } & ({ tried: Tried } | { fault: string } | { waiting: true });

/** Width of a composition's picture, px. */
const WIDTH = 420;

/**
 * Compositions of a phrase, one after the other as they are done; all are given up when anything of it changes. `asked`
 * is the same object for as long as it is the same wish.
 */
export function useTried(
  asked: {
    layouts: readonly Layout[];
    figures: readonly ComposedFigure[];
    request: Omit<TryRequest, 'layout' | 'width'>;
  } | null,
): { tiles: Tile[]; seconds: number | null } {
  const [tiles, setTiles] = useState<Tile[]>([]);
  const [seconds, setSeconds] = useState<number | null>(null);
  useEffect(() => {
    if (!asked) return;
    const { layouts, figures, request } = asked;
    const abort = new AbortController();
    const pictures: ImageBitmap[] = [];
    setSeconds(null);
    setTiles(layouts.map(({ id, name }) => ({ id, name, waiting: true })));
    const began = performance.now();
    let withFigure = 0;
    const all = layouts.map(({ id, name, layout, figure }) => {
      const shown = figure && figures.length ? figures[withFigure++ % figures.length] : null;
      const put = (tile: Tile) => setTiles((now) => now.map((t) => (t.id === id ? tile : t)));
      return tryOne(
        { ...request, on: { ...request.on, figure: shown }, layout, width: WIDTH },
        abort.signal,
      ).then(
        (tried) => {
          if (abort.signal.aborted) return tried.picture.close();
          pictures.push(tried.picture);
          put({ id, name, tried });
        },
        (reason: Error) => reason instanceof NotWanted || put({ id, name, fault: reason.message }),
      );
    });
    void Promise.all(all).then(() => abort.signal.aborted || setSeconds((performance.now() - began) / 1000));
    return () => {
      abort.abort();
      for (const picture of pictures) picture.close();
    };
  }, [asked]);
  return { tiles, seconds };
}

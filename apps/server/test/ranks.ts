import type { DesignDocument } from '@brelm/core/design';
import { lettering, letteringLine, place } from '@brelm/core/parts';
import { emptyRow, USUAL_FIT, type Series } from '@brelm/core/series';
import { askOf, type Running, type StoredDesign } from './running';
import { designOf } from './sticker';

export interface Stored {
  id: string;
  revision: number;
  document: Series;
  current?: Stored;
}
export interface Run {
  id: string;
  title: string;
  state: string;
  packBytes: number | null;
  counts: Record<string, number>;
  files: { id: string; path: string; state: string; attempts: number; report: { checked: string } | null }[];
}
export interface Made {
  runs: Run[];
  left: { row: string; name: string; why: string[] }[];
}

/** A layout of one line of words over a square, on a sticker. */
export const layoutOf = (): DesignDocument => {
  const design = designOf('Ranger badge');
  const words = lettering('words', 'Rank', place(900, 950), [letteringLine('FIRST', 'anton', 260, 'ink-1')]);
  const [side] = design.sides;
  return { ...design, sides: [{ ...side, parts: [words, { ...side.parts[0], hidden: true }] }] };
};
export const seriesOf = (layout: string, ...ranks: string[]): Series => ({
  ...{ format: 'brelm-series', version: 1, name: 'Ranks', layout, whole: true, fileNames: '' },
  columns: [{ id: 'c1', name: 'Rank' }],
  places: [
    { kind: 'words', part: 'words', line: null, says: '{Rank}', case: 'layout', fit: USUAL_FIT },
    { kind: 'name', says: '{Rank} ranger' },
  ],
  rows: ranks.map((c1, i) => emptyRow(`r${i + 1}`, { c1 })),
});

/** What tests of series do on a server. */
export const seriesOn = (running: () => Running) => {
  const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(running(), path, method, json);
  return {
    ask,
    store: async (document: DesignDocument) =>
      (await ask<StoredDesign>('designs', 'POST', { document })).body.id,
    create: async (document: Series) => (await ask<Stored>('series', 'POST', { document })).body,
  };
};

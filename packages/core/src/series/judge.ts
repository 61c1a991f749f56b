import { doubtfulIn, type Spelling } from '../proof';
import { protectedIn, type ProtectedWord } from '../listing';
import { saidIn } from './columns';
import { nameOf } from './fill';
import { wordsIn } from './set-places';
import type { Trouble } from './troubles';
import type { Series, SeriesRow } from './types';

/** What makes a row's artwork: two rows with the same are twins, whatever they are called. */
export function artworkKey(series: Series, row: SeriesRow): string {
  const said = series.places.map((p) =>
    p.kind === 'name' || p.kind === 'tags'
      ? ''
      : p.kind === 'words'
        ? wordsIn(p, series, row)
        : saidIn(p.says, series.columns, row).text,
  );
  return JSON.stringify([said, row.byHand]);
}

/** Troubles between rows: artwork that another has, too, and names. By row id; rows without any are left out. */
export function troublesBetween(series: Series, layout: { name: string }): Map<string, Trouble[]> {
  const out = new Map<string, Trouble[]>();
  const [artwork, names] = [new Map<string, number>(), new Map<string, number>()];
  series.rows.forEach((row, i) => {
    if (row.leftOut || series.columns.every((c) => !row.cells[c.id]?.trim())) return;
    const tell = (trouble: Trouble) => out.set(row.id, [...(out.get(row.id) ?? []), trouble]);
    const key = artworkKey(series, row);
    const twin = artwork.get(key);
    if (twin !== undefined)
      tell({ severity: 'watch', kind: 'twin', message: `It is the same as row ${twin + 1}.` });
    else artwork.set(key, i);
    const name = nameOf(series, row, layout).toLowerCase();
    const other = names.get(name);
    if (other === undefined) names.set(name, i);
    else if (twin === undefined)
      tell({
        severity: 'watch',
        kind: 'name',
        message: `Row ${other + 1} is called the same: its files get a number.`,
      });
  });
  return out;
}

/** What the words of a row are doubted for: spelling (a note), and words that somebody else has the right to. */
export function wordTroubles(
  series: Series,
  row: SeriesRow,
  { spelling, protectedWords }: { spelling: Spelling | null; protectedWords: readonly ProtectedWord[] },
): Trouble[] {
  const lines = series.places.filter((p) => p.kind === 'words').map((p) => wordsIn(p, series, row));
  const text = [...lines, nameOf(series, row, { name: '' })].join('\n');
  const owned = protectedIn(text, protectedWords).map((w): Trouble => ({
    severity: 'watch',
    kind: 'protected',
    message: `“${w.words}” is protected${w.why ? `: ${w.why}` : ''}.`,
  }));
  const doubts = spelling ? doubtfulIn(lines, spelling) : [];
  return [
    ...owned,
    ...doubts.map(({ word, meant }): Trouble => ({
      severity: 'note',
      kind: 'spelling',
      message: `“${word}” is in no dictionary${meant.length ? `: ${meant.slice(0, 3).join(', ')}?` : '.'}`,
    })),
  ];
}

const RANK = { stop: 0, watch: 1, note: 2 };

/** The worst of some troubles; null where there is none. */
export const worstOf = (troubles: readonly Trouble[]): Trouble['severity'] | null =>
  troubles.reduce<Trouble['severity'] | null>(
    (worst, t) => (worst === null || RANK[t.severity] < RANK[worst] ? t.severity : worst),
    null,
  );

/** Rows with those in trouble first: stops, then watches, then notes, each as the table has them. */
export function byTrouble<T extends { id: string }>(
  rows: readonly T[],
  troubles: ReadonlyMap<string, readonly Trouble[]>,
): T[] {
  const rank = (row: T) => {
    const worst = worstOf(troubles.get(row.id) ?? []);
    return worst === null ? 3 : RANK[worst];
  };
  return rows
    .map((row, i) => ({ row, i, rank: rank(row) }))
    .sort((a, b) => a.rank - b.rank || a.i - b.i)
    .map(({ row }) => row);
}

import type { Wording } from '../wording';
import type { Series, SeriesRow } from './types';

/** What a place of a wording may be called; see its field. */
const PLACE_NAME = /^\p{L}[\p{L}\p{N} -]*$/u;
const MOST_NAME = 40;
const MOST_VALUE = 400;
const MOST_TAG = 300;

/** A layout's wording for one row: its columns are places of it, so that `{rank}` says the row's; with more tags. */
export function freshWording(
  wording: Wording,
  { columns }: Pick<Series, 'columns'>,
  row: SeriesRow,
  tags: readonly string[],
): Wording {
  const places = new Map(wording.places.map((p) => [p.name.toLowerCase(), p]));
  for (const { id, name } of columns)
    if (name.length <= MOST_NAME && PLACE_NAME.test(name))
      places.set(name.toLowerCase(), { name, value: (row.cells[id]?.trim() ?? '').slice(0, MOST_VALUE) });
  const known = new Set(wording.tags.map((t) => t.text.toLowerCase()));
  const fresh = [...new Set(tags.map((t) => t.trim().slice(0, MOST_TAG)).filter(Boolean))].filter(
    (t) => !known.has(t.toLowerCase()),
  );
  return {
    ...wording,
    places: [...places.values()],
    tags: [...wording.tags, ...fresh.map((text) => ({ text, only: [] }))],
  };
}

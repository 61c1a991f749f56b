import { allParts, wordsOf, type Design } from '../design';
import { partTitle, type LetteringPart, type Part } from '../parts';
import { columnNamed, freeColumnName, naming } from './columns';
import { emptyRow } from './table';
import {
  SERIES_FORMAT,
  SERIES_VERSION,
  USUAL_FIT,
  type LayoutPlace,
  type Series,
  type SeriesColumn,
  type WordsFit,
} from './types';

/** What gives in a place for lettering, to begin with: a block may have as many lines as it has. */
export const fitFor = (part: LetteringPart): WordsFit => ({
  ...USUAL_FIT,
  lines: Math.max(1, part.lines.length),
});

/** A place for a part, as its kind takes one; null for a kind that words change nothing of. */
export function placeFor(part: Part, says: string): LayoutPlace | null {
  switch (part.kind) {
    case 'lettering':
      return { kind: 'words', part: part.id, line: null, says, case: 'layout', fit: fitFor(part) };
    case 'motif':
      return { kind: 'figure', part: part.id, says, weigh: true };
    case 'picture':
      return { kind: 'picture', part: part.id, says };
    case 'code':
      return { kind: 'code', part: part.id, says };
    default:
      return null;
  }
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** What a column for a part would be called. */
const columnFor = (part: Part): string => {
  const title = part.slot ?? part.name;
  return capital((title || partTitle(part)).slice(0, 30));
};

/** A series with a design as its layout: a column for each of its lettering, and a first row that says what stands there. */
export function newSeries(layout: Design, id: string, name = `${layout.name || 'Untitled'}, series`): Series {
  const columns: SeriesColumn[] = [];
  const places: LayoutPlace[] = [];
  const cells: Record<string, string> = {};
  for (const part of allParts(layout)) {
    if (part.kind !== 'lettering' || part.hidden) continue;
    const column = { id: `c${columns.length + 1}`, name: freeColumnName(columns, columnFor(part)) };
    columns.push(column);
    places.push(placeFor(part, naming(column))!);
    cells[column.id] = wordsOf(part).replace(/\n/g, ' ');
  }
  return {
    ...{ format: SERIES_FORMAT, version: SERIES_VERSION, name: name.slice(0, 300), layout: id },
    ...{ columns, places, whole: true, fileNames: '', rows: columns.length ? [emptyRow('r1', cells)] : [] },
  };
}

const plain = (words: string): string =>
  words
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/**
 * Places of a layout for the columns of a table, where nobody has said which: a column goes to the part whose name, slot
 * or id it has; `name`, `tags` and `colourway` are what they say. Columns that are none of these are only for names.
 */
export function proposedPlaces(layout: Design, columns: readonly SeriesColumn[]): LayoutPlace[] {
  const out: LayoutPlace[] = [];
  const parts = allParts(layout);
  for (const column of columns) {
    const key = plain(column.name);
    const part = parts.find((p) => [p.slot ?? '', p.name, p.id, partTitle(p)].some((t) => plain(t) === key));
    const place = part ? placeFor(part, naming(column)) : null;
    if (place) out.push(place);
    else if (key === 'name' || key === 'design') out.push({ kind: 'name', says: naming(column) });
    else if (key === 'tags') out.push({ kind: 'tags', says: naming(column) });
    else if (key === 'colourway') out.push({ kind: 'colourway', says: naming(column) });
    else {
      const ink = layout.inks.find((i) => plain(i.name) === key);
      if (ink) out.push({ kind: 'ink', ink: ink.id, says: naming(column) });
    }
  }
  // One column, one line of lettering: there is nothing to choose.
  const lettering = parts.filter((p): p is LetteringPart => p.kind === 'lettering' && !p.hidden);
  if (!out.some((p) => p.kind === 'words') && lettering.length === 1) {
    const free = columns.find((c) => !out.some((p) => p.says === naming(c)));
    if (free) out.push(placeFor(lettering[0], naming(columnNamed(columns, free.name)!))!);
  }
  return out;
}

import { isNameWord } from '../export';
import { MOST_COLUMNS, type LayoutPlace, type Series, type SeriesColumn, type SeriesRow } from './types';

const NAMED = /\{([^{}]*)\}/g;

const key = (name: string): string => name.trim().toLowerCase();

/** The column of a name, whatever its case. */
export const columnNamed = (columns: readonly SeriesColumn[], name: string): SeriesColumn | undefined =>
  columns.find((c) => key(c.name) === key(name));

/** What names a column in a pattern. */
export const naming = (column: Pick<SeriesColumn, 'name'>): string => `{${column.name}}`;

/** The columns that a pattern names, each once. */
export const columnsIn = (says: string): string[] => [
  ...new Map([...says.matchAll(NAMED)].map(([, name]) => [key(name), name.trim()])).values(),
];

export interface Said {
  /** The pattern with its cells, without spaces around it; spaces that an empty cell leaves are one. */
  text: string;
  /** Columns that it names and the table has not. */
  missing: string[];
  /** Columns that it names whose cell is empty. */
  empty: string[];
}

/** A pattern filled with a row's cells. */
export function saidIn(says: string, columns: readonly SeriesColumn[], row: Pick<SeriesRow, 'cells'>): Said {
  const [missing, empty] = [new Set<string>(), new Set<string>()];
  const text = says.replace(NAMED, (_, name: string) => {
    const column = columnNamed(columns, name);
    if (!column) {
      missing.add(name.trim());
      return '';
    }
    const cell = row.cells[column.id]?.trim() ?? '';
    if (!cell) empty.add(column.name);
    return cell;
  });
  const whole = text.replace(/[^\S\n]+/g, ' ').trim();
  return { text: whole, missing: [...missing], empty: [...empty] };
}

/** A free name near the one that is asked for. */
export function freeColumnName(columns: readonly SeriesColumn[], asked: string): string {
  const name = asked.replace(/[{}]/g, '').trim().slice(0, 70) || `Column ${columns.length + 1}`;
  let free = name;
  for (let n = 2; columnNamed(columns, free); n++) free = `${name} ${n}`;
  return free;
}

/** An id that no column has. */
export function freeColumnId(columns: readonly SeriesColumn[]): string {
  const taken = new Set(columns.map((c) => c.id));
  let n = columns.length + 1;
  while (taken.has(`c${n}`)) n++;
  return `c${n}`;
}

/** The series with one more column, if there is room for it. */
export function withColumn(series: Series, asked: string): Series {
  if (series.columns.length >= MOST_COLUMNS) return series;
  const column = { id: freeColumnId(series.columns), name: freeColumnName(series.columns, asked) };
  return { ...series, columns: [...series.columns, column] };
}

/** A row's cells by the names of their columns, in the order of the table. */
export const cellsByName = (
  columns: readonly SeriesColumn[],
  row: Pick<SeriesRow, 'cells'>,
): Record<string, string> => Object.fromEntries(columns.map((c) => [c.name, row.cells[c.id] ?? '']));

const renamedIn = (says: string, from: string, to: string): string =>
  says.replace(NAMED, (named, name: string) => (key(name) === key(from) ? `{${to}}` : named));

/** The series with a column called otherwise, in all that names it. Unchanged where another is called so. */
export function renameColumn(series: Series, id: string, asked: string): Series {
  const column = series.columns.find((c) => c.id === id);
  const name = asked.replace(/[{}]/g, '').trim().slice(0, 80);
  const other = columnNamed(series.columns, name);
  if (!column || !name || column.name === name || (other && other !== column)) return series;
  return {
    ...series,
    columns: series.columns.map((c) => (c === column ? { ...c, name } : c)),
    places: series.places.map((p): LayoutPlace => ({ ...p, says: renamedIn(p.says, column.name, name) })),
    // A word that files say by themselves never meant the column.
    fileNames: isNameWord(column.name) ? series.fileNames : renamedIn(series.fileNames, column.name, name),
  };
}

/** The series without a column and its cells; what names it is told of. */
export const withoutColumn = (series: Series, id: string): Series => ({
  ...series,
  columns: series.columns.filter((c) => c.id !== id),
  rows: series.rows.map((row) => {
    if (!(id in row.cells)) return row;
    const { [id]: _gone, ...cells } = row.cells;
    return { ...row, cells };
  }),
});

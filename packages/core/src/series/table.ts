import Papa from 'papaparse';
import { DocumentError } from '../fields';
import { csvOf } from '../listing';
import { freeColumnName, columnNamed } from './columns';
import { MOST_CELL, MOST_COLUMNS, MOST_ROWS, type Series, type SeriesColumn, type SeriesRow } from './types';

/** A table as it came in: names of its columns, its rows, and what was done to it, for the seller. */
export interface GivenTable {
  columns: string[];
  rows: string[][];
  notes: string[];
}

const refuse = (field: string, message: string): never => {
  throw new DocumentError([{ field, message }]);
};

/**
 * Bytes of a table as text: UTF-8 or UTF-16 by its mark, UTF-8 where the bytes are that, else Windows-1252, which every
 * byte is something in. Throws a DocumentError for what is no text.
 */
export function tableText(bytes: Uint8Array): { text: string; notes: string[] } {
  if (bytes.length === 0) refuse('', 'is empty: it has no bytes');
  const [a, b] = bytes;
  if ((a === 0xff && b === 0xfe) || (a === 0xfe && b === 0xff)) {
    const encoding = a === 0xff ? 'utf-16le' : 'utf-16be';
    return { text: new TextDecoder(encoding).decode(bytes), notes: [] };
  }
  const told = (text: string, notes: string[] = []) =>
    text.includes('\0')
      ? refuse('', 'is no table of text: save it as CSV or TSV from the program that has it')
      : { text, notes };
  try {
    return told(new TextDecoder('utf-8', { fatal: true }).decode(bytes));
  } catch (error) {
    if (error instanceof DocumentError) throw error;
    return told(new TextDecoder('windows-1252').decode(bytes), [
      'It is not in UTF-8; its letters were read as Windows-1252. Look whether accents came right.',
    ]);
  }
}

/** What stands between cells: of tab, semicolon, comma and bar the one that the first line has most of, outside of quotes. */
function separatorOf(text: string): string {
  const names = text.replace(/"(?:[^"]|"")*"/g, '""').split('\n', 1)[0];
  const count = (d: string) => names.split(d).length - 1;
  return ['\t', ';', ',', '|'].reduce((best, d) => (count(d) > count(best) ? d : best), ',');
}

/** Rows of a text with separators, all as wide as the widest; empty ones at the end are none. */
function cellsOf(text: string): string[][] {
  const whole = text.replace(/^\ufeff/, '').replace(/\r\n?/g, '\n');
  const { data, errors } = Papa.parse<string[]>(whole, { delimiter: separatorOf(whole), newline: '\n' });
  const fault = errors.find((e) => e.type === 'Quotes');
  if (fault)
    refuse(
      `line ${(fault.row ?? 0) + 1}`,
      'has a quotation mark that is never closed, so that what follows is all one cell',
    );
  const blank = (row: readonly string[]) => row.every((cell) => !cell.trim());
  while (data.length && blank(data[data.length - 1])) data.pop();
  return data;
}

/**
 * Reads CSV or TSV: the separator is found out, the first line has the columns' names. Rows that are too long, cells that
 * are, and columns with one name are told of; more rows or columns than a table has are refused.
 */
export function readTable(text: string): GivenTable {
  const all = cellsOf(text);
  if (all.length === 0)
    refuse('', 'has no rows: its first line has the columns’ names, each further one a design');
  const [header, ...given] = all;
  const width = Math.max(header.length, ...given.map((r) => r.length));
  if (width > MOST_COLUMNS)
    refuse('line 1', `has ${width} columns: a series takes ${MOST_COLUMNS} at the most`);
  if (given.length > MOST_ROWS)
    refuse(
      '',
      `has ${given.length.toLocaleString('en-GB')} rows: a series takes ${MOST_ROWS.toLocaleString('en-GB')} at the most`,
    );
  const notes: string[] = [];
  const columns: SeriesColumn[] = [];
  for (let i = 0; i < width; i++) {
    const asked = header[i]?.trim() ?? '';
    const name = freeColumnName(columns, asked);
    if (asked && name !== asked) notes.push(`The ${i + 1}. column is called “${name}” here.`);
    columns.push({ id: String(i), name });
  }
  if (width > header.length)
    notes.push(
      'Some rows have more cells than the first line has names: the cells behind have columns of their own.',
    );
  let cut = 0;
  const rows = given.map((row) =>
    columns.map((_, i) => {
      const cell = unescaped(row[i] ?? '');
      if (cell.length > MOST_CELL) cut++;
      return cell.slice(0, MOST_CELL);
    }),
  );
  if (cut)
    notes.push(
      `${cut} ${cut === 1 ? 'cell has' : 'cells have'} more than ${MOST_CELL} characters, of which the first came in.`,
    );
  return { columns: columns.map((c) => c.name), rows, notes };
}

/** A cell as it was before a spreadsheet was kept from running it: see csvOf. */
const unescaped = (cell: string): string => (/^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell);

/** Cells that were copied from a spreadsheet: tabs between them, quotes around what holds a line break. */
export const pastedCells = (text: string): string[][] =>
  Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data.map((row) =>
    row.map((cell) => cell.slice(0, MOST_CELL)),
  );

/** Cells as a spreadsheet takes them from the clipboard. */
export const copiedCells = (cells: readonly (readonly string[])[]): string =>
  Papa.unparse(cells as string[][], { delimiter: '\t', newline: '\n' });

/** The table of a series as CSV, or as TSV. */
export function tableFile({ columns, rows }: Pick<Series, 'columns' | 'rows'>, kind: 'csv' | 'tsv'): string {
  const header = columns.map((c) => c.name);
  const cells = rows.map((row) => columns.map((c) => row.cells[c.id] ?? ''));
  // Spreadsheets take a file without the mark for one in their own encoding.
  const mark = '\ufeff';
  return mark + csvOf(header, cells, kind === 'csv' ? ',' : '\t');
}

/** An id that no row has, from a number on. */
export function rowIds(rows: readonly Pick<SeriesRow, 'id'>[], count: number): string[] {
  const taken = new Set(rows.map((r) => r.id));
  const out: string[] = [];
  for (let n = rows.length + 1; out.length < count; n++) if (!taken.has(`r${n}`)) out.push(`r${n}`);
  return out;
}

export const emptyRow = (id: string, cells: Record<string, string> = {}): SeriesRow => ({
  ...{ id, cells, byHand: [], leftOut: false, design: null },
});

/** A row's cells by the columns of a series, from names and values; empty ones are left out. */
const cellsBy = (
  columns: readonly SeriesColumn[],
  names: readonly string[],
  values: readonly string[],
): Record<string, string> =>
  Object.fromEntries(
    names.flatMap((name, i) => {
      const column = columnNamed(columns, name);
      return column && values[i]?.trim() ? [[column.id, values[i]]] : [];
    }),
  );

/**
 * The series with a table that came in: by `add` behind its rows, else in their place, where a row that has the same words
 * in the first column keeps what was set by hand. Columns that it has not yet are added.
 */
export function withTable(series: Series, table: Pick<GivenTable, 'columns' | 'rows'>, add = false): Series {
  const columns = [...series.columns];
  for (const name of table.columns)
    if (!columnNamed(columns, name) && columns.length < MOST_COLUMNS) {
      const taken = new Set(columns.map((c) => c.id));
      let n = columns.length + 1;
      while (taken.has(`c${n}`)) n++;
      columns.push({ id: `c${n}`, name });
    }
  const given = table.rows.map((values) => cellsBy(columns, table.columns, values));
  const room = MOST_ROWS - (add ? series.rows.length : 0);
  const fresh = given.slice(0, room);
  const ids = rowIds(series.rows, fresh.length);
  if (add) return { ...series, columns, rows: [...series.rows, ...fresh.map((c, i) => emptyRow(ids[i], c))] };
  const first = columnNamed(columns, table.columns[0] ?? '')?.id ?? '';
  const before = new Map<string, SeriesRow[]>();
  for (const row of series.rows) {
    const words = row.cells[first]?.trim();
    if (words) before.set(words, [...(before.get(words) ?? []), row]);
  }
  const rows = fresh.map((cells, i): SeriesRow => {
    const known = before.get(cells[first]?.trim() ?? '')?.shift();
    return known ? { ...known, cells } : emptyRow(ids[i], cells);
  });
  return { ...series, columns, rows };
}

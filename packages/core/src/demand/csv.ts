import Papa from 'papaparse';
import { DocumentError, type FieldFault } from '../fields';
import { csvOf } from '../listing';

/** A row of a seller's own figures. */
export interface OwnFigure {
  phrase: string;
  /** What is looked for it on; empty for the phrase by itself. */
  product: string;
  /** ISO 3166, two letters. */
  country: string;
  month: string;
  searches: number;
}

/** Rows that are read at once. */
export const MOST_ROWS = 200_000;
/** Faults that are told; more are counted. */
const MOST_FAULTS = 20;
const COLUMNS = ['phrase', 'product', 'country', 'month', 'searches'] as const;
const MONTHS = 'jan feb mar apr may jun jul aug sep oct nov dec'.split(' ');

/** Which of a date's first two numbers is the month. */
export type DateOrder = 'day first' | 'month first';
const BOTH = /^(\d{1,2})[-/.](\d{1,2})[-/.](\d{4})$/;

/**
 * The order in which all dates of a file are written, as those tell in which it can be seen: a number over 12 is a day,
 * and so is one that is 1 in each row. Null where that says nothing, or two things.
 */
export function dateOrder(said: readonly string[]): DateOrder | null {
  const pairs = said.flatMap((t) => {
    const m = BOTH.exec(t.trim());
    return m ? [[Number(m[1]), Number(m[2])]] : [];
  });
  if (!pairs.length) return null;
  const dayFirst = pairs.some(([a]) => a > 12);
  const monthFirst = pairs.some(([, b]) => b > 12);
  if (dayFirst !== monthFirst) return dayFirst ? 'day first' : 'month first';
  if (dayFirst) return null;
  const [ones, others] = [pairs.every(([a]) => a === 1), pairs.every(([, b]) => b === 1)];
  return ones === others ? null : ones ? 'day first' : 'month first';
}

/**
 * A month, however it is written: `2026-11`, `2026-11-30`, `11/2026`, `Nov 2026`, `November 2026`, and `03/11/2026` in the
 * order that is said. Null where nothing or two things can be meant.
 */
export function readMonth(said: string, order: DateOrder | null = null): string | null {
  const t = said.trim().toLowerCase();
  const of = (y: string, m: number) =>
    m >= 1 && m <= 12 && Number(y) >= 1990 && Number(y) <= 2100 ? `${y}-${String(m).padStart(2, '0')}` : null;
  let m = /^(\d{4})[-/.](\d{1,2})(?:[-/.]\d{1,2})?(?:[t ].*)?$/.exec(t);
  if (m) return of(m[1], Number(m[2]));
  m = /^(\d{1,2})[-/.](\d{4})$/.exec(t);
  if (m) return of(m[2], Number(m[1]));
  m = BOTH.exec(t);
  if (m) return order ? of(m[3], Number(order === 'day first' ? m[2] : m[1])) : null;
  m = /^(?:\d{1,2}\.? )?([a-z]{3})[a-z]*\.?[ -](\d{4})$/.exec(t);
  if (m && MONTHS.includes(m[1])) return of(m[2], MONTHS.indexOf(m[1]) + 1);
  return null;
}

/** A number as people write it: `1,200`, `1.200`, `1 200`. Null for what is none. */
function readCount(said: string): number | null {
  const t = said.trim().replace(/[\s\u00a0\u202f]/g, '');
  if (/^-?\d+(\.\d+)?$/.test(t) && !/^\d{1,3}\.\d{3}$/.test(t)) return Number(t);
  if (/^-?\d{1,3}([.,]\d{3})+$/.test(t)) return Number(t.replace(/[.,]/g, ''));
  return null;
}

/**
 * Reads a seller's own figures: a first row that names the columns phrase, product, country, month, searches (product and
 * country may be missing). All rows are right, or none is taken: throws a DocumentError that names row and column.
 */
export function readDemandCsv(csv: string): OwnFigure[] {
  const { data, errors } = Papa.parse<string[]>(csv.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const quotes = errors.find((e) => e.type === 'Quotes');
  if (quotes)
    throw new DocumentError([
      { field: `row ${(quotes.row ?? 0) + 1}`, message: 'has a quotation mark that is not closed' },
    ]);
  if (data.length === 0) throw new DocumentError([{ field: 'csv', message: 'is empty' }]);
  if (data.length > MOST_ROWS + 1)
    throw new DocumentError([
      { field: 'csv', message: `has ${data.length - 1} rows: at most ${MOST_ROWS} are read at once` },
    ]);
  const head = data[0].map((h) => h.trim().toLowerCase());
  const at = Object.fromEntries(COLUMNS.map((c) => [c, head.indexOf(c)])) as Record<
    (typeof COLUMNS)[number],
    number
  >;
  const missing = (['phrase', 'month', 'searches'] as const).filter((c) => at[c] < 0);
  if (missing.length)
    throw new DocumentError(
      missing.map((c) => ({
        field: c,
        message: `is no column of the first row, which has: ${head.join(', ')}`,
      })),
    );
  const order = dateOrder(data.slice(1).map((cells) => cells[at.month] ?? ''));
  const faults: FieldFault[] = [];
  let more = 0;
  const fault = (row: number, column: string, message: string) => {
    if (faults.length < MOST_FAULTS) faults.push({ field: `row ${row}, ${column}`, message });
    else more++;
  };
  const rows = data.slice(1).flatMap((cells, i): OwnFigure[] => {
    const cell = (c: (typeof COLUMNS)[number]) => (at[c] < 0 ? '' : (cells[at[c]] ?? '').trim());
    // What our own files hold back from spreadsheets, csvOf's mark, is no part of the words.
    const words = cell('phrase').replace(/^'(?=[=+@-])/, '');
    const row = i + 2;
    const phrase = words.toLowerCase().replace(/\s+/g, ' ');
    const month = readMonth(cell('month'), order);
    const searches = readCount(cell('searches'));
    const country = (cell('country') || 'GB').toUpperCase();
    const product = cell('product').toLowerCase();
    if (!phrase || phrase.length > 120)
      fault(row, 'phrase', phrase ? 'is longer than 120 characters' : 'is empty');
    else if (!month)
      fault(
        row,
        'month',
        `“${cell('month').slice(0, 40)}” can be read in no way, or in two: write it as 2026-11`,
      );
    else if (searches === null || searches < 0 || searches > 1e9)
      fault(row, 'searches', `“${cell('searches').slice(0, 40)}” must be a number from 0 on`);
    else if (!/^[A-Z]{2}$/.test(country)) fault(row, 'country', 'must be two letters, as GB');
    else if (product.length > 40) fault(row, 'product', 'is longer than 40 characters');
    else return [{ phrase, product, country, month, searches }];
    return [];
  });
  if (more) faults.push({ field: 'csv', message: `has ${more} more rows with faults` });
  if (faults.length) throw new DocumentError(faults);
  if (!rows.length) throw new DocumentError([{ field: 'csv', message: 'has no row below its first one' }]);
  return rows;
}

/** Rows of one month each: figures of weeks or days are added to their month's. */
export function byMonth(rows: readonly OwnFigure[]): OwnFigure[] {
  const by = new Map<string, OwnFigure>();
  for (const row of rows) {
    const key = [row.phrase, row.product, row.country, row.month].join('\u0000');
    const there = by.get(key);
    by.set(key, there ? { ...there, searches: there.searches + row.searches } : row);
  }
  return [...by.values()];
}

/** Figures as such a file. */
export const demandCsv = (rows: readonly OwnFigure[]): string =>
  csvOf(
    COLUMNS,
    rows.map((r) => [r.phrase, r.product, r.country, r.month, Math.round(r.searches)]),
  );

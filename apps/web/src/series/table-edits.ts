import type { SortColumn } from 'react-data-grid';
import {
  emptyRow,
  MOST_CELL,
  MOST_ROWS,
  rowIds,
  withColumn,
  type Series,
  type SeriesRow,
} from '@brelm/core/series';

/** The column of the rows' numbers, which is none of the series. */
export const NUMBER = '#';

/** A row with another cell; empty ones are left out. */
export const withCell = (row: SeriesRow, column: string, text: string): SeriesRow => {
  if ((row.cells[column] ?? '') === text) return row;
  const { [column]: _was, ...rest } = row.cells;
  return { ...row, cells: text ? { ...rest, [column]: text.slice(0, MOST_CELL) } : rest };
};

/** Cells that were pasted, from a cell on: further rows and columns are added where they go beyond. */
export function pasteInto(
  series: Series,
  shown: readonly SeriesRow[],
  from: SeriesRow,
  column: string,
  cells: string[][],
): Series {
  const at = shown.indexOf(from);
  const left = series.columns.findIndex((c) => c.id === column);
  let now = series;
  const wide = Math.max(...cells.map((r) => r.length));
  while (now.columns.length < left + wide) {
    const more = withColumn(now, '');
    if (more === now) break;
    now = more;
  }
  const missing = Math.max(0, Math.min(at + cells.length - shown.length, MOST_ROWS - series.rows.length));
  const fresh = rowIds(series.rows, missing).map((id) => emptyRow(id));
  const targets = [...shown, ...fresh].slice(at, at + cells.length);
  const byId = new Map(targets.map((row, i) => [row.id, cells[i]]));
  const put = (row: SeriesRow): SeriesRow =>
    (byId.get(row.id) ?? []).reduce((r, text, i) => {
      const c = now.columns[left + i];
      return c ? withCell(r, c.id, text) : r;
    }, row);
  return { ...now, rows: [...series.rows, ...fresh].map((r) => (byId.has(r.id) ? put(r) : r)) };
}

/** A cell given to all rows below it that are shown. */
export function fillDown(
  series: Series,
  shown: readonly SeriesRow[],
  from: SeriesRow,
  column: string,
): Series {
  const text = from.cells[column] ?? '';
  const below = new Set(shown.slice(shown.indexOf(from) + 1).map((r) => r.id));
  return { ...series, rows: series.rows.map((r) => (below.has(r.id) ? withCell(r, column, text) : r)) };
}

const compare = new Intl.Collator('en', { numeric: true, sensitivity: 'base' }).compare;

/** Rows that have some words, in the order that is asked for; the table itself stays as it is. */
export function shownRows(series: Series, filter: string, sort: readonly SortColumn[]): SeriesRow[] {
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const has = (row: SeriesRow) => {
    const text = Object.values(row.cells).join(' ').toLowerCase();
    return words.every((w) => text.includes(w));
  };
  const rows = words.length ? series.rows.filter(has) : [...series.rows];
  const [by] = sort;
  if (!by || by.columnKey === NUMBER) return by?.direction === 'DESC' ? rows.reverse() : rows;
  const cell = (r: SeriesRow) => r.cells[by.columnKey] ?? '';
  const way = by.direction === 'DESC' ? -1 : 1;
  return rows.sort((a, b) => {
    // Empty cells are last, whichever way.
    const [x, y] = [cell(a), cell(b)];
    if (!x || !y) return x ? -1 : y ? 1 : 0;
    return way * compare(x, y);
  });
}

import 'react-data-grid/lib/styles.css';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown, Hand } from 'lucide-react';
import { useEffect, useMemo, useRef } from 'react';
import {
  DataGrid,
  renderTextEditor,
  type CellKeyboardEvent,
  type Column,
  type DataGridHandle,
  type SortColumn,
} from 'react-data-grid';
import {
  emptyRow,
  MOST_CELL,
  MOST_ROWS,
  pastedCells,
  rowIds,
  withColumn,
  worstOf,
  type Series,
  type SeriesColumn,
  type SeriesRow,
  type Trouble,
} from '@brelm/core/series';
import { SeverityMark } from '../ui';

const NUMBER = '#';

type Change = (next: (series: Series) => Series, gesture?: string | null) => void;

/** A row with another cell; empty ones are left out. */
const withCell = (row: SeriesRow, column: string, text: string): SeriesRow => {
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

/** The table: typed, pasted, filled down, sorted and searched by the keys that tables have. */
export function SeriesTable({
  series,
  shown,
  numbers,
  troublesOf,
  chosen,
  sort,
  onSort,
  onChoose,
  onOpen,
  change,
  onColumn,
}: {
  series: Series;
  shown: readonly SeriesRow[];
  numbers: ReadonlyMap<string, number>;
  troublesOf: (row: SeriesRow) => readonly Trouble[];
  chosen: string | null;
  sort: readonly SortColumn[];
  onSort: (sort: SortColumn[]) => void;
  onChoose: (id: string) => void;
  onOpen: (id: string) => void;
  change: Change;
  onColumn: (column: SeriesColumn, what: 'rename' | 'delete' | 'fill' | 'sort') => void;
}) {
  const grid = useRef<DataGridHandle>(null);
  const troubles = useRef(troublesOf);
  troubles.current = troublesOf;
  // What is chosen elsewhere is brought into sight.
  const own = useRef<string | null>(null);
  useEffect(() => {
    if (chosen === null || chosen === own.current) return;
    const rowIdx = shown.findIndex((r) => r.id === chosen);
    if (rowIdx >= 0) grid.current?.scrollToCell({ rowIdx });
  }, [chosen, shown]);
  const menu = useRef(onColumn);
  menu.current = onColumn;
  const columns = useMemo(
    (): Column<SeriesRow>[] => [
      {
        ...{ key: NUMBER, name: 'Row', width: 66, frozen: true, sortable: true },
        renderCell: ({ row }) => (
          <RowMark row={row} number={numbers.get(row.id)!} troubles={troubles.current(row)} />
        ),
      },
      ...series.columns.map((column): Column<SeriesRow> => ({
        ...{ key: column.id, name: column.name, resizable: true, minWidth: 90 },
        renderHeaderCell: () => <ColumnHead column={column} onWhat={(what) => menu.current(column, what)} />,
        renderCell: ({ row }) => <span dir="auto">{row.cells[column.id] ?? ''}</span>,
        renderEditCell: (props) =>
          renderTextEditor({
            ...props,
            // The package edits fields of a row; a cell is one of the cells'.
            row: { ...props.row, [column.id]: props.row.cells[column.id] ?? '' } as SeriesRow,
            onRowChange: (edited, commit) =>
              props.onRowChange(
                withCell(
                  props.row,
                  column.id,
                  String((edited as unknown as Record<string, unknown>)[column.id] ?? ''),
                ),
                commit,
              ),
          }),
      })),
    ],
    [series.columns, numbers],
  );
  const keys = (
    args: { mode: string; row: SeriesRow; rowIdx: number; column: { key: string } },
    event: CellKeyboardEvent,
  ) => {
    if (args.mode === 'EDIT') return;
    const { row, rowIdx, column } = args;
    if (event.key === 'Enter' && column.key === NUMBER) {
      event.preventGridDefault();
      onOpen(row.id);
    } else if (column.key === NUMBER && event.key === 'Delete') {
      event.preventGridDefault();
      event.stopPropagation();
      change((s) => ({ ...s, rows: s.rows.filter((r) => r.id !== row.id) }));
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventGridDefault();
      event.stopPropagation();
      change((s) => ({ ...s, rows: s.rows.map((r) => (r.id === row.id ? withCell(r, column.key, '') : r)) }));
    } else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'd' && rowIdx > 0) {
      event.preventGridDefault();
      event.preventDefault();
      const above = shown[rowIdx - 1].cells[column.key] ?? '';
      change((s) => ({
        ...s,
        rows: s.rows.map((r) => (r.id === row.id ? withCell(r, column.key, above) : r)),
      }));
    }
  };
  return (
    <DataGrid
      ref={grid}
      aria-label="Table of the series"
      className="series-table"
      columns={columns}
      rows={shown}
      rowKeyGetter={(row) => row.id}
      rowHeight={30}
      headerRowHeight={32}
      sortColumns={sort}
      onSortColumnsChange={onSort}
      rowClass={(row) => `${row.id === chosen ? 'is-chosen' : ''} ${row.leftOut ? 'is-left-out' : ''}`}
      onRowsChange={(rows, { indexes }) => {
        const changed = new Map(indexes.map((i) => [rows[i].id, rows[i]]));
        change((s) => ({ ...s, rows: s.rows.map((r) => changed.get(r.id) ?? r) }));
      }}
      onFill={({ columnKey, sourceRow, targetRow }) =>
        columnKey === NUMBER ? targetRow : withCell(targetRow, columnKey, sourceRow.cells[columnKey] ?? '')
      }
      onSelectedCellChange={({ row }) => {
        own.current = row?.id ?? null;
        if (row) onChoose(row.id);
      }}
      onCellDoubleClick={({ column, row }) => column.key === NUMBER && onOpen(row.id)}
      onCellKeyDown={keys}
      onCellCopy={({ row, column }, event) => {
        event.preventDefault();
        event.clipboardData.setData('text/plain', row.cells[column.key] ?? '');
      }}
      onCellPaste={({ row, column }, event) => {
        const cells = pastedCells(event.clipboardData.getData('text/plain'));
        if (column.key === NUMBER || cells.length === 0) return row;
        if (cells.length === 1 && cells[0].length === 1) return withCell(row, column.key, cells[0][0]);
        change((s) => pasteInto(s, shown, row, column.key, cells));
        return row;
      }}
      renderers={{ noRowsFallback: <NoRows none={series.rows.length === 0} /> }}
    />
  );
}

const NoRows = ({ none }: { none: boolean }) => (
  <p className="col-span-full p-4 text-center text-muted">
    {none ? 'No row yet: add rows, paste them, or bring a table in.' : 'No row has these words.'}
  </p>
);

function RowMark({
  row,
  number,
  troubles,
}: {
  row: SeriesRow;
  number: number;
  troubles: readonly Trouble[];
}) {
  const worst = row.leftOut ? null : worstOf(troubles);
  return (
    <span className="flex h-full items-center gap-1 tabular-nums">
      <span className="text-muted">{number}</span>
      {row.byHand.length > 0 && (
        <Hand size={12} className="text-spruce" role="img" aria-label="set by hand" />
      )}
      {worst && (
        <span title={troubles.map((t) => t.message).join('\n')} className="ml-auto flex">
          <SeverityMark severity={worst} size={13} />
        </span>
      )}
    </span>
  );
}

function ColumnHead({
  column,
  onWhat,
}: {
  column: SeriesColumn;
  onWhat: (what: 'rename' | 'delete' | 'fill' | 'sort') => void;
}) {
  const items = [
    ['sort', 'Sort by it'],
    ['rename', 'Call it otherwise…'],
    ['fill', 'Give its first cell to all below'],
    ['delete', 'Delete the column'],
  ] as const;
  return (
    <span className="flex h-full items-center gap-1">
      <span className="truncate" title={column.name}>
        {column.name}
      </span>
      <Menu>
        <MenuButton
          aria-label={`Column ${column.name}`}
          className="ml-auto inline-flex h-6 w-6 items-center justify-center rounded-md hover:bg-line"
          onKeyDown={(e) => e.stopPropagation()}
        >
          <ChevronDown size={14} aria-hidden />
        </MenuButton>
        <MenuItems
          anchor="bottom end"
          className="z-40 w-56 rounded-md border border-edge bg-card p-1 text-[13px]"
        >
          {items.map(([what, label]) => (
            <MenuItem key={what}>
              <button
                type="button"
                className="block w-full rounded-md px-2 py-1.5 text-left data-focus:bg-line"
                onClick={() => onWhat(what)}
              >
                {label}
              </button>
            </MenuItem>
          ))}
        </MenuItems>
      </Menu>
    </span>
  );
}

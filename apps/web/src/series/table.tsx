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
  pastedCells,
  worstOf,
  type Series,
  type SeriesColumn,
  type SeriesRow,
  type Trouble,
} from '@brelm/core/series';
import { SeverityMark } from '../ui';
import { NUMBER, pasteInto, withCell } from './table-edits';
import { toldWords } from '../words/told';
import { say } from '../words/series';

type Change = (next: (series: Series) => Series, gesture?: string | null) => void;

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
        ...{ key: NUMBER, name: say('row6'), width: 66, frozen: true, sortable: true },
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
      aria-label={say('tableOfTheSeries')}
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
    {none ? say('noRowYetAddRows') : say('noRowHasTheseWords')}
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
        <Hand size={12} className="text-spruce" role="img" aria-label={say('setByHand')} />
      )}
      {worst && (
        <span title={troubles.map(toldWords).join('\n')} className="ml-auto flex">
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
    ['sort', say('sortByIt')],
    ['rename', say('callItOtherwise')],
    ['fill', say('giveItsFirstCellTo')],
    ['delete', say('deleteTheColumn')],
  ] as const;
  return (
    <span className="flex h-full items-center gap-1">
      <span className="truncate" title={column.name}>
        {column.name}
      </span>
      <Menu>
        <MenuButton
          aria-label={say('column2', { name: column.name })}
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

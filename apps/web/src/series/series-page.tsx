import { Hammer } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { SortColumn } from 'react-data-grid';
import { slug } from '@brelm/core/export';
import { inkValues, openSide, sidesOf, type Design } from '@brelm/core/design';
import {
  byTrouble,
  emptyRow,
  renameColumn,
  rowIds,
  tableFile,
  withColumn,
  withoutColumn,
  withTable,
  worstOf,
  type GivenTable,
  type Series,
  type SeriesColumn,
  type SeriesRow,
} from '@brelm/core/series';
import { seenOn, sideOf } from '@brelm/core/spec';
import type { RowDesigns } from '@brelm/contract';
import { saveFile } from '../platform/save-file';
import { reasonOf, useGarmentsQuery, useSpecsQuery } from '../store/api';
import { useProtectedWordsQuery } from '../store/listings-api';
import { Button, KEPT_WORDS, KeptNotes, NameField, UndoRedo, notify } from '../ui';
import { PickDesign } from '../design/pick-design';
import { useKeys } from '../keys';
import { tableOf, type SeriesAsked } from '../workers/series-client';
import { AddRows } from './add-rows';
import { BringTable } from './bring-table';
import { ContactSheet } from './contact-sheet';
import { Following, ownDesign } from './following';
import { LostLayout } from './lost-layout';
import { MakeSeries } from './make-series';
import { RenameColumn } from './rename-column';
import { SheetBar, type SheetOrder } from './sheet-bar';
import { TableBar } from './table-bar';
import { Places } from './places';
import { RowPanel } from './row-panel';
import { Ends } from './ends';
import { SeriesTable } from './table';
import { fillDown, shownRows } from './table-edits';
import { useBase, useDoubts, useProofs, useRows } from './use-rows';
import { keepLayout, useLayout, useSeries } from './use-series';
import { useWanted } from './use-wanted';
import { say } from '../words/series';

const NO_WORDS: never[] = [];

/** One series: its places on top, its table, and all rows as pictures. */
export function SeriesPage() {
  const { id } = useParams();
  return <Opened key={id} id={id!} />;
}

function Opened({ id }: { id: string }) {
  const open = useSeries(id);
  const { series, fault } = open;
  const { state: layout, look } = useLayout(series?.layout ?? null);
  if (fault)
    return (
      <main className="mx-auto mt-20 max-w-md p-6">
        <h1 className="text-[20px]">{say('thisSeriesCannotBeShown')}</h1>
        <p className="my-3">{fault}</p>
        <Button onClick={open.again}>{say('tryAgain')}</Button>
      </main>
    );
  if (!series || !layout) return <p className="p-6 text-muted">{say('opening')}</p>;
  if ('fault' in layout)
    return <LostLayout open={open} series={series} fault={layout.fault} gone={layout.gone} />;
  return <Workplace id={id} open={open} series={series} {...layout} look={look} />;
}

type Open = ReturnType<typeof useSeries>;

function Workplace({
  id,
  open,
  series,
  layout,
  revision,
  look,
}: {
  id: string;
  open: Open;
  series: Series;
  layout: Design;
  /** Of the layout, as it is stored. */
  revision: number;
  /** Looks at the layout anew. */
  look: () => void;
}) {
  const { change, undo, redo, state } = open;
  const navigate = useNavigate();
  const { data: specs = [] } = useSpecsQuery();
  const { data: garments = [] } = useGarmentsQuery();
  const { data: protectedWords = NO_WORDS } = useProtectedWordsQuery();
  const [garmentId, setGarment] = useState<string | null>(null);
  const offered = useMemo(() => {
    const own = garments.filter((g) => layout.garments.includes(g.id) || g.id === layout.backdrop);
    return own.length
      ? own
      : seenOn(
          specs.find((s) => s.id === layout.board.spec),
          garments,
        );
  }, [garments, layout, specs]);
  const garment = offered.find((g) => g.id === (garmentId ?? layout.backdrop)) ?? offered[0];
  const sides = useMemo(() => sidesOf(layout), [layout]);
  const [sideId, setSide] = useState<string>(layout.side.id);
  const side = sides.some((s) => s.id === sideId) ? sideId : layout.side.id;
  const opened = useMemo(() => openSide(layout, side), [layout, side]);

  const ground = garment?.value ?? [...inkValues(layout, undefined).values()][0] ?? '#ffffff';
  const base = useBase(series, layout, ground, garment?.id ?? '');
  const wanted = useWanted(series, layout);
  const doubts = useDoubts(series, layout.name, protectedWords);
  const rows = useRows(series, base, wanted, doubts, side);
  const spec = specs.find((s) => s.id === opened.board.spec);
  const specSide = spec && (sideOf(spec, opened.board.side) ?? spec.sides[0]);
  const wish = useMemo(
    () => (spec && specSide && garment ? { spec, side: specSide, garments: [garment] } : null),
    [spec, specSide, garment],
  );
  const proofs = useProofs(series, base, wanted, wish);
  const troublesOf = (row: SeriesRow) => {
    const more = proofs.of(row);
    const own = rows.troubles(row.id);
    return more.length ? [...own, ...more] : own;
  };

  const [filter, setFilter] = useState('');
  const [sort, setSort] = useState<readonly SortColumn[]>([]);
  const [order, setOrder] = useState<SheetOrder>('trouble');
  const [chosen, setChosen] = useState<string | null>(series.rows[0]?.id ?? null);
  const [panel, setPanel] = useState(false);
  const [dialog, setDialog] = useState<'rows' | 'make' | 'layout' | null>(null);
  const [renaming, setRenaming] = useState<SeriesColumn | null>(null);
  const [brought, setBrought] = useState<{ name: string; table: GivenTable } | null>(null);

  const numbers = useMemo(() => new Map(series.rows.map((r, i) => [r.id, i + 1])), [series.rows]);
  const shown = useMemo(() => shownRows(series, filter, sort), [series, filter, sort]);
  const row = series.rows.find((r) => r.id === chosen) ?? null;
  // Sorted anew only once all were looked at: pictures that change places while one looks are no help.
  const settled = rows.looked === series.rows.length && !proofs.progress;
  const lastOrder = useRef<string[]>([]);
  const pictured = useMemo(() => {
    if (order === 'table') return shown;
    if (settled) {
      const all = new Map(shown.map((r) => [r.id, troublesOf(r)]));
      const sorted = byTrouble(shown, all);
      lastOrder.current = sorted.map((r) => r.id);
      return sorted;
    }
    const at = new Map(lastOrder.current.map((rowId, i) => [rowId, i]));
    return [...shown].sort((a, b) => (at.get(a.id) ?? Infinity) - (at.get(b.id) ?? Infinity) || 0);
    // Troubles are known anew with each version.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [shown, order, settled, rows.version, doubts]);

  const counts = useMemo(() => {
    const out = { stop: 0, watch: 0 };
    if (!settled) return out;
    for (const r of series.rows) {
      const worst = r.leftOut ? null : worstOf(troublesOf(r));
      if (worst === 'stop' || worst === 'watch') out[worst]++;
    }
    return out;
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [series.rows, settled, rows.version, doubts]);

  useKeys(
    {
      undo,
      redo,
      search: [
        () => document.querySelector<HTMLElement>('[aria-label="Find rows"]')?.focus(),
        say('findRows'),
      ],
    },
    { fixed: { Escape: () => setPanel(false) } },
  );
  const changeRow = (rowId: string, to: (r: SeriesRow) => SeriesRow, gesture: string | null = null) =>
    change((s) => ({ ...s, rows: s.rows.map((r) => (r.id === rowId ? to(r) : r)) }), gesture);
  const step = (by: 1 | -1) => {
    const at = pictured.findIndex((r) => r.id === chosen);
    const to = pictured[Math.max(0, Math.min(pictured.length - 1, at + by))];
    if (to) setChosen(to.id);
  };
  const changeLayout = async (to: Design, title: string) => {
    const kept = await keepLayout(series.layout, revision, to).finally(look);
    proofs.again();
    notify('done', say('inTheLayout', { title }), {
      label: say('takeItBack'),
      run: () =>
        void keepLayout(series.layout, kept, layout)
          .catch((error: unknown) => notify('fault', reasonOf(error)))
          .finally(look),
    });
  };
  const addRow = () => {
    const [rowId] = rowIds(series.rows, 1);
    change((s) => ({ ...s, rows: [...s.rows, emptyRow(rowId)] }));
    setChosen(rowId);
  };
  const onColumn = (column: SeriesColumn, what: 'rename' | 'delete' | 'fill' | 'sort') => {
    if (what === 'rename') setRenaming(column);
    else if (what === 'delete') change((s) => withoutColumn(s, column.id));
    else if (what === 'fill') change((s) => (shown[0] ? fillDown(s, shown, shown[0], column.id) : s));
    else {
      const now = sort[0]?.columnKey === column.id ? sort[0].direction : null;
      setSort(now === 'DESC' ? [] : [{ columnKey: column.id, direction: now === 'ASC' ? 'DESC' : 'ASC' }]);
    }
  };
  const bringIn = async (file: File) => {
    try {
      const table = await tableOf(new Uint8Array(await file.arrayBuffer()));
      setBrought({ name: file.name, table });
    } catch (error) {
      notify('fault', `${file.name}: ${reasonOf(error).replace(/^\w*Error: /, '')}`);
    }
  };
  const giveOut = (kind: 'csv' | 'tsv') =>
    saveFile(
      new Blob([tableFile(series, kind)], { type: 'text/csv' }),
      `${slug(series.name) || 'series'}.${kind}`,
    );
  const keepDesigns = (made: RowDesigns) => {
    const of = new Map(made.designs.map((d) => [d.row, { id: d.id, revision: d.revision }]));
    change((s) => ({ ...s, rows: s.rows.map((r) => (of.has(r.id) ? { ...r, design: of.get(r.id)! } : r)) }));
  };
  const request: SeriesAsked | null = useMemo(() => (base ? { ...base, ...wanted } : null), [base, wanted]);
  const whyNot =
    state !== 'saved' ? say('itIsNotSavedYet') : series.rows.length === 0 ? say('itHasNoRows') : null;
  const wantedRows = shown.filter((r) => !r.leftOut);
  const ratio = opened.board.height / opened.board.width;
  return (
    <div className="flex h-full flex-col">
      <header className="flex h-12 shrink-0 items-center gap-2 border-b border-line bg-card px-4">
        <h1 className="sr-only">{series.name}</h1>
        <NameField
          label={say('nameOfTheSeries')}
          name={series.name}
          className="!w-56 font-display !text-[16px] font-semibold"
          onName={(name) => change((s) => ({ ...s, name }))}
        />
        <p className="min-w-0 truncate text-[13px] text-muted">
          {say.rich('laidOutAs', {
            name: layout.name || say('untitled'),
            link: (words) => (
              <Link to={`/design/${series.layout}`} className="text-spruce underline">
                {words}
              </Link>
            ),
          })}
        </p>
        <Button className="!h-7 !px-2" onClick={() => setDialog('layout')}>
          {say('otherLayout')}
        </Button>
        <span role="status" className="mr-auto text-[13px] text-muted">
          {KEPT_WORDS[state]}
        </span>
        <UndoRedo open={open} />
        <Following id={id} series={series} saved={state === 'saved'} onFollowed={keepDesigns} />
        <Button
          tone="main"
          disabled={whyNot !== null}
          title={whyNot ?? undefined}
          onClick={() => setDialog('make')}
        >
          <Hammer size={14} aria-hidden />
          {say('makeItDots')}
        </Button>
      </header>
      <KeptNotes
        noun="series"
        refused={open.refused}
        conflict={state === 'conflict' && open.theirs !== null}
        onKeepMine={() =>
          void open.keepMine().then(
            (copy) => navigate(`/series/${copy}`),
            (error: unknown) => notify('fault', reasonOf(error)),
          )
        }
        onTakeOther={open.takeTheirs}
      />
      <Places
        series={series}
        layout={layout}
        row={row}
        change={change}
        preview={(ends) => <Ends ends={ends} request={request} side={side} garment={garment} ratio={ratio} />}
      />
      <div className="flex min-h-0 flex-1">
        <section
          aria-label={say('table')}
          className="flex w-[40%] max-w-[560px] min-w-[330px] flex-col border-r border-line"
        >
          <TableBar
            filter={filter}
            onFilter={setFilter}
            canMake={series.columns.length > 0}
            onRow={addRow}
            onRows={() => setDialog('rows')}
            onColumn={() => change((s) => withColumn(s, ''))}
            onFile={(file) => void bringIn(file)}
            onGive={giveOut}
          />
          <div className="min-h-0 flex-1">
            <SeriesTable
              series={series}
              shown={shown}
              numbers={numbers}
              troublesOf={troublesOf}
              chosen={chosen}
              sort={sort}
              onSort={setSort}
              onChoose={setChosen}
              onOpen={(rowId) => {
                setChosen(rowId);
                setPanel(true);
              }}
              change={change}
              onColumn={onColumn}
            />
          </div>
        </section>
        <section aria-label={say('contactSheet')} className="flex min-w-0 flex-1 flex-col">
          <SheetBar
            all={series.rows.length}
            looked={rows.looked}
            counts={counts}
            sides={sides}
            side={side}
            onSide={setSide}
            garments={offered}
            garment={garment}
            onGarment={setGarment}
            order={order}
            onOrder={setOrder}
            proofs={proofs}
            canProof={wish !== null && series.rows.length > 0}
          />
          <div className="min-h-0 flex-1 px-3 pb-3">
            <ContactSheet
              list={pictured}
              numbers={numbers}
              rows={rows}
              troublesOf={troublesOf}
              garment={garment}
              ratio={ratio}
              chosen={chosen}
              onChoose={setChosen}
              onOpen={() => setPanel(true)}
            />
          </div>
        </section>
        {panel && row && (
          <RowPanel
            key={row.id}
            series={series}
            layout={opened}
            row={row}
            number={numbers.get(row.id)!}
            troubles={troublesOf(row)}
            common={proofs.common}
            request={request}
            side={side}
            garment={garment}
            wish={wish}
            onLayout={changeLayout}
            onChange={(to, gesture) => changeRow(row.id, to, gesture)}
            onStep={step}
            onClose={() => setPanel(false)}
            onDesign={() =>
              void ownDesign(id, row).then(keepDesigns, (e: unknown) => notify('fault', reasonOf(e)))
            }
            onCut={() => changeRow(row.id, (r) => ({ ...r, design: null }))}
            onDelete={() => {
              change((s) => ({ ...s, rows: s.rows.filter((r) => r.id !== row.id) }));
              setPanel(false);
              const at = series.rows.indexOf(row);
              notify('done', say('rowIsDeleted', { at: at + 1 }), {
                label: say('bringItBack'),
                run: () => change((s) => ({ ...s, rows: s.rows.toSpliced(at, 0, row) })),
              });
            }}
          />
        )}
      </div>
      {dialog === 'rows' && (
        <AddRows
          series={series}
          onAdd={(more, instead) => {
            change((s) => ({ ...s, rows: instead ? more : [...s.rows, ...more] }));
            setDialog(null);
          }}
          onClose={() => setDialog(null)}
        />
      )}
      {dialog === 'make' && (
        <MakeSeries
          id={id}
          series={series}
          layout={layout}
          rows={wantedRows}
          specs={specs}
          stopped={wantedRows.filter((r) => rows.troubles(r.id).some((t) => t.severity === 'stop')).length}
          onDesigns={keepDesigns}
          onNames={(fileNames) => change((s) => ({ ...s, fileNames }))}
          onClose={() => setDialog(null)}
        />
      )}
      {dialog === 'layout' && (
        <PickDesign
          title={say('whichDesignIsTheLayout')}
          words={[say('theLayout'), say('takeIt')]}
          taken={new Set([series.layout])}
          onTake={(d) => {
            setDialog(null);
            change((s) => ({ ...s, layout: d.id }));
          }}
          onClose={() => setDialog(null)}
        />
      )}
      {brought && (
        <BringTable
          {...brought}
          series={series}
          onTake={(add) => {
            change((s) => withTable(s, brought.table, add));
            setBrought(null);
          }}
          onClose={() => setBrought(null)}
        />
      )}
      {renaming && (
        <RenameColumn
          column={renaming}
          taken={series.columns.filter((c) => c !== renaming).map((c) => c.name.toLowerCase())}
          onName={(name) => {
            change((s) => renameColumn(s, renaming.id, name));
            setRenaming(null);
          }}
          onClose={() => setRenaming(null)}
        />
      )}
    </div>
  );
}

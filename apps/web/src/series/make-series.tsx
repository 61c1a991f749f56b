import { useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { productsOf, type Design } from '@brelm/core/design';
import { plannedFiles } from '@brelm/core/placement';
import type { Series, SeriesRow } from '@brelm/core/series';
import type { Spec } from '@brelm/core/spec';
import type { LeftRow, RowDesigns } from '@brelm/contract';
import { NamePattern, namesFault } from '../files/name-pattern';
import { reasonOf } from '../store/api';
import { useDesignsOfRowsMutation, useMakeSeriesMutation, useSeriesMakingQuery } from '../store/series-api';
import { Button, Modal, Tick } from '../ui';
import { say } from '../words/series';

/** How often it is asked how far the rows are, ms. */
const LOOK_MS = 500;

/** Rows become files, or designs on the shelf. */
export function MakeSeries({
  id,
  series,
  layout,
  rows,
  specs,
  stopped,
  onDesigns,
  onNames,
  onClose,
}: {
  id: string;
  series: Series;
  layout: Design;
  /** Those that are asked for: what the table shows, without what is left out. */
  rows: readonly SeriesRow[];
  specs: readonly Spec[];
  /** How many of them have something wrong that stops them. */
  stopped: number;
  onDesigns: (made: RowDesigns) => void;
  /** Keeps how files are named. */
  onNames: (pattern: string) => void;
  onClose: () => void;
}) {
  const offered = useMemo(() => {
    const ids = productsOf(layout);
    return specs.filter((s) => ids.includes(s.id));
  }, [layout, specs]);
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const [pattern, setPattern] = useState(series.fileNames);
  const columns = series.columns.map((c) => c.name);
  const misnamed = namesFault(pattern, columns) !== null;
  const [pack, setPack] = useState(true);
  const [acceptStops, setAccept] = useState(false);
  const [make, making] = useMakeSeriesMutation();
  const [designs, designing] = useDesignsOfRowsMutation();
  const [made, setMade] = useState<{ words: string; left: LeftRow[]; runs: boolean } | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const chosen = offered.filter((s) => !off.has(s.id));
  const perRow = chosen.reduce(
    (n, spec) => n + spec.sides.reduce((m, side) => m + plannedFiles(layout, spec, side).length, 0),
    0,
  );
  const whole = rows.length === series.rows.filter((r) => !r.leftOut).length;
  const asked = whole ? {} : { rows: rows.map((r) => r.id) };
  // What is laid out for files, and not a file yet.
  const inWork = useRef<{ abort: () => void } | null>(null);
  // Whoever closes this while rows are laid out has thought better of it.
  useEffect(() => () => inWork.current?.abort(), []);
  const busy = making.isLoading || designing.isLoading;
  const { data: standing } = useSeriesMakingQuery(id, { skip: !busy, pollingInterval: LOOK_MS });
  const files = () => {
    setFault(null);
    if (pattern !== series.fileNames) onNames(pattern);
    const work = make({
      id,
      ...asked,
      specs: chosen.map((s) => s.id),
      pack,
      acceptStops,
      ...(pattern && { pattern }),
    });
    inWork.current = work;
    work.unwrap().then(
      ({ runs, left }) => {
        const there = runs.reduce((n, r) => n + r.counts.done, 0);
        const all = runs.reduce((n, r) => n + Object.values(r.counts).reduce((a, b) => a + b, 0), 0);
        setMade({
          runs: true,
          left,
          words: say('fileInRunOfThem', { all, runs: runs.length, isThere: Boolean(there), there }),
        });
      },
      (error: unknown) => setFault(reasonOf(error)),
    );
  };
  const own = () => {
    setFault(null);
    designs({ id, ...asked })
      .unwrap()
      .then(
        (result) => {
          onDesigns(result);
          setMade({
            runs: false,
            left: result.left,
            words: say('designOnTheShelfEach', { designs: result.designs.length }),
          });
        },
        (error: unknown) => setFault(reasonOf(error)),
      );
  };
  return (
    <Modal open title={say('makeIt')} onClose={onClose} wide>
      {made ? (
        <>
          <p role="status">{made.words}</p>
          {made.left.length > 0 && (
            <>
              <p className="mt-3 font-medium">{say('nothingIsMadeOf', { left: made.left.length })}</p>
              <ul
                className="mt-1 max-h-60 overflow-y-auto text-[13px]"
                tabIndex={0}
                aria-label={say('rowsOfWhichNothingIs')}
              >
                {made.left.map((l) => (
                  <li key={l.row}>
                    <span className="font-medium">{l.name}:</span> {l.why.join(' ')}
                  </li>
                ))}
              </ul>
            </>
          )}
          <div className="mt-4 flex justify-end gap-2">
            <Link
              to={made.runs ? '/runs' : '/'}
              className="inline-flex h-8 items-center rounded-md border border-edge bg-card px-3 text-[13px] font-medium"
            >
              {made.runs ? say('toTheRuns') : say('toTheShelf')}
            </Link>
            <Button tone="main" onClick={onClose}>
              {say('done')}
            </Button>
          </div>
        </>
      ) : (
        <>
          <p className="mb-3">
            {say('row4', { rows: rows.length })}
            {!whole && say('thoseThatTheTableShows')}
            {stopped > 0 && <span className="text-rust">{say('rowOfThemCannotBe', { stopped })}</span>}.
          </p>
          <fieldset className="mb-3 flex flex-col gap-0.5">
            <legend className="heading mb-1">{say('productsThatTheLayoutIs')}</legend>
            {offered.map((s) => (
              <Tick
                key={s.id}
                label={`${s.marketplace}, ${s.product}`}
                checked={!off.has(s.id)}
                onChange={(on) => {
                  const next = new Set(off);
                  if (on) next.delete(s.id);
                  else next.add(s.id);
                  setOff(next);
                }}
              />
            ))}
            {offered.length === 0 && <p className="text-muted">{say('theLayoutsProductIsNot')}</p>}
          </fieldset>
          <Tick label={say('aPackForEachMarketplace')} checked={pack} onChange={setPack} />
          <Tick label={say('alsoWhereTheProofHas')} checked={acceptStops} onChange={setAccept} />
          <details className="mt-2 text-[13px]" open={series.fileNames !== ''}>
            <summary className="cursor-pointer text-muted">{say('namesOfTheFiles')}</summary>
            <NamePattern value={pattern} columns={columns} onChange={setPattern} />
          </details>
          {fault && (
            <p role="alert" className="mt-2 text-rust">
              {fault}
            </p>
          )}
          {busy && (
            <div role="status" className="mt-3">
              <p className="text-[13px] text-muted">
                {standing?.all
                  ? say('ofRowsLaidOut', { done: standing.done, all: standing.all })
                  : say('layingTheRowsOut')}
              </p>
              <div className="mt-1 h-2 overflow-hidden rounded-[3px] bg-line">
                <div
                  className="h-full bg-spruce"
                  style={{ width: `${standing?.all ? (100 * standing.done) / standing.all : 0}%` }}
                />
              </div>
            </div>
          )}
          <div className="mt-4 flex items-center justify-end gap-2">
            <Button className="mr-auto" disabled={busy || rows.length === 0} onClick={own}>
              {designing.isLoading ? say('makingDesigns') : say('designsOnTheShelfInstead')}
            </Button>
            <Button onClick={onClose}>{say('cancel')}</Button>
            <Button
              tone="main"
              disabled={busy || perRow === 0 || rows.length === 0 || misnamed}
              onClick={files}
            >
              {making.isLoading ? say('layingTheRowsOut') : say('makeFile', { perRow: perRow * rows.length })}
            </Button>
          </div>
        </>
      )}
    </Modal>
  );
}

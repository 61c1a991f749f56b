import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { PlanRow } from '@brelm/contract';
import { reasonOf, useGarmentsQuery, usePlanQuery } from '../store/api';
import { useCancelRunMutation, useRunQuery, useStartRunsMutation } from '../store/runs-api';
import { useRunEvents } from '../store/run-events';
import { RunFiles } from '../runs/run-files';
import { RunProgress } from '../runs/run-progress';
import { Button, Modal } from '../ui';
import { NamePattern, namesFault } from './name-pattern';
import { PlanRowView, rowKey, type RowChoice, type RowState } from './plan-row';
import { apiAt } from '../platform/address';
import { say } from '../words/files';

/** What becomes of the files besides themselves: one archive, one for each product, or none. */
type PackHow = 'one' | 'each' | 'none';

/** The pattern of names that was used last, in this browser. */
const PATTERN_KEY = 'brelm-file-names';

/** Whether files were made as small as can be last, in this browser. */
const SMALLEST_KEY = 'brelm-smallest-files';

const PROBLEM = 'mt-3 rounded-md border border-rust p-3';

/** What will be made of designs, as a table; then the making of it. `ready` is awaited first. */
export function MakeDialog({
  designs,
  ready,
  onClose,
}: {
  designs: readonly string[];
  ready?: () => Promise<void>;
  onClose: () => void;
}) {
  const [fault, setFault] = useState<string | null>(null);
  const [saved, setSaved] = useState(!ready);
  const [runId, setRunId] = useState<string | null>(null);
  useEffect(() => {
    let wanted = true;
    ready?.().then(
      () => wanted && setSaved(true),
      (error: Error) => wanted && setFault(error.message),
    );
    return () => {
      wanted = false;
    };
  }, [ready]);
  return (
    <Modal open onClose={onClose} title={runId ? say('makingFiles') : say('whatWillBeMade')} wide="very">
      {fault ? (
        <div className={PROBLEM} role="alert">
          {fault}
        </div>
      ) : !saved ? (
        <p className="text-muted">{say('savingFirst')}</p>
      ) : runId ? (
        <Making id={runId} onClose={onClose} onAgain={() => setRunId(null)} />
      ) : (
        <Plan designs={designs} onStarted={setRunId} onClose={onClose} />
      )}
    </Modal>
  );
}

function Plan({
  designs,
  onStarted,
  onClose,
}: {
  designs: readonly string[];
  onStarted: (run: string) => void;
  onClose: () => void;
}) {
  const [pattern, setPattern] = useState(() => localStorage.getItem(PATTERN_KEY) ?? '');
  const [smallest, setSmallest] = useState(() => localStorage.getItem(SMALLEST_KEY) !== null);
  const plan = usePlanQuery({ designs: [...designs] });
  const { data: garments = [] } = useGarmentsQuery();
  const [choices, setChoices] = useState<Record<string, Partial<RowChoice>>>({});
  const [states, setStates] = useState<Record<string, RowState>>({});
  const [pack, setPack] = useState<PackHow>('one');
  const [start, starting] = useStartRunsMutation();
  const navigate = useNavigate();
  const patternWrong = namesFault(pattern);
  const rows = useMemo(() => plan.data ?? [], [plan.data]);

  const choiceOf = (r: PlanRow): RowChoice => ({
    // Most who sell stickers send one file, which says where it is cut; the other is for a plotter of one's own.
    made: !r.blade,
    format: r.format,
    blade: 'dxf',
    accepted: false,
    ...choices[rowKey(r)],
  });
  const choose = (key: string, change: Partial<RowChoice>) =>
    setChoices((all) => ({ ...all, [key]: { ...all[key], ...change } }));
  const onState = useCallback(
    (key: string, state: RowState) =>
      setStates((all) => (all[key] === state ? all : { ...all, [key]: state })),
    [],
  );

  const wanted = rows.filter((r) => {
    const choice = choiceOf(r);
    return choice.made && (states[rowKey(r)] !== 'stopped' || choice.accepted);
  });
  const proofing = rows.filter((r) => (states[rowKey(r)] ?? 'proofing') === 'proofing').length;
  const stopped = rows.filter((r) => states[rowKey(r)] === 'stopped').length;
  const accepted = rows.filter((r) => states[rowKey(r)] === 'stopped' && choiceOf(r).accepted).length;
  const several = new Set(rows.map((r) => r.designId)).size > 1;

  const requestOf = (r: PlanRow) => {
    const { format, blade, accepted: acceptStops } = choiceOf(r);
    return {
      designId: r.designId,
      spec: r.spec,
      side: r.side,
      colourway: r.colourway.id,
      apart: r.apart,
      format,
      acceptStops,
      ...(r.blade ? { blade } : smallest && { smallest }),
    };
  };
  const named = pattern ? { pattern } : {};
  const press = async () => {
    const files = wanted.map(requestOf);
    try {
      if (pack !== 'each') {
        const [run] = await start([{ files, ...named, pack: pack === 'one' && files.length > 1 }]).unwrap();
        onStarted(run.id);
        return;
      }
      // A listing is one product of one design: each gets a run, and so an archive, of its own.
      const listings = new Map<string, PlanRow[]>();
      for (const r of wanted) {
        const key = `${r.designId} ${r.spec}`;
        listings.set(key, [...(listings.get(key) ?? []), r]);
      }
      await start(
        [...listings.values()].map((rows) => ({
          files: rows.map(requestOf),
          ...named,
          pack: true,
          title: `${rows[0].designName}, ${rows[0].product}`,
        })),
      ).unwrap();
      onClose();
      void navigate('/runs');
    } catch {
      // What the server refused is shown from the mutation.
    }
  };

  if (plan.error)
    return (
      <div className={PROBLEM} role="alert">
        <p>{reasonOf(plan.error)}</p>
        <Button className="mt-2" onClick={() => void plan.refetch()}>
          {say('tryAgain')}
        </Button>
      </div>
    );
  if (!plan.data) return <p className="text-muted">{say('lookingWhatThereIsTo')}</p>;
  if (rows.length === 0) return <p className="text-muted">{say('thereIsNoProductYet')}</p>;
  return (
    <>
      <div className="max-h-[48vh] overflow-y-auto">
        <table className="w-full text-[13.5px]" aria-label={say('whatWillBeMade')}>
          <thead className="sticky top-0 z-10 bg-card text-left text-[12px] text-muted">
            <tr className="border-b border-edge">
              <th scope="col" className="w-7 py-1.5 font-normal">
                <input
                  type="checkbox"
                  aria-label={say('makeAll')}
                  checked={rows.every((r) => r.blade || choiceOf(r).made)}
                  onChange={(e) => {
                    // What a blade follows is asked for one by one.
                    for (const r of rows)
                      if (!r.blade || !e.target.checked) choose(rowKey(r), { made: e.target.checked });
                  }}
                />
              </th>
              <th scope="col" className="py-1.5 font-normal">
                {say('product')}
              </th>
              <th scope="col" className="py-1.5 font-normal">
                {say('colourway')}
              </th>
              <th scope="col" className="py-1.5 font-normal">
                {say('format')}
              </th>
              <th scope="col" className="py-1.5 font-normal">
                {say('pixels')}
              </th>
              <th scope="col" className="py-1.5 pr-3 text-right font-normal">
                {say('size')}
              </th>
              <th scope="col" className="w-[30%] py-1.5 font-normal">
                {say('proof')}
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <Row
                key={rowKey(r)}
                row={r}
                choice={choiceOf(r)}
                garments={garments}
                several={several}
                sided={rows.some((o) => o.spec === r.spec && o.side !== r.side)}
                choose={choose}
                onState={onState}
              />
            ))}
          </tbody>
        </table>
      </div>
      <details className="mt-3 text-[13px]">
        <summary className="cursor-pointer text-muted">{say('namesAndSizeOfThe')}</summary>
        <NamePattern
          value={pattern}
          onChange={(to) => {
            setPattern(to);
            localStorage.setItem(PATTERN_KEY, to);
          }}
        />
        <label className="mt-2 flex items-center gap-2">
          <input
            type="checkbox"
            checked={smallest}
            onChange={(e) => {
              setSmallest(e.target.checked);
              if (e.target.checked) localStorage.setItem(SMALLEST_KEY, '1');
              else localStorage.removeItem(SMALLEST_KEY);
            }}
          />
          {say.rich('pngAsSmallAsCan', { quiet: (words) => <span className="text-muted">{words}</span> })}
        </label>
      </details>
      {starting.error && (
        <div className={PROBLEM} role="alert">
          {reasonOf(starting.error)}
        </div>
      )}
      <div className="mt-4 flex flex-wrap items-center gap-3">
        <p className="mr-auto text-[13px] text-muted" role="status">
          {proofing > 0
            ? say('proofingOf', { proofing, rows: rows.length })
            : stopped > accepted
              ? say('fileHasStopsAndWill', { stopped: stopped - accepted })
              : say('everyFileIsProofed')}
        </p>
        {wanted.length > 1 && (
          <select
            aria-label={say('packs')}
            className="field !h-8 !w-auto"
            value={pack}
            onChange={(e) => setPack(e.target.value as PackHow)}
          >
            <option value="one">{say('andOnePackOfAll')}</option>
            <option value="each">{say('andAPackForEach')}</option>
            <option value="none">{say('noPack')}</option>
          </select>
        )}
        <Button onClick={onClose}>{say('close')}</Button>
        <Button
          tone="main"
          disabled={wanted.length === 0 || patternWrong !== null || starting.isLoading}
          onClick={() => void press()}
        >
          {wanted.length === 1 ? say('make1File') : say('makeFiles', { wanted: wanted.length })}
        </Button>
      </div>
    </>
  );
}

/** A row with callbacks that stay the same, so that it is not asked anew at each change of another. */
function Row({
  row,
  choose,
  onState,
  ...rest
}: Omit<Parameters<typeof PlanRowView>[0], 'onChoice' | 'onState'> & {
  choose: (key: string, change: Partial<RowChoice>) => void;
  onState: (key: string, state: RowState) => void;
}) {
  const key = rowKey(row);
  const told = useCallback((state: RowState) => onState(key, state), [onState, key]);
  return <PlanRowView row={row} {...rest} onChoice={(change) => choose(key, change)} onState={told} />;
}

/** A run in the making; what it made comes down by itself when it is one file or a pack. */
function Making({ id, onClose, onAgain }: { id: string; onClose: () => void; onAgain: () => void }) {
  useRunEvents();
  const { data: run, error } = useRunQuery(id, { refetchOnMountOrArgChange: true });
  const [cancel] = useCancelRunMutation();
  const link = useRef<HTMLAnchorElement>(null);
  const delivered = useRef(false);
  const ended = typeof run?.finishedAt === 'string';
  const single = run?.files.length === 1 && run.files[0].state === 'done' ? run.files[0] : null;
  const href = !ended
    ? null
    : single
      ? apiAt(`runs/files/${single.id}`)
      : run.packBytes !== null
        ? apiAt(`runs/${id}/pack`)
        : null;
  useEffect(() => {
    if (href && !delivered.current) {
      delivered.current = true;
      link.current?.click();
    }
  }, [href]);
  if (error)
    return (
      <div className={PROBLEM} role="alert">
        {reasonOf(error)}
      </div>
    );
  if (!run) return <p className="text-muted">{say('starting')}</p>;
  return (
    <>
      <RunProgress run={run} />
      <div className="mt-3 max-h-[46vh] overflow-y-auto">
        <RunFiles files={run.files} />
      </div>
      {run.reason && (
        <div className={PROBLEM} role="alert">
          {run.reason}
        </div>
      )}
      <div className="mt-4 flex flex-wrap items-center gap-3">
        <p className="mr-auto text-[13px] text-muted">
          {say.rich('itGoesOnWhenThis', {
            link: (words) => (
              <Link to="/runs" className="text-spruce underline">
                {words}
              </Link>
            ),
          })}
        </p>
        {href && (
          <a
            ref={link}
            href={href}
            download
            className="text-[13px] font-medium text-spruce underline"
            data-testid="made"
          >
            {say('downloadTheFile', { isSingle: Boolean(single) })}
          </a>
        )}
        {ended ? (
          <Button onClick={onAgain}>{say('makeMore')}</Button>
        ) : (
          <Button tone="danger" onClick={() => void cancel(id)}>
            {say('cancel')}
          </Button>
        )}
        <Button tone={ended ? 'main' : 'plain'} onClick={onClose}>
          {say('close')}
        </Button>
      </div>
    </>
  );
}

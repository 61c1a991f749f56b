import { useState } from 'react';
import {
  ArrowDown,
  ArrowUp,
  ChevronDown,
  ChevronRight,
  Download,
  Pause,
  Play,
  RotateCw,
  Trash2,
  X,
} from 'lucide-react';
import type { RunSummary } from '@brelm/contract';
import { reasonOf } from '../store/api';
import {
  useCancelRunMutation,
  useMoveRunMutation,
  usePauseRunMutation,
  usePolicyQuery,
  useRemoveRunMutation,
  useRetryRunMutation,
  useRunQuery,
  useRunsQuery,
  useSetPolicyMutation,
} from '../store/runs-api';
import { useRunEvents } from '../store/run-events';
import { bytesText, Button, IconButton, notify, Place, SeverityMark } from '../ui';
import { RunFiles } from './run-files';
import { RunProgress } from './run-progress';
import { apiAt } from '../platform/address';
import { format } from '../words/dates';
import { say } from '../words/runs';

/** What is being made, what was, and what failed and why. */
export function Runs() {
  useRunEvents();
  const runs = useRunsQuery(undefined, { refetchOnMountOrArgChange: true });
  const list = runs.data ?? [];
  const waiting = list.filter((r) => !r.finishedAt);
  const ended = list.filter((r) => r.finishedAt);
  return (
    <Place title={say('runs')} actions={<Policy />}>
      {runs.error ? (
        <div role="alert" className="rounded-md border border-rust p-4">
          <p>{reasonOf(runs.error)}</p>
          <Button className="mt-2" onClick={() => void runs.refetch()}>
            {say('tryAgain')}
          </Button>
        </div>
      ) : !runs.data ? (
        <p className="text-muted">{say('looking')}</p>
      ) : list.length === 0 ? (
        <div className="rounded-md border border-dashed border-edge p-8 text-center text-muted">
          {say.rich('nothingWasMadeYetOpen', { b: (words) => <b className="text-ink">{words}</b> })}
        </div>
      ) : (
        <>
          {waiting.length > 0 && (
            <section aria-label={say('beingMade2')} className="mb-8">
              <h2 className="heading mb-2">{say('beingMade2')}</h2>
              <ul className="flex flex-col gap-2">
                {waiting.map((r, i) => (
                  <RunCard key={r.id} run={r} first={i === 0} last={i === waiting.length - 1} />
                ))}
              </ul>
            </section>
          )}
          {ended.length > 0 && (
            <section aria-label={say('made')}>
              <h2 className="heading mb-2">{say('made')}</h2>
              <ul className="flex flex-col gap-2">
                {ended.map((r) => (
                  <RunCard key={r.id} run={r} first last />
                ))}
              </ul>
            </section>
          )}
        </>
      )}
    </Place>
  );
}

/** Says how long files are kept, and lets it be changed. */
function Policy() {
  const { data } = usePolicyQuery(undefined, { refetchOnMountOrArgChange: true });
  const [set] = useSetPolicyMutation();
  if (!data) return null;
  return (
    <label className="flex items-center gap-2 text-[13px] text-muted">
      {say('filesAreKept')}
      <select
        className="field !w-auto"
        value={data.keepDays ?? 'all'}
        onChange={(e) =>
          void set(e.target.value === 'all' ? null : Number(e.target.value))
            .unwrap()
            .catch((error: unknown) => notify('fault', reasonOf(error)))
        }
      >
        {[7, 30, 90, 365].map((days) => (
          <option key={days} value={days}>
            {say('forDays', { days })}
          </option>
        ))}
        {data.keepDays !== null && ![7, 30, 90, 365].includes(data.keepDays) && (
          <option value={data.keepDays}>{say('forDays2', { keepDays: data.keepDays })}</option>
        )}
        <option value="all">{say('untilIRemoveThem')}</option>
      </select>
      <span className="tabular-nums">{say('now', { bytes: bytesText(data.bytes) })}</span>
    </label>
  );
}

function RunCard({ run, first, last }: { run: RunSummary; first: boolean; last: boolean }) {
  const [open, setOpen] = useState(false);
  const [cancel] = useCancelRunMutation();
  const [pause] = usePauseRunMutation();
  const [retry] = useRetryRunMutation();
  const [remove] = useRemoveRunMutation();
  const [move] = useMoveRunMutation();
  const ended = run.finishedAt !== null;
  const again = run.cleaned || run.counts.failed + run.counts.cancelled > 0 || run.reason !== null;
  const tell = (work: Promise<unknown>) =>
    void work.catch((error: unknown) => notify('fault', reasonOf(error)));
  return (
    <li className="rounded-md border border-line bg-card" data-testid="run" data-state={run.state}>
      <div className="flex items-start gap-3 px-3 py-2.5">
        <IconButton
          label={open ? say('fold', { title: run.title }) : say('showTheFilesOf', { title: run.title })}
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? <ChevronDown size={16} /> : <ChevronRight size={16} />}
        </IconButton>
        <div className="min-w-0 flex-1">
          <div className="mb-1 flex items-baseline gap-2">
            <h3 className="truncate font-display text-[16px] font-semibold" title={run.title}>
              {run.title}
            </h3>
            <span className="text-[12.5px] whitespace-nowrap text-muted">
              {format(new Date(run.createdAt), 'd MMM, HH:mm')}
            </span>
          </div>
          <RunProgress run={run} />
          {run.reason && (
            <p className="mt-1 flex items-start gap-1.5 text-[13px] text-rust">
              <SeverityMark severity="stop" size={13} /> {run.reason}
            </p>
          )}
        </div>
        <div className="flex items-center gap-1">
          {!ended && (
            <>
              <IconButton
                label={say('makeItEarlier', { title: run.title })}
                disabled={first}
                onClick={() => tell(move({ id: run.id, to: 'up' }).unwrap())}
              >
                <ArrowUp size={15} />
              </IconButton>
              <IconButton
                label={say('makeItLater', { title: run.title })}
                disabled={last}
                onClick={() => tell(move({ id: run.id, to: 'down' }).unwrap())}
              >
                <ArrowDown size={15} />
              </IconButton>
              <IconButton
                label={
                  run.paused ? say('goOnWith', { title: run.title }) : say('pause', { title: run.title })
                }
                disabled={!run.paused && run.counts.queued === 0}
                onClick={() => tell(pause({ id: run.id, paused: !run.paused }).unwrap())}
              >
                {run.paused ? <Play size={15} /> : <Pause size={15} />}
              </IconButton>
              <IconButton
                label={say('cancel', { title: run.title })}
                onClick={() => tell(cancel(run.id).unwrap())}
              >
                <X size={16} />
              </IconButton>
            </>
          )}
          {ended && again && (
            <Button onClick={() => tell(retry({ id: run.id }).unwrap())}>
              <RotateCw size={14} aria-hidden />
              {run.cleaned ? say('makeAgain') : say('tryAgain')}
            </Button>
          )}
          {run.packBytes !== null && !run.cleaned && (
            <a
              href={apiAt(`runs/${run.id}/pack`)}
              download
              className="inline-flex h-8 items-center gap-1.5 rounded-md border border-edge bg-card px-3 text-[13px] font-medium hover:border-ink"
            >
              <Download size={15} aria-hidden />
              {say('pack', { packBytes: bytesText(run.packBytes) })}
            </a>
          )}
          {ended && (
            <IconButton
              label={say('remove', { title: run.title })}
              onClick={() => tell(remove(run.id).unwrap())}
            >
              <Trash2 size={15} />
            </IconButton>
          )}
        </div>
      </div>
      {open && <Files id={run.id} cleaned={run.cleaned} />}
    </li>
  );
}

function Files({ id, cleaned }: { id: string; cleaned: boolean }) {
  const { data, error } = useRunQuery(id, { refetchOnMountOrArgChange: true });
  return (
    <div className="border-t border-line px-4 py-1.5 pl-[52px]">
      {error ? (
        <p role="alert" className="py-2 text-rust">
          {reasonOf(error)}
        </p>
      ) : data ? (
        <RunFiles files={data.files} cleaned={cleaned} />
      ) : (
        <p className="py-2 text-muted">{say('looking')}</p>
      )}
    </div>
  );
}

import type { RunSummary } from '@brelm/contract';
import { say } from '../words/runs';
/** How a run stands, in words. */
export function runWords({ counts, state, cleaned, paused }: RunSummary): string {
  const all = Object.values(counts).reduce((n, v) => n + v, 0);
  const files = (n: number) => say('filesCounted', { n });
  if (cleaned) return say('madeAndCleanedAwaySince', { files: files(all) });
  const made = counts.done + counts.failed;
  if (paused && counts.queued)
    return counts.working
      ? say('ofMadeItRestsWhen', { made, files: files(all), working: counts.working })
      : say('ofMadeItRestsUntil', { made, files: files(all) });
  if (state === 'queued') return say('waiting', { files: files(all) });
  if (state === 'working') return say('ofMade', { made, files: files(all) });
  const parts = [
    counts.done ? say('madeAndChecked', { files: files(counts.done) }) : '',
    counts.failed ? say('failed', { failed: counts.failed }) : '',
    counts.cancelled ? say('cancelled2', { cancelled: counts.cancelled }) : '',
  ];
  return parts.filter(Boolean).join(', ');
}

/** A bar that fills as files are made; what failed shows by colour and in words. */
export function RunProgress({ run }: { run: RunSummary }) {
  const { counts } = run;
  const all = Math.max(
    1,
    Object.values(counts).reduce((n, v) => n + v, 0),
  );
  const share = (n: number) => `${(n / all) * 100}%`;
  return (
    <div>
      <div
        role="progressbar"
        aria-label={say('progressOf', { title: run.title })}
        aria-valuemin={0}
        aria-valuemax={all}
        aria-valuenow={counts.done + counts.failed + counts.cancelled}
        className="flex h-2 overflow-hidden rounded-[3px] bg-line"
      >
        <span className="bg-spruce" style={{ width: share(counts.done) }} />
        <span className="bg-rust" style={{ width: share(counts.failed) }} />
        <span className="animate-pulse bg-moss/60" style={{ width: share(counts.working) }} />
      </div>
      <p className="mt-1 text-[13px] text-muted" role="status" data-testid="run-words">
        {runWords(run)}
      </p>
    </div>
  );
}

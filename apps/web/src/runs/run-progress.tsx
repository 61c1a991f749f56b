import type { RunSummary } from '@brelm/contract';
/** How a run stands, in words. */
export function runWords({ counts, state, cleaned, paused }: RunSummary): string {
  const all = Object.values(counts).reduce((n, v) => n + v, 0);
  const files = (n: number) => `${n} ${n === 1 ? 'file' : 'files'}`;
  if (cleaned) return `${files(all)} made, and cleaned away since`;
  const made = counts.done + counts.failed;
  if (paused && counts.queued)
    return counts.working
      ? `${made} of ${files(all)} made; it rests when ${counts.working} more ${counts.working === 1 ? 'is' : 'are'}`
      : `${made} of ${files(all)} made; it rests until it goes on`;
  if (state === 'queued') return `${files(all)} waiting`;
  if (state === 'working') return `${made} of ${files(all)} made`;
  const parts = [
    counts.done ? `${files(counts.done)} made and checked` : '',
    counts.failed ? `${counts.failed} failed` : '',
    counts.cancelled ? `${counts.cancelled} cancelled` : '',
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
        aria-label={`Progress of ${run.title}`}
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

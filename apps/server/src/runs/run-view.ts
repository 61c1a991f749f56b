import type { JobFinding, MadeReport } from '@brelm/engine';
import type { RunFile, RunState, RunSummary } from '@brelm/contract';
import { withMoments } from '../http/answers';
import type { RunFileRow, RunRow } from '../database/entities';
import type { RunJob } from '../workers/tasks';

export const noCounts = (): Record<RunState, number> => ({
  queued: 0,
  working: 0,
  done: 0,
  failed: 0,
  cancelled: 0,
});

export const runView = (row: RunRow, counts: Record<RunState, number>): RunSummary => ({
  id: row.id,
  title: row.title,
  position: row.position,
  state: row.state,
  pack: Boolean(row.pack),
  packName: row.packName,
  packBytes: row.packBytes,
  reason: row.reason,
  paused: Boolean(row.paused),
  cleaned: Boolean(row.cleaned),
  ...withMoments({ createdAt: row.createdAt, finishedAt: row.finishedAt }),
  counts,
});

const parsed = <T>(text: string | null): T | null => (text === null ? null : (JSON.parse(text) as T));

export function fileView(row: RunFileRow): RunFile {
  const job = JSON.parse(row.job) as RunJob;
  const side = job.spec.sides.find((s) => s.id === job.side)!;
  const report = parsed<MadeReport>(row.report);
  return {
    id: row.id,
    runId: row.runId,
    state: row.state,
    designId: row.designId,
    revision: row.revision,
    path: row.path,
    spec: job.spec.id,
    marketplace: job.spec.marketplace,
    product: job.spec.product,
    side: side.name,
    sideId: side.id,
    colourway: job.colourway,
    apart: job.apart,
    garments: job.garments,
    mockup: job.mockup ?? null,
    blade: job.blade ?? null,
    format: job.format,
    // How high a picture of the product is, its scene says.
    width: job.mockup?.width ?? side.widthPx,
    height: job.mockup ? (report?.height ?? null) : side.heightPx,
    attempts: row.attempts,
    reason: row.reason,
    report,
    findings: parsed<JobFinding[]>(row.findings),
    ...withMoments({ startedAt: row.startedAt, finishedAt: row.finishedAt }),
  };
}

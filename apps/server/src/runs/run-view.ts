import type { BladeFile } from '@brelm/core/cutline';
import type { MockupWish } from '@brelm/core/mockup';
import type { JobFinding, MadeReport } from '@brelm/engine';
import type { RunFileRow, RunRow, RunState } from '../database/entities';
import type { RunJob } from '../workers/tasks';

export interface RunView {
  id: string;
  title: string;
  position: number;
  state: RunState;
  pack: boolean;
  packName: string;
  packBytes: number | null;
  reason: string | null;
  paused: boolean;
  cleaned: boolean;
  createdAt: Date;
  finishedAt: Date | null;
  counts: Record<RunState, number>;
}

export interface RunFileView {
  id: string;
  runId: string;
  state: RunState;
  designId: string;
  revision: number;
  path: string;
  spec: string;
  marketplace: string;
  product: string;
  side: string;
  sideId: string;
  colourway: string;
  /** The garment colour whose own position it has. */
  apart: string | null;
  garments: string[];
  /** The picture of the product that it is; null for a file to print. */
  mockup: MockupWish | null;
  /** What of a file a blade follows; null for a file to print. */
  blade: BladeFile | null;
  format: string;
  width: number;
  /** Null for a picture of the product that is not made yet. */
  height: number | null;
  attempts: number;
  reason: string | null;
  report: MadeReport | null;
  findings: JobFinding[] | null;
  startedAt: Date | null;
  finishedAt: Date | null;
}

/** What changed: a run, and one of its files where that is what did; or a run that is gone. */
export type RunEvent = { run: RunView; file?: RunFileView } | { gone: string };

export const noCounts = (): Record<RunState, number> => ({
  queued: 0,
  working: 0,
  done: 0,
  failed: 0,
  cancelled: 0,
});

export const runView = (row: RunRow, counts: Record<RunState, number>): RunView => ({
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
  createdAt: row.createdAt,
  finishedAt: row.finishedAt,
  counts,
});

const parsed = <T>(text: string | null): T | null => (text === null ? null : (JSON.parse(text) as T));

export function fileView(row: RunFileRow): RunFileView {
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
    startedAt: row.startedAt,
    finishedAt: row.finishedAt,
  };
}

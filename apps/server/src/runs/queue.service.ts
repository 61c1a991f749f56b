import { join } from 'node:path';
import {
  Inject,
  Injectable,
  Logger,
  type OnApplicationBootstrap,
  type OnModuleDestroy,
} from '@nestjs/common';
import { In } from 'typeorm';
import { readDesign, type Design } from '@brelm/core/design';
import type { Manifest, ManifestFile } from '@brelm/core/export';
import { licencesOf, type JobFinding, type MadeReport } from '../engine';
import type { RunFileRow, RunState } from '../database/entities';
import { FilesService } from '../files.service';
import { LibraryService } from '../library/library.service';
import { OPTIONS, outputsDir, type ServerOptions } from '../options';
import { mayBegin } from '../workers/budget';
import { PoolService, RUN_THREADS } from '../workers/pool.service';
import type { RunJob } from '../workers/tasks';
import { PlannerService } from './planner.service';
import { RunStore } from './run-store.service';

/** Before it is tried again when the database does not answer, ms. */
const REST = 1000;

interface InWork {
  runId: string;
  pixels: number;
  abort: AbortController;
}

/** Where the archive of a run lies. */
export const packPath = (options: ServerOptions, runId: string): string =>
  join(outputsDir(options), 'packs', `${runId}.zip`);

/**
 * Makes the files of runs, some at once, by worker threads. What is queued is in the database alone: a
 * server that was killed goes on where it was. A file counts as made only once it lies whole in its
 * place and its row says so; made again, the same bytes would lie in the same place.
 */
@Injectable()
export class QueueService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly log = new Logger('Runs');
  private readonly inWork = new Map<string, InWork>();
  /** When a run was last served: runs take turns. */
  private readonly served = new Map<string, number>();
  private readonly settling = new Map<string, Promise<void>>();
  private turn = 0;
  private pumping: Promise<void> | null = null;
  private again = false;
  private closed = false;
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly store: RunStore,
    private readonly planner: PlannerService,
    private readonly library: LibraryService,
    private readonly files: FilesService,
    private readonly pool: PoolService,
    @Inject(OPTIONS) private readonly options: ServerOptions,
  ) {}

  /** What was in work when the server ended is queued again. */
  async onApplicationBootstrap(): Promise<void> {
    await this.store.files.update({ state: 'working' }, { state: 'queued', startedAt: null });
    for (const { id } of await this.store.runs.find({ where: { state: In(['queued', 'working']) } }))
      await this.settle(id);
    this.wake();
  }

  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    this.store.close();
    await this.pumping?.catch(() => undefined);
  }

  /** Looks for work; call it whenever there may be some. */
  wake(): void {
    if (this.closed) return;
    if (this.pumping) {
      this.again = true;
      return;
    }
    this.pumping = this.pump()
      .catch((error: Error) => {
        if (this.closed) return;
        this.log.warn(`the queue waits for the database: ${error.message}`);
        this.timer = setTimeout(() => this.wake(), REST);
      })
      .finally(() => {
        this.pumping = null;
        if (this.again) {
          this.again = false;
          this.wake();
        }
      });
  }

  private async pump(): Promise<void> {
    while (!this.closed && this.inWork.size < RUN_THREADS) {
      const file = await this.next();
      if (!file || this.closed) return;
      const job = JSON.parse(file.job) as RunJob;
      const side = job.spec.sides.find((s) => s.id === job.side)!;
      const pixels = side.widthPx * side.heightPx;
      const busy = [...this.inWork.values()].reduce((n, w) => n + w.pixels, 0);
      if (!mayBegin(busy, pixels)) return;
      const { affected } = await this.store.files.update(
        { id: file.id, state: 'queued' },
        { state: 'working', startedAt: new Date(), attempts: file.attempts + 1, reason: null },
      );
      if (!affected) continue;
      await this.store.runs.update({ id: file.runId, state: 'queued' }, { state: 'working' });
      const work: InWork = { runId: file.runId, pixels, abort: new AbortController() };
      this.inWork.set(file.id, work);
      this.served.set(file.runId, ++this.turn);
      void this.store.tell(file.runId, file.id);
      void this.make(file, job, work);
    }
  }

  /** The next file: of the run that has fewest in work, then waited longest, then stands first. */
  private async next(): Promise<RunFileRow | null> {
    const rows = await this.store.files
      .createQueryBuilder('f')
      .innerJoin('runs', 'r', 'r.id = f.run_id')
      .select('f.run_id', 'runId')
      .addSelect('MIN(r.position)', 'position')
      .where("f.state = 'queued'")
      .groupBy('f.run_id')
      .getRawMany<{ runId: string; position: number }>();
    const working = (id: string) => [...this.inWork.values()].filter((w) => w.runId === id).length;
    const [first] = rows.sort(
      (a, b) =>
        working(a.runId) - working(b.runId) ||
        (this.served.get(a.runId) ?? 0) - (this.served.get(b.runId) ?? 0) ||
        a.position - b.position,
    );
    if (!first) return null;
    return this.store.files.findOne({
      where: { runId: first.runId, state: 'queued' },
      order: { position: 'ASC' },
    });
  }

  private async make(file: RunFileRow, job: RunJob, work: InWork): Promise<void> {
    let outcome: Partial<RunFileRow>;
    try {
      const { sha256, report, findings } = await this.pool.make(
        {
          job,
          snapshot: file.snapshot,
          garments: await this.library.garments(),
          filesDir: this.options.filesDir,
          outputsDir: outputsDir(this.options),
          acceptStops: Boolean(file.acceptStops),
          findings: await this.planner.known(file.snapshot, job),
        },
        work.abort.signal,
      );
      outcome = { state: 'done', sha256, report: JSON.stringify(report), findings: JSON.stringify(findings) };
    } catch (error) {
      if (this.closed) return;
      outcome = work.abort.signal.aborted
        ? { state: 'cancelled', reason: 'Cancelled.' }
        : { state: 'failed', reason: (error as Error).message };
    }
    try {
      await this.store.surely(() =>
        this.store.files.update({ id: file.id, state: 'working' }, { ...outcome, finishedAt: new Date() }),
      );
      this.inWork.delete(file.id);
      await this.store.tell(file.runId, file.id);
      await this.store.surely(() => this.settle(file.runId));
    } catch (error) {
      if (!this.closed) this.log.error((error as Error).stack);
    } finally {
      this.inWork.delete(file.id);
      this.wake();
    }
  }

  /** Ends a run whose files are all ended, with its pack. One after another: two last files make one pack. */
  settle(runId: string): Promise<void> {
    const before = this.settling.get(runId) ?? Promise.resolve();
    const now = before.catch(() => undefined).then(() => this.settleOnce(runId));
    this.settling.set(runId, now);
    const forget = () => {
      if (this.settling.get(runId) === now) this.settling.delete(runId);
    };
    now.then(forget, forget);
    return now;
  }

  private async settleOnce(runId: string): Promise<void> {
    const run = await this.store.runs.findOneBy({ id: runId });
    if (!run || run.finishedAt) return;
    const counts = (await this.store.counts([runId])).get(runId)!;
    if (counts.queued || counts.working) return;
    const state: RunState = counts.failed ? 'failed' : counts.cancelled ? 'cancelled' : 'done';
    let packed: { packBytes: number | null; reason: string | null } = { packBytes: null, reason: null };
    if (run.pack && counts.done && !counts.cancelled) {
      try {
        const path = packPath(this.options, runId);
        const manifest = await this.manifest(runId);
        const { bytes } = await this.pool.pack(
          { path, manifest, outputsDir: outputsDir(this.options) },
          new AbortController().signal,
        );
        packed = { packBytes: bytes, reason: null };
      } catch (error) {
        if (this.closed) return;
        packed = { packBytes: null, reason: (error as Error).message };
      }
    }
    await this.store.runs.update(
      { id: runId },
      { state: packed.reason ? 'failed' : state, finishedAt: new Date(), ...packed },
    );
    this.served.delete(runId);
    await this.store.tell(runId);
  }

  private async manifest(runId: string): Promise<Manifest> {
    const rows = (await this.store.filesOf(runId)).filter((f) => f.state === 'done');
    const garments = await this.library.garments();
    const designs = new Map<string, Design>();
    for (const { snapshot } of rows)
      if (!designs.has(snapshot))
        designs.set(snapshot, readDesign(JSON.parse((await this.files.read(snapshot)).toString('utf8'))));
    const files = rows.map((row): ManifestFile => {
      const job = JSON.parse(row.job) as RunJob;
      const report = JSON.parse(row.report!) as MadeReport;
      const design = designs.get(row.snapshot)!;
      return {
        path: row.path,
        sha256: row.sha256!,
        bytes: report.bytes,
        format: report.format,
        width: report.width,
        height: report.height,
        dpi: report.dpi,
        spec: job.spec.id,
        marketplace: job.spec.marketplace,
        product: job.spec.product,
        side: job.side,
        design: design.name,
        revision: row.revision,
        colourway: design.colourways.find((c) => c.id === job.colourway)?.name ?? job.colourway,
        garments: job.garments.map((id) => garments.find((g) => g.id === id)?.name ?? id),
        mirrored: job.placement.mirror,
        loss: report.loss,
        findings: row.findings ? (JSON.parse(row.findings) as JobFinding[]) : [],
      };
    });
    return {
      format: 'brelm-manifest',
      version: 1,
      made: new Date().toISOString(),
      files,
      licences: licencesOf([...designs.values()]),
    };
  }

  /** Stops what is in work of a run. */
  abort(runId: string): void {
    for (const work of this.inWork.values()) if (work.runId === runId) work.abort.abort();
  }
}

import { join } from 'node:path';
import {
  Inject,
  Injectable,
  Logger,
  type OnApplicationBootstrap,
  type OnModuleDestroy,
} from '@nestjs/common';
import { In, MoreThanOrEqual, Not } from 'typeorm';
import { sweepBegun, type JobFinding, type MadeReport } from '../engine';
import type { RunFileRow, RunState } from '../database/entities';
import { LibraryService } from '../library/library.service';
import { OPTIONS, outputsDir, type ShopOptions } from '../options';
import { DiskGuard } from '../storage/disk-guard';
import { mayBegin } from '../workers/budget';
import { PoolService, RUN_PROCESSES } from '../workers/pool.service';
import type { PackedFile, RunJob } from '../workers/tasks';
import { PlannerService } from './planner.service';
import { RunStore } from './run-store.service';

/** Before it is tried again when the database does not answer, ms. */
const REST = 1000;

/** Times that a file is begun before it is given up, where the server ended each time. */
const MOST_ATTEMPTS = 5;
/** Characters of a reason that are kept; its column holds four bytes for each. */
const MOST_REASON = 4000;

/** A reason as it is kept: not too long, and without the server's own paths. */
const cut = (reason: string): string => shortened(reason.replace(/(?:\/[^\s/:;,]+)+\/([^\s/:;,]+)/g, '$1'));

const shortened = (reason: string): string =>
  reason.length > MOST_REASON ? `${reason.slice(0, MOST_REASON)}…` : reason;

/** What a row says is to be made; null where that cannot be read. */
function jobOf(text: string): { job: RunJob; pixels: number } | null {
  try {
    const job = JSON.parse(text) as RunJob;
    const side = job.spec.sides.find((s) => s.id === job.side);
    if (!side) return null;
    // A picture of the product holds about its square, and its scene.
    const pixels = job.mockup ? 3 * job.mockup.width ** 2 : side.widthPx * side.heightPx;
    return { job, pixels };
  } catch {
    return null;
  }
}

interface InWork {
  runId: string;
  pixels: number;
  abort: AbortController;
}

/** Where the archive of a run lies. */
export const packPath = (options: ShopOptions, runId: string): string =>
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
  private readonly closing = new AbortController();
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly store: RunStore,
    private readonly planner: PlannerService,
    private readonly library: LibraryService,
    private readonly pool: PoolService,
    private readonly disk: DiskGuard,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  /** What was in work when the server ended is queued again. */
  async onApplicationBootstrap(): Promise<void> {
    // What was in work was killed with its server, maybe in the middle of a write.
    await sweepBegun(outputsDir(this.options));
    // One that was in work each time the server ended may be why: it is not begun for ever.
    await this.store.files.update(
      { state: 'working', attempts: MoreThanOrEqual(MOST_ATTEMPTS) },
      {
        state: 'failed',
        reason: `The server ended ${MOST_ATTEMPTS} times while this file was being made: it is not begun again by itself.`,
        finishedAt: new Date(),
      },
    );
    await this.store.files.update({ state: 'working' }, { state: 'queued', startedAt: null });
    for (const { id } of await this.store.runs.find({ where: { state: In(['queued', 'working']) } }))
      await this.settle(id);
    this.wake();
  }

  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    // The processes are all shops': what this one has begun in them ends with it.
    this.closing.abort();
    for (const { abort } of this.inWork.values()) abort.abort();
    this.store.close();
    await this.pumping?.catch(() => undefined);
  }

  /** How many files wait to be made, and are being made here. */
  async standing(): Promise<{ waiting: number; inWork: number }> {
    return { waiting: await this.store.files.countBy({ state: 'queued' }), inWork: this.inWork.size };
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
    while (!this.closed && this.inWork.size < RUN_PROCESSES) {
      const file = await this.next();
      if (!file || this.closed) return;
      const known = jobOf(file.job);
      if (!known) {
        await this.fail(file, 'What is to be made cannot be read any more: start a new run.');
        continue;
      }
      const { job, pixels } = known;
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

  /** Ends a file that cannot be begun. */
  private async fail({ id, runId }: RunFileRow, reason: string): Promise<void> {
    await this.store.files.update(
      { id, state: 'queued' },
      { state: 'failed', reason: cut(reason), finishedAt: new Date() },
    );
    await this.store.tell(runId, id);
    await this.settle(runId);
  }

  /** The next file: of the run that has fewest in work, then waited longest, then stands first. */
  private async next(): Promise<RunFileRow | null> {
    const rows = await this.store.files
      .createQueryBuilder('f')
      .innerJoin('runs', 'r', 'r.id = f.run_id')
      .select('f.run_id', 'runId')
      .addSelect('MIN(r.position)', 'position')
      .where("f.state = 'queued' AND r.paused = 0")
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
      await this.disk.check(4 * work.pixels);
      const { sha256, report, findings } = await this.pool.make(
        {
          job,
          snapshot: file.snapshot,
          garments: await this.library.garments(),
          filesDir: this.options.filesDir,
          outputsDir: outputsDir(this.options),
          acceptStops: Boolean(file.acceptStops),
          findings: job.mockup ? [] : await this.planner.known(file.snapshot, job),
        },
        work.abort.signal,
      );
      outcome = { state: 'done', sha256, report: JSON.stringify(report), findings: JSON.stringify(findings) };
    } catch (error) {
      if (this.closed) return;
      outcome = work.abort.signal.aborted
        ? { state: 'cancelled', reason: 'Cancelled.' }
        : { state: 'failed', reason: cut((error as Error).message) };
    }
    const end = (how: Partial<RunFileRow>) =>
      this.store.surely(() =>
        this.store.files.update({ id: file.id, state: 'working' }, { ...how, finishedAt: new Date() }),
      );
    try {
      await end(outcome).catch((error: Error) => {
        if (this.closed) throw error;
        // What cannot be stored is not tried again: the seller is told instead.
        this.log.error(error.stack);
        return end({ state: 'failed', reason: 'How this file went could not be stored; the log says why.' });
      });
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
        const files = await this.packed(runId);
        const { filesDir } = this.options;
        const { bytes } = await this.pool.pack(
          { path, files, filesDir, outputsDir: outputsDir(this.options) },
          this.closing.signal,
        );
        packed = { packBytes: bytes, reason: null };
      } catch (error) {
        if (this.closed) return;
        packed = { packBytes: null, reason: cut((error as Error).message) };
      }
    }
    await this.store.runs.update(
      { id: runId },
      { state: packed.reason ? 'failed' : state, finishedAt: new Date(), ...packed },
    );
    this.served.delete(runId);
    await this.store.tell(runId);
  }

  /** What a pack is made of; licences and names are read from the designs where it is packed. */
  private async packed(runId: string): Promise<PackedFile[]> {
    const rows = (await this.store.filesOf(runId)).filter((f) => f.state === 'done');
    const garments = await this.library.garments();
    return rows.map((row): PackedFile => {
      const job = JSON.parse(row.job) as RunJob;
      return {
        job,
        snapshot: row.snapshot,
        revision: row.revision,
        path: row.path,
        sha256: row.sha256!,
        report: JSON.parse(row.report!) as MadeReport,
        garments: job.garments.map((id) => garments.find((g) => g.id === id)?.name ?? id),
        findings: row.findings ? (JSON.parse(row.findings) as JobFinding[]) : [],
      };
    });
  }

  /** Stops what is in work of a run; what is marked so and is not is ended, too. */
  async abort(runId: string): Promise<void> {
    const own = [...this.inWork].filter(([, w]) => w.runId === runId);
    for (const [, work] of own) work.abort.abort();
    const ended = { state: 'cancelled', reason: 'Cancelled.', finishedAt: new Date() } as const;
    const ids = own.map(([id]) => id);
    await this.store.files.update(
      { runId, state: 'working', ...(ids.length ? { id: Not(In(ids)) } : {}) },
      ended,
    );
  }
}

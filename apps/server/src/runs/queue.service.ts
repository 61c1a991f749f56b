import {
  Inject,
  Injectable,
  Logger,
  type OnApplicationBootstrap,
  type OnModuleDestroy,
} from '@nestjs/common';
import { In, Not } from 'typeorm';
import { sweepBegun, type JobFinding, type MadeReport } from '@brelm/engine';
import type { RunState } from '@brelm/contract';
import { ProductFilesService } from '../designs/product-files.service';
import type { RunFileRow, RunRow } from '../database/entities';
import { isDatabaseAway } from '../http/faults.filter';
import { LibraryService } from '../library/library.service';
import { countFile, DutiesService, saidOf } from '../machines';
import { OPTIONS, outputsOf, placeOf, type ShopOptions } from '../options';
import { DiskGuard } from '../storage/disk-guard';
import { mayBegin } from '../workers/budget';
import { PoolService, RUN_PROCESSES } from '../workers/pool.service';
import type { PackedFile, RunJob } from '../workers/tasks';
import { ClaimsService, RENEW_EVERY, type Claim } from './claims.service';
import { PlannerService } from './planner.service';
import { RunStore } from './run-store.service';

/** Before it is tried again when the database does not answer, ms. */
const REST = 1000;

/** Files that are called for at once, where other processes make them. */
const MOST_CALLED = 1000;
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

/** A file that is being made here. */
interface InWork {
  claim: Claim;
  runId: string;
  pixels: number;
  abort: AbortController;
  done: Promise<void>;
}

/** What the archive of a run is called among what was made. */
export const packName = (runId: string): string => `packs/${runId}.zip`;

/**
 * Makes the files of runs, some at once, by child processes. What is queued is in the database alone, and so is who makes
 * it (see `ClaimsService`): a process that was killed loses nothing, and others go on. A file counts as made only once it
 * is kept whole and its row says so; made again, the same bytes would be kept once.
 */
@Injectable()
export class QueueService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly log = new Logger('Runs');
  private readonly inWork = new Set<InWork>();
  /** Told when there may be room for more. */
  private readonly roomFor = new Set<() => void>();
  private readonly settling = new Map<string, Promise<void>>();
  private pumping: Promise<void> | null = null;
  private again = false;
  private turn: Promise<unknown> = Promise.resolve();
  private closed = false;
  private readonly closing = new AbortController();
  private readonly timers: NodeJS.Timeout[] = [];
  private timer: NodeJS.Timeout | undefined;
  private unhear: () => void = () => undefined;

  constructor(
    private readonly store: RunStore,
    private readonly claims: ClaimsService,
    private readonly planner: PlannerService,
    private readonly productFiles: ProductFilesService,
    private readonly library: LibraryService,
    private readonly pool: PoolService,
    private readonly disk: DiskGuard,
    private readonly duties: DutiesService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    const { alone, carrier } = this.options.process;
    if (alone) {
      // What was in work was killed with its server, maybe in the middle of a write.
      await sweepBegun(outputsOf(this.options).folder);
      await this.claims.takeBack(true);
      for (const { id } of await this.store.runs.find({ where: { state: In(['queued', 'working']) } }))
        await this.settle(id);
    }
    this.unhear = carrier.hear((word) => {
      if ('shop' in word && word.shop === this.options.shop && word.of === 'run-stopped')
        for (const work of this.inWork) if (work.runId === word.run) work.abort.abort();
    });
    this.timers.push(
      setInterval(() => void this.renew(), RENEW_EVERY).unref(),
      setInterval(() => void this.lookAfter(), RENEW_EVERY).unref(),
    );
    this.duties.while(() => void this.lookAfter());
    this.wake();
  }

  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    this.unhear();
    for (const timer of this.timers) clearInterval(timer);
    clearTimeout(this.timer);
    for (const tell of this.roomFor) tell();
    const claims = [...this.inWork].map((w) => w.claim);
    // The processes are all shops': what this one has begun in them ends with it.
    this.closing.abort();
    for (const { abort } of this.inWork) abort.abort();
    this.store.close();
    await this.pumping?.catch(() => undefined);
    // Whoever goes on, here or elsewhere, need not wait for the leases to end.
    await this.claims.giveBack(claims).catch(() => undefined);
  }

  /** Whether files are begun by looking for them, and not by being called. */
  private get looks(): boolean {
    return this.options.process.alone;
  }

  /** How many files wait to be made, and are being made here; how long the first has waited, s. */
  async standing(): Promise<{ waiting: number; inWork: number; oldest: number }> {
    return { ...(await this.claims.standing()), inWork: this.inWork.size };
  }

  /** Begins nothing more; resolves once all that is in work has ended. */
  async drain(): Promise<void> {
    this.closed = true;
    for (const tell of this.roomFor) tell();
    await Promise.all([...this.inWork].map((w) => w.done));
  }

  /** Looks for work, or calls those who make files; call it whenever there may be some. */
  wake(): void {
    if (this.closed) return;
    if (this.pumping) {
      this.again = true;
      return;
    }
    this.pumping = (this.looks ? this.pump() : this.call())
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

  private async call(): Promise<void> {
    const { process, shop } = this.options;
    process.carrier.call(shop, await this.claims.waiting(MOST_CALLED));
  }

  private async pump(): Promise<void> {
    while (!this.closed && this.inWork.size < RUN_PROCESSES) {
      const begun = await this.begin();
      if (begun === 'later' || begun === null) return;
    }
  }

  /** Makes one file, if there is one: what a call asks for. Resolves when it has ended. */
  async serve(): Promise<void> {
    while (!this.closed) {
      const begun = await this.store.surely(() => this.begin());
      if (begun === null) return;
      if (begun !== 'later') return begun.done;
      // Too large to be made beside what is in work: once some of that has ended.
      await new Promise<void>((done) => {
        const tell = () => {
          this.roomFor.delete(tell);
          done();
        };
        this.roomFor.add(tell);
      });
    }
  }

  /** Claims the next file and begins it; one after another, so that each knows what room the others have taken. */
  private begin(): Promise<InWork | 'later' | null> {
    const now = this.turn.then(() => this.beginNext());
    this.turn = now.catch(() => undefined);
    return now;
  }

  private async beginNext(): Promise<InWork | 'later' | null> {
    let known: ReturnType<typeof jobOf> = null;
    const claim = await this.claims.take((text) => {
      known = jobOf(text);
      return !known || mayBegin(this.pixelsInWork(), (known as { pixels: number }).pixels);
    });
    if (!claim || claim === 'later') return claim;
    if (this.closed) {
      await this.claims.giveBack([claim]);
      return null;
    }
    const { job, pixels } = (known as ReturnType<typeof jobOf>) ?? { job: null, pixels: 0 };
    const { file } = claim;
    const work: InWork = {
      ...{ claim, runId: file.runId, pixels, abort: new AbortController() },
      done: Promise.resolve(),
    };
    this.inWork.add(work);
    void this.store.tell(file.runId, file.id);
    work.done = saidOf({ run: file.runId, file: file.id }, () => this.make(work, job));
    return work;
  }

  private pixelsInWork(): number {
    return [...this.inWork].reduce((n, w) => n + w.pixels, 0);
  }

  private async make(work: InWork, job: RunJob | null): Promise<void> {
    const { file } = work.claim;
    const begun = performance.now();
    let outcome: Partial<RunFileRow>;
    try {
      if (!job) throw new Error('What is to be made cannot be read any more: start a new run.');
      await this.disk.check(4 * work.pixels);
      const { sha256, report, findings } = await this.pool.make(
        {
          job,
          snapshot: file.snapshot,
          garments: await this.library.garments(),
          place: placeOf(this.options),
          outputs: outputsOf(this.options),
          acceptStops: Boolean(file.acceptStops),
          findings: job.mockup ? [] : await this.planner.known(file.snapshot, job),
        },
        work.abort.signal,
      );
      outcome = { state: 'done', sha256, report: JSON.stringify(report), findings: JSON.stringify(findings) };
      await this.productFiles.proofed(file.designId, job, file.snapshot, findings);
      await this.productFiles.made(file.designId, job, file.snapshot, file.runId);
    } catch (error) {
      if (this.closing.signal.aborted) return;
      outcome = work.abort.signal.aborted
        ? { state: 'cancelled', reason: 'Cancelled.' }
        : { state: 'failed', reason: cut((error as Error).message) };
    }
    const end = async (how: Partial<RunFileRow>) => {
      const counts = await this.store.surely(() => this.claims.end(work.claim, how));
      const went = counts ? (how.state as 'done' | 'failed' | 'cancelled') : 'overtaken';
      countFile(this.options.shop, went, (performance.now() - begun) / 1000);
    };
    try {
      await end(outcome).catch((error: Error) => {
        if (this.closed || isDatabaseAway(error)) throw error;
        // What cannot be stored is not tried again: the seller is told instead.
        this.log.error(error.stack);
        return end({ state: 'failed', reason: 'How this file went could not be stored; the log says why.' });
      });
      this.inWork.delete(work);
      await this.store.tell(file.runId, file.id);
      await this.store.surely(() => this.settle(file.runId));
    } catch (error) {
      if (!this.closed) this.log.error((error as Error).stack);
    } finally {
      this.inWork.delete(work);
      for (const tell of [...this.roomFor]) tell();
      if (this.looks) this.wake();
    }
  }

  /** Holds what is in work here; what is not this process's any more is given up. */
  private async renew(): Promise<void> {
    try {
      const gone = new Set(await this.claims.renew([...this.inWork].map((w) => w.claim)));
      for (const work of this.inWork) if (gone.has(work.claim)) work.abort.abort();
      for (const id of this.settling.keys()) await this.claims.renewEnd(id);
    } catch (error) {
      if (!this.closed) this.log.warn(`claims are not renewed: ${(error as Error).message}`);
    }
  }

  /** Queues again what was lost, ends what nobody ended, and calls again for what waits: one process at a time does it. */
  private async lookAfter(): Promise<void> {
    if (this.closed || !this.duties.isOn) return;
    try {
      // One that is alone holds all that is claimed: a clock that jumps takes nothing from it.
      const back = this.looks ? [] : await this.claims.takeBack();
      for (const id of back) await this.store.tell(id);
      for (const id of await this.claims.unended()) await this.settle(id);
      this.wake();
    } catch (error) {
      if (!this.closed) this.log.warn(`the queue is looked after later: ${(error as Error).message}`);
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
    // Where another process is at it, it has seen the same.
    if (!(await this.claims.takeEnd(runId))) return;
    const state: RunState = counts.failed ? 'failed' : counts.cancelled ? 'cancelled' : 'done';
    let packed: Pick<RunRow, 'packBytes' | 'packSha256' | 'reason'> = {
      ...{ packBytes: null, packSha256: null, reason: null },
    };
    if (run.pack && counts.done && !counts.cancelled) {
      try {
        const { bytes, sha256 } = await this.pool.pack(
          {
            name: packName(runId),
            files: await this.packed(runId),
            place: placeOf(this.options),
            outputs: outputsOf(this.options),
          },
          this.closing.signal,
        );
        packed = { packBytes: bytes, packSha256: sha256, reason: null };
      } catch (error) {
        if (this.closing.signal.aborted) return;
        packed = { ...packed, reason: cut((error as Error).message) };
      }
    }
    await this.store.runs.update(
      { id: runId, endedBy: this.options.process.name },
      {
        ...{ state: packed.reason ? 'failed' : state, finishedAt: new Date(), ...packed },
        ...{ endedBy: null, endedByUntil: null },
      },
    );
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

  /** Stops what is in work of a run, wherever that is. */
  async abort(runId: string): Promise<void> {
    const own = [...this.inWork].filter((w) => w.runId === runId);
    for (const work of own) work.abort.abort();
    const ids = own.map((w) => w.claim.file.id);
    await this.store.files.update(
      { runId, state: 'working', ...(ids.length ? { id: Not(In(ids)) } : {}) },
      { state: 'cancelled', reason: 'Cancelled.', owner: null, leaseUntil: null, finishedAt: new Date() },
    );
    this.options.process.carrier.tell({ shop: this.options.shop, of: 'run-stopped', run: runId });
  }
}

import { randomUUID } from 'node:crypto';
import { stat } from 'node:fs/promises';
import {
  ConflictException,
  Inject,
  Injectable,
  Logger,
  NotFoundException,
  type OnApplicationBootstrap,
  type OnModuleDestroy,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, IsNull, LessThan, Like, Repository } from 'typeorm';
import type { DesignHead } from '@brelm/core/design';
import { slug } from '@brelm/core/export';
import type { PlannedFile } from '@brelm/core/placement';
import type { MadeMockup, Run, RunSummary } from '@brelm/contract';
import { SettingRow, type RunFileRow, type RunRow } from '../database/entities';
import { ProductFilesService } from '../designs/product-files.service';
import { stopsOfJob, type JobFinding } from '@brelm/engine';
import { OPTIONS, outputsOf, type ShopOptions } from '../options';
import { ScenesService } from '../scenes/scenes.service';
import { HousekeepingService } from '../storage/housekeeping.service';
import { DutiesService } from '../machines';
import { storeOf, type FileStore } from '../files';
import type { RunJob } from '../workers/tasks';
import { JOB_VERSION } from './claims.service';
import { packName, QueueService } from './queue.service';
import { filesOf, PlannerService } from './planner.service';
import { RunStore } from './run-store.service';
import { fileView } from './run-view';
import type { CreateRunDto, MoveRunDto } from './runs.dto';

const KEEP_DAYS = 30;
const POLICY = 'keep-made-days';
const DAY = 24 * 3600 * 1000;
/** How often old files are looked for, ms. */
const TIDY_EVERY = 3600 * 1000;
/** Runs that are listed; older ones stay in the database. */
const LISTED = 200;

/** Files that are looked up at once. */
const LOOKED_UP = 200;

/** Pictures of products that are looked through for the last ones of a design. */
const MOST_MOCKUPS = 1000;

/** A file that is to be made, with all that it is made of. */
export interface Making {
  designId: string;
  revision: number;
  head: DesignHead;
  /** SHA-256 of the design as it is, which lies among the files. */
  snapshot: string;
  file: PlannedFile;
  job: RunJob;
  acceptStops: boolean;
}

/** A run that is to be started. */
export interface AskedRun {
  title: string;
  pack: boolean;
  pattern: string | undefined;
  files: Making[];
}

/** Runs as the seller sees them: started, moved, paused, cancelled, tried again, and cleaned away. */
@Injectable()
export class RunsService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly log = new Logger('Runs');
  private tidying: NodeJS.Timeout | undefined;
  private going: Promise<unknown> = Promise.resolve();
  private closed = false;

  constructor(
    private readonly store: RunStore,
    private readonly queue: QueueService,
    private readonly planner: PlannerService,
    private readonly productFiles: ProductFilesService,
    private readonly scenes: ScenesService,
    private readonly housekeeping: HousekeepingService,
    private readonly duties: DutiesService,
    @InjectRepository(SettingRow) private readonly settings: Repository<SettingRow>,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  onApplicationBootstrap(): void {
    const tidy = () => {
      if (!this.duties.isOn) return;
      this.going = this.tidy().catch((error: Error) => {
        if (!this.closed) this.log.warn(`old files stay for now: ${error.message}`);
      });
    };
    this.duties.while(tidy);
    this.tidying = setInterval(tidy, TIDY_EVERY);
  }

  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    clearInterval(this.tidying);
    await this.going;
  }

  async list(): Promise<RunSummary[]> {
    const rows = await this.store.runs.find({ order: { position: 'ASC', createdAt: 'ASC' } });
    const waiting = rows.filter((r) => !r.finishedAt);
    const ended = rows
      .filter((r) => r.finishedAt)
      .sort((a, b) => b.finishedAt!.getTime() - a.finishedAt!.getTime())
      .slice(0, LISTED);
    return this.store.views([...waiting, ...ended]);
  }

  async get(id: string): Promise<Run> {
    const run = await this.store.view(id);
    return { ...run, files: (await this.store.filesOf(id)).map(fileView) };
  }

  /** Starts making files from the designs as they are saved now; answers before the first is made. */
  async create(request: CreateRunDto): Promise<Run> {
    return (await this.createAll([request]))[0];
  }

  /** Starts several runs, in this order: all of them, or none where one cannot be. */
  async createAll(requests: readonly CreateRunDto[]): Promise<Run[]> {
    const asked: AskedRun[] = [];
    for (const request of requests) asked.push(await this.resolved(request));
    const views: Run[] = [];
    for (const { id } of await this.createOf(asked)) views.push(await this.get(id));
    return views;
  }

  /**
   * Starts runs of files that are known in all that they are made of: all of them, or none. What a row of a series made
   * before of the very same is taken from there.
   */
  async createOf(asked: readonly AskedRun[]): Promise<RunSummary[]> {
    const first = (await this.lastPosition()) + 1;
    const made: { run: RunRow; files: RunFileRow[] }[] = [];
    for (const [i, run] of asked.entries()) made.push(await this.rowsOf(run, first + i));
    await this.store.runs.manager.transaction(async (db) => {
      for (const { run, files } of made) {
        await db.insert('runs', run);
        // Many rows at once would be a statement longer than the database takes.
        for (let i = 0; i < files.length; i += 50) await db.insert('run_files', files.slice(i, i + 50));
      }
    });
    await this.productFiles.wanted(
      asked.flatMap((a) =>
        a.files.map(({ designId, job, head }) => ({
          designId,
          job,
          of: job.mockup ? 1 : filesOf(head, job.spec),
        })),
      ),
    );
    for (const { run, files } of made) {
      // Where all of it was there already, there is nothing to wait for.
      if (files.every((f) => f.state === 'done')) await this.queue.settle(run.id);
      await this.store.tell(run.id);
    }
    this.queue.wake();
    const views: RunSummary[] = [];
    for (const { run } of made) views.push(await this.store.view(run.id));
    return views;
  }

  /** What a request for files asks for, from the designs as they are saved now. Refuses by field. */
  private async resolved(request: CreateRunDto): Promise<AskedRun> {
    const resolved = await this.planner.resolve(request.files);
    const snapshots = new Map<string, string>();
    for (const { stored } of resolved)
      if (!snapshots.has(stored.id)) snapshots.set(stored.id, await this.planner.snapshot(stored));
    const files = resolved.map(({ stored, file, job, acceptStops }): Making => ({
      ...{ designId: stored.id, revision: stored.revision, head: stored.head, file, job, acceptStops },
      snapshot: snapshots.get(stored.id)!,
    }));
    const names = [...new Set(files.map((f) => f.head.name))];
    const title =
      request.title?.trim() || (names.length === 1 ? names[0] : `${names[0]} and ${names.length - 1} more`);
    return { title, pack: request.pack ?? false, pattern: request.pattern, files };
  }

  /** The rows of a run, before there is one. */
  private async rowsOf(asked: AskedRun, place: number): Promise<{ run: RunRow; files: RunFileRow[] }> {
    const cells = asked.files.find((f) => f.job.row)?.job.row?.cells ?? {};
    this.planner.checkPattern(asked.pattern, Object.keys(cells));
    const paths = await this.planner.paths(
      asked.files.map(({ head, file, job: { mockup, scene, row, blade } }) => ({
        ...{ design: head, file, more: row?.cells, blade },
        // A scene of one's own is called by its name, not by its id.
        mockup: mockup && scene ? { ...mockup, scene: scene.name } : mockup,
      })),
      asked.pattern,
    );
    const title = asked.title || 'Untitled';
    const now = new Date();
    const run: RunRow = {
      id: randomUUID(),
      title: title.slice(0, 300),
      position: place,
      state: 'queued',
      pack: asked.pack,
      packName: `${slug(title)}-pack.zip`,
      packBytes: null,
      packSha256: null,
      servedAt: null,
      endedBy: null,
      endedByUntil: null,
      paused: false,
      reason: null,
      cleaned: false,
      createdAt: now,
      finishedAt: null,
    };
    const files = asked.files.map((making, position): RunFileRow => ({
      id: randomUUID(),
      runId: run.id,
      position,
      state: 'queued',
      designId: making.designId,
      revision: making.revision,
      snapshot: making.snapshot,
      job: JSON.stringify(making.job),
      jobVersion: JOB_VERSION,
      path: paths[position],
      acceptStops: making.acceptStops,
      attempts: 0,
      owner: null,
      token: 0,
      leaseUntil: null,
      lost: 0,
      reason: null,
      sha256: null,
      report: null,
      findings: null,
      madeOf: making.job.row ? this.planner.madeOf(making.snapshot, making.job) : null,
      startedAt: null,
      finishedAt: null,
    }));
    await this.takeMade(files);
    return { run, files };
  }

  /** Files that were made of the very same before, and lie there still, are done. */
  private async takeMade(files: readonly RunFileRow[]): Promise<void> {
    for (let i = 0; i < files.length; i += LOOKED_UP) {
      const some = files.slice(i, i + LOOKED_UP).filter((f) => f.madeOf !== null);
      if (some.length === 0) continue;
      const known = await this.store.files
        .createQueryBuilder('f')
        .innerJoin('runs', 'r', 'r.id = f.run_id')
        .where("f.madeOf IN (:...keys) AND f.state = 'done' AND r.cleaned = 0", {
          keys: some.map((f) => f.madeOf),
        })
        .getMany();
      const byKey = new Map(known.map((f) => [f.madeOf, f]));
      for (const file of some) {
        const before = byKey.get(file.madeOf);
        const findings = before?.findings ? (JSON.parse(before.findings) as JobFinding[]) : [];
        if (!before?.sha256 || (!file.acceptStops && stopsOfJob(findings).length)) continue;
        if (!(await this.outputs.found(before.sha256))) continue;
        const { sha256, report } = before;
        const now = new Date();
        Object.assign(file, {
          ...{ state: 'done', sha256, report, findings: before.findings, startedAt: now, finishedAt: now },
        } satisfies Partial<RunFileRow>);
      }
    }
  }

  private async lastPosition(): Promise<number> {
    return (await this.store.runs.maximum('position')) ?? 0;
  }

  /** Moves a run that has not ended among those that have not. */
  async move(id: string, to: MoveRunDto['to']): Promise<RunSummary[]> {
    const run = await this.store.run(id);
    if (run.finishedAt) throw new ConflictException('This run has ended: there is nothing to move.');
    const rows = await this.store.runs.find({ order: { position: 'ASC', createdAt: 'ASC' } });
    const waiting = rows.filter((r) => !r.finishedAt);
    const from = waiting.findIndex((r) => r.id === id);
    const last = waiting.length - 1;
    const at = { first: 0, up: Math.max(0, from - 1), down: Math.min(last, from + 1), last }[to];
    const [moved] = waiting.splice(from, 1);
    waiting.splice(at, 0, moved);
    const places = waiting.map((r) => r.position).sort((a, b) => a - b);
    for (const [i, row] of waiting.entries()) {
      // Ended runs keep their places; those that wait share out the ones that they have.
      const position = i > 0 && places[i] <= places[i - 1] ? (places[i] = places[i - 1] + 1) : places[i];
      if (row.position !== position) {
        await this.store.runs.update(row.id, { position });
        await this.store.tell(row.id);
      }
    }
    this.queue.wake();
    return this.list();
  }

  /** Begins nothing more of a run, or goes on with it; what is in work is made to its end. */
  async pause(id: string, paused: boolean): Promise<Run> {
    const { affected } = await this.store.runs.update({ id, finishedAt: IsNull() }, { paused });
    if (!affected) {
      await this.store.run(id);
      throw new ConflictException('This run has ended: there is nothing to pause.');
    }
    await this.store.tell(id);
    if (!paused) this.queue.wake();
    return this.get(id);
  }

  async cancel(id: string): Promise<Run> {
    await this.store.run(id);
    await this.store.files.update(
      { runId: id, state: 'queued' },
      { state: 'cancelled', reason: 'Cancelled.', finishedAt: new Date() },
    );
    await this.queue.abort(id);
    await this.queue.settle(id);
    await this.store.tell(id);
    return this.get(id);
  }

  /** Queues again what failed, was cancelled, or was cleaned away; of the same revision as before. */
  async retry(id: string, acceptStops = false): Promise<Run> {
    const run = await this.store.run(id);
    const states = run.cleaned
      ? (['failed', 'cancelled', 'done'] as const)
      : (['failed', 'cancelled'] as const);
    const { affected } = await this.store.files.update(
      { runId: id, state: In([...states]) },
      {
        state: 'queued',
        reason: null,
        finishedAt: null,
        sha256: null,
        report: null,
        lost: 0,
        ...(acceptStops ? { acceptStops: true } : {}),
      },
    );
    // A pack that could not be written is tried again even when all of its files are there.
    if (!affected && !run.reason) throw new ConflictException('Nothing of this run failed or was cancelled.');
    await this.store.runs.update(id, {
      state: 'queued',
      finishedAt: null,
      paused: false,
      reason: null,
      cleaned: false,
      packBytes: null,
      packSha256: null,
      endedBy: null,
    });
    if (!affected) await this.queue.settle(id);
    await this.store.tell(id);
    this.queue.wake();
    return this.get(id);
  }

  /** The last picture of each kind that was made of a design, and whether it or its scene has changed since. */
  async mockupsOf(designId: string): Promise<MadeMockup[]> {
    const now = await this.planner.hashNow(designId);
    const rows = await this.store.files.find({
      where: { designId, state: 'done', job: Like('%"mockup":{%') },
      order: { finishedAt: 'DESC' },
      take: MOST_MOCKUPS,
    });
    const last = new Map<string, MadeMockup>();
    const scenes = new Map((await this.scenes.all()).map((s) => [s.id, s]));
    const other = ({ scene }: RunJob) =>
      scene !== undefined && JSON.stringify(scenes.get(scene.id)) !== JSON.stringify(scene);
    for (const row of rows) {
      const file = fileView(row);
      const { mockup } = file;
      if (!mockup) continue;
      const key = JSON.stringify([file.spec, file.sideId, file.colourway, mockup]);
      if (last.has(key)) continue;
      last.set(key, { file, behind: row.snapshot !== now || other(JSON.parse(row.job) as RunJob) });
    }
    return [...last.values()];
  }

  /** Removes a run that has ended, with the files that it made. */
  async remove(id: string): Promise<void> {
    const run = await this.store.run(id);
    if (!run.finishedAt) throw new ConflictException('This run has not ended: cancel it first.');
    await this.removeMade([run]);
    await this.store.runs.delete({ id });
    this.store.tellGone(id);
  }

  async madeFile(id: string): Promise<{ path: string; name: string; size: number }> {
    const row = await this.store.file(id);
    if (row.state !== 'done' || !row.sha256)
      throw new ConflictException(row.reason ?? 'The file is still being made.');
    return there(await this.outputs.found(row.sha256), row.path.split('/').pop()!);
  }

  async packFile(id: string): Promise<{ path: string; name: string; size: number }> {
    const run = await this.store.run(id);
    if (run.packBytes === null)
      throw new ConflictException(
        run.reason ?? (run.pack ? 'The pack is still being made.' : 'This run makes no pack.'),
      );
    return there(await this.outputs.foundNamed(packName(id), run.packSha256 ?? undefined), run.packName);
  }

  private get outputs(): FileStore {
    return storeOf(outputsOf(this.options));
  }

  async policy(): Promise<{ keepDays: number | null; bytes: number }> {
    const row = await this.settings.findOneBy({ name: POLICY });
    const keepDays = row ? (row.value === 'all' ? null : Number(row.value)) : KEEP_DAYS;
    return { keepDays, bytes: await this.madeBytes() };
  }

  async setPolicy(keepDays: number | null): Promise<{ keepDays: number | null; bytes: number }> {
    await this.settings.save({ name: POLICY, value: keepDays === null ? 'all' : String(keepDays) });
    await this.tidy();
    return this.policy();
  }

  /** Bytes of all files and packs that are kept. */
  private async madeBytes(): Promise<number> {
    const [files] = await this.store.files.query<{ n: string | null }[]>(
      `SELECT SUM(n) n FROM (SELECT MAX(JSON_VALUE(f.report, '$.bytes')) n FROM run_files f
        JOIN runs r ON r.id = f.run_id WHERE f.state = 'done' AND r.cleaned = 0 GROUP BY f.sha256) made`,
    );
    const [packs] = await this.store.runs.query<{ n: string | null }[]>(
      'SELECT SUM(pack_bytes) n FROM runs WHERE cleaned = 0',
    );
    return Number(files.n ?? 0) + Number(packs.n ?? 0);
  }

  /** Removes what runs made that ended longer ago than the policy keeps. */
  async tidy(now = Date.now()): Promise<number> {
    const row = await this.settings.findOneBy({ name: POLICY });
    if (row?.value === 'all') return 0;
    const before = new Date(now - (row ? Number(row.value) : KEEP_DAYS) * DAY);
    const old = await this.store.runs.find({ where: { finishedAt: LessThan(before), cleaned: false } });
    await this.removeMade(old);
    for (const run of old) {
      await this.store.runs.update(run.id, { cleaned: true, packBytes: null });
      await this.store.tell(run.id);
    }
    if (old.length) await this.housekeeping.tidy(now);
    return old.length;
  }

  /** Removes the packs of runs; their files go by themselves once no run has them any more. */
  private async removeMade(runs: readonly RunRow[]): Promise<void> {
    for (const { id } of runs) await this.outputs.removeNamed(packName(id));
  }
}

/** A file that is given out. Throws a NotFoundException where it is not kept any more. */
async function there(path: string | null, name: string) {
  if (path === null) throw new NotFoundException('The file was cleaned away: make the run again.');
  return { path, name, size: (await stat(path)).size };
}

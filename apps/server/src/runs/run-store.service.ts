import {
  Inject,
  Injectable,
  Logger,
  NotFoundException,
  type OnModuleDestroy,
  type OnModuleInit,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Subject } from 'rxjs';
import { In, IsNull, Repository } from 'typeorm';
import type { RunState, RunSummary, RunTold } from '@brelm/contract';
import { RunFileRow, RunRow } from '../database/entities';
import { isDatabaseAway, isOutOfTurn } from '../http/faults.filter';
import type { Word } from '../machines';
import { OPTIONS, type ShopOptions } from '../options';
import { fileView, noCounts, runView } from './run-view';

/** Waits between tries to write what must not be lost, ms. */
const WAITS = [200, 500, 1000, 2000, 5000];
/** Tries before it is given up: some ten minutes. */
const MOST_TRIES = 120;

/** Changes of a run within so long, ms, are shown together. */
const MOMENT = 100;

/** The rows of runs, and the word to everybody who watches when one of them changes. */
@Injectable()
export class RunStore implements OnModuleInit, OnModuleDestroy {
  readonly events = new Subject<RunTold>();
  private readonly log = new Logger('Runs');
  private closed = false;
  /** Files that changed of each run, and are not shown yet. */
  private readonly changed = new Map<string, Set<string>>();
  private unhear: () => void = () => undefined;

  constructor(
    @InjectRepository(RunRow) readonly runs: Repository<RunRow>,
    @InjectRepository(RunFileRow) readonly files: Repository<RunFileRow>,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  onModuleInit(): void {
    this.unhear = this.options.process.carrier.hear((word) => void this.heard(word));
  }

  onModuleDestroy(): void {
    this.unhear();
  }

  close(): void {
    this.closed = true;
    this.events.complete();
  }

  /**
   * Does something with the database, again while it is away (it may be restarting just now) or another writer stands in
   * the way. Everything else that goes wrong would go wrong again, and is thrown.
   */
  async surely<T>(work: () => Promise<T>): Promise<T> {
    for (let n = 0; ; n++) {
      try {
        return await work();
      } catch (error) {
        if (this.closed || n >= MOST_TRIES) throw error;
        if (!isDatabaseAway(error) && !isOutOfTurn(error)) throw error;
        if (n === 0)
          this.log.warn(`the database does not take it, trying again: ${(error as Error).message}`);
        await new Promise((done) => setTimeout(done, WAITS[Math.min(n, WAITS.length - 1)]));
      }
    }
  }

  async run(id: string): Promise<RunRow> {
    const row = await this.runs.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no run ${id}.`);
    return row;
  }

  async file(id: string): Promise<RunFileRow> {
    const row = await this.files.findOneBy({ id });
    if (!row) throw new NotFoundException('There is no such file of a run.');
    return row;
  }

  filesOf(runId: string): Promise<RunFileRow[]> {
    return this.files.find({ where: { runId }, order: { position: 'ASC' } });
  }

  /** How many files of each run are in each state. */
  async counts(runIds: readonly string[]): Promise<Map<string, Record<RunState, number>>> {
    const counts = new Map(runIds.map((id) => [id, noCounts()]));
    if (runIds.length === 0) return counts;
    const rows = await this.files
      .createQueryBuilder('f')
      .select('f.runId', 'runId')
      .addSelect('f.state', 'state')
      .addSelect('COUNT(*)', 'n')
      .where({ runId: In([...runIds]) })
      .groupBy('f.runId')
      .addGroupBy('f.state')
      .getRawMany<{ runId: string; state: RunState; n: string }>();
    for (const { runId, state, n } of rows) counts.get(runId)![state] = Number(n);
    return counts;
  }

  async views(rows: readonly RunRow[]): Promise<RunSummary[]> {
    const counts = await this.counts(rows.map((r) => r.id));
    return rows.map((r) => runView(r, counts.get(r.id)!));
  }

  async view(id: string): Promise<RunSummary> {
    return (await this.views([await this.run(id)]))[0];
  }

  /** Tells those who watch, whichever process they are connected to, that a run changed, or one of its files. */
  async tell(run: string, file?: string): Promise<void> {
    if (this.closed) return;
    const { process, shop } = this.options;
    process.carrier.tell({ shop, of: 'run', run, ...(file !== undefined && { file }) });
    return Promise.resolve();
  }

  /** Tells them that a run is gone. */
  tellGone(run: string): void {
    const { process, shop } = this.options;
    process.carrier.tell({ shop, of: 'run-gone', run });
  }

  private async heard(word: Word): Promise<void> {
    if (this.closed || !this.events.observed) return;
    if (word.of === 'missed') {
      const runs = await this.runs.find({ where: { finishedAt: IsNull() } }).catch(() => []);
      for (const { id } of runs) this.show(id);
    } else if (word.shop !== this.options.shop) return;
    else if (word.of === 'run') this.show(word.run, word.file);
    else if (word.of === 'run-gone') this.events.next({ gone: word.run });
  }

  /** Shows a run, with what else of it changes within a moment: its files are counted once for all of that. */
  private show(runId: string, fileId?: string): void {
    const waiting = this.changed.get(runId);
    if (waiting) {
      if (fileId !== undefined) waiting.add(fileId);
      return;
    }
    const files = new Set(fileId === undefined ? [] : [fileId]);
    this.changed.set(runId, files);
    setTimeout(() => {
      this.changed.delete(runId);
      void this.shown(runId, files).catch(() => undefined);
    }, MOMENT).unref();
  }

  private async shown(runId: string, fileIds: ReadonlySet<string>): Promise<void> {
    const run = await this.view(runId);
    const files = fileIds.size ? await this.files.findBy({ id: In([...fileIds]) }) : [];
    if (this.closed) return;
    for (const file of files) this.events.next({ run, file: fileView(file) });
    if (files.length === 0) this.events.next({ run });
  }
}

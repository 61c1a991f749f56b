import { randomUUID } from 'node:crypto';
import {
  ConflictException,
  Inject,
  Injectable,
  Logger,
  NotFoundException,
  UnprocessableEntityException,
  type OnApplicationBootstrap,
  type OnModuleDestroy,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, LessThanOrEqual, Repository } from 'typeorm';
import { marketOfSpec } from '@brelm/core/spec';
import type { ListingRequest, RemoteListing, SendingView, SentListing } from '@brelm/contract';
import { withMoments } from '../http/answers';
import { ListingRow, SendingLineRow, SendingRow } from '../database/entities';
import { codeOf, isDatabaseAway, isOutOfTurn } from '../http/faults.filter';
import { OPTIONS, type ShopOptions } from '../options';
import { DutiesService } from '../machines';
import { BusyError } from '../workers/process-pool';
import { ConnectionsService } from './connections.service';
import { RefusedError, RetryError, type Connector, type Outgoing } from './connectors';
import { lineView, ListingsService } from './listings.service';
import { OutgoingFilesService } from './outgoing-files.service';
import { PrepareService, SEND_VERSION, type SendJob } from './prepare.service';

/** Times that a marketplace is asked before a line is given up. */
const MOST_ATTEMPTS = 8;
/** The longest rest between two of them, ms. */
const LONGEST_REST = 120_000;
/** Lines that are worked at together; of one marketplace one at a time. */
const AT_ONCE = 2;
/** Before it is gone on with what could not be noted, ms. */
const TAKEN_UP = 1000;
/** Before it is looked again while the server is only just starting, or the database is away, ms. */
const SOON = 300;

/**
 * Sends listings to their marketplaces. What is to be sent is in the database alone, so that a server that was killed goes
 * on; a listing is looked for by its reference before it is made, so that it is never there twice.
 */
@Injectable()
export class SendingService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly log = new Logger('Listings');
  private readonly inWork = new Map<
    string,
    { market: string; abort: AbortController; done: Promise<void> }
  >();
  private timer: NodeJS.Timeout | undefined;
  private looking: Promise<void> = Promise.resolve();
  private closed = false;
  private unhear: () => void = () => undefined;

  constructor(
    @InjectRepository(SendingRow) private readonly sendings: Repository<SendingRow>,
    @InjectRepository(SendingLineRow) private readonly lines: Repository<SendingLineRow>,
    @InjectRepository(ListingRow) private readonly rows: Repository<ListingRow>,
    private readonly listings: ListingsService,
    private readonly prepare: PrepareService,
    private readonly connections: ConnectionsService,
    private readonly files: OutgoingFilesService,
    private readonly duties: DutiesService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  onApplicationBootstrap(): void {
    this.duties.while(
      () => void this.takeUp(),
      () => this.letGo(),
    );
    this.unhear = this.options.process.carrier.hear((word) => {
      if (!('shop' in word) || word.shop !== this.options.shop) return;
      if (word.of === 'sending') this.wake();
      if (word.of === 'line-stopped') this.inWork.get(word.line)?.abort.abort();
    });
  }

  /** Goes on with what another, or this one before it ended, was at. */
  private async takeUp(): Promise<void> {
    try {
      await this.lines.update({ state: 'working' }, { state: 'queued' });
      this.wake(SOON);
    } catch (error) {
      if (this.closed) return;
      this.log.warn(`sending waits: ${(error as Error).message}`);
      setTimeout(() => this.duties.isOn && void this.takeUp(), 1000).unref();
    }
  }

  /** Another goes on with it. */
  private letGo(): void {
    clearTimeout(this.timer);
    for (const { abort } of this.inWork.values()) abort.abort();
  }

  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    this.unhear();
    clearTimeout(this.timer);
    for (const { abort } of this.inWork.values()) abort.abort();
    await Promise.all(
      [this.looking, ...[...this.inWork.values()].map((w) => w.done)].map((p) => p.catch(() => undefined)),
    );
  }

  /**
   * Begins to send listings. All are looked at first: nothing is begun where one has a stop. A listing that is being sent
   * already is joined, not sent twice: its line is told instead of a new one.
   */
  async begin(asked: readonly ListingRequest[]): Promise<SendingView> {
    const prepared: { asked: ListingRequest; job: SendJob; snapshot: string }[] = [];
    for (const [i, one] of asked.entries()) {
      const market = marketOfSpec(one.spec);
      if (!(await this.connections.isConnected(market))) {
        const message = `There is no connection to the marketplace of ${one.spec}: connect to it first.`;
        throw new UnprocessableEntityException({ message, faults: [{ field: `listings[${i}]`, message }] });
      }
      if (one.action === 'publish') {
        const { job, snapshot } = await this.prepare.prepare(
          one.designId,
          one.spec,
          `listings[${i}]`,
          one.force ?? false,
        );
        prepared.push({ asked: one, job, snapshot });
      } else prepared.push({ asked: one, job: NOTHING_SENT(one.spec), snapshot: '' });
    }
    const id = randomUUID();
    await this.sendings.insert({ id, createdAt: new Date() });
    let joined: string | null = null;
    for (const { asked: one, job, snapshot } of prepared) {
      const listing = await this.listings.rowFor(one.designId, one.spec);
      const line: SendingLineRow = {
        ...{ id: randomUUID(), sendingId: id, listingId: listing.id, openFor: listing.id },
        ...{ market: marketOfSpec(one.spec), action: one.action, state: 'queued', step: 'waiting' },
        ...{ attempts: 0, nextAt: null, reason: null, job: JSON.stringify(job), snapshot, finishedAt: null },
        jobVersion: SEND_VERSION,
      };
      joined = (await this.insertOrJoin(line)) ?? joined;
    }
    this.tell({ of: 'sending' });
    if (joined && (await this.lines.countBy({ sendingId: id })) === 0) {
      await this.sendings.delete({ id });
      return this.get(joined);
    }
    return this.get(id);
  }

  /** Inserts a line; where its listing is being sent already, tells by which sending instead. */
  private async insertOrJoin(line: SendingLineRow): Promise<string | null> {
    for (;;)
      try {
        await this.lines.insert(line);
        return null;
      } catch (error) {
        if (codeOf(error) !== 'ER_DUP_ENTRY') throw error;
        const open = await this.lines.findOneBy({ openFor: line.listingId });
        if (open) return open.sendingId;
        // It ended between the two.
      }
  }

  async get(id: string): Promise<SendingView> {
    const [sending] = await this.several([id]);
    if (!sending) throw new NotFoundException(`There is no sending ${id}.`);
    return sending;
  }

  /** Those of some sendings that there are. */
  async several(ids: readonly string[]): Promise<SendingView[]> {
    const sendings = await this.sendings.findBy({ id: In([...ids]) });
    const lines = await this.lines.findBy({ sendingId: In(sendings.map((s) => s.id)) });
    const rows = new Map(
      (await this.rows.findBy({ id: In(lines.map((l) => l.listingId)) })).map((r) => [r.id, r]),
    );
    return sendings.map(({ id, createdAt }) => ({
      ...withMoments({ id, createdAt }),
      lines: lines
        .filter((l) => l.sendingId === id)
        .map((l) => {
          const { designId, spec } = rows.get(l.listingId)!;
          return { ...lineView(l), designId, spec };
        }),
    }));
  }

  /** Ends a line that is not done: what its marketplace has taken already stays there. */
  async cancel(lineId: string): Promise<SendingView> {
    const line = await this.lines.findOneBy({ id: lineId });
    if (!line) throw new NotFoundException(`There is no line ${lineId}.`);
    const { affected } = await this.lines.update(
      { id: lineId, state: In(['queued', 'working']) },
      { state: 'cancelled', reason: 'Cancelled.', openFor: null, finishedAt: new Date() },
    );
    if (!affected) throw new ConflictException('This has ended already.');
    this.tell({ of: 'line-stopped', line: lineId });
    return this.get(line.sendingId);
  }

  private tell(word: { of: 'sending' } | { of: 'line-stopped'; line: string }): void {
    const { process, shop } = this.options;
    process.carrier.tell({ shop, ...word });
  }

  /** Looks for what is to be sent, at once or after so many ms. */
  wake(after = 0): void {
    if (this.closed || !this.duties.isOn) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.looking = this.looking
        .then(() => this.look())
        .catch((error: Error) => {
          if (this.closed) return;
          this.log.warn(`sending waits: ${error.message}`);
          this.wake(TAKEN_UP);
        });
    }, after).unref();
  }

  private async look(): Promise<void> {
    if (this.closed || !this.duties.isOn) return;
    if (!this.connections.home) return this.wake(SOON);
    // Whoever has the duties alone works at lines: one in work that is not in work here was left by a database that went away.
    const open = await this.lines.find({
      where: { state: In(['queued', 'working']), jobVersion: LessThanOrEqual(SEND_VERSION) },
      order: { nextAt: 'ASC', id: 'ASC' },
    });
    let next = Infinity;
    for (const line of open) {
      if (this.inWork.has(line.id)) continue;
      if (this.inWork.size >= AT_ONCE) return;
      if ([...this.inWork.values()].some((w) => w.market === line.market)) continue;
      const due = line.nextAt?.getTime() ?? 0;
      if (due > Date.now()) {
        next = Math.min(next, due);
        continue;
      }
      const { affected } = await this.lines.update(
        { id: line.id, state: line.state },
        { state: 'working', reason: null },
      );
      if (!affected) continue;
      const abort = new AbortController();
      const done = this.work({ ...line, state: 'working' }, abort.signal)
        .then(() => 0)
        .catch((error: Error) => {
          // Not even how it ended could be noted: it is taken up again.
          if (!this.closed) this.log.error(error.stack);
          return TAKEN_UP;
        })
        .then((rest) => {
          this.inWork.delete(line.id);
          this.wake(rest);
        });
      this.inWork.set(line.id, { market: line.market, abort, done });
    }
    if (next < Infinity) this.wake(Math.max(10, next - Date.now()));
  }

  private step(line: SendingLineRow, step: string, job?: SendJob): Promise<unknown> {
    return this.lines.update(
      { id: line.id, state: 'working' },
      { step, ...(job ? { job: JSON.stringify(job) } : {}) },
    );
  }

  private async work(line: SendingLineRow, signal: AbortSignal): Promise<void> {
    const end = (how: Partial<SendingLineRow>) =>
      this.lines.update({ id: line.id, state: 'working' }, { openFor: null, finishedAt: new Date(), ...how });
    try {
      const connector = await this.connections.to(line.market);
      const listing = await this.rows.findOneByOrFail({ id: line.listingId });
      if (line.action === 'down') await this.down(line, listing, connector);
      else await this.publish(line, listing, connector, signal);
      await this.connections.note(line.market, null);
    } catch (error) {
      if (this.closed || signal.aborted) return;
      const after = passing(error);
      if (after !== null && line.attempts + 1 < MOST_ATTEMPTS) {
        const rest = (this.options.marketRest ?? 1000) * 2 ** line.attempts;
        const wait = Math.min(LONGEST_REST, Math.max(rest, after * 1000));
        await this.lines.update(
          { id: line.id, state: 'working' },
          {
            state: 'queued',
            attempts: line.attempts + 1,
            nextAt: new Date(Date.now() + wait),
            reason: shortened((error as Error).message),
          },
        );
        return;
      }
      if (error instanceof RefusedError && error.why === 'token')
        await this.connections.note(line.market, error.message);
      await end({
        state: 'failed',
        attempts: line.attempts + 1,
        reason: shortened((error as Error).message),
      });
    }
  }

  private async down(line: SendingLineRow, listing: ListingRow, connector: Connector): Promise<void> {
    await this.step(line, 'asking');
    const there = await connector.find(listing.id);
    await this.step(line, 'sending');
    const remote = there && (await connector.takeDown(there.id));
    await this.noted(line, listing, remote, { state: 'down' });
  }

  private async publish(
    line: SendingLineRow,
    listing: ListingRow,
    connector: Connector,
    signal: AbortSignal,
  ): Promise<void> {
    const job = JSON.parse(line.job) as SendJob;
    // The step that it was killed at is known by what its row says.
    const begun = isBegun(line);
    if (!begun) await this.step(line, 'files');
    const before = listing.sent ? (JSON.parse(listing.sent) as SentListing) : null;
    const files = await this.files.of(line.snapshot, job, before, {
      signal,
      kept: () => this.step(line, begun ? line.step : 'files', job),
    });
    const outgoing: Outgoing = {
      ...{ reference: listing.id, product: job.spec, ...job.words, price: job.price, colours: job.colours },
      files,
    };
    if (!begun) await this.step(line, 'asking');
    const there = await connector.find(listing.id);
    let remote: RemoteListing;
    if (there && begun && isSent(there, outgoing, job.base ?? null)) remote = there;
    else {
      const changed = there && listing.seen !== null && there.revision !== listing.seen;
      if (changed && !job.force) {
        await this.rows.update({ id: listing.id }, { remote: JSON.stringify(there), heardAt: new Date() });
        throw new RefusedError(
          'It was changed on the marketplace since it was sent: look at it there first.',
          'changed',
        );
      }
      await this.step(line, 'sending', { ...job, base: there?.revision ?? null });
      remote = there
        ? await connector.update(there.id, there.revision, outgoing)
        : await connector.publish(outgoing);
    }
    await this.step(line, 'noting');
    const { prints, pictures, force: _force, base: _base, ...said } = job;
    const sent: SentListing = {
      ...said,
      ...{
        snapshot: line.snapshot,
        files: prints.length,
        pictures: pictures.length,
        at: new Date().toISOString(),
      },
    };
    await this.noted(line, listing, remote, { state: 'sent', sent: JSON.stringify(sent) });
  }

  /** The listing and its line say the same, or neither says it. */
  private async noted(
    line: SendingLineRow,
    listing: ListingRow,
    remote: RemoteListing | null,
    how: Partial<ListingRow>,
  ): Promise<void> {
    const heardAt = new Date();
    await this.rows.manager.transaction(async (db) => {
      const heard = remote ? { remote: JSON.stringify(remote), seen: remote.revision, heardAt } : {};
      await db.update(ListingRow, { id: listing.id }, { ...how, ...heard });
      await db.update(
        SendingLineRow,
        { id: line.id },
        { state: 'done', step: 'done', reason: null, openFor: null, finishedAt: heardAt },
      );
    });
  }
}

/** The least time, s, after which what failed so may go well; null where it will not. */
function passing(error: unknown): number | null {
  if (error instanceof RetryError) return error.after ?? 0;
  if (error instanceof BusyError) return error.retryAfterSeconds;
  return isDatabaseAway(error) || isOutOfTurn(error) ? 0 : null;
}

const NOTHING_SENT = (spec: string): SendJob => ({
  ...{ spec, words: { title: '', description: '', points: [], tags: [] }, price: 0, cost: null, colours: [] },
  ...{ prints: [], pictures: [], force: false, wording: '' },
});

/** Whether it may have reached its marketplace already. */
const isBegun = ({ step }: SendingLineRow): boolean => step === 'sending' || step === 'noting';

/** Whether what is there is what was being sent when the server ended. */
const isSent = (there: RemoteListing, { title, price }: Outgoing, base: number | null): boolean =>
  there.revision === (base ?? 0) + 1 && there.title === title && there.price === price;

const MOST_REASON = 4000;
const shortened = (reason: string): string =>
  reason.length > MOST_REASON ? `${reason.slice(0, MOST_REASON)}…` : reason;

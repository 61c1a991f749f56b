import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Not, Repository } from 'typeorm';
import { ledgerOf, rightsOf, type DayFigures, type LedgerRow, type RightsRow } from '@brelm/core/listing';
import type { ListingFigures, ListingView, RemoteListing, SendingLine, SentListing } from '@brelm/contract';
import { withMoments } from '../http/answers';
import { ListingRow, SendingLineRow } from '../database/entities';
import { codeOf } from '../http/faults.filter';
import { DesignsService } from '../designs/designs.service';
import { wordingHash } from '../designs/hashes';
import { PlannerService } from '../runs/planner.service';
import { PoolService } from '../workers/pool.service';
import { ConnectionsService } from './connections.service';
import { RefusedError, RetryError } from './connectors';

export const lineView = (row: SendingLineRow): SendingLine => ({
  ...{ id: row.id, sendingId: row.sendingId, action: row.action, state: row.state, step: row.step },
  ...withMoments({ attempts: row.attempts, nextAt: row.nextAt, reason: row.reason }),
});

/** The state of a listing that buyers can see. */
const SELLS = 'accepted';

/** Listings: which there are, what was sent of them, and what their marketplaces say. */
@Injectable()
export class ListingsService {
  constructor(
    @InjectRepository(ListingRow) private readonly rows: Repository<ListingRow>,
    @InjectRepository(SendingLineRow) private readonly lines: Repository<SendingLineRow>,
    private readonly designs: DesignsService,
    private readonly planner: PlannerService,
    private readonly connections: ConnectionsService,
    private readonly pool: PoolService,
  ) {}

  /** The row of a design's product; there is one, whoever asks at the same moment. */
  async rowFor(designId: string, spec: string): Promise<ListingRow> {
    const known = await this.rows.findOneBy({ designId, spec });
    if (known) return known;
    const none = { sent: null, remote: null, seen: null, heardAt: null, sold: 0 };
    const row: ListingRow = { id: randomUUID(), designId, spec, state: 'new', ...none };
    try {
      await this.rows.insert(row);
      return row;
    } catch (error) {
      if (codeOf(error) !== 'ER_DUP_ENTRY') throw error;
      return this.rows.findOneByOrFail({ designId, spec });
    }
  }

  async of(designId: string): Promise<ListingView[]> {
    const stored = await this.designs.get(designId);
    const now = { artwork: this.planner.hashOf(stored), wording: wordingHash(stored.head.wording) };
    const rows = await this.rows.findBy({ designId });
    const last = await this.lastLines(rows.map((r) => r.id));
    return rows.map((row) => viewOf(row, now, last.get(row.id) ?? null));
  }

  /** Marks that a listing was put up, or taken down, by hand. */
  async mark(designId: string, spec: string, byHand: boolean): Promise<ListingView[]> {
    await this.designs.get(designId);
    const { id, state } = await this.rowFor(designId, spec);
    if (state === 'new' || state === 'by-hand')
      await this.rows.update({ id, state }, { state: byHand ? 'by-hand' : 'new' });
    return this.of(designId);
  }

  /** What a design uses, and what may be done with it. */
  async rights(designId: string): Promise<{ name: string; rows: RightsRow[] }> {
    const { head, text } = await this.designs.get(designId);
    const { used } = await this.pool.listingFacts(text);
    return { name: head.name, rows: rightsOf(used) };
  }

  /** All that the designs on the shelf use that somebody has a right to. */
  async ledger(): Promise<LedgerRow[]> {
    return ledgerOf(await this.designs.allUsed());
  }

  /** Asks marketplaces how their listings are, and notes it; those that do not answer are told of, not waited for. */
  async hear(): Promise<void> {
    const asked = (await this.connections.list()).filter((c) => c.shop !== null);
    await Promise.all(
      asked.map(async (c) => {
        try {
          const market = await this.connections.to(c.market);
          const remotes = await market.states();
          await this.note(remotes);
          if (remotes.some((r) => r.state === SELLS)) await this.noteSold(await market.figures());
          if (c.fault) await this.connections.note(c.market, null);
        } catch (error) {
          if (!(error instanceof RefusedError) && !(error instanceof RetryError)) throw error;
          await this.connections.note(c.market, error.message);
        }
      }),
    );
  }

  private async note(remotes: readonly RemoteListing[]): Promise<void> {
    if (remotes.length === 0) return;
    // What was put there by somebody else has no row here, and what was never noted as sent is left to who sends it.
    const rows = await this.rows.find({
      where: { id: In(remotes.map((r) => r.reference)), state: Not(In(['new', 'by-hand'])) },
      select: { id: true, remote: true },
    });
    const known = new Map(rows.map((r) => [r.id, r.remote]));
    const heardAt = new Date();
    for (const told of remotes) {
      const remote = JSON.stringify(told);
      // Nearly all say what they said before.
      if (known.has(told.reference) && known.get(told.reference) !== remote)
        await this.rows.update({ id: told.reference }, { remote, heardAt });
    }
  }

  /** Notes how many pieces listings have sold. */
  private async noteSold(figures: readonly { reference: string; days: DayFigures[] }[]): Promise<void> {
    if (figures.length === 0) return;
    const rows = await this.rows.find({
      where: { id: In(figures.map((f) => f.reference)) },
      select: { id: true, sold: true },
    });
    const known = new Map(rows.map((r) => [r.id, r.sold]));
    for (const { reference, days } of figures) {
      const sold = days.reduce((n, d) => n + d.sales, 0);
      if (known.has(reference) && known.get(reference) !== sold) await this.rows.update(reference, { sold });
    }
  }

  /** Views and sales of all listings, by day. */
  async figures(): Promise<{ listings: ListingFigures[]; silent: string[] }> {
    const silent: string[] = [];
    const heard = await Promise.all(
      (await this.connections.list()).map(async ({ market, name, shop }) => {
        if (shop === null) return [];
        try {
          return await (await this.connections.to(market)).figures();
        } catch (error) {
          if (!(error instanceof RefusedError) && !(error instanceof RetryError)) throw error;
          silent.push(name);
          return [];
        }
      }),
    );
    await this.noteSold(heard.flat());
    const days = new Map(heard.flat().map((f) => [f.reference, f.days]));
    const rows = days.size ? await this.rows.findBy({ id: In([...days.keys()]) }) : [];
    const names = await this.designs.names(rows.map((r) => r.designId));
    return {
      silent,
      listings: rows.map(({ id, designId, spec, sent }) => {
        const { price = null, cost = null } = sent ? (JSON.parse(sent) as SentListing) : {};
        const designName = names.get(designId) ?? 'a design that is gone';
        return { designId, spec, designName, price, cost, days: days.get(id)! };
      }),
    };
  }

  private async lastLines(ids: readonly string[]): Promise<Map<string, SendingLine>> {
    if (ids.length === 0) return new Map();
    const rows = await this.lines
      .createQueryBuilder('l')
      .innerJoin('sendings', 's', 's.id = l.sending_id')
      .where('l.listing_id IN (:...ids)', { ids })
      .orderBy('s.created_at', 'ASC')
      .getMany();
    // The last of each stays.
    return new Map(rows.map((r) => [r.listingId, lineView(r)]));
  }
}

function viewOf(
  row: ListingRow,
  now: { artwork: string; wording: string },
  line: SendingLine | null,
): ListingView {
  const { id, designId, spec, state, heardAt, seen } = row;
  const sent = row.sent ? (JSON.parse(row.sent) as SentListing) : null;
  const remote = row.remote ? (JSON.parse(row.remote) as RemoteListing) : null;
  const behind: ListingView['behind'] = [];
  if (sent && state === 'sent') {
    if (sent.snapshot !== now.artwork) behind.push('artwork');
    if (sent.wording !== now.wording) behind.push('words');
  }
  return {
    ...withMoments({ id, designId, spec, state, heardAt }),
    ...{ sent, remote, behind, line },
    changedThere: remote !== null && seen !== null && remote.revision !== seen,
  };
}

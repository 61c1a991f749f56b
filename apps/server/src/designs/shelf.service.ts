import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Not, type SelectQueryBuilder, Repository } from 'typeorm';
import { daysBetween } from '@brelm/core/almanac';
import type { DesignSummary } from '@brelm/core/design';
import { marketOfSpec } from '@brelm/core/spec';
import {
  chainOf,
  GROUPS,
  groupOf,
  NO_FILES,
  waitsFor,
  type FilesKnown,
  type Group,
  type ProductFacts,
  type Waits,
} from '@brelm/core/standing';
import { folded } from '@brelm/core/wording';
import type { ProductStanding, ShelfAsked, ShelfEntry, ShelfOrder, ShelfPage } from '@brelm/contract';
import { withMoments } from '../http/answers';
import { SeasonsService } from '../almanac/seasons.service';
import { containing, wordsOf } from '../database/like';
import { DesignRow, ListingRow } from '../database/entities';
import { DesignsService } from './designs.service';
import { ProductFilesService, type KnownFiles } from './product-files.service';
import { ShelfIndex } from './shelf-index';

export const ORDERS = ['day', 'changed', 'name'] as const satisfies readonly ShelfOrder[];

/** What is asked of the shelf on a day. */
export interface AskedOnDay extends ShelfAsked {
  /** The day that it is seen from, YYYY-MM-DD. */
  today: string;
}

/** Designs that are shown for what is only close to the words that were typed, at the most. */
const MOST_CLOSE = 200;
/** Rows that are read at once. */
const READ_AT_ONCE = 500;
/** Designs up to which their products are asked for by their ids. */
const FEW = 200;

/** Summaries that are kept at the most. */
const MOST_KEPT = 20_000;

/** What the shelf reads of a design each time; its summary stays what it is as long as its revision does. */
type Row = Pick<DesignRow, 'id' | 'name' | 'revision' | 'updatedAt' | 'artwork' | 'wording'>;

/** A design with how far it has come: what all are ordered and narrowed by. */
interface Placed extends Pick<ShelfEntry, 'standing' | 'group' | 'listBy' | 'left'> {
  row: Row;
  summary: DesignSummary;
}

/** No design has it: a list of ids that is never empty. */
const NO_ID = '';

/** Where it is of no matter when something is due. */
const NO_DAY = '2000-01-01';

interface KnownListing {
  state: ListingRow['state'];
  snapshot: string | null;
  wording: string | null;
  answer: string | null;
  sold: number;
}

const keyOf = (designId: string, spec: string): string => `${designId} ${spec}`;

/** The shelf: designs with how far their products have come, in the order in which a seller's day goes. */
@Injectable()
export class ShelfService {
  private readonly index = new ShelfIndex();
  private readonly summaries = new Map<string, { revision: number; summary: DesignSummary }>();

  constructor(
    @InjectRepository(DesignRow) private readonly designs: Repository<DesignRow>,
    @InjectRepository(ListingRow) private readonly listings: Repository<ListingRow>,
    private readonly entries: DesignsService,
    private readonly seasons: SeasonsService,
    private readonly files: ProductFilesService,
  ) {}

  /** A part of the designs that are asked for. */
  async page(asked: AskedOnDay, from: number, count: number): Promise<ShelfPage> {
    const { found, close, groups, waits } = await this.all(asked);
    return {
      ...{ total: found.length, close, groups, waits },
      designs: found
        .slice(from, from + count)
        .map(({ row: { id, name, revision, updatedAt }, summary, ...placed }) => ({
          ...{ ...summary, ...placed, archived: asked.archived },
          ...withMoments({ id, name, revision, updatedAt }),
        })),
    };
  }

  /** All designs that are asked for, by their names alone, in their order. */
  async names(asked: AskedOnDay): Promise<{ id: string; name: string }[]> {
    return (await this.all(asked)).found.map(({ row: { id, name } }) => ({ id, name }));
  }

  /** How far some designs have come, those in the archive too; in the order in which they are asked for. */
  async standing(ids: readonly string[]): Promise<Pick<ShelfEntry, 'id' | 'name' | 'standing'>[]> {
    const rows = await this.read((query) => query.where('d.id IN (:...ids)', { ids: [...ids, NO_ID] }));
    const known = new Map((await this.placed(rows, NO_DAY)).map((p) => [p.row.id, p]));
    return ids.flatMap((id) => {
      const found = known.get(id);
      return found ? [{ id, name: found.row.name, standing: found.standing }] : [];
    });
  }

  private async all(asked: AskedOnDay): Promise<Omit<ShelfPage, 'designs' | 'total'> & { found: Placed[] }> {
    const { rows, close } = await this.rowsOf(asked);
    const { markets, waits, group } = asked;
    const inMarkets = (p: ProductStanding) => markets.length === 0 || markets.includes(marketOfSpec(p.spec));
    const waitFor = (p: ProductStanding) => inMarkets(p) && p.waits !== null && waits.includes(p.waits);
    const here = (await this.placed(rows, asked.today)).filter(
      (e) => markets.length === 0 || e.standing.some(inMarkets),
    );
    const inGroup = (e: Placed) => group === null || e.group === group;
    const waiting = (e: Placed) => waits.length === 0 || e.standing.some(waitFor);
    const groups = Object.fromEntries(GROUPS.map((g) => [g, 0])) as Record<Group, number>;
    const perWait: Partial<Record<Waits, number>> = {};
    for (const e of here) {
      if (waiting(e)) groups[e.group] += 1;
      if (!inGroup(e)) continue;
      const own = e.standing.flatMap((p) => (inMarkets(p) && p.waits ? [p.waits] : []));
      for (const w of new Set(own)) perWait[w] = (perWait[w] ?? 0) + 1;
    }
    const found = here.filter((e) => inGroup(e) && waiting(e));
    if (asked.order === 'day') found.sort(byDay);
    return { found, close, groups, waits: perWait };
  }

  /** Designs as they are read each time: as rows of the database, since there may be thousands. */
  private read(narrow: (query: SelectQueryBuilder<DesignRow>) => unknown): Promise<Row[]> {
    const query = this.designs
      .createQueryBuilder('d')
      .select(['d.id AS id', 'd.name AS name', 'd.revision AS revision', 'd.updated_at AS updatedAt'])
      .addSelect(['d.artwork AS artwork', 'd.wording AS wording']);
    narrow(query);
    return query.getRawMany<Row>();
  }

  private async rowsOf({ archived, search, order }: AskedOnDay): Promise<{ rows: Row[]; close: boolean }> {
    const inOrder = (query: SelectQueryBuilder<DesignRow>) => {
      query.where(archived ? 'd.archivedAt IS NOT NULL' : 'd.archivedAt IS NULL');
      return order === 'name'
        ? query.orderBy('d.name', 'ASC').addOrderBy('d.id', 'ASC')
        : query.orderBy('d.updated_at', 'DESC').addOrderBy('d.id', 'ASC');
    };
    const rows = await this.read((query) => {
      inOrder(query);
      for (const [i, word] of wordsOf(search).entries())
        query.andWhere(`CONCAT_WS(' ', d.name, d.words, JSON_VALUE(d.summary, '$.board.spec')) LIKE :w${i}`, {
          [`w${i}`]: containing(word),
        });
    });
    if (rows.length > 0 || !search) return { rows, close: false };
    const ids = await this.closeTo(search);
    if (ids.length === 0) return { rows, close: false };
    const near = await this.read((query) => inOrder(query).andWhere('d.id IN (:...ids)', { ids }));
    return { rows: near, close: near.length > 0 };
  }

  /** Ids of designs that have something close to every word, on the shelf and in the archive. */
  private async closeTo(search: string): Promise<string[]> {
    const now = await this.designs.find({ select: { id: true, revision: true } });
    const stale = this.index.stale(now);
    for (let i = 0; i < stale.length; i += READ_AT_ONCE) {
      const rows = await this.designs.find({
        where: { id: In(stale.slice(i, i + READ_AT_ONCE)) },
        select: { id: true, revision: true, name: true, words: true },
      });
      for (const { id, revision, name, words } of rows)
        this.index.put({ id, revision, words: `${name} ${words ?? ''}` });
    }
    return this.index.near(search).slice(0, MOST_CLOSE);
  }

  /** What lists show of designs, by id: those that are known as they are now are not read again. */
  private async summariesOf(rows: readonly Row[]): Promise<Map<string, DesignSummary>> {
    const unknown = rows.filter((r) => this.summaries.get(r.id)?.revision !== r.revision);
    for (let i = 0; i < unknown.length; i += READ_AT_ONCE) {
      const some = unknown.slice(i, i + READ_AT_ONCE);
      const read = await this.designs.find({
        where: { id: In(some.map((r) => r.id)) },
        select: { id: true, revision: true, summary: true },
      });
      for (const { id, revision, summary } of read)
        this.summaries.set(id, {
          revision,
          summary: JSON.parse(summary ?? (await this.entries.summarise(id, revision))) as DesignSummary,
        });
    }
    const out = new Map(
      rows.flatMap(({ id }) => {
        const known = this.summaries.get(id);
        return known ? [[id, known.summary] as const] : [];
      }),
    );
    // What is gone, or in the archive, is forgotten in time.
    if (this.summaries.size > MOST_KEPT)
      for (const id of this.summaries.keys()) if (!out.has(id)) this.summaries.delete(id);
    return out;
  }

  /** Designs with how far their products have come; those that were deleted meanwhile are left out. */
  private async placed(rows: readonly Row[], today: string): Promise<Placed[]> {
    const ids = rows.length <= FEW ? rows.map((r) => r.id) : null;
    const [summaries, files, listings, dayOf] = await Promise.all([
      this.summariesOf(rows),
      this.files.known(ids),
      this.listingsOf(ids),
      this.seasons.listDays(today),
    ]);
    const byProduct = new Map<string, KnownFiles[]>();
    for (const known of files) {
      const key = keyOf(known.designId, known.spec);
      const had = byProduct.get(key);
      if (had) had.push(known);
      else byProduct.set(key, [known]);
    }
    return rows.flatMap((row) => {
      const summary = summaries.get(row.id);
      if (!summary) return [];
      const standing = summary.products.map((spec): ProductStanding => {
        const key = keyOf(row.id, spec);
        const chain = chainOf(factsOf(spec, summary, row, byProduct.get(key) ?? [], listings.get(key)));
        return { spec, chain, waits: waitsFor(chain) };
      });
      const listBy = dayOf(row.id, folded(summary.occasion).trim());
      const left = listBy === null ? null : daysBetween(today, listBy);
      const chains = standing.map((p) => p.chain);
      return [{ row, summary, standing, listBy, left, group: groupOf(chains, left) }];
    });
  }

  private async listingsOf(ids: readonly string[] | null): Promise<Map<string, KnownListing>> {
    if (ids?.length === 0) return new Map();
    const query = this.listings
      .createQueryBuilder('l')
      .select(['l.design_id AS designId', 'l.spec AS spec', 'l.state AS state', 'l.sold AS sold'])
      .addSelect("JSON_VALUE(l.sent, '$.snapshot')", 'snapshot')
      .addSelect("JSON_VALUE(l.sent, '$.wording')", 'wording')
      .addSelect("JSON_VALUE(l.remote, '$.state')", 'answer')
      .where({ state: Not('new') });
    if (ids) query.andWhere('l.design_id IN (:...ids)', { ids });
    const rows = await query.getRawMany<KnownListing & { designId: string; spec: string }>();
    return new Map(rows.map((r) => [keyOf(r.designId, r.spec), { ...r, sold: Number(r.sold) }]));
  }
}

/** What is due first comes first within a group; in the others, what was changed last, as the rows come. */
function byDay(a: Placed, b: Placed): number {
  const groups = GROUPS.indexOf(a.group) - GROUPS.indexOf(b.group);
  if (groups || a.group !== 'due') return groups;
  return (a.left ?? 0) - (b.left ?? 0);
}

function factsOf(
  spec: string,
  summary: DesignSummary,
  now: Pick<DesignRow, 'artwork' | 'wording'>,
  files: readonly KnownFiles[],
  listing: KnownListing | undefined,
): ProductFacts {
  const of = (kind: KnownFiles['kind']) => files.find((f) => f.kind === kind);
  const made = (known: KnownFiles | undefined): FilesKnown =>
    known ? { now: known.madeNow, before: known.madeBefore, of: known.of } : NO_FILES;
  const print = of('print');
  const picture = of('picture');
  return {
    empty: summary.parts === 0,
    proofed: print ? { now: print.proofedNow, before: print.proofedBefore, of: print.of } : NO_FILES,
    worst: print?.worst ?? null,
    made: made(print),
    // One picture that shows it as it is now is a picture of it.
    pictured: { ...made(picture), of: Math.min(1, made(picture).of) },
    worded: summary.worded.includes(spec),
    listing: listing && listing.state !== 'new' ? listing.state : 'none',
    behind:
      listing?.state === 'sent' &&
      ((listing.snapshot !== null && listing.snapshot !== now.artwork) ||
        (listing.wording !== null && listing.wording !== now.wording)),
    answer: listing?.answer ?? null,
    sold: listing?.sold ?? 0,
  };
}

import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { DataSource, Repository } from 'typeorm';
import {
  decompose,
  demandCsv,
  difficulty,
  outlook,
  usualMonth,
  wholeMonths,
  yearOverYear,
  type MonthFigure,
} from '@brelm/core/demand';
import type { Demand, DemandPage } from '@brelm/contract';
import { containing, wordsOf } from '../database/like';
import { OwnSearchRow, WatchedRow } from '../database/entities';
import { askOutside } from '../http/outside';
import { ConnectionsService } from '../listings/connections.service';
import { readHistories, readNear, readPhrases } from './searches-answer';
import { OPTIONS, type ShopOptions } from '../options';
import { DocumentsService } from '../workers/documents.service';

export interface DemandAsked {
  search: string;
  product: string;
  country: string;
  watched: boolean;
  from: number;
  count: number;
}

/** Months that are shown: three years and what the season is told from. */
const MONTHS = 60;
/** How long the service is waited for, ms. */
const PATIENCE_MS = 8000;
/** The largest answer, bytes. */
const MOST_ANSWER = 40_000_000;
/** Rows that are written at once. */
const AT_ONCE = 2000;

/** What is compared with one another. */
export const COMPARED = ['', 'shirt', 'mug', 'ornament', 'sticker'] as const;

type Key = Pick<Demand, 'phrase' | 'product'>;
const keyOf = ({ phrase, product }: Key): string => `${phrase}\u0000${product}`;

/** How often things are looked for: the seller's own figures where there are some, else those of a service. */
@Injectable()
export class DemandService {
  constructor(
    @InjectRepository(OwnSearchRow) private readonly own: Repository<OwnSearchRow>,
    @InjectRepository(WatchedRow) private readonly watched: Repository<WatchedRow>,
    private readonly db: DataSource,
    private readonly connections: ConnectionsService,
    private readonly documents: DocumentsService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  async list({ search, product, country, watched, from, count }: DemandAsked): Promise<DemandPage> {
    if (watched) {
      const [rows, total] = await this.watched.findAndCount({
        where: { country },
        order: { addedAt: 'DESC', phrase: 'ASC' },
        ...{ skip: from, take: count },
      });
      return { total, ...(await this.demands(rows, country)) };
    }
    // Own phrases stand first: somebody brought them in to see them.
    const query = this.own
      .createQueryBuilder('s')
      .select('DISTINCT s.phrase', 'phrase')
      .where('s.product = :product AND s.country = :country', { product, country });
    wordsOf(search).forEach((word, i) =>
      query.andWhere(`s.phrase LIKE :w${i}`, { [`w${i}`]: containing(word) }),
    );
    const mine = (await query.orderBy('phrase', 'ASC').getRawMany<{ phrase: string }>()).map((r) => r.phrase);
    const page = mine.slice(from, from + count);
    const rest = count - page.length;
    const asked = new URLSearchParams({
      ...{ q: search, from: String(Math.max(0, from - mine.length)), count: String(Math.max(1, rest)) },
    });
    const found = await this.ask(readPhrases, `phrases?${asked.toString()}`);
    const others = rest > 0 ? (found?.phrases.filter((p) => !mine.includes(p)) ?? []) : [];
    const keys = [...page, ...others].map((phrase) => ({ phrase, product }));
    const { rows, silent } = await this.demands(keys, country);
    return { total: mine.length + (found?.total ?? 0), rows, silent: silent || !found };
  }

  /** A phrase by itself and on each product, and phrases near it. */
  async of(phrase: string, country: string): Promise<{ rows: Demand[]; near: string[]; silent: boolean }> {
    const keys = COMPARED.map((product) => ({ phrase, product }));
    const [found, near] = await Promise.all([
      this.demands(keys, country),
      this.ask(readNear, `near?${new URLSearchParams({ phrase }).toString()}`),
    ]);
    return { ...found, near: near?.phrases ?? [], silent: found.silent || !near };
  }

  async watch({ phrase, product, country }: Key & { country: string }, on: boolean): Promise<void> {
    if (on)
      await this.watched.upsert({ phrase, product, country, addedAt: new Date() }, [
        'phrase',
        'product',
        'country',
      ]);
    else await this.watched.delete({ phrase, product, country });
  }

  /** Takes in a seller's own figures; a month that is there already is replaced. Throws a DocumentError, and takes none then. */
  async takeIn(csv: string): Promise<{ rows: number; phrases: number }> {
    const rows = await this.documents.demand(csv);
    await this.db.transaction(async (all) => {
      for (let i = 0; i < rows.length; i += AT_ONCE)
        await all.query(
          `INSERT INTO own_searches (phrase, product, country, month, searches) VALUES ?
             ON DUPLICATE KEY UPDATE searches = VALUES(searches)`,
          [rows.slice(i, i + AT_ONCE).map((r) => [r.phrase, r.product, r.country, r.month, r.searches])],
        );
    });
    return { rows: rows.length, phrases: new Set(rows.map((r) => r.phrase)).size };
  }

  /** The seller's own figures as a file. */
  async csv(): Promise<string> {
    return demandCsv(
      await this.own.find({ order: { phrase: 'ASC', product: 'ASC', country: 'ASC', month: 'ASC' } }),
    );
  }

  /** Forgets the seller's own figures of a phrase. */
  async forget(phrase: string): Promise<number> {
    return (await this.own.delete({ phrase })).affected ?? 0;
  }

  private async demands(keys: readonly Key[], country: string): Promise<{ rows: Demand[]; silent: boolean }> {
    if (!keys.length) return { rows: [], silent: false };
    const [own, watched, told] = await Promise.all([
      this.ownOf(keys, country),
      this.watched.findBy({ country }),
      this.ask(readHistories, 'histories', {
        phrases: keys.map(({ phrase, product }) => ({ phrase, product })),
        ...{ country, months: MONTHS },
      }),
    ]);
    const seen = new Set(watched.map(keyOf));
    const rows = keys.flatMap((key, i): Demand[] => {
      const mine = own.get(keyOf(key));
      const theirs = told?.histories[i] ?? null;
      if (!mine && !theirs) return [];
      const { figures, filled } = wholeMonths(mine ?? theirs!.months);
      const listings = theirs?.listings ?? null;
      const parts = decompose(figures);
      return [
        {
          ...{ phrase: key.phrase, product: key.product, country, source: mine ? 'own' : 'simulated' },
          ...{ months: figures, filled, usual: usualMonth(figures), yearOverYear: yearOverYear(figures) },
          ...{ season: parts?.season ?? null, strength: parts?.strength ?? null, outlook: outlook(figures) },
          ...{ listings, difficulty: listings === null ? null : difficulty(figures, listings) },
          watched: seen.has(keyOf(key)),
        },
      ];
    });
    return { rows, silent: !told };
  }

  private async ownOf(keys: readonly Key[], country: string): Promise<Map<string, MonthFigure[]>> {
    const rows = await this.own
      .createQueryBuilder('s')
      .where('s.country = :country AND s.phrase IN (:...phrases) AND s.product IN (:...products)', {
        country,
        phrases: [...new Set(keys.map((k) => k.phrase))],
        products: [...new Set(keys.map((k) => k.product))],
      })
      .orderBy('s.month', 'ASC')
      .getMany();
    const out = new Map<string, MonthFigure[]>();
    for (const row of rows) {
      const known = out.get(keyOf(row)) ?? [];
      known.push({ month: row.month, searches: row.searches });
      out.set(keyOf(row), known);
    }
    return out;
  }

  /** What the service says; null where it does not answer in time, or says what nobody can read. */
  private async ask<T>(read: (answer: unknown) => T, path: string, body?: unknown): Promise<T | null> {
    const base = this.options.searches ?? `${this.connections.home}/api/searches`;
    return askOutside(`${base}/${path}`, { body, patience: PATIENCE_MS, most: MOST_ANSWER })
      .then(read)
      .catch(() => null);
  }
}

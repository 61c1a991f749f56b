import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { DataSource, Repository } from 'typeorm';
import {
  NO_STOCK,
  occurrencesIn,
  readSeason,
  USUAL_LEADS,
  workFor,
  type Occurrence,
  type Season,
  type SeasonWork,
  type Stock,
} from '@brelm/core/almanac';
import { freshSlug } from '@brelm/core/design';
import { folded } from '@brelm/core/wording';
import type { SeasonView } from '@brelm/contract';
import { whileTwins } from '../database/at-once';
import { SeasonRow } from '../database/entities';
import { shippedSeasons } from '@brelm/engine';

/** Seasons that can be kept; a year has no room for more. */
const MOST_SEASONS = 400;

/** The year’s seasons, and what the shop has for each. */
@Injectable()
export class SeasonsService {
  constructor(
    @InjectRepository(SeasonRow) private readonly rows: Repository<SeasonRow>,
    private readonly db: DataSource,
  ) {}

  /** Puts in what ships; what the seller changed stays as they have it. */
  async putShipped(): Promise<void> {
    const changed = new Set((await this.rows.findBy({ changed: true })).map((r) => r.id));
    await this.rows.save(
      shippedSeasons()
        .filter((s) => !changed.has(s.id))
        .map((s) => ({ id: s.id, document: JSON.stringify(s), own: false, changed: false })),
    );
  }

  /** All seasons with their occurrences that begin in some years, and their work on a day. */
  async list(years: readonly number[], today: string): Promise<SeasonView[]> {
    const [rows, stocks] = await Promise.all([this.rows.find({ order: { id: 'ASC' } }), this.stocks()]);
    return rows.map(({ document, own, changed }) => {
      const season = readSeason(JSON.parse(document));
      const stock = this.stockOf(season, stocks);
      const found = workFor(season, stock, today);
      const { season: _, ...work } = found ?? { season };
      return {
        ...{ season, own: Boolean(own), changed: Boolean(changed) && !own },
        occurrences: years.flatMap((y) => occurrencesIn(season, y)),
        work: found ? (work as Omit<SeasonWork, 'season'>) : null,
      };
    });
  }

  /**
   * By when designs are to be listed, seen from a day: asked with a design's id and the name of its occasion, folded. An idea
   * that it came from says its season, else the name does; null for none.
   */
  async listDays(today: string): Promise<(designId: string, occasion: string) => string | null> {
    const [rows, ideas] = await Promise.all([
      this.rows.find(),
      this.db.query(
        'SELECT design_id AS design, season FROM ideas WHERE design_id IS NOT NULL AND season IS NOT NULL',
      ) as Promise<{ design: string; season: string }[]>,
    ]);
    const [byId, byName] = [new Map<string, string>(), new Map<string, string>()];
    for (const { id, document } of rows) {
      const season = readSeason(JSON.parse(document));
      const next = workFor(season, NO_STOCK, today)?.next;
      if (!next) continue;
      byId.set(id, next.listBy);
      byName.set(folded(season.name).trim(), next.listBy);
    }
    const seasonOf = new Map(ideas.map((i) => [i.design, i.season]));
    return (designId, occasion) =>
      byId.get(seasonOf.get(designId) ?? '') ?? (occasion ? (byName.get(occasion) ?? null) : null);
  }

  /** The next days of a season as it is given, before it is kept. Throws a DocumentError. */
  tried(given: unknown, today: string): Occurrence[] {
    const season = readSeason({ id: 'tried', leads: USUAL_LEADS, ...(given as object) });
    const year = Number(today.slice(0, 4));
    return [0, 1, 2, 3].flatMap((y) => occurrencesIn(season, year + y)).filter((o) => o.to >= today);
  }

  /** Adds a season of the seller's own; its id is made of its name. Throws a DocumentError. */
  async add(given: Record<string, unknown>): Promise<Season> {
    return whileTwins(async () => {
      const taken = new Set((await this.rows.find({ select: { id: true } })).map((r) => r.id));
      if (taken.size >= MOST_SEASONS)
        throw new ConflictException(`There are ${MOST_SEASONS} seasons already: take one out first.`);
      const name = typeof given.name === 'string' ? given.name : '';
      // An own season never has an id that one of a later Brelm could have.
      const season = readSeason({ ...given, id: freshSlug(`own ${name}`, taken, 'own') });
      await this.rows.insert({ id: season.id, document: JSON.stringify(season), own: true, changed: true });
      return season;
    });
  }

  /** Changes a season that still is what the change began from: 409 with what it is now otherwise. */
  async change(id: string, given: Record<string, unknown>, was: Record<string, unknown>): Promise<Season> {
    await this.row(id);
    const season = readSeason({ ...given, id });
    const before = JSON.stringify(readSeason({ ...was, id }));
    const document = JSON.stringify(season);
    const { affected } = await this.rows.update({ id, document: before }, { document, changed: true });
    if (!affected) {
      const current = readSeason(JSON.parse((await this.row(id)).document));
      // An answer that was lost, and the same sent again.
      if (JSON.stringify(current) !== document)
        throw new ConflictException({ message: `${current.name} was changed elsewhere meanwhile.`, current });
    }
    return season;
  }

  /** Takes out an own season; one that ships is as it came again. */
  async remove(id: string): Promise<void> {
    const { own } = await this.row(id);
    if (own) await this.rows.delete({ id });
    else {
      const season = shippedSeasons().find((s) => s.id === id);
      if (!season) await this.rows.delete({ id });
      else await this.rows.update({ id }, { document: JSON.stringify(season), changed: false });
    }
  }

  private async row(id: string): Promise<SeasonRow> {
    const row = await this.rows.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no season ${id}.`);
    return row;
  }

  /** Open ideas, designs and listed designs by season: what an idea became, and what its listings say that it is for. */
  private async stocks(): Promise<Map<string, Stock>> {
    const ideas = (await this.db.query(
      "SELECT season, COUNT(*) AS n FROM ideas WHERE season IS NOT NULL AND state <> 'dropped' GROUP BY season",
    )) as { season: string; n: string | number }[];
    const designs = (await this.db.query(
      `SELECT d.id, JSON_VALUE(d.summary, '$.occasion') AS occasion, i.season,
         EXISTS (SELECT 1 FROM listings l WHERE l.design_id = d.id AND l.state IN ('sent', 'by-hand')) AS listed
       FROM designs d LEFT JOIN ideas i ON i.design_id = d.id
       WHERE d.archived_at IS NULL AND (i.season IS NOT NULL OR JSON_VALUE(d.summary, '$.occasion') <> '')`,
    )) as { id: string; occasion: string | null; season: string | null; listed: string | number }[];
    const out = new Map<string, Stock>();
    const at = (key: string): Stock => {
      const stock = out.get(key) ?? { ...NO_STOCK };
      out.set(key, stock);
      return stock;
    };
    for (const { season, n } of ideas) at(season).ideas += Number(n);
    for (const { occasion, season, listed } of designs)
      // By its id where an idea says so, else by its name.
      for (const key of new Set([season, occasion ? nameKey(occasion) : null])) {
        if (!key) continue;
        at(key).designs += 1;
        at(key).listed += Number(listed) ? 1 : 0;
      }
    return out;
  }

  private stockOf({ id, name }: Season, stocks: ReadonlyMap<string, Stock>): Stock {
    const [a, b] = [stocks.get(id) ?? NO_STOCK, stocks.get(nameKey(name)) ?? NO_STOCK];
    // A design that both the idea and the listing name is one.
    return {
      ideas: a.ideas,
      designs: Math.max(a.designs, b.designs),
      listed: Math.max(a.listed, b.listed),
    };
  }
}

/** What a season's name is counted by, apart from ids. */
const nameKey = (name: string): string => `name ${folded(name).trim()}`;

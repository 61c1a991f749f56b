import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { LessThan, type Repository } from 'typeorm';
import type { HistoryPage } from '@brelm/contract';
import { withMoments } from '../http/answers';
import { HistoryRow } from '../database/entities';
import { NAMED } from './deeds';

export interface Done {
  person: { id: string; name: string } | null;
  did: string;
  kind: string;
  ofId: string;
}

/** Changes of one thing by one person within so long are one, ms. */
const ONE_CHANGE = 10 * 60_000;
const MOST_NAME = 300;
const MOST_ID = 190;

export interface AskedHistory {
  of?: string;
  kind?: string;
  person?: string;
  /** Only what is before this row. */
  before?: number;
  count: number;
}

/** Who did what, and when. Rows are only ever added; the database sees to that. */
@Injectable()
export class HistoryService {
  constructor(@InjectRepository(HistoryRow) private readonly rows: Repository<HistoryRow>) {}

  /** What a thing is called; null where that is not known. */
  async nameOf(kind: string, id: string): Promise<string | null> {
    if (!Object.hasOwn(NAMED, kind)) return null;
    const [table, name] = NAMED[kind];
    const found = await this.rows.query<{ name: string | null }[]>(
      `SELECT ${name} name FROM ${table} WHERE id = ?`,
      [id],
    );
    return found[0]?.name ?? null;
  }

  /** Writes something down, by its name, or by what was said of it; a change that goes on from one that is there already is not written again. */
  async write({ person, did, kind, ofId }: Done, said: string): Promise<void> {
    const personId = person?.id ?? null;
    if (did === 'changed' && ofId) {
      const last = await this.rows.findOne({ where: { ofId }, order: { id: 'DESC' } });
      const goesOn = last?.did === did && last.personId === personId;
      if (goesOn && Date.now() - last.at.getTime() < ONE_CHANGE) return;
    }
    const called = (await this.nameOf(kind, ofId)) || said || ofId;
    await this.rows.insert({
      ...{ at: new Date(), personId, person: person?.name ?? null, did, kind },
      ...{ ofId: ofId.slice(0, MOST_ID), name: called.slice(0, MOST_NAME) },
    });
  }

  /** A page, the last first; `more` where there are older ones. */
  async page({ of, kind, person, before, count }: AskedHistory): Promise<Omit<HistoryPage, 'people'>> {
    const rows = await this.rows.find({
      where: {
        ...(of && { ofId: of }),
        ...(kind && { kind }),
        ...(person && { personId: person }),
        ...(before && { id: LessThan(before) }),
      },
      order: { id: 'DESC' },
      take: count + 1,
    });
    return { rows: rows.slice(0, count).map((row) => withMoments(row)), more: rows.length > count };
  }

  /** Who has done something here, by what they were called last. */
  async people(): Promise<{ id: string; name: string }[]> {
    return this.rows.query(
      'SELECT h.person_id id, h.person name FROM history h JOIN (SELECT MAX(id) id FROM history WHERE person_id IS NOT NULL GROUP BY person_id) l ON l.id = h.id ORDER BY h.person',
    );
  }
}

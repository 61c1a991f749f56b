import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { LessThan, MoreThan, Not, type Repository } from 'typeorm';
import type { Present } from '@brelm/contract';
import { DesignRow, PresenceRow } from '../database/entities';

/** A tab says that it is there every few seconds; one that has said nothing for so long is gone, ms. */
const GONE_AFTER = 20_000;

/** Which tabs have a design open. Kept in the database, so that it does not matter which process is asked. */
@Injectable()
export class PresenceService {
  constructor(
    @InjectRepository(PresenceRow) private readonly rows: Repository<PresenceRow>,
    @InjectRepository(DesignRow) private readonly designs: Repository<DesignRow>,
  ) {}

  /** Notes that a tab has a design open. Answers who else has, and the design's revision; null for none that is there. */
  async here(
    designId: string,
    tab: string,
    person: { id: string; name: string } | null,
  ): Promise<{ revision: number; others: Present[] } | null> {
    const design = await this.designs.findOne({
      where: { id: designId },
      select: { id: true, revision: true },
    });
    if (!design) return null;
    const now = Date.now();
    await this.rows.upsert(
      { designId, tab, personId: person?.id ?? null, person: person?.name ?? null, seenAt: new Date(now) },
      ['designId', 'tab'],
    );
    const since = new Date(now - GONE_AFTER);
    await this.rows.delete({ designId, seenAt: LessThan(since) });
    const rows = await this.rows.find({
      where: { designId, tab: Not(tab), seenAt: MoreThan(since) },
      order: { tab: 'ASC' },
    });
    const others = rows.map((r) => ({ tab: r.tab, id: r.personId, name: r.person }));
    return { revision: design.revision, others };
  }

  async left(designId: string, tab: string): Promise<void> {
    await this.rows.delete({ designId, tab });
  }
}

import { randomUUID } from 'node:crypto';
import { ForbiddenException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { DesignComment } from '@brelm/contract';
import { IsNull, Not, type Repository } from 'typeorm';
import { withMoments } from '../http/answers';
import { CommentRow, DesignRow } from '../database/entities';

type Person = { id: string; name: string } | null;

export interface NewComment {
  text: string;
  partId?: string | null;
  about?: string | null;
  finding?: string | null;
}

/** What people say of designs. */
@Injectable()
export class CommentsService {
  constructor(
    @InjectRepository(CommentRow) private readonly rows: Repository<CommentRow>,
    @InjectRepository(DesignRow) private readonly designs: Repository<DesignRow>,
  ) {}

  /** All of a design, as they were written. */
  async of(designId: string): Promise<DesignComment[]> {
    const rows = await this.rows.find({ where: { designId }, order: { at: 'ASC', id: 'ASC' } });
    return rows.map((row) => withMoments(row));
  }

  async add(
    designId: string,
    { text, partId, about, finding }: NewComment,
    person: Person,
  ): Promise<DesignComment> {
    if (!(await this.designs.existsBy({ id: designId })))
      throw new NotFoundException(`There is no design ${designId}.`);
    const row = this.rows.create({
      ...{ id: randomUUID(), designId, text, at: new Date() },
      ...{ partId: partId ?? null, about: about ?? null, finding: finding ?? null },
      ...{ personId: person?.id ?? null, person: person?.name ?? null, resolvedAt: null, resolvedBy: null },
    });
    await this.rows.insert(row);
    return withMoments(row);
  }

  /** Marks one as done with, or as open again; done twice it stays as it was. */
  async resolve(designId: string, id: string, person: Person, resolved: boolean): Promise<DesignComment> {
    await this.rows.update(
      { id, designId, resolvedAt: resolved ? IsNull() : Not(IsNull()) },
      resolved
        ? { resolvedAt: new Date(), resolvedBy: person?.name ?? null }
        : { resolvedAt: null, resolvedBy: null },
    );
    return withMoments(await this.known(designId, id));
  }

  /** Only who wrote it takes it away: others resolve it. */
  async remove(designId: string, id: string, person: Person): Promise<void> {
    const { personId } = await this.known(designId, id);
    if (person && personId !== person.id)
      throw new ForbiddenException('Somebody else wrote this: resolve it instead.');
    await this.rows.delete({ id, designId });
  }

  private async known(designId: string, id: string): Promise<CommentRow> {
    const row = await this.rows.findOneBy({ id, designId });
    if (!row) throw new NotFoundException('There is no such comment (any more).');
    return row;
  }
}

import { randomUUID } from 'node:crypto';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import { DocumentError } from '@brelm/core/fields';
import { readIdea, type Idea } from '@brelm/core/idea';
import type { StoredIdea } from '@brelm/contract';
import { withMoments } from '../http/answers';
import { IdeaRow } from '../database/entities';
import { containing, wordsOf } from '../database/like';
import { parsedJson } from '../workers/reading';

/** What somebody wrote down in an idea: never the names of its fields. */
const WRITTEN =
  "CONCAT_WS('\n', JSON_VALUE(i.document, '$.phrase'), JSON_VALUE(i.document, '$.note'), JSON_VALUE(i.document, '$.niche'), JSON_EXTRACT(i.document, '$.pieces[*].words')) COLLATE utf8mb4_unicode_ci";

/** More is no note, characters. */
const MOST_TEXT = 200_000;

function ideaOf(text: string): Idea {
  if (text.length > MOST_TEXT)
    throw new DocumentError([
      { field: '', message: `is too long for an idea: at most ${MOST_TEXT} characters are read` },
    ]);
  return readIdea(parsedJson(text));
}

const storedOf = ({ id, revision, updatedAt, document }: IdeaRow): StoredIdea => ({
  ...withMoments({ id, revision, updatedAt }),
  document: readIdea(JSON.parse(document)),
});

const rowOf = (idea: Idea) => ({
  ...{ document: JSON.stringify(idea), season: idea.season, state: idea.state, designId: idea.design },
});

/** Notes that may become designs. */
@Injectable()
export class IdeasService {
  constructor(@InjectRepository(IdeaRow) private readonly rows: Repository<IdeaRow>) {}

  /**
   * A page of ideas, those that were changed last first; of some states alone where they are named, and with all words of
   * a search in what was written down.
   */
  async list(
    states: readonly string[],
    search: string,
    from: number,
    count: number,
  ): Promise<{ total: number; ideas: StoredIdea[] }> {
    const query = this.rows.createQueryBuilder('i');
    if (states.length) query.where({ state: In([...states]) });
    wordsOf(search).forEach((word, n) =>
      query.andWhere(`${WRITTEN} LIKE :w${n}`, { [`w${n}`]: containing(word) }),
    );
    const [rows, total] = await query
      .orderBy('i.updatedAt', 'DESC')
      .addOrderBy('i.id', 'ASC')
      .skip(from)
      .take(count)
      .getManyAndCount();
    return { total, ideas: rows.map(storedOf) };
  }

  async get(id: string): Promise<StoredIdea> {
    return storedOf(await this.row(id));
  }

  /** Throws a DocumentError for what is no idea. */
  async create(text: string): Promise<StoredIdea> {
    const idea = ideaOf(text);
    const now = new Date();
    const row: IdeaRow = {
      ...{ id: randomUUID(), revision: 1, createdAt: now, updatedAt: now },
      ...rowOf(idea),
    };
    await this.rows.insert(row);
    return storedOf(row);
  }

  /** Replaces an idea that is still at the revision that the save is based on: 409 with what it is now otherwise. */
  async save(id: string, revision: number, text: string): Promise<StoredIdea> {
    const idea = ideaOf(text);
    const updatedAt = new Date();
    const { affected } = await this.rows
      .createQueryBuilder()
      .update()
      .set({ ...rowOf(idea), revision: () => 'revision + 1', updatedAt })
      .where({ id, revision })
      .execute();
    if (affected) return { ...withMoments({ id, revision: revision + 1, updatedAt }), document: idea };
    throw new ConflictException({
      message: `This idea was changed elsewhere since revision ${revision}.`,
      current: storedOf(await this.row(id)),
    });
  }

  async remove(id: string): Promise<void> {
    const { affected } = await this.rows.delete({ id });
    if (!affected) throw new NotFoundException(`There is no idea ${id}.`);
  }

  private async row(id: string): Promise<IdeaRow> {
    const row = await this.rows.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no idea ${id}.`);
    return row;
  }
}

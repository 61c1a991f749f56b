import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { OwnWordRow } from '../database/entities';

const folded = (word: string): string => word.toLowerCase();

/** Words that the seller has said are right, whatever the dictionaries say. */
@Injectable()
export class WordsService {
  constructor(@InjectRepository(OwnWordRow) private readonly rows: Repository<OwnWordRow>) {}

  async list(): Promise<string[]> {
    const rows = await this.rows.find();
    return rows.map((r) => r.word).sort((a, b) => a.localeCompare(b, 'en'));
  }

  /** Adds a word; one that is there in other capitals is written anew. */
  async add(word: string): Promise<string[]> {
    await this.rows.upsert({ folded: folded(word), word }, ['folded']);
    return this.list();
  }

  async remove(word: string): Promise<string[]> {
    await this.rows.delete({ folded: folded(word) });
    return this.list();
  }
}

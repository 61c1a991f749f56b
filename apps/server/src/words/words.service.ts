import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { SettingRow } from '../database/entities';

/** Words that the seller has said are right, whatever the dictionaries say. */
@Injectable()
export class WordsService {
  constructor(@InjectRepository(SettingRow) private readonly settings: Repository<SettingRow>) {}

  async list(): Promise<string[]> {
    const row = await this.settings.findOneBy({ name: 'words' });
    return row ? (JSON.parse(row.value) as string[]) : [];
  }

  async add(word: string): Promise<string[]> {
    return this.put([...(await this.without(word)), word]);
  }

  async remove(word: string): Promise<string[]> {
    return this.put(await this.without(word));
  }

  private async without(word: string): Promise<string[]> {
    return (await this.list()).filter((w) => w.toLowerCase() !== word.toLowerCase());
  }

  private async put(words: string[]): Promise<string[]> {
    const sorted = words.sort((a, b) => a.localeCompare(b, 'en'));
    await this.settings.save({ name: 'words', value: JSON.stringify(sorted) });
    return sorted;
  }
}

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { readProtected, type ProtectedWord } from '@brelm/core/listing';
import { folded } from '@brelm/core/wording';
import { ProtectedWordRow, SettingRow } from '../database/entities';
import { DEMO_FOLDER } from '@brelm/engine';

const SHIPPED = 'protected-words';

/** Words that somebody else has the right to: those that ship, and what the seller makes of them. */
@Injectable()
export class ProtectedService {
  constructor(
    @InjectRepository(ProtectedWordRow) private readonly rows: Repository<ProtectedWordRow>,
    @InjectRepository(SettingRow) private readonly settings: Repository<SettingRow>,
  ) {}

  /** Puts the list that ships into a new installation; what was taken out stays out. */
  async putShipped(): Promise<void> {
    if (await this.settings.existsBy({ name: SHIPPED })) return;
    const file = readFileSync(join(DEMO_FOLDER, 'protected-words.json'), 'utf8');
    for (const word of readProtected(JSON.parse(file))) await this.put(word);
    await this.settings.save({ name: SHIPPED, value: '1' });
  }

  async list(): Promise<ProtectedWord[]> {
    const rows = await this.rows.find({ order: { folded: 'ASC' } });
    return rows.map(({ words, why }) => ({ words, why }));
  }

  async put({ words, why }: ProtectedWord): Promise<ProtectedWord[]> {
    await this.rows.save({
      folded: folded(words).trim().slice(0, 120),
      words: words.trim(),
      why: why.trim(),
    });
    return this.list();
  }

  async remove(words: string): Promise<ProtectedWord[]> {
    const { affected } = await this.rows.delete({ folded: folded(words).trim() });
    if (!affected) throw new NotFoundException(`“${words}” is not on the list.`);
    return this.list();
  }
}

import { Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { readStyle } from '@brelm/core/design';
import { DocumentError } from '@brelm/core/fields';
import { LetteringStyleRow } from '../database/entities';

export interface StoredStyle {
  id: number;
  name: string;
  /** See core's readStyle. */
  document: string;
}

/** Looks of lettering that the seller keeps. */
@Injectable()
export class StylesService {
  constructor(@InjectRepository(LetteringStyleRow) private readonly rows: Repository<LetteringStyleRow>) {}

  list(): Promise<StoredStyle[]> {
    return this.rows.find({ order: { name: 'ASC', id: 'ASC' } });
  }

  /** Throws a DocumentError for what is no look of lettering. */
  add(name: string, document: string): Promise<StoredStyle> {
    if (!readStyle(document))
      throw new DocumentError([{ field: 'document', message: 'is no look of lettering' }]);
    return this.rows.save({ name, document });
  }

  async remove(id: number): Promise<void> {
    const { affected } = await this.rows.delete({ id });
    if (!affected) throw new NotFoundException(`There is no style ${id}.`);
  }
}

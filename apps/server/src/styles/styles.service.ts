import { Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { readLook, readStyle } from '@brelm/core/design';
import { DocumentError } from '@brelm/core/fields';
import { readFilm } from '@brelm/core/film';
import { LookRow } from '../database/entities';

/** What looks are kept of. */
export type LookOf = LookRow['of'];

export interface StoredLook {
  id: number;
  name: string;
  /** See core's readStyle for lettering, readLook for pictures, readFilm for films. */
  document: string;
}

const READERS: Readonly<Record<LookOf, (text: string) => object | null>> = {
  lettering: readStyle,
  picture: readLook,
  film: readFilm,
};

const IS_NONE: Readonly<Record<LookOf, string>> = {
  lettering: 'is no look of lettering',
  picture: 'is no look of a picture',
  film: 'is no film',
};

/** Looks that the seller keeps. */
@Injectable()
export class StylesService {
  constructor(@InjectRepository(LookRow) private readonly rows: Repository<LookRow>) {}

  list(of: LookOf): Promise<StoredLook[]> {
    return this.rows.find({
      select: { id: true, name: true, document: true },
      where: { of },
      order: { name: 'ASC', id: 'ASC' },
    });
  }

  /** Throws a DocumentError for what is no such look. */
  async add(of: LookOf, name: string, document: string): Promise<StoredLook> {
    if (!READERS[of](document))
      throw new DocumentError([
        {
          field: 'document',
          message: IS_NONE[of],
        },
      ]);
    const { id } = await this.rows.save({ of, name, document });
    return { id, name, document };
  }

  async remove(of: LookOf, id: number): Promise<void> {
    const { affected } = await this.rows.delete({ of, id });
    if (!affected) throw new NotFoundException(`There is no such look, ${id}.`);
  }
}

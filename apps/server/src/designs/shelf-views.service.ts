import { randomUUID } from 'node:crypto';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import type { ShelfView } from '@brelm/contract';
import { ShelfViewRow } from '../database/entities';
import { codeOf } from '../http/faults.filter';
import type { ShelfAskedDto } from './shelf.dto';

/** Views that a shop keeps at the most. */
const MOST_VIEWS = 100;

/** Views of the shelf that are kept, for all who work in the shop. */
@Injectable()
export class ShelfViewsService {
  constructor(@InjectRepository(ShelfViewRow) private readonly rows: Repository<ShelfViewRow>) {}

  async list(): Promise<ShelfView[]> {
    const rows = await this.rows.find({ order: { name: 'ASC' } });
    return rows.map(({ id, name, asked }) => ({ id, name, asked: JSON.parse(asked) as ShelfAskedDto }));
  }

  /** Keeps a view. A name that another has is refused: 409. */
  async keep(name: string, asked: ShelfAskedDto): Promise<ShelfView[]> {
    if ((await this.rows.count()) >= MOST_VIEWS)
      throw new ConflictException(`There are ${MOST_VIEWS} views already: take one away first.`);
    const row = { id: randomUUID(), name: name.trim(), asked: JSON.stringify(asked), createdAt: new Date() };
    await this.named(row.name, () => this.rows.insert(row));
    return this.list();
  }

  /** Gives a view another name. One that another has is refused: 409. */
  async rename(id: string, name: string): Promise<ShelfView[]> {
    const { affected } = await this.named(name.trim(), () => this.rows.update({ id }, { name: name.trim() }));
    if (!affected) throw new NotFoundException(`There is no view ${id}.`);
    return this.list();
  }

  private async named<T>(name: string, write: () => Promise<T>): Promise<T> {
    try {
      return await write();
    } catch (error) {
      if (codeOf(error) !== 'ER_DUP_ENTRY') throw error;
      const message = `There is a view called “${name}” already.`;
      throw new ConflictException({ message, faults: [{ field: 'name', message }] });
    }
  }

  async remove(id: string): Promise<ShelfView[]> {
    const { affected } = await this.rows.delete({ id });
    if (!affected) throw new NotFoundException(`There is no view ${id}.`);
    return this.list();
  }
}

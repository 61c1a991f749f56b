import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import {
  BadRequestException,
  ConflictException,
  Inject,
  Injectable,
  NotFoundException,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { IsNull, Repository } from 'typeorm';
import {
  canCancel,
  ownTime,
  quoteOf,
  QuoteError,
  readCatalogue,
  stepsOf,
  type Catalogue,
  type OrderItem,
  STAND_IN_SPEED,
  type Quote,
} from '@brelm/core/press';
import { isWorn } from '@brelm/core/spec';
import { hash, unit } from '@brelm/core/wear';
import type { PlacedItem, PressOrder } from '@brelm/contract';
import { PressOrderRow } from '../database/entities';
import { DEMO_FOLDER, readJsonFile, type AskedPrint } from '@brelm/engine';
import { OPTIONS, type ShopOptions } from '../options';
import { FilesService } from '../storage/files.service';
import { PoolService } from '../workers/pool.service';

const DAY_SECONDS = 24 * 3600;

let shipped: Catalogue | null = null;

/**
 * A stand-in for a print house: made up, and simulated. It takes files and orders, checks what it is sent by decoders of
 * its own, and its days pass faster. Nothing leaves the machine.
 */
@Injectable()
export class PressService {
  constructor(
    @InjectRepository(PressOrderRow) private readonly rows: Repository<PressOrderRow>,
    private readonly files: FilesService,
    private readonly pool: PoolService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  catalogue(): Catalogue {
    shipped ??= readCatalogue(readJsonFile(join(DEMO_FOLDER, 'press/catalogue.json')));
    return shipped;
  }

  /** What an order would cost. Refuses by field what the press does not make. */
  quote(items: readonly OrderItem[], country: string, at = Date.now()): Quote {
    try {
      return quoteOf(this.catalogue(), items, country, at);
    } catch (error) {
      if (error instanceof QuoteError)
        throw new BadRequestException({ message: error.message, faults: error.faults });
      throw error;
    }
  }

  /** Takes a file in; an order names it by its SHA-256. */
  async takeFile(bytes: Uint8Array): Promise<{ file: string; bytes: number }> {
    return { file: await this.files.keep(bytes), bytes: bytes.length };
  }

  /** Places an order; its files are checked when their day comes, and told of then. */
  async place(items: PlacedItem[], country: string): Promise<PressOrder> {
    const placedAt = Date.now();
    const quote = this.quote(items, country, placedAt);
    const { blanks, takes } = this.catalogue();
    const reasons: string[] = [];
    for (const [i, item] of items.entries()) {
      const blank = blanks.find((b) => b.id === item.blank)!;
      const onCloth = isWorn(blank);
      for (const { side, file, widthIn, heightIn } of item.prints) {
        const path = await this.files.found(file);
        if (!path)
          throw new BadRequestException({
            message: `items[${i}].prints: the file of ${side} was not handed in`,
            faults: [{ field: `items[${i}].prints`, message: `the file of ${side} was not handed in` }],
          });
        const print: AskedPrint = { widthIn, heightIn, onCloth };
        const found = await this.pool.checkPrint({ path, print, takes });
        reasons.push(...found.map((f) => `${blank.name}, ${side}: ${f}`));
      }
    }
    const row: PressOrderRow = {
      ...{ id: randomUUID(), placedAt: new Date(placedAt), cancelledAt: null, country },
      ...{ items: JSON.stringify(items), quote: JSON.stringify(quote), reasons: JSON.stringify(reasons) },
    };
    await this.rows.insert(row);
    return this.viewOf(row);
  }

  async list(): Promise<PressOrder[]> {
    const rows = await this.rows.find({ order: { placedAt: 'DESC', id: 'ASC' }, take: 500 });
    return rows.map((row) => this.viewOf(row));
  }

  async get(id: string): Promise<PressOrder> {
    return this.viewOf(await this.row(id));
  }

  /** Takes an order back. Refuses with 409 once it is printed. */
  async cancel(id: string): Promise<PressOrder> {
    const row = await this.row(id);
    if (!this.viewOf(row).cancellable)
      throw new ConflictException(
        'This order cannot be taken back any more: it is printed, refused or taken back already.',
      );
    await this.rows.update({ id, cancelledAt: IsNull() }, { cancelledAt: new Date() });
    return this.get(id);
  }

  private async row(id: string): Promise<PressOrderRow> {
    const row = await this.rows.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no order ${id}.`);
    return row;
  }

  private viewOf(row: PressOrderRow): PressOrder {
    const { id, country } = row;
    const quote = JSON.parse(row.quote) as Quote;
    const reasons = JSON.parse(row.reasons) as string[];
    const placedAt = row.placedAt.getTime();
    const speed = this.options.pressDay ? DAY_SECONDS / this.options.pressDay : STAND_IN_SPEED;
    const own = (real: number) => ownTime(placedAt, real, speed);
    const steps = stepsOf(quote.days, placedAt, own(Date.now()), unit(hash(3, 1, seedOf(id))), {
      refused: reasons.length > 0,
      cancelledAt: row.cancelledAt ? own(row.cancelledAt.getTime()) : null,
    });
    const { state } = steps[steps.length - 1];
    return {
      ...{ id, country, quote, state, steps, cancellable: canCancel(steps) },
      items: JSON.parse(row.items) as PlacedItem[],
      reasons: state === 'refused' ? reasons : [],
    };
  }
}

/** A whole number for an order, that its chances follow from. */
export const seedOf = (id: string): number => Number.parseInt(id.slice(0, 7), 16);

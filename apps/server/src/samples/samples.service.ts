import { randomUUID } from 'node:crypto';
import {
  BadRequestException,
  ConflictException,
  Inject,
  Injectable,
  NotFoundException,
  UnprocessableEntityException,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import { PLAIN_GROUND, shows, usualLook, type MockupWish } from '@brelm/core/mockup';
import { plannedFiles, type PlannedFile } from '@brelm/core/placement';
import { toleranceOf, type Tolerance } from '@brelm/core/press';
import type { Spec } from '@brelm/core/spec';
import type { PlacedItem, PressOrder, Sample, SampleOrder } from '@brelm/contract';
import { SampleRow } from '../database/entities';
import { DesignsService, type StoredDesign } from '../designs/designs.service';
import { LibraryService } from '../library/library.service';
import { OPTIONS, type ShopOptions, outputsOf, placeOf } from '../options';
import { PressService, seedOf } from '../press/press.service';
import { jobOf, PlannerService } from '../runs/planner.service';
import { ScenesService } from '../scenes/scenes.service';
import { SpecsService } from '../specs/specs.service';
import { FilesService } from '../storage/files.service';
import { readKept } from '../files';
import { PoolService } from '../workers/pool.service';
import type { RunJob } from '../workers/tasks';
import type { OrderSamplesDto, SampleItemDto } from './samples.dto';

/** Width of a sample's photo, px. */
const PHOTO_WIDTH = 1400;

interface Prepared {
  item: SampleItemDto;
  stored: StoredDesign;
  spec: Spec;
  files: PlannedFile[];
  snapshot: string;
}

const refuse = (field: string, message: string): never => {
  throw new BadRequestException({ message: `${field}: ${message}`, faults: [{ field, message }] });
};

/** Samples that are ordered from the stand-in press: their files are made, handed in, and what comes back is looked at. */
@Injectable()
export class SamplesService {
  constructor(
    @InjectRepository(SampleRow) private readonly rows: Repository<SampleRow>,
    private readonly designs: DesignsService,
    private readonly specs: SpecsService,
    private readonly library: LibraryService,
    private readonly scenes: ScenesService,
    private readonly planner: PlannerService,
    private readonly press: PressService,
    private readonly pool: PoolService,
    private readonly files: FilesService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  /** Orders samples. Refuses by field what the press does not make, and with 422 where a proof has stops. */
  async order(
    { items, country, acceptStops = false }: OrderSamplesDto,
    signal: AbortSignal,
  ): Promise<SampleOrder> {
    const prepared: Prepared[] = [];
    for (const [i, item] of items.entries()) prepared.push(await this.prepare(item, `items[${i}].`));
    const asked = prepared.map((p): PlacedItem => this.itemOf(p, []));
    // What it costs is known, and what is out of stock said, before a file is made.
    this.press.quote(asked, country);
    const garments = await this.library.garments();
    for (const [i, p] of prepared.entries()) {
      for (const [k, file] of p.files.entries()) {
        const made = await this.pool
          .make(
            {
              job: printOf(file),
              snapshot: p.snapshot,
              ...{ garments, acceptStops, findings: null },
              place: placeOf(this.options),
              outputs: outputsOf(this.options),
            },
            signal,
          )
          .catch((error: Error) => {
            if (error.name !== 'StopError') throw error;
            const message = `${p.stored.head.name}, ${file.side.name.toLowerCase()}: ${error.message}`;
            throw new UnprocessableEntityException({ message, faults: [{ field: `items[${i}]`, message }] });
          });
        const bytes = await readKept(outputsOf(this.options), made.sha256);
        asked[i].prints[k].file = (await this.press.takeFile(bytes)).file;
      }
    }
    const order = await this.press.place(asked, country);
    await this.rows.insert(
      prepared.map(({ stored, item, files, snapshot }, position): SampleRow => ({
        ...{ id: randomUUID(), orderId: order.id, position, designId: stored.id, snapshot },
        ...{ designName: stored.head.name, job: JSON.stringify(printOf(files[0])), garment: item.garment },
        ...{ note: '', rating: null, photo: null },
      })),
    );
    return this.get(order.id);
  }

  /** All orders, the last first, with what was ordered. */
  async list(): Promise<SampleOrder[]> {
    const orders = await this.press.list();
    const rows = orders.length
      ? await this.rows.find({ where: { orderId: In(orders.map((o) => o.id)) }, order: { position: 'ASC' } })
      : [];
    return orders
      .map((order) =>
        orderOf(
          order,
          rows.filter((r) => r.orderId === order.id),
          this.press,
        ),
      )
      .filter((order) => order.samples.length > 0);
  }

  async get(orderId: string): Promise<SampleOrder> {
    const rows = await this.rows.find({ where: { orderId }, order: { position: 'ASC' } });
    return orderOf(await this.press.get(orderId), rows, this.press);
  }

  async cancel(orderId: string): Promise<SampleOrder> {
    await this.press.cancel(orderId);
    return this.get(orderId);
  }

  /** What the seller says of a sample: once it has come. */
  async say(id: string, said: { note?: string; rating?: number | null }): Promise<SampleOrder> {
    const row = await this.row(id);
    if (said.rating && (await this.press.get(row.orderId)).state !== 'arrived')
      throw new ConflictException('This sample has not come yet: it can be rated once it has.');
    if (said.note !== undefined || said.rating !== undefined) await this.rows.update({ id }, said);
    return this.get(row.orderId);
  }

  /** The path of a sample's photo, taken when it is asked for first. Refuses with 409 before the sample has come. */
  async photo(id: string): Promise<string> {
    const row = await this.row(id);
    const known = row.photo && (await this.files.found(row.photo));
    if (known) return known;
    if ((await this.press.get(row.orderId)).state !== 'arrived')
      throw new ConflictException('This sample has not come yet: there is no photo of it.');
    const job = JSON.parse(row.job) as RunJob;
    const side = job.spec.sides.find((s) => s.id === job.side)!;
    const scene = (await this.scenes.all()).find((s) => !s.photo && shows(s, job.spec, side));
    if (!scene) throw new NotFoundException(`No scene shows ${job.spec.product}: there is no photo of it.`);
    const wish: MockupWish = {
      ...{ scene: scene.id, garment: row.garment, size: null, look: usualLook(job.spec) },
      ...{ ground: PLAIN_GROUND, crop: 'whole', width: PHOTO_WIDTH, format: 'jpeg' },
    };
    const bytes = await this.pool.samplePhoto({
      ...{ job, snapshot: row.snapshot, wish, misprint: misprintOf(row, this.press) },
      garments: await this.library.garments(),
      place: placeOf(this.options),
    });
    const photo = await this.files.keep(bytes);
    await this.rows.update({ id }, { photo });
    return (await this.files.found(photo))!;
  }

  private async prepare(item: SampleItemDto, field: string): Promise<Prepared> {
    const stored = await this.designs.get(item.designId);
    const spec = await this.specs.get(item.spec);
    const files = spec.sides.flatMap((side) => {
      const planned = plannedFiles(stored.head, spec, side);
      // A garment is printed with the file that it is sold with, or with the first.
      return planned.find((f) => f.garments.includes(item.garment ?? '')) ?? planned.slice(0, 1);
    });
    if (files.length === 0)
      refuse(`${field}spec`, `the design is not placed on ${spec.marketplace}, ${spec.product}`);
    return { item, stored, spec, files, snapshot: await this.planner.snapshot(stored) };
  }

  /** A line of the press's order; its files are named once they are handed in. */
  private itemOf({ item, spec, files }: Prepared, handed: string[]): PlacedItem {
    const blank = this.press.catalogue().blanks.find((b) => b.kind === spec.kind && b.blank === spec.blank);
    return {
      blank: blank?.id ?? `${spec.kind}, ${spec.blank}`,
      size: item.size,
      colour: blank && blank.colours.length === 0 ? null : item.garment,
      quantity: item.quantity,
      prints: files.map(({ side }, k) => ({
        ...{ side: side.id, widthIn: side.widthIn, heightIn: side.heightIn },
        file: handed[k] ?? '',
      })),
    };
  }

  private async row(id: string): Promise<SampleRow> {
    const row = await this.rows.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no sample ${id}.`);
    return row;
  }
}

/** A press prints PNG, whatever the marketplace takes. */
const printOf = (file: PlannedFile): RunJob => jobOf({ ...file, format: 'png' });

const misprintOf = ({ orderId, position }: SampleRow, press: PressService): Tolerance =>
  toleranceOf(press.catalogue().spread, seedOf(orderId) + position);

function orderOf({ items, ...order }: PressOrder, rows: SampleRow[], press: PressService): SampleOrder {
  const there = order.state === 'arrived';
  return {
    ...order,
    samples: rows.map((row): Sample => {
      const { spec } = JSON.parse(row.job) as RunJob;
      const { size, quantity } = items[row.position];
      return {
        ...{ id: row.id, designId: row.designId, designName: row.designName, garment: row.garment },
        ...{ size, quantity, note: row.note, rating: row.rating, photo: there },
        product: `${spec.marketplace}, ${spec.product}`,
        misprint: there ? misprintOf(row, press) : null,
      };
    }),
  };
}

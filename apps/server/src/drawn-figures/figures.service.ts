import { randomUUID } from 'node:crypto';
import type { ReadStream } from 'node:fs';
import { readFile } from 'node:fs/promises';
import {
  BadGatewayException,
  Inject,
  Injectable,
  NotFoundException,
  UnprocessableEntityException,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { DataSource, In, Repository } from 'typeorm';
import { termsOf, type Licence } from '@brelm/core/rights';
import type { BroughtIn, FigureOrder, FigureService } from '@brelm/contract';
import { withMoments } from '../http/answers';
import { FigureDrawingRow, FigureOrderRow } from '../database/entities';
import { askOutside, DeclinedError, SilentError } from '../http/outside';
import { ConnectionsService } from '../listings/connections.service';
import { licenceIn, MaterialsService } from '../materials/materials.service';
import { OPTIONS, type ShopOptions } from '../options';
import { FilesService } from '../storage/files.service';
import { PoolService } from '../workers/pool.service';
import { readAbout, readDrawings, type ServiceDrawing } from './service-answer';

/** How long drawings are waited for, and what the service says of itself, ms. */
const PATIENCE = { drawings: 120_000, about: 8_000 };
/** The largest answers, bytes. */
const MOST = { drawings: 64_000_000, about: 200_000 };

export interface AskedFigures {
  words: string;
  style: string;
  ground: string;
  seed: number;
}

/**
 * The licence of a picture that is made of others' work: that of the one which asks for most. What sold goods may not
 * bear comes first, then what must be given on as it is, then who must be named.
 */
export function strictest(licences: ServiceDrawing['licences'], by: string): Licence {
  const burden = (licence: Licence) => {
    const terms = termsOf(licence);
    if (!terms) return 8;
    return (terms.sale ? 0 : 4) + (terms.shareAlike ? 2 : 0) + (terms.attribution ? 1 : 0);
  };
  const [most] = [...licences].sort((a, b) => burden(b) - burden(a));
  const sources = licences.map(({ id, source, of }) => `${source || id}: ${of.join(', ')} (${id})`);
  return {
    id: most?.id ?? 'unknown',
    source: [`drawn to order by ${by}`, ...sources].join('; ').slice(0, 500),
  };
}

/** Figures drawn to order by a service: asked for, kept with what was said of them, and taken into designs. */
@Injectable()
export class FiguresService {
  constructor(
    @InjectRepository(FigureOrderRow) private readonly orders: Repository<FigureOrderRow>,
    @InjectRepository(FigureDrawingRow) private readonly drawings: Repository<FigureDrawingRow>,
    private readonly db: DataSource,
    private readonly connections: ConnectionsService,
    private readonly files: FilesService,
    private readonly materials: MaterialsService,
    private readonly pool: PoolService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  /** Where the service answers. */
  private get address(): string {
    return this.options.draughtsman ?? `${this.connections.home}/api/draughtsman`;
  }

  private async ask<T>(work: () => Promise<T>): Promise<T> {
    try {
      return await work();
    } catch (error) {
      if (error instanceof DeclinedError) throw new UnprocessableEntityException(error.message);
      if (error instanceof SilentError)
        throw new BadGatewayException(
          `The figure service cannot be used: ${error.message}. Try again in a while.`,
        );
      throw error;
    }
  }

  /** Who draws, and in which styles. */
  about(): Promise<FigureService> {
    return this.ask(async () =>
      readAbout(await askOutside(this.address, { patience: PATIENCE.about, most: MOST.about })),
    );
  }

  /** Has figures drawn, and keeps them. */
  async order(asked: AskedFigures, signal: AbortSignal): Promise<FigureOrder> {
    const { name, simulated, styles } = await this.about();
    if (!styles.some((s) => s.id === asked.style))
      throw new UnprocessableEntityException(
        `style: ${name} draws in ${styles.map((s) => s.id).join(', ')}, not in “${asked.style}”.`,
      );
    const drawn = await this.ask(async () =>
      readDrawings(
        await askOutside(`${this.address}/drawings`, {
          ...{ body: asked, signal, patience: PATIENCE.drawings, most: MOST.drawings },
        }),
      ),
    );
    const id = randomUUID();
    const rows = await Promise.all(drawn.map((drawing, n) => this.kept(id, n, drawing, signal)));
    const row = { id, ...asked, service: name, simulated, createdAt: new Date() };
    await this.db.transaction(async (manager) => {
      await manager.insert(FigureOrderRow, row);
      await manager.insert(FigureDrawingRow, rows);
    });
    return this.get(id);
  }

  /** Looks at what a service sent, in a child process, and keeps its bytes. */
  private async kept(
    orderId: string,
    n: number,
    { png, svg, seed, undone, licences }: ServiceDrawing,
    signal: AbortSignal,
  ): Promise<FigureDrawingRow> {
    const picture = await this.pool.inspect(png, `figure-${n + 1}.png`, signal).catch((error: Error) => {
      throw new BadGatewayException(
        `The figure service sent a picture that cannot be used: ${error.message}`,
      );
    });
    if (picture.kind !== 'picture')
      throw new BadGatewayException('The figure service sent something else than a picture.');
    const bytes = svg === null ? null : Buffer.from(svg);
    const outlines =
      bytes &&
      (await this.pool.inspect(bytes, `figure-${n + 1}.svg`, signal).then(
        (upload) => upload.kind === 'motif' && upload.art.outlines.length > 0,
        () => false,
      ));
    const said = {
      undone: svg !== null && !outlines ? [...undone, 'its outlines (they cannot be read)'] : undone,
      licences,
    };
    return {
      ...{ orderId, n, seed, width: picture.width, height: picture.height, mime: picture.mime },
      picture: await this.files.keep(png),
      outlines: outlines ? await this.files.keep(bytes!) : null,
      said: JSON.stringify(said),
    };
  }

  private async views(rows: readonly FigureOrderRow[]): Promise<FigureOrder[]> {
    const drawings = rows.length
      ? await this.drawings.find({
          where: { orderId: In(rows.map((r) => r.id)) },
          order: { n: 'ASC' },
        })
      : [];
    return rows.map(({ simulated, ...row }) => ({
      ...withMoments(row),
      simulated: Boolean(simulated),
      drawings: drawings
        .filter((d) => d.orderId === row.id)
        .map(({ n, seed, width, height, outlines, said }) => ({
          ...{ n, seed, width, height, hasOutlines: outlines !== null },
          ...(JSON.parse(said) as Pick<ServiceDrawing, 'undone' | 'licences'>),
        })),
    }));
  }

  /** What was asked for before, the newest first. */
  async list(from: number, count: number): Promise<{ total: number; orders: FigureOrder[] }> {
    const [rows, total] = await this.orders.findAndCount({
      order: { createdAt: 'DESC', id: 'ASC' },
      ...{ skip: from, take: count },
    });
    return { total, orders: await this.views(rows) };
  }

  async get(id: string): Promise<FigureOrder> {
    const row = await this.orders.findOneBy({ id });
    if (!row) throw new NotFoundException('There is no such order of figures.');
    return (await this.views([row]))[0];
  }

  /** Forgets an order. What was taken of it into designs stays. */
  async remove(id: string): Promise<void> {
    await this.db.transaction(async (manager) => {
      await manager.delete(FigureDrawingRow, { orderId: id });
      const { affected } = await manager.delete(FigureOrderRow, { id });
      if (!affected) throw new NotFoundException('There is no such order of figures.');
    });
  }

  private async drawing(orderId: string, n: number): Promise<FigureDrawingRow> {
    const row = await this.drawings.findOneBy({ orderId, n });
    if (!row) throw new NotFoundException('There is no such drawing.');
    return row;
  }

  async picture(orderId: string, n: number): Promise<{ stream: ReadStream; size: number; mime: string }> {
    const { picture, mime } = await this.drawing(orderId, n);
    return { ...(await this.files.open(picture)), mime };
  }

  /** Brings a drawing in as a material: as a picture, or as outlines where it has some. Its licence comes along. */
  async take(
    orderId: string,
    n: number,
    as: 'picture' | 'outlines',
    signal: AbortSignal,
  ): Promise<BroughtIn & { licence: Licence }> {
    const [order, { picture, outlines, said }] = await Promise.all([
      this.get(orderId),
      this.drawing(orderId, n),
    ]);
    const sha256 = as === 'picture' ? picture : outlines;
    if (!sha256)
      throw new UnprocessableEntityException('as: this drawing has no outlines; take it as a picture.');
    const path = await this.files.found(sha256);
    if (!path) throw new NotFoundException('The file of this drawing is gone.');
    const name = `${order.words.slice(0, 120)}.${as === 'picture' ? 'png' : 'svg'}`;
    const brought = await this.materials.bringIn(await readFile(path), name, signal);
    const { licences } = JSON.parse(said) as Pick<ServiceDrawing, 'licences'>;
    // What the seller said of it before stays.
    const known = licenceIn((await this.materials.get(sha256)).licence);
    const licence = known ?? strictest(licences, order.service);
    if (!known) await this.materials.sayLicence(sha256, licence);
    return { ...brought, licence };
  }
}

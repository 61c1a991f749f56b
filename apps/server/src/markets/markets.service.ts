import { createHash, randomBytes, randomUUID } from 'node:crypto';
import {
  BadRequestException,
  HttpException,
  Inject,
  Injectable,
  NotFoundException,
  PreconditionFailedException,
  UnauthorizedException,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { EntityManager, In, IsNull, Repository } from 'typeorm';
import { listingQuality, salesOf, type DayFigures } from '@brelm/core/listing';
import { ownTime, STAND_IN_SPEED } from '@brelm/core/press';
import type { ProductKind, Spec } from '@brelm/core/spec';
import { hash, unit } from '@brelm/core/wear';
import type { MarketFault, MarketListing, MarketState, MarketWords, Moment } from '@brelm/contract';
import { withMoments } from '../http/answers';
import { MarketFileRow, MarketListingRow, MarketShopRow } from '../database/entities';
import type { FileWish } from '@brelm/engine';
import { codeOf } from '../http/faults.filter';
import { OPTIONS, type ShopOptions } from '../options';
import { seedOf } from '../press/press.service';
import { FilesService } from '../storage/files.service';
import { PoolService } from '../workers/pool.service';
import { checkWords } from './check-words';
import { marketOf, pictureWish, printWish } from './rules';
import { WeatherService } from './weather';

/** A file that was handed in, by its SHA-256. */
export interface HandedFile {
  kind: 'print' | 'picture';
  /** Of the product; empty for a picture. */
  side: string;
  name: string;
  sha256: string;
}

/** What is handed in as a listing. */
export interface HandedListing extends MarketWords {
  /** The shop's own name for it: there is one listing for each. */
  reference: string;
  product: string;
  files: HandedFile[];
}

export const MARKET_STATES = [
  'in review',
  'accepted',
  'refused',
  'needs changes',
  'taken down',
  'taken off',
] as const satisfies readonly MarketState[];
const DAY_SECONDS = 24 * 3600;
const DAY = DAY_SECONDS * 1000;
/** How long a token holds, ms. */
const TOKEN_HOLDS = 90 * DAY;
/** Days of its own after which a listing is taken off again, where the weather has it so. */
const TAKEN_BACK = 2;
/** Files whose faults are remembered. */
const MOST_SEEN = 1000;
/** Views a day that a good listing has, by kind. */
const REACH: Partial<Record<ProductKind, number>> = {
  shirt: 55,
  hoodie: 40,
  sticker: 70,
  mug: 45,
  ornament: 30,
};
const USUAL_REACH = 25;

const hashed = (token: string) => createHash('sha256').update(token).digest('hex');

/**
 * Stand-ins for marketplaces: made up, and simulated. Each keeps its listings, looks at what it is sent with eyes of its
 * own, takes days of its own for that, and has buyers by chance. Nothing leaves the machine.
 */
@Injectable()
export class MarketsService {
  private readonly seen = new Map<string, string[]>();

  constructor(
    @InjectRepository(MarketShopRow) private readonly shops: Repository<MarketShopRow>,
    @InjectRepository(MarketListingRow) private readonly rows: Repository<MarketListingRow>,
    @InjectRepository(MarketFileRow) private readonly handed: Repository<MarketFileRow>,
    private readonly files: FilesService,
    private readonly pool: PoolService,
    private readonly weather: WeatherService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  /** A token for a shop; said once, kept as what it hashes to. */
  async open(market: string, name: string): Promise<{ token: string; shop: string; expires: Moment }> {
    const token = `${market}_${randomBytes(24).toString('base64url')}`;
    const expires = new Date(Date.now() + TOKEN_HOLDS);
    await this.shops.insert({ tokenHash: hashed(token), market, name, expiresAt: expires });
    return withMoments({ token, shop: name, expires });
  }

  /** The shop that a token is of. Throws 401 for one that is unknown or has expired. */
  async shopOf(market: string, authorization: string | undefined): Promise<string> {
    const token = /^Bearer (\S+)$/.exec(authorization ?? '')?.[1];
    const row = token && (await this.shops.findOneBy({ tokenHash: hashed(token), market }));
    if (!row) throw new UnauthorizedException('This token is not known.');
    if (row.expiresAt.getTime() < Date.now()) throw new UnauthorizedException('This token has expired.');
    return row.name;
  }

  async forget(market: string, authorization: string | undefined): Promise<void> {
    await this.shopOf(market, authorization);
    await this.shops.delete({ tokenHash: hashed(authorization!.slice('Bearer '.length)) });
  }

  /** Takes a listing in. A reference that the shop has used already is refused with 409, which names the listing. */
  async create(market: string, shop: string, listing: HandedListing): Promise<MarketListing> {
    const spec = this.productOf(market, listing.product);
    const id = randomUUID();
    const row: MarketListingRow = {
      ...{ id, market, shop, reference: listing.reference, product: spec.id, revision: 1 },
      ...{ document: documentOf(listing), receivedAt: new Date(), acceptedAt: null, downAt: null },
      reasons: JSON.stringify(await this.checked(spec, listing)),
    };
    try {
      await this.rows.manager.transaction(async (db) => {
        await db.insert(MarketListingRow, row);
        await this.takeFiles(db, id, listing.files);
      });
    } catch (error) {
      if (codeOf(error) !== 'ER_DUP_ENTRY') throw error;
      const there = await this.rows.findOneByOrFail({ market, shop, reference: listing.reference });
      throw new HttpException(
        { message: `The reference ${listing.reference} has a listing already.`, listing: there.id },
        409,
      );
    }
    return this.viewOf(row);
  }

  /** Changes a listing; its review begins anew. Refused with 412 where it was changed since `revision`. */
  async update(
    market: string,
    shop: string,
    id: string,
    listing: HandedListing,
    revision: number,
  ): Promise<MarketListing> {
    const row = await this.row(market, shop, id);
    const spec = this.productOf(market, listing.product);
    const reasons = JSON.stringify(await this.checked(spec, listing));
    await this.rows.manager.transaction(async (db) => {
      const fresh = { document: documentOf(listing), product: spec.id, reasons };
      await this.change(row, revision, { ...fresh, receivedAt: new Date(), downAt: null }, db);
      await db.delete(MarketFileRow, { listingId: id });
      await this.takeFiles(db, id, listing.files);
    });
    return this.get(market, shop, id);
  }

  /** What somebody changes on the marketplace's own pages: by its owner, or by the marketplace. */
  async reword(
    market: string,
    id: string,
    words: Partial<Pick<MarketWords, 'title' | 'price'>>,
  ): Promise<MarketListing> {
    const row = await this.found({ id, market });
    const document = JSON.stringify({ ...(JSON.parse(row.document) as MarketWords), ...words });
    await this.change(row, row.revision, { document });
    return this.viewOf(await this.found({ id, market }));
  }

  private async change(
    row: MarketListingRow,
    revision: number,
    to: Partial<MarketListingRow>,
    db: EntityManager = this.rows.manager,
  ): Promise<void> {
    const accepted = row.acceptedAt ?? this.acceptedAt(row);
    const { affected } = await db.update(
      MarketListingRow,
      { id: row.id, revision },
      { ...to, acceptedAt: accepted, revision: revision + 1 },
    );
    if (!affected)
      throw new PreconditionFailedException(
        `This listing was changed here: it is at ${row.revision}, not ${revision}.`,
      );
  }

  async takeDown(market: string, shop: string, id: string): Promise<MarketListing> {
    const row = await this.row(market, shop, id);
    if (!row.downAt)
      await this.rows.update(
        { id, downAt: IsNull() },
        { downAt: new Date(), acceptedAt: row.acceptedAt ?? this.acceptedAt(row) },
      );
    return this.get(market, shop, id);
  }

  async get(market: string, shop: string, id: string): Promise<MarketListing> {
    return this.viewOf(await this.row(market, shop, id));
  }

  /** A shop's listings, or the one that it calls so. */
  async list(market: string, shop: string, reference?: string): Promise<MarketListing[]> {
    const rows = await this.rows.find({
      where: { market, shop, ...(reference === undefined ? {} : { reference }) },
      order: { receivedAt: 'DESC', id: 'ASC' },
      take: 2000,
    });
    return rows.map((r) => this.viewOf(r));
  }

  /** The days of a shop's listings that are accepted, by reference. */
  async figures(market: string, shop: string): Promise<{ reference: string; days: DayFigures[] }[]> {
    const rows = await this.rows.findBy({ market, shop });
    const counts = await this.pictureCounts(rows.map((r) => r.id));
    return rows.map((row) => ({ reference: row.reference, days: this.daysOf(row, counts.get(row.id) ?? 0) }));
  }

  /** What a buyer sees of an accepted listing. */
  async shown(
    market: string,
    id: string,
  ): Promise<{ listing: MarketListing; pictures: MarketFileRow[]; shop: string }> {
    const row = await this.found({ id, market });
    const listing = this.viewOf(row);
    if (!['accepted', 'in review'].includes(listing.state))
      throw new NotFoundException('This is not sold here any more.');
    const pictures = await this.handed.find({
      where: { listingId: id, kind: 'picture' },
      order: { position: 'ASC' },
    });
    return { listing, pictures, shop: row.shop };
  }

  /** The path of a picture that a buyer sees. */
  async pictureAt(market: string, id: string, position: number): Promise<string> {
    const { pictures } = await this.shown(market, id);
    const path = pictures[position] && (await this.files.found(pictures[position].sha256));
    if (!path) throw new NotFoundException('There is no such picture.');
    return path;
  }

  private productOf(market: string, product: string): Spec {
    const spec = marketOf(market)!.specs.find((s) => s.id === product);
    if (spec) return spec;
    const message = `nothing here is called “${product}”`;
    throw new BadRequestException({
      message: `product: ${message}`,
      faults: [{ field: 'product', message }],
    });
  }

  /** What is wrong with what was handed in, told once the review is over. Refuses at once what names no file. */
  private async checked(spec: Spec, listing: HandedListing): Promise<MarketFault[]> {
    const pictures = listing.files.filter((f) => f.kind === 'picture');
    const out = checkWords(listing, pictures.length, spec);
    const prints = listing.files.filter((f) => f.kind === 'print');
    if (prints.length === 0) out.push({ field: 'files', message: 'There is nothing to print.' });
    for (const [i, file] of listing.files.entries()) {
      const path = await this.files.found(file.sha256);
      const wish = file.kind === 'print' ? printWish(spec, file.side) : pictureWish(spec);
      const field = `files[${i}]`;
      if (!path || !wish) {
        const message = path
          ? `${spec.product} has no side “${file.side}”`
          : `${file.name} was not handed in`;
        throw new BadRequestException({ message: `${field}: ${message}`, faults: [{ field, message }] });
      }
      for (const message of await this.looked(file.sha256, path, wish)) out.push({ field, message });
    }
    return out;
  }

  /** What was found in a file; the same one is looked at once for the same product. */
  private async looked(sha256: string, path: string, wish: FileWish): Promise<string[]> {
    const key = `${sha256} ${JSON.stringify(wish)}`;
    const known = this.seen.get(key);
    if (known) return known;
    const found = await this.pool.checkMarketFile({ path, wish });
    if (this.seen.size >= MOST_SEEN) this.seen.clear();
    this.seen.set(key, found);
    return found;
  }

  private async takeFiles(db: EntityManager, listingId: string, files: readonly HandedFile[]): Promise<void> {
    if (files.length === 0) return;
    const createdAt = new Date();
    await db.insert(
      MarketFileRow,
      files.map((f, position): MarketFileRow => ({ ...f, id: randomUUID(), listingId, position, createdAt })),
    );
  }

  private async pictureCounts(ids: string[]): Promise<Map<string, number>> {
    if (ids.length === 0) return new Map();
    const files = await this.handed.find({
      where: { listingId: In(ids), kind: 'picture' },
      select: { listingId: true },
    });
    const counts = new Map<string, number>();
    for (const { listingId } of files) counts.set(listingId!, (counts.get(listingId!) ?? 0) + 1);
    return counts;
  }

  private row(market: string, shop: string, id: string): Promise<MarketListingRow> {
    return this.found({ id, market, shop });
  }

  private async found(where: { id: string; market: string; shop?: string }): Promise<MarketListingRow> {
    const row = await this.rows.findOneBy(where);
    if (!row) throw new NotFoundException(`There is no listing ${where.id}.`);
    return row;
  }

  /** How many times faster its days pass. */
  private get speed(): number {
    return this.options.pressDay ? DAY_SECONDS / this.options.pressDay : STAND_IN_SPEED;
  }

  /** Days of its own that the review of a listing takes. */
  private reviewDays = ({ id, receivedAt }: MarketListingRow): number =>
    0.3 + 1.2 * unit(hash(seedOf(id), Math.floor(receivedAt.getTime() / 1000) % 2 ** 31, 11));

  private decidedAt = (row: MarketListingRow): number =>
    row.receivedAt.getTime() + (this.reviewDays(row) * DAY) / this.speed;

  /** When it was accepted; null where it was not. */
  private acceptedAt(row: MarketListingRow): Date | null {
    if (row.acceptedAt) return row.acceptedAt;
    const at = this.decidedAt(row);
    return row.reasons === '[]' && at <= Date.now() ? new Date(at) : null;
  }

  private stateOf(row: MarketListingRow, reasons: readonly MarketFault[]): MarketState {
    if (row.downAt) return 'taken down';
    if (Date.now() < this.decidedAt(row)) return 'in review';
    if (reasons.length) return reasons.some((r) => r.field.startsWith('files')) ? 'refused' : 'needs changes';
    const age = (Date.now() - this.decidedAt(row)) * this.speed;
    return this.weather.of(row.market).takesBack && age > TAKEN_BACK * DAY ? 'taken off' : 'accepted';
  }

  private viewOf(row: MarketListingRow): MarketListing {
    const { id, reference, product, revision, market } = row;
    const faults = JSON.parse(row.reasons) as MarketFault[];
    const state = this.stateOf(row, faults);
    const told = state === 'refused' || state === 'needs changes';
    return {
      ...{ id, reference, product, revision, state },
      words: JSON.parse(row.document) as MarketWords,
      reasons: told
        ? faults
        : state === 'taken off'
          ? [{ field: '', message: 'It was reported, and taken off.' }]
          : [],
      page: state === 'accepted' ? `/api/markets/${market}/pages/${id}` : null,
    };
  }

  private daysOf(row: MarketListingRow, pictures: number): DayFigures[] {
    const accepted = this.acceptedAt(row)?.getTime();
    const spec = marketOf(row.market)?.specs.find((s) => s.id === row.product);
    if (accepted === undefined || !spec) return [];
    const words = JSON.parse(row.document) as MarketWords;
    const { titleMax = 100, descriptionMax = 2000, tags } = spec.listing ?? {};
    const quality = listingQuality(
      { title: words.title.length, description: words.description.length, tags: words.tags.length, pictures },
      {
        title: titleMax * 0.7,
        description: Math.min(600, descriptionMax),
        tags: tags?.most ?? 0,
        pictures: 4,
      },
    );
    const until = row.downAt?.getTime() ?? Date.now();
    const model = { seed: seedOf(row.id), quality, reach: REACH[spec.kind] ?? USUAL_REACH };
    return salesOf(
      { ...model, colours: words.colours, from: accepted },
      ownTime(accepted, until, this.speed),
    );
  }
}

const documentOf = ({ title, description, points, tags, price, colours }: HandedListing): string =>
  JSON.stringify({ title, description, points, tags, price, colours } satisfies MarketWords);

import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Transform, type Readable } from 'node:stream';
import {
  ConflictException,
  Inject,
  Injectable,
  Logger,
  NotFoundException,
  type OnModuleDestroy,
} from '@nestjs/common';
import { InjectDataSource, InjectRepository } from '@nestjs/typeorm';
import { DataSource, type Repository } from 'typeorm';
import type { ShopAway, ShopView } from '@brelm/contract';
import { writeCopy } from '../backup';
import { DesignsService } from '../designs/designs.service';
import { LibraryService } from '../library/library.service';
import { openShopApp, type ShopApp } from '../shop-app';
import { DiskFullError, RESERVE, roomIn } from '../storage/disk-guard';
import { PoolService } from '../workers/pool.service';
import { ShopRow, type PersonRow, type Role } from './entities';
import { HOUSE, type HouseOptions } from './house-options';
import type { Filling } from './house.dto';
import { PeopleService } from './people/people.service';
import { bucketOf, FIRST, shopIdFor } from './shop-id';
import { ShopPlaces } from './shop-places';

/** The copies' own names: the shop's short name, and when it was taken away. */
const AWAY = /^([a-z0-9-]+)_(\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d)\.zip$/;

/** What was begun so long ago was never ended, ms. */
const DAY = 24 * 3600 * 1000;

/** So long other processes have to close a shop that is taken away, ms. */
const OTHERS_CLOSE = 2000;

/** So long shops have for ending by themselves, ms. */
const GIVE_UP_AFTER = 500;

const pathOf = (id: string): string => (id === FIRST ? '' : `/shops/${id}`);

const viewOf = async (id: string, { app }: ShopApp): Promise<ShopView> => ({
  id,
  name: (await app.get(LibraryService).shop()).name,
  path: pathOf(id),
  designs: await app.get(DesignsService).count(),
});

/** The shops of this house: opened when the server starts, made, named and taken away while it runs. */
@Injectable()
export class ShopsService implements OnModuleDestroy {
  private readonly log = new Logger('Shops');
  private readonly opened = new Map<string, Promise<ShopApp>>();
  private readonly places: ShopPlaces;
  /** Shops that are there and not open: not yet, or since they could not be. */
  private readonly shut = new Set<string>();
  private turn: Promise<unknown> = Promise.resolve();
  private closed = false;
  private readonly unhear: () => void;
  private last: () => Promise<void> = () => Promise.resolve();

  constructor(
    @InjectRepository(ShopRow) private readonly rows: Repository<ShopRow>,
    @InjectDataSource() house: DataSource,
    @Inject(HOUSE) private readonly options: HouseOptions,
    private readonly pool: PoolService,
    private readonly people: PeopleService,
  ) {
    this.places = new ShopPlaces(house, options);
    this.unhear = options.process.carrier.hear((word) => {
      // Word that comes from here finds it closed already.
      if (word.of === 'shop-gone') this.gone(word.shop);
    });
  }

  /** Does something once all shops are closed. */
  afterwards(last: () => Promise<void>): void {
    this.last = last;
  }

  /** Opens the first shop. */
  first(): Promise<ShopApp> {
    return this.openAt(FIRST, this.options.demo);
  }

  /** Looks which others there are, so that whoever wants one has it opened; ends what a start that was killed has begun. */
  async look(): Promise<void> {
    const { alone } = this.options.process;
    for (const { id, state, madeAt } of await this.rows.find({ order: { madeAt: 'ASC' } })) {
      // Another process may be making it just now, or taking it away.
      if (!alone && state !== 'open' && Date.now() - madeAt.getTime() < DAY) continue;
      if (state === 'closing') await this.rows.update(id, { state: 'open' });
      if (state === 'open' || state === 'closing') this.shut.add(id);
      else await this.forget(id);
    }
  }

  /** Opens what another process has made meanwhile. */
  private async lookAgain(): Promise<void> {
    if (this.options.process.alone) return;
    for (const { id } of await this.rows.findBy({ state: 'open' }))
      if (!this.opened.has(id)) await this.openAt(id, false).catch(() => undefined);
  }

  /** Closes a shop that another process takes away. */
  private gone(id: string): void {
    const shop = this.opened.get(id);
    this.opened.delete(id);
    this.shut.delete(id);
    void shop?.then((s) => s.close()).catch(() => undefined);
  }

  /** Opens the others, one after another: what was in work in them goes on. */
  async others(): Promise<void> {
    for (const id of [...this.shut]) {
      if (this.closed) return;
      // Whoever wanted it has had it opened meanwhile.
      if (!this.shut.delete(id)) continue;
      await this.openAt(id, false).catch((error: Error) =>
        this.log.error(`the shop “${id}” cannot be opened: ${error.message}`),
      );
    }
  }

  /** A shop that is open or opening; null for what is none. */
  async at(id: string): Promise<ShopApp | null> {
    // One that could not be opened, since the database was away, is tried again by whoever wants it.
    if (this.shut.delete(id)) return this.openAt(id, false);
    const there = this.opened.get(id);
    if (there || this.options.process.alone) return there ?? null;
    // Another process may have made it.
    if (!(await this.rows.existsBy({ id, state: 'open' }))) return null;
    return this.opened.get(id) ?? this.openAt(id, false);
  }

  /** All that are open here. */
  async all(): Promise<{ id: string; app: ShopApp['app'] }[]> {
    const shops = await Promise.all(
      [...this.opened].map(async ([id, opening]) => {
        const shop = await opening.catch(() => null);
        return shop && { id, app: shop.app };
      }),
    );
    return shops.filter((s) => s !== null);
  }

  async list(): Promise<ShopView[]> {
    await this.lookAgain();
    const views = await Promise.all(
      [...this.opened].map(async ([id, opening]): Promise<ShopView | null> => {
        const shop = await opening.catch(() => null);
        return shop && viewOf(id, shop);
      }),
    );
    const first = ({ id }: ShopView) => Number(id === FIRST);
    return views
      .filter((v) => v !== null)
      .sort((a, b) => first(b) - first(a) || (a.name ?? '').localeCompare(b.name ?? ''));
  }

  /** The shops that somebody sees, with what they may do there; all of them where nobody signs in. */
  async listFor(person: PersonRow | null): Promise<(ShopView & { role: Role | null })[]> {
    const shops = await this.list();
    if (!person) return shops.map((s) => ({ ...s, role: null }));
    const roles = await Promise.all(shops.map((s) => this.people.roleIn(person.id, s.id)));
    return shops.map((s, i) => ({ ...s, role: roles[i] })).filter((s) => s.role !== null);
  }

  async nameOf(id: string): Promise<string | null> {
    const shop = await this.opened.get(id)?.catch(() => null);
    return shop ? (await shop.app.get(LibraryService).shop()).name : null;
  }

  /** Copies of shops that were taken away, the last first. */
  async away(): Promise<ShopAway[]> {
    const files = (await this.places.away.listNamed()).filter((f) => AWAY.test(f.name));
    const views = files.map(({ name: file, bytes }) => {
      const [, name, at] = AWAY.exec(file)!;
      const takenAt = `${at.replace(/T(\d\d)-(\d\d)-(\d\d)$/, 'T$1:$2:$3')}Z`;
      return { file, name, takenAt, bytes };
    });
    return views.sort((a, b) => b.takenAt.localeCompare(a.takenAt));
  }

  /** Makes a shop beside the others. */
  make(name: string, filling: Filling): Promise<ShopView> {
    return this.inTurn(() => this.begun(name, name, (id) => this.openAt(id, filling === 'demo')));
  }

  /** Makes a shop of the archive that another was taken out as; the archive is read in a process of its own. */
  async fromCopy(name: string, copy: Readable): Promise<ShopView> {
    const folder = join(this.options.shopsDir, '.arriving');
    await mkdir(folder, { recursive: true, mode: 0o700 });
    const path = join(folder, `${Date.now()}-${Math.random().toString(36).slice(2)}.zip`);
    try {
      await pipeline(copy, await this.whileThereIsRoom(), createWriteStream(path, { mode: 0o600 }));
      return await this.fromArchive(name, name, path);
    } finally {
      await rm(path, { force: true });
    }
  }

  /** Brings a shop back that was taken away; its copy goes once it is there. */
  async bringBack(file: string): Promise<ShopView> {
    const found = (await this.away()).find((a) => a.file === file);
    if (!found) throw new NotFoundException(`There is no copy “${file}”.`);
    const path = await this.places.away.foundNamed(file);
    if (path === null) throw new NotFoundException(`There is no copy “${file}”.`);
    const view = await this.fromArchive(null, found.name, path);
    await this.places.away.removeNamed(file);
    return view;
  }

  async rename(id: string, name: string): Promise<ShopView> {
    const shop = await this.known(id);
    await shop.app.get(LibraryService).nameShop(name);
    return viewOf(id, shop);
  }

  /** Takes a shop away, once a copy of it with all its made files was written and read again. Answers the copy. */
  takeAway(id: string): Promise<ShopAway> {
    if (id === FIRST)
      throw new ConflictException('The first shop stays: Brelm starts with it. Archive its designs instead.');
    return this.inTurn(async () => {
      const shop = await this.known(id);
      const at = new Date().toISOString().slice(0, 19).replaceAll(':', '-');
      const file = `${id}_${at}.zip`;
      const [database, place] = [this.places.databaseOf(id), this.places.placeOf(id)];
      // Nothing is written any more once the copy is begun; where it fails, the shop is opened again.
      const { process } = this.options;
      await this.rows.update(id, { state: 'closing' });
      this.opened.delete(id);
      await shop.close();
      try {
        process.carrier.tell({ shop: id, of: 'shop-gone' });
        // Others close it as they hear of it.
        if (!process.alone) await new Promise((done) => setTimeout(done, OTHERS_CLOSE));
        await writeCopy(this.places.away.pathOf(file), { database, place, made: true });
        await this.places.away.put(file);
      } catch (error) {
        await this.rows.update(id, { state: 'open' });
        await this.openAt(id, false);
        throw error;
      }
      await this.rows.update(id, { state: 'leaving' });
      await this.forget(id);
      return (await this.away()).find((a) => a.file === file)!;
    });
  }

  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    this.unhear();
    const closing = Promise.all(
      [...this.opened.values()].map((o) => o.then((s) => s.close()).catch(() => undefined)),
    );
    // Shops end what they have begun in processes; those that still wait for one are told that it is over.
    await Promise.race([closing, new Promise((done) => setTimeout(done, GIVE_UP_AFTER))]);
    await Promise.all([closing, this.pool.close()]);
    await this.last();
  }

  /** Bytes go through as long as the disk has room for them. */
  private async whileThereIsRoom(): Promise<Transform> {
    let room = await this.room();
    return new Transform({
      transform(chunk: Buffer, _encoding, done) {
        room -= chunk.length;
        done(room < 0 ? new DiskFullError(RESERVE) : null, chunk);
      },
    });
  }

  private room(): Promise<number> {
    return (this.options.room ?? roomIn)(this.options.shopsDir);
  }

  /** A shop of an archive on the disk; it keeps its own name where none is given. */
  private fromArchive(name: string | null, called: string, path: string): Promise<ShopView> {
    return this.inTurn(() =>
      this.begun(name, called, async (id) => {
        const [database, place] = [this.places.databaseOf(id), this.places.placeOf(id)];
        await this.pool.restoreShop({ path, database, place, room: await this.room() });
        return this.openAt(id, false);
      }),
    );
  }

  /** Makes the place of a shop, fills it, and names it; all of it or nothing. */
  private async begun(
    name: string | null,
    called: string,
    fill: (id: string) => Promise<ShopApp>,
  ): Promise<ShopView> {
    const taken = new Set((await this.rows.find()).map((r) => r.id));
    const id = shopIdFor(called, taken);
    await this.rows.insert({ id, state: 'making', madeAt: new Date() });
    try {
      await this.places.make(id);
      await mkdir(this.places.filesOf(id), { recursive: true, mode: 0o700 });
      const shop = await fill(id);
      if (name !== null) await shop.app.get(LibraryService).nameShop(name);
      await this.rows.update(id, { state: 'open' });
      return await viewOf(id, shop);
    } catch (error) {
      const half = this.opened.get(id);
      this.opened.delete(id);
      await half?.then((s) => s.close()).catch(() => undefined);
      await this.forget(id).catch((e: Error) => this.log.error(e.message));
      throw error;
    }
  }

  private openAt(id: string, demo: boolean): Promise<ShopApp> {
    const first = id === FIRST;
    const { copies, bucket } = this.options;
    const options = {
      ...this.options,
      ...{ demo, shop: id },
      bucket: bucket && bucketOf(bucket, id),
      ...(first ? {} : { database: this.places.databaseOf(id), filesDir: this.places.filesOf(id) }),
      // Each shop's copies lie in a folder of its own, so that none takes another's for its own old ones.
      copies: copies && (first ? copies : { ...copies, folder: join(copies.folder, id) }),
      home: () => this.options.inside(pathOf(id)),
    };
    // Its account is made anew each time: whoever moved the data folder may have another password of the house.
    const place = first ? Promise.resolve() : this.places.make(id);
    const opening = place.then(() => openShopApp(options, this.pool));
    this.opened.set(id, opening);
    opening.catch(() => {
      if (this.opened.get(id) !== opening) return;
      this.opened.delete(id);
      this.shut.add(id);
    });
    return opening;
  }

  private async forget(id: string): Promise<void> {
    this.shut.delete(id);
    await this.people.forgetShop(id);
    await this.places.drop(id);
    await this.rows.delete(id);
  }

  private async known(id: string): Promise<ShopApp> {
    const shop = await this.at(id);
    if (!shop) throw new NotFoundException(`There is no shop “${id}”.`);
    return shop;
  }

  /** Shops are made and taken away one after another. */
  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const now = this.turn.then(work);
    this.turn = now.catch(() => undefined);
    return now;
  }
}

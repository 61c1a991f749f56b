import { createWriteStream } from 'node:fs';
import { mkdir, readdir, rm, stat } from 'node:fs/promises';
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
import { FIRST, shopIdFor } from './shop-id';
import { ShopPlaces } from './shop-places';

/** A shop as it is listed. */
export interface ShopView {
  id: string;
  name: string | null;
  /** What its addresses begin with; nothing for the first. */
  path: string;
  designs: number;
}

/** The copy of a shop that was taken away. */
export interface AwayView {
  file: string;
  name: string;
  takenAt: string;
  bytes: number;
}

/** The copies' own names: the shop's short name, and when it was taken away. */
const AWAY = /^([a-z0-9-]+)_(\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d)\.zip$/;

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

  constructor(
    @InjectRepository(ShopRow) private readonly rows: Repository<ShopRow>,
    @InjectDataSource() house: DataSource,
    @Inject(HOUSE) private readonly options: HouseOptions,
    private readonly pool: PoolService,
    private readonly people: PeopleService,
  ) {
    this.places = new ShopPlaces(house, options);
  }

  /** Opens the first shop. */
  first(): Promise<ShopApp> {
    return this.openAt(FIRST, this.options.demo);
  }

  /** Looks which others there are, so that whoever wants one has it opened; ends what a start that was killed has begun. */
  async look(): Promise<void> {
    for (const { id, state } of await this.rows.find({ order: { madeAt: 'ASC' } })) {
      if (state === 'open') this.shut.add(id);
      else await this.forget(id);
    }
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

  /** A shop that is open or opening; undefined for what is none. */
  at(id: string): Promise<ShopApp> | undefined {
    // One that could not be opened, since the database was away, is tried again by whoever wants it.
    if (this.shut.delete(id)) return this.openAt(id, false);
    return this.opened.get(id);
  }

  async list(): Promise<ShopView[]> {
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
  async away(): Promise<AwayView[]> {
    const files = (await readdir(this.places.away).catch(() => [] as string[])).filter((f) => AWAY.test(f));
    const views = await Promise.all(
      files.map(async (file) => {
        const [, name, at] = AWAY.exec(file)!;
        const { size } = await stat(join(this.places.away, file));
        const takenAt = `${at.replace(/T(\d\d)-(\d\d)-(\d\d)$/, 'T$1:$2:$3')}Z`;
        return { file, name, takenAt, bytes: size };
      }),
    );
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
    const path = join(this.places.away, file);
    const view = await this.fromArchive(null, found.name, path);
    await rm(path, { force: true });
    return view;
  }

  async rename(id: string, name: string): Promise<ShopView> {
    const shop = await this.known(id);
    await shop.app.get(LibraryService).nameShop(name);
    return viewOf(id, shop);
  }

  /** Takes a shop away, once a copy of it with all its made files was written and read again. Answers the copy. */
  takeAway(id: string): Promise<AwayView> {
    if (id === FIRST)
      throw new ConflictException('The first shop stays: Brelm starts with it. Archive its designs instead.');
    return this.inTurn(async () => {
      const shop = await this.known(id);
      const at = new Date().toISOString().slice(0, 19).replaceAll(':', '-');
      const file = `${id}_${at}.zip`;
      const [database, filesDir] = [this.places.databaseOf(id), this.places.filesOf(id)];
      // Nothing is written any more once the copy is begun; where it fails, the shop is opened again.
      this.opened.delete(id);
      await shop.close();
      try {
        await writeCopy(join(this.places.away, file), { database, filesDir, made: true });
      } catch (error) {
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
    const closing = Promise.all(
      [...this.opened.values()].map((o) => o.then((s) => s.close()).catch(() => undefined)),
    );
    // Shops end what they have begun in processes; those that still wait for one are told that it is over.
    await Promise.race([closing, new Promise((done) => setTimeout(done, GIVE_UP_AFTER))]);
    await Promise.all([closing, this.pool.close()]);
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
        const [database, filesDir] = [this.places.databaseOf(id), this.places.filesOf(id)];
        await this.pool.restoreShop({ path, database, filesDir, room: await this.room() });
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
    const { copies } = this.options;
    const options = {
      ...this.options,
      demo,
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
    const shop = this.opened.get(id);
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

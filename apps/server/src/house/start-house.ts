import { randomBytes } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { NestFactory } from '@nestjs/core';
import { getRepositoryToken } from '@nestjs/typeorm';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { aloneHere, logOf, named, statusServer, type ProcessStanding, type ThisProcess } from '../machines';
import { describeAt } from '../http/describe';
import { checkOrigin } from '../http/origin';
import type { ServerOptions } from '../options';
import { appOf, type ShopApp } from '../shop-app';
import { QueueService } from '../runs/queue.service';
import { DiskGuard, LEAST_ROOM } from '../storage/disk-guard';
import { PoolService, RUN_PROCESSES } from '../workers/pool.service';
import { keyIn } from '../storage/seal';
import { assets, smallAnswers } from './compressed';
import { admitted, hasPages, headers, ownDoor, toPages, toShops } from './door';
import { SessionRow } from './entities';
import { arrivals } from './people/arrivals';
import { PeopleService } from './people/people.service';
import { SessionStore } from './people/session-store';
import { HouseModule } from './house.module';
import type { HouseOptions } from './house-options';
import { ShopsService } from './shops.service';

export interface RunningHouse {
  app: NestExpressApplication;
  first: ShopApp;
  url: string;
  /** The link by which the first person comes in, where people sign in and there is none yet. */
  ownerLink: string | null;
  /** Where this process says how it stands; null where it was not asked to. */
  status: string | null;
}

/** How often sessions that have ended are taken away, ms. */
const SWEEP_EVERY = 3600 * 1000;

/** How long a connection stays open on which nothing is asked, ms. */
const IDLE = 75_000;

/** There are people who sign in, and it was not said that nobody has to now. */
export class PeopleError extends Error {
  constructor() {
    super('there are people who sign in here');
  }
}

/** A house that is open: its shops, and its door, at which nobody has to listen. */
export interface OpenHouse {
  app: NestExpressApplication;
  shops: ShopsService;
  people: PeopleService;
  /** Where this process says how it stands; null where it was not asked to. */
  status: string | null;
}

/** Opens the house, and no shop yet. */
export async function openHouse(options: ServerOptions): Promise<OpenHouse> {
  mkdirSync(options.shopsDir, { recursive: true, mode: 0o700 });
  const secret = randomBytes(24).toString('hex');
  const pool = new PoolService();
  const own = options.process ?? aloneHere();
  const here = () => {
    const address = app.getHttpServer().address() as AddressInfo | null;
    return address && `http://127.0.0.1:${address.port}`;
  };
  const houseOptions: HouseOptions = {
    ...options,
    process: own,
    inside: (path) => here() && `${here()}/inside/${secret}${path}`,
    address: () => options.team?.address ?? here(),
  };
  let sweeping: NodeJS.Timeout | undefined;
  const app: NestExpressApplication = await appOf(async () => {
    const made = await NestFactory.create<NestExpressApplication>(HouseModule.with(houseOptions, pool), {
      logger: logOf(),
      bodyParser: false,
      abortOnError: false,
    });
    const [shops, people] = [made.get(ShopsService), made.get(PeopleService)];
    const { team } = options;
    // A proxy that speaks TLS is on this machine; what it says of who asks is believed, nobody else's word.
    made.set('trust proxy', 'loopback');
    made.use(named);
    made.use(headers(team?.address));
    made.use(checkOrigin(team?.address));
    made.use(ownDoor(secret));
    if (team) {
      made.use(smallAnswers());
      const store = new SessionStore(made.get(getRepositoryToken(SessionRow)), () => people.now());
      const key = await keyIn(join(options.shopsDir, 'sessions.key'), 'sessions', options.keys);
      const signedBy = Buffer.from(key).toString('hex');
      made.use(arrivals(people, store, signedBy, Boolean(team.address?.startsWith('https:'))));
      sweeping = setInterval(() => void store.tidy().catch(() => undefined), SWEEP_EVERY).unref();
    }
    made.use(toShops(shops, admitted(people, Boolean(team))));
    const { webDir } = options;
    if (hasPages(webDir)) {
      made.use('/assets', assets(join(webDir, 'assets')));
      made.useStaticAssets(webDir, { index: false });
      made.use(toPages(webDir));
    }
    return made;
  }, 'api/house');
  describeAt(app, 'api/house/docs', 'Brelm: shops');
  let status: Awaited<ReturnType<typeof statusServer>> | null = null;
  app.getHttpServer().once('close', () => clearInterval(sweeping));
  try {
    await app.init();
    const shops = app.get(ShopsService);
    await shops.look();
    if (options.statusPort !== undefined)
      status = await statusServer(options.statusPort, () => standingOf(shops, own));
    shops.afterwards(async () => {
      clearInterval(sweeping);
      await status?.close();
      await own.carrier.close();
    });
    return { app, shops, people: app.get(PeopleService), status: status?.url ?? null };
  } catch (error) {
    await status?.close();
    await app.close().catch(() => undefined);
    throw error;
  }
}

/** Opens the house with its first shop, listens on 127.0.0.1, and opens the other shops. */
export async function startHouse(options: ServerOptions): Promise<RunningHouse> {
  const { app, shops, people, status } = await openHouse(options);
  try {
    if (!options.team && !options.alone && (await people.hasPeople())) throw new PeopleError();
    const first = await shops.first();
    // Where nobody asks for a while, a connection that is closed here may just be asked on from there, and the answer is
    // lost. A page that is open asks again before so long.
    app.getHttpServer().keepAliveTimeout = IDLE;
    await app.listen(options.port, '127.0.0.1');
    void shops.others();
    const { process: own, atOnce = RUN_PROCESSES } = options;
    if (own?.part === 'all' && atOnce > 0) await answerCalls(shops, own, atOnce);
    const ownerLink = options.team ? await people.ownerLink() : null;
    return { app, first, ownerLink, status, url: (await app.getUrl()).replace('[::1]', '127.0.0.1') };
  } catch (error) {
    await app.close().catch(() => undefined);
    throw error;
  }
}

/** Makes files of all shops as they are called for. */
export function answerCalls(
  shops: ShopsService,
  { carrier }: ThisProcess,
  atOnce: number,
): Promise<{ stop(): Promise<void> }> {
  return carrier.answer(async (id) => {
    // One that cannot be opened just now: what waits in it is called for again.
    const shop = await shops.at(id).catch(() => null);
    await shop?.app.get(QueueService).serve();
  }, atOnce);
}

/** How this process stands: whether it can do its work, and what waits in each shop. */
async function standingOf(shops: ShopsService, { carrier }: ThisProcess): Promise<ProcessStanding> {
  const trouble: string[] = carrier.carries() ? [] : ['the engine does not answer'];
  const queues: ProcessStanding['queues'] = [];
  for (const { id, app } of await shops.all()) {
    queues.push({ shop: id, ...(await app.get(QueueService).standing()) });
    await app
      .get(DiskGuard)
      .check(LEAST_ROOM)
      .catch((error: Error) => trouble.push(error.message));
  }
  return { trouble: trouble.length ? trouble.join('; ') : null, queues };
}

import { randomBytes } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { NestFactory } from '@nestjs/core';
import { getRepositoryToken } from '@nestjs/typeorm';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { checkOrigin } from '../http/origin';
import type { ServerOptions } from '../options';
import { appOf, type ShopApp } from '../shop-app';
import { PoolService } from '../workers/pool.service';
import { keyIn } from '../storage/seal';
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

/** Opens the house with its first shop, listens on 127.0.0.1, and opens the other shops. */
export async function startHouse(options: ServerOptions): Promise<RunningHouse> {
  mkdirSync(options.shopsDir, { recursive: true, mode: 0o700 });
  const secret = randomBytes(24).toString('hex');
  const pool = new PoolService();
  const here = () => {
    const address = app.getHttpServer().address() as AddressInfo | null;
    return address && `http://127.0.0.1:${address.port}`;
  };
  const houseOptions: HouseOptions = {
    ...options,
    inside: (path) => here() && `${here()}/inside/${secret}${path}`,
    address: () => options.team?.address ?? here(),
  };
  let sweeping: NodeJS.Timeout | undefined;
  const app: NestExpressApplication = await appOf(async () => {
    const made = await NestFactory.create<NestExpressApplication>(HouseModule.with(houseOptions, pool), {
      logger: ['error', 'warn'],
      bodyParser: false,
      abortOnError: false,
    });
    const [shops, people] = [made.get(ShopsService), made.get(PeopleService)];
    const { team } = options;
    // A proxy that speaks TLS is on this machine; what it says of who asks is believed, nobody else's word.
    made.set('trust proxy', 'loopback');
    made.use(headers(team?.address));
    made.use(checkOrigin(team?.address));
    made.use(ownDoor(secret));
    if (team) {
      const store = new SessionStore(made.get(getRepositoryToken(SessionRow)), () => people.now());
      const key = Buffer.from(await keyIn(join(options.shopsDir, 'sessions.key'))).toString('hex');
      made.use(arrivals(people, store, key, Boolean(team.address?.startsWith('https:'))));
      sweeping = setInterval(() => void store.tidy().catch(() => undefined), SWEEP_EVERY).unref();
    }
    made.use(toShops(shops, admitted(people, Boolean(team))));
    const { webDir } = options;
    if (hasPages(webDir)) {
      made.useStaticAssets(join(webDir, 'assets'), { prefix: '/assets/', immutable: true, maxAge: '1y' });
      made.useStaticAssets(webDir, { index: false });
      made.use(toPages(webDir));
    }
    return made;
  }, 'api/house');
  SwaggerModule.setup('api/house/docs', app, () =>
    SwaggerModule.createDocument(app, new DocumentBuilder().setTitle('Brelm: shops').setVersion('1').build()),
  );
  try {
    await app.init();
    const shops = app.get(ShopsService);
    if (!options.team && !options.alone && (await app.get(PeopleService).hasPeople()))
      throw new PeopleError();
    await shops.look();
    const first = await shops.first();
    // Where nobody asks for a while, a connection that is closed here may just be asked on from there, and the answer is
    // lost. A page that is open asks again before so long.
    app.getHttpServer().keepAliveTimeout = IDLE;
    await app.listen(options.port, '127.0.0.1');
    void shops.others();
    app.getHttpServer().once('close', () => clearInterval(sweeping));
    const ownerLink = options.team ? await app.get(PeopleService).ownerLink() : null;
    return { app, first, ownerLink, url: (await app.getUrl()).replace('[::1]', '127.0.0.1') };
  } catch (error) {
    await app.close().catch(() => undefined);
    throw error;
  }
}

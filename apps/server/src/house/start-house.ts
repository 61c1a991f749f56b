import { randomBytes } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { checkOrigin } from '../http/origin';
import type { ServerOptions } from '../options';
import { appOf, type ShopApp } from '../shop-app';
import { PoolService } from '../workers/pool.service';
import { hasPages, headers, ownDoor, toPages, toShops } from './door';
import { HouseModule } from './house.module';
import type { HouseOptions } from './house-options';
import { ShopsService } from './shops.service';

export interface RunningHouse {
  app: NestExpressApplication;
  first: ShopApp;
  url: string;
}

/** How long a connection stays open on which nothing is asked, ms. */
const IDLE = 75_000;

/** Opens the house with its first shop, listens on 127.0.0.1, and opens the other shops. */
export async function startHouse(options: ServerOptions): Promise<RunningHouse> {
  mkdirSync(options.shopsDir, { recursive: true, mode: 0o700 });
  const secret = randomBytes(24).toString('hex');
  const pool = new PoolService();
  const houseOptions: HouseOptions = {
    ...options,
    inside: (path) => {
      const address = app.getHttpServer().address() as AddressInfo | null;
      return address && `http://127.0.0.1:${address.port}/inside/${secret}${path}`;
    },
  };
  const app: NestExpressApplication = await appOf(async () => {
    const made = await NestFactory.create<NestExpressApplication>(HouseModule.with(houseOptions, pool), {
      logger: ['error', 'warn'],
      bodyParser: false,
      abortOnError: false,
    });
    const shops = made.get(ShopsService);
    made.use(headers());
    made.use(checkOrigin);
    made.use(ownDoor(secret));
    made.use(toShops(shops));
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
    const first = await shops.first();
    // Where nobody asks for a while, a connection that is closed here may just be asked on from there, and the answer is
    // lost. A page that is open asks again before so long.
    app.getHttpServer().keepAliveTimeout = IDLE;
    await app.listen(options.port, '127.0.0.1');
    void shops.others();
    return { app, first, url: (await app.getUrl()).replace('[::1]', '127.0.0.1') };
  } catch (error) {
    await app.close().catch(() => undefined);
    throw error;
  }
}

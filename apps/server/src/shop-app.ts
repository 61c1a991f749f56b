import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { Request, Response } from 'express';
import { AppModule } from './app.module';
import { loadDemo } from './demo/demo.service';
import { storeOf } from './files';
import { describeAt } from './http/describe';
import { FaultsFilter } from './http/faults.filter';
import { logOf } from './machines';
import { jsonBody } from './http/json-body';
import { validation } from './http/validation';
import { outputsOf, placeOf, type ShopOptions } from './options';
import type { PoolService } from './workers/pool.service';

/** A shop that is open: all that it has, and whoever asks it. */
export interface ShopApp {
  app: NestExpressApplication;
  /** How many demo designs were loaded just now. */
  demoDesigns: number;
  /** Answers a request that is for this shop, from `/api` on. */
  answer(request: Request, response: Response): void;
  close(): Promise<void>;
}

/** What every application of the server does with a request before it reaches its route. */
export async function appOf(
  create: () => Promise<NestExpressApplication>,
  prefix: string,
): Promise<NestExpressApplication> {
  const app = await create();
  app.use(jsonBody);
  app.setGlobalPrefix(prefix);
  app.useGlobalPipes(validation());
  app.useGlobalFilters(new FaultsFilter());
  return app;
}

/**
 * Opens a shop: migrates its database, loads what ships with the application, goes on with what was in work. It listens on no
 * port of its own: whoever is at the door hands it its requests.
 */
export async function openShopApp(options: ShopOptions, pool: PoolService): Promise<ShopApp> {
  const app = await appOf(
    () =>
      NestFactory.create<NestExpressApplication>(AppModule.with(options, pool), {
        logger: logOf(),
        bodyParser: false,
        abortOnError: false,
      }),
    'api',
  );
  describeAt(app, 'api/docs', 'Brelm');
  try {
    // Whoever makes files elsewhere must find what lay here alone until now.
    if (options.process.part !== 'worker')
      for (const place of [placeOf(options), outputsOf(options)]) await storeOf(place).share();
    await app.init();
    const demoDesigns = await loadDemo(app, options.demo);
    const handler = app.getHttpAdapter().getInstance() as (request: Request, response: Response) => void;
    return { app, demoDesigns, answer: handler, close: () => app.close() };
  } catch (error) {
    await app.close().catch(() => undefined);
    throw error;
  }
}

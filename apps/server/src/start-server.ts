import 'reflect-metadata';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { AppModule } from './app.module';
import { loadDemo } from './demo/demo.service';
import { FaultsFilter } from './http/faults.filter';
import { checkOrigin } from './http/origin';
import { jsonBody } from './http/json-body';
import { validation } from './http/validation';
import type { ServerOptions } from './options';

export type { ServerOptions } from './options';

export interface RunningServer {
  url: string;
  app: NestExpressApplication;
  /** How many demo designs were loaded just now. */
  demoDesigns: number;
  close(): Promise<void>;
}

/** After so long, ms, whoever is still connected is cut off. */
const PATIENCE = 2000;

/** How long a connection stays open on which nothing is asked, ms. */
const IDLE = 75_000;

/** Stops in good order, whatever is being done. */
async function closeSoon(app: NestExpressApplication): Promise<void> {
  const cut = setTimeout(() => app.getHttpServer().closeAllConnections(), PATIENCE);
  await app.close().finally(() => clearTimeout(cut));
}

/** Migrates, loads what ships with the application, and listens on 127.0.0.1. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(options), {
    logger: ['error', 'warn'],
    bodyParser: false,
    abortOnError: false,
  });
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'"],
          imgSrc: ["'self'", 'blob:', 'data:'],
          workerSrc: ["'self'", 'blob:'],
          connectSrc: ["'self'", 'blob:', 'data:'],
          fontSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(checkOrigin);
  app.use(jsonBody);
  app.setGlobalPrefix('api');
  app.useGlobalPipes(validation());
  app.useGlobalFilters(new FaultsFilter());
  SwaggerModule.setup('api/docs', app, () =>
    SwaggerModule.createDocument(app, new DocumentBuilder().setTitle('Brelm').setVersion('1').build()),
  );
  const { webDir } = options;
  if (webDir && existsSync(join(webDir, 'index.html'))) {
    app.useStaticAssets(join(webDir, 'assets'), { prefix: '/assets/', immutable: true, maxAge: '1y' });
    app.useStaticAssets(webDir, { index: false });
    app.use((request: Request, response: Response, next: NextFunction) => {
      if (request.method !== 'GET' || request.path.startsWith('/api')) return next();
      response.set('Cache-Control', 'no-cache').sendFile(join(webDir, 'index.html'));
    });
  }
  try {
    await app.init();
    const demoDesigns = await loadDemo(app, options.demo);
    // Where nobody asks for a while, a connection that is closed here may just be asked on from there, and the answer is
    // lost. A page that is open asks again before so long.
    app.getHttpServer().keepAliveTimeout = IDLE;
    await app.listen(options.port, '127.0.0.1');
    return {
      url: (await app.getUrl()).replace('[::1]', '127.0.0.1'),
      app,
      demoDesigns,
      close: () => closeSoon(app),
    };
  } catch (error) {
    await app.close().catch(() => undefined);
    throw error;
  }
}

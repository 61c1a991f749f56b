import 'reflect-metadata';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { startHouse } from './house';
import type { ServerOptions } from './options';

export type { ServerOptions } from './options';

export interface RunningServer {
  url: string;
  /** The first shop. */
  app: NestExpressApplication;
  /** What is above the shops. */
  house: NestExpressApplication;
  /** The link by which the first person comes in, where people sign in and there is none yet. */
  ownerLink: string | null;
  /** Where it says how it stands; null where it was not asked to. */
  status: string | null;
  /** How many demo designs were loaded just now. */
  demoDesigns: number;
  close(): Promise<void>;
}

/** After so long, ms, whoever is still connected is cut off. */
const PATIENCE = 2000;

/** Stops in good order, whatever is being done. */
async function closeSoon(app: NestExpressApplication): Promise<void> {
  const cut = setTimeout(() => app.getHttpServer().closeAllConnections(), PATIENCE);
  await app.close().finally(() => clearTimeout(cut));
}

/** Migrates, loads what ships with the application, and listens on 127.0.0.1. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const { app, first, url, ownerLink, status } = await startHouse(options);
  const { demoDesigns } = first;
  return { url, app: first.app, house: app, ownerLink, status, demoDesigns, close: () => closeSoon(app) };
}

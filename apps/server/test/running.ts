import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  DATABASE_NAME,
  DATABASE_USER,
  HOUSE_NAME,
  startDatabase,
  type RunningDatabase,
} from '../../cli/src/database/mariadb';
import type { DesignDocument } from '@brelm/core/design';
import { broken } from './held-to-contract';
import { startServer, type RunningServer, type ServerOptions } from '@brelm/server';

export interface Running {
  url: string;
  server: RunningServer;
  database: RunningDatabase;
  filesDir: string;
  /** What it was started with. */
  options: ServerOptions;
  /** Starts the server anew, on the same data, once it was closed; with other options where some are given. */
  again(other?: Partial<ServerOptions>): Promise<void>;
  stop(): Promise<void>;
}

/** A database in a folder of its own, already installed, with nothing in it. */
export function freshDatabase(folder: string): Promise<RunningDatabase> {
  const prepared = process.env.BRELM_PREPARED;
  if (prepared) cpSync(join(prepared, 'database'), folder, { recursive: true });
  return startDatabase(folder);
}

/** A server on a real MariaDB, both with data of their own. */
export async function running(demo: boolean, more: Partial<ServerOptions> = {}): Promise<Running> {
  const folder = mkdtempSync(join(tmpdir(), 'brelm-server-'));
  const database = await freshDatabase(join(folder, 'database'));
  const filesDir = join(folder, 'files');
  const options: ServerOptions = {
    port: 0,
    filesDir,
    webDir: null,
    demo,
    database: {
      host: '127.0.0.1',
      port: database.port,
      user: DATABASE_USER,
      password: database.password,
      name: DATABASE_NAME,
    },
    house: {
      host: '127.0.0.1',
      port: database.port,
      user: HOUSE_NAME,
      password: database.housePassword,
      name: HOUSE_NAME,
    },
    shopsDir: join(folder, 'shops'),
    ...more,
  };
  const server = await startServer(options);
  const it: Running = {
    url: server.url,
    server,
    database,
    filesDir,
    options,
    async again(other = {}) {
      it.server = await startServer({ ...options, demo: false, ...other });
      it.url = it.server.url;
    },
    async stop() {
      // A test may have put another in its place.
      await it.server.close();
      await database.stop();
      rmSync(folder, { recursive: true, force: true });
      const faults = broken.splice(0);
      if (faults.length)
        throw new Error(`Answers were other than their contract:\n${faults.slice(0, 20).join('\n')}`);
    },
  };
  return it;
}

export async function until<T>(look: () => Promise<T | null | undefined | false>, ms = 600_000): Promise<T> {
  for (const end = Date.now() + ms; ;) {
    const found = await look();
    if (found) return found;
    if (Date.now() > end) throw new Error('it did not come about in time');
    await new Promise((done) => setTimeout(done, 50));
  }
}

/** What the server answers: its status, and its body with what a refusal says. */
export interface Answer<T> {
  status: number;
  body: T & { message: string; faults?: { field: string; message: string }[] };
}

/** Asks a server's API with JSON. */
export async function askOf<T>(
  { url }: Pick<Running, 'url'>,
  path: string,
  method = 'GET',
  json?: unknown,
): Promise<Answer<T>> {
  const response = await fetch(`${url}/api/${path}`, {
    method,
    ...(json === undefined
      ? {}
      : { body: JSON.stringify(json), headers: { 'content-type': 'application/json' } }),
  });
  const text = await response.text();
  return { status: response.status, body: (text ? JSON.parse(text) : {}) as Answer<T>['body'] };
}

/** A design as it is stored, with its document. */
export interface StoredDesign {
  id: string;
  revision: number;
  document: DesignDocument;
}

/** The designs of the shelf, newest first, each with its document; or those of the archive. */
export async function designsOf(it: Pick<Running, 'url'>, archived = false): Promise<StoredDesign[]> {
  const { body } = await askOf<{ designs: { id: string }[] }>(it, `designs?archived=${archived}&count=200`);
  const whole = await Promise.all(body.designs.map(({ id }) => askOf<StoredDesign>(it, `designs/${id}`)));
  return whole.map((w) => w.body);
}

/** Sends a file as a form does. */
export async function uploadTo<T>(
  { url }: Pick<Running, 'url'>,
  path: string,
  bytes: Uint8Array,
  name: string,
): Promise<Answer<T>> {
  const form = new FormData();
  form.append('file', new Blob([bytes as BlobPart]), name);
  const response = await fetch(`${url}/api/${path}`, { method: 'POST', body: form });
  return { status: response.status, body: (await response.json()) as Answer<T>['body'] };
}

/** Bytes that a server's API answers with. */
export const bytesFrom = async ({ url }: Pick<Running, 'url'>, path: string): Promise<Buffer> =>
  Buffer.from(await (await fetch(`${url}/api/${path}`)).arrayBuffer());

/** A run once it has ended. */
export const endedRun = <R extends { state: string }>(it: Pick<Running, 'url'>, id: string): Promise<R> =>
  until(async () => {
    const { body } = await askOf<R>(it, `runs/${id}`);
    return !['queued', 'working'].includes(body.state) && body;
  });

import { randomBytes } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { Bucket, Keys, ServerOptions } from '@brelm/server';
import { UsageError } from '../arguments';

/** What another process needs to take part in the work, here or on another machine; whoever has it has everything. */
export interface Connection {
  format: 'brelm-connection';
  version: 1;
  database: ServerOptions['database'];
  house: ServerOptions['house'];
  engine: { url: string };
  /** The folder of the process that wrote this. */
  data: string;
  bucket?: Bucket;
  keys: Keys;
  team?: ServerOptions['team'];
  services: Pick<ServerOptions, 'draughtsman' | 'searches' | 'pressDay'>;
}

/** Where a data folder has the connection to it. */
export const connectionFile = (data: string): string => join(data, 'connect.json');

/** The keys that all processes have in common: those that the data folder has already, and what others follow from. */
export function keysOf(data: string): Keys {
  const before = existsSync(connectionFile(data)) ? readConnection(connectionFile(data)).keys : null;
  const known: Record<string, string> = { ...before?.known };
  const add = (name: string, file: string) => {
    if (existsSync(file)) known[name] = readFileSync(file).toString('base64');
  };
  add('sessions', join(data, 'shops', 'sessions.key'));
  add('house', join(data, 'shops', 'house.key'));
  add('connections/first', join(data, 'files', 'connections.key'));
  for (const id of existsSync(join(data, 'shops')) ? readdirSync(join(data, 'shops')) : [])
    add(`connections/${id}`, join(data, 'shops', id, 'files', 'connections.key'));
  return { master: before?.master ?? randomBytes(32).toString('base64'), known };
}

/** Writes a document whole, for its owner alone. */
function write(file: string, document: unknown): string {
  writeFileSync(`${file}.part`, `${JSON.stringify(document, null, 1)}\n`, { mode: 0o600 });
  renameSync(`${file}.part`, file);
  return file;
}

export const writeConnection = (data: string, connection: Connection): string =>
  write(connectionFile(data), connection);

const bucketFile = (data: string): string => join(data, 'bucket.json');

/** Notes in which bucket the files of a data folder lie. */
export const rememberBucket = (data: string, bucket: Bucket): string => write(bucketFile(data), bucket);

/** The bucket that its files lie in; undefined where they lie in the folder. */
export const rememberedBucket = (data: string): Bucket | undefined =>
  existsSync(bucketFile(data)) ? (JSON.parse(readFileSync(bucketFile(data), 'utf8')) as Bucket) : undefined;

/** Reads it. Throws a UsageError for what is none. */
export function readConnection(path: string | undefined): Connection {
  if (path === undefined)
    throw new UsageError('--connect is missing: name the connect.json of the Brelm that it is for');
  const file = resolve(path);
  if (!existsSync(file))
    throw new UsageError(
      `--connect: there is no ${file}; "brelm start --engine" writes it into its data folder`,
    );
  try {
    const read = JSON.parse(readFileSync(file, 'utf8')) as Connection;
    if (read.format !== 'brelm-connection' || read.version !== 1) throw new Error('it is none');
    if (!read.database.host || !read.house.host || !read.engine.url || !read.keys.master || !read.data)
      throw new Error('something is missing in it');
    return read;
  } catch (error) {
    throw new UsageError(`--connect: ${file} is no connection to a Brelm: ${(error as Error).message}`);
  }
}

/** A bucket by its address, such as `https://files.example:9000/brelm`; who may is said by the environment. Throws a UsageError. */
export function bucketAt(given: string | undefined, env = process.env): Bucket | undefined {
  if (given === undefined) return undefined;
  const url = URL.canParse(given) ? new URL(given) : null;
  const name = url?.pathname.replace(/^\/|\/$/g, '') ?? '';
  if (!url || !/^https?:$/.test(url.protocol) || !/^[a-z0-9][a-z0-9.-]{1,62}$/.test(name) || url.username)
    throw new UsageError(
      `--files: "${given}" is no address of a bucket; use one like https://files.example:9000/brelm, the last part its name`,
    );
  const {
    BRELM_FILES_KEY: keyId,
    BRELM_FILES_SECRET: secret,
    BRELM_FILES_REGION: region = 'us-east-1',
  } = env;
  if (!keyId || !secret)
    throw new UsageError(
      '--files: set BRELM_FILES_KEY and BRELM_FILES_SECRET to what the store of files gave you',
    );
  return { endpoint: url.origin, region, name, keyId, secret, prefix: '' };
}

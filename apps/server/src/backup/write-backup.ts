import { createHash } from 'node:crypto';
import type { EventEmitter } from 'node:events';
import { createReadStream } from 'node:fs';
import { addAbortSignal, Readable } from 'node:stream';
import archiver from 'archiver';
import { DataSource, type QueryRunner } from 'typeorm';
import { slug } from '@brelm/core/export';
import { csvOf } from '@brelm/core/listing';
import { addEntry } from '@brelm/engine';
import type { DatabaseOptions } from '../options';
import { storeOf, within, type Place } from '../files';
import {
  BACKUP_FORMAT,
  BACKUP_VERSION,
  fileEntry,
  madeEntry,
  MANIFEST,
  rowLine,
  tableEntry,
  type BackedTable,
  type BackupManifest,
} from './format';

/** Tables whose rows are documents of their own, and what such a file is called at its end. */
const DOCUMENTS: Readonly<Record<string, string>> = {
  designs: '.brelm.json',
  starters: '.brelm.json',
  series: '.series.json',
  sheets: '.sheet.json',
  specs: '.spec.json',
};
/** Tables that are read in a spreadsheet, too, and their columns. */
const SHEETS: Readonly<Record<string, readonly string[]>> = {
  materials: ['name', 'sha256', 'kind', 'mime', 'width', 'height', 'bytes', 'licence', 'created_at'],
  listings: ['id', 'design_id', 'spec', 'state', 'sent', 'remote', 'heard_at'],
};

type Row = Record<string, unknown>;

/** A connection to a shop's database, apart from the server's own. */
export function connectionTo(
  { host, port, user, password, name }: DatabaseOptions,
  more: object = {},
): DataSource {
  return new DataSource({
    ...{ type: 'mariadb', host, port, username: user, password, database: name },
    ...{ charset: 'utf8mb4', timezone: 'Z', synchronize: false },
    // Times and large numbers as the database writes them: nothing is lost on the way.
    extra: { dateStrings: true, supportBigNumbers: true, bigNumberStrings: true, connectTimeout: 10_000 },
    ...more,
  });
}

/** What is asked of a copy. */
export interface BackupAsked {
  database: DatabaseOptions;
  /** Where its files lie. */
  place: Place;
  /** Files that runs have made, too: they can be made again. */
  made: boolean;
  signal?: AbortSignal;
}

/**
 * A copy of a shop as it is at one moment, while it goes on: its tables from one snapshot of the database, its files from
 * the folder, where none is ever changed. The archive comes as it is made; `done` when its last byte is there, with what
 * is in it. An error ends the stream with it.
 */
export function backupOf(asked: BackupAsked): { archive: Readable; done: Promise<BackupManifest> } {
  const zip = archiver('zip', { zlib: { level: 6 } });
  // Where nobody listens any more an error would end the server; `done` tells of it.
  zip.on('error', () => undefined);
  const stop = () => zip.destroy(new Error('The copy was given up.'));
  asked.signal?.addEventListener('abort', stop, { once: true });
  const done = fill(zip, asked)
    .catch((error: Error) => {
      zip.destroy(error);
      throw error;
    })
    .finally(() => asked.signal?.removeEventListener('abort', stop));
  // Who only reads the archive hears of it there.
  done.catch(() => undefined);
  return { archive: zip, done };
}

async function fill(zip: archiver.Archiver, { database, place, made, signal }: BackupAsked) {
  const db = await connectionTo(database).initialize();
  const runner = db.createQueryRunner();
  const lost = new AbortController();
  try {
    // Rows that are asked for on a connection that is gone already would be waited for without end.
    const connection = (await runner.connect()) as EventEmitter;
    for (const event of ['error', 'end']) connection.once(event, () => lost.abort());
    await runner.query('SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ');
    await runner.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
    const takenAt = new Date().toISOString();
    const manifest: BackupManifest = {
      ...{ format: BACKUP_FORMAT, version: BACKUP_VERSION, takenAt },
      ...{ schema: await lastMigration(runner), tables: [], files: [], made: [] },
    };
    const tables = (await runner.query(
      "SELECT table_name name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE' AND table_name <> 'migrations' ORDER BY table_name",
    )) as { name: string }[];
    for (const { name } of tables)
      manifest.tables.push(await putTable(zip, runner, name, lost.signal, signal));
    for (const [list, store, entry] of [
      [manifest.files, storeOf(place), fileEntry],
      ...(made ? ([[manifest.made, storeOf(within(place, 'made')), madeEntry]] as const) : []),
    ] as const)
      for (const sha256 of await store.list()) {
        signal?.throwIfAborted();
        const path = await store.found(sha256);
        // One that nothing refers to may be cleared away just now.
        if (path === null) continue;
        // Pictures are as small as they get.
        await addEntry(zip, createReadStream(path), entry(sha256), { stored: true });
        list.push(sha256);
      }
    await addEntry(zip, Buffer.from(JSON.stringify(manifest, null, 1)), MANIFEST);
    await zip.finalize();
    return manifest;
  } catch (error) {
    // A table that is half read would be waited for to its end, which nobody takes.
    (runner as { databaseConnection?: { destroy(): void } }).databaseConnection?.destroy();
    throw error;
  } finally {
    await runner.release().catch(() => undefined);
    await db.destroy();
  }
}

async function lastMigration(runner: QueryRunner): Promise<string> {
  const rows = (await runner.query('SELECT name FROM migrations ORDER BY id DESC LIMIT 1')) as {
    name: string;
  }[];
  return rows[0]?.name ?? '';
}

async function putTable(
  zip: archiver.Archiver,
  runner: QueryRunner,
  name: string,
  lost: AbortSignal,
  signal?: AbortSignal,
): Promise<BackedTable> {
  const keys = (await runner.query(
    "SELECT column_name name FROM information_schema.key_column_usage WHERE table_schema = DATABASE() AND table_name = ? AND constraint_name = 'PRIMARY' ORDER BY ordinal_position",
    [name],
  )) as { name: string }[];
  const all = `SELECT * FROM \`${name}\`${keys.length ? ` ORDER BY ${keys.map((k) => `\`${k.name}\``).join(', ')}` : ''}`;
  const rows = async () => addAbortSignal(lost, (await runner.stream(all)) as Readable) as AsyncIterable<Row>;
  const hash = createHash('sha256');
  let count = 0;
  const lines = async function* () {
    for await (const row of await rows()) {
      signal?.throwIfAborted();
      const line = rowLine(row);
      hash.update(line);
      count++;
      yield line;
    }
  };
  await addEntry(zip, Readable.from(lines()), tableEntry(name));
  if (Object.hasOwn(DOCUMENTS, name))
    for await (const row of await rows()) {
      const called = slug(String(row.name ?? row.id)).slice(0, 80);
      const path = `${name}/${called}-${slug(String(row.id)).slice(-12)}${DOCUMENTS[name]}`;
      await addEntry(zip, Buffer.from(String(row.document)), path);
    }
  if (Object.hasOwn(SHEETS, name)) {
    const sheet: (string | number | null)[][] = [];
    for await (const row of await rows())
      sheet.push(SHEETS[name].map((c) => row[c] as string | number | null));
    await addEntry(zip, Buffer.from(csvOf(SHEETS[name], sheet)), `${name}.csv`);
  }
  return { name, rows: count, sha256: hash.digest('hex') };
}

import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import { createInterface } from 'node:readline';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import {
  BackupError,
  MANIFEST,
  fileEntry,
  madeEntry,
  readManifest,
  tableEntry,
  type BackupManifest,
} from './format';

/** Longest manifest that is read, bytes: a million files have 70 MB. */
const MOST_MANIFEST = 200_000_000;

/** An archive that is open: what it says of itself, and its entries as they are read from the disk. */
export interface OpenBackup {
  manifest: BackupManifest;
  /** What all its entries have once they are unpacked. */
  bytes: number;
  /** Bytes of an entry as they come. Throws a BackupError where it is not there. */
  read(entry: string): Promise<Readable>;
  /** Lines of an entry, one after another. */
  lines(entry: string): AsyncIterable<string>;
  close(): void;
}

/** Opens an archive of a shop. Throws a BackupError for what is none. */
export async function openBackup(path: string): Promise<OpenBackup> {
  const zip = await new Promise<ZipFile>((done, fail) =>
    yauzl.open(path, { lazyEntries: true, autoClose: false, validateEntrySizes: true }, (error, opened) =>
      error ? fail(error) : done(opened),
    ),
  ).catch((error: NodeJS.ErrnoException) => {
    throw new BackupError(
      error.code === 'ENOENT' ? 'there is no such file' : `this is no archive: ${error.message}`,
    );
  });
  const entries = new Map<string, Entry>();
  const stream = (entry: Entry) =>
    new Promise<Readable>((done, fail) =>
      zip.openReadStream(entry, (error, opened) => (error ? fail(error) : done(opened))),
    );
  const read = async (name: string): Promise<Readable> => {
    const entry = entries.get(name);
    if (!entry) throw new BackupError(`${name} is missing in it`);
    return stream(entry).catch((error: Error) => {
      throw new BackupError(`${name} cannot be read: ${error.message}`);
    });
  };
  try {
    await new Promise<void>((done, fail) => {
      zip.on('entry', (entry: Entry) => {
        entries.set(entry.fileName, entry);
        zip.readEntry();
      });
      zip.once('end', done).once('error', fail);
      zip.readEntry();
    }).catch((error: Error) => {
      throw new BackupError(`this is no whole archive: ${error.message}`);
    });
    if ((entries.get(MANIFEST)?.uncompressedSize ?? 0) > MOST_MANIFEST)
      throw new BackupError(`${MANIFEST} is too long`);
    if (!entries.has(MANIFEST))
      throw new BackupError('this is no copy of a shop, or it was not written to its end');
    const chunks: Buffer[] = [];
    for await (const chunk of (await read(MANIFEST)) as AsyncIterable<Buffer>) chunks.push(chunk);
    const manifest = readManifest(Buffer.concat(chunks).toString('utf8'));
    return {
      manifest,
      bytes: [...entries.values()].reduce((sum, e) => sum + e.uncompressedSize, 0),
      read,
      async *lines(name) {
        yield* createInterface({ input: await read(name), crlfDelay: Infinity });
      },
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error;
  }
}

/**
 * Reads all of an archive again: every table has its SHA-256, every file is what it is called.
 *
 * @throws BackupError that names the first thing that is not as it should be
 */
export async function verifyBackup({ manifest, read }: OpenBackup, signal?: AbortSignal): Promise<void> {
  const hashOf = async (name: string): Promise<string> => {
    const hash = createHash('sha256');
    try {
      for await (const chunk of (await read(name)) as AsyncIterable<Buffer>) {
        signal?.throwIfAborted();
        hash.update(chunk);
      }
    } catch (error) {
      if (error instanceof BackupError || signal?.aborted) throw error;
      throw new BackupError(`${name} cannot be read: ${(error as Error).message}`);
    }
    return hash.digest('hex');
  };
  for (const { name, sha256 } of manifest.tables)
    if ((await hashOf(tableEntry(name))) !== sha256)
      throw new BackupError(`${tableEntry(name)} is damaged: it is not what was written`);
  for (const [list, entry] of [
    [manifest.files, fileEntry],
    [manifest.made, madeEntry],
  ] as const)
    for (const sha256 of list)
      if ((await hashOf(entry(sha256))) !== sha256)
        throw new BackupError(`${entry(sha256)} is damaged: it is not what was written`);
}

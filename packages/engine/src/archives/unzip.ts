import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { UploadError } from '../pictures/inspect-upload';

/** What an archive that comes in may hold, at the most. */
export interface ArchiveLimits {
  entries: number;
  /** Unpacked, of one entry and of all. */
  entryBytes: number;
  bytes: number;
}

const opened = (bytes: Buffer): Promise<ZipFile> =>
  new Promise((done, fail) =>
    yauzl.fromBuffer(bytes, { lazyEntries: true, validateEntrySizes: true }, (error, zip) =>
      error ? fail(error) : done(zip),
    ),
  );

const unpacked = (zip: ZipFile, entry: Entry): Promise<Buffer> =>
  new Promise((done, fail) =>
    zip.openReadStream(entry, (error, stream) => {
      if (error) return fail(error);
      const chunks: Buffer[] = [];
      stream.on('data', (c: Buffer) => chunks.push(c));
      stream.once('end', () => done(Buffer.concat(chunks)));
      stream.once('error', fail);
    }),
  );

/**
 * The files of an archive. Sizes are held to while it is unpacked, whatever the archive says of them; a path that leads
 * out of it is an error. `refuse` throws an UploadError that says why in words.
 */
export async function unzipped(
  bytes: Buffer,
  limits: ArchiveLimits,
  refuse: (why: string) => never,
): Promise<{ path: string; data: Buffer }[]> {
  const zip = await opened(bytes).catch((error: Error) => refuse(`${error.message}.`));
  const files: { path: string; data: Buffer }[] = [];
  const megabytes = (n: number) => `${n / 2 ** 20} MB`;
  let left = limits.bytes;
  let entries = 0;
  await new Promise<void>((done, fail) => {
    zip.once('error', fail);
    zip.once('end', done);
    zip.on('entry', (entry: Entry) => {
      const take = async () => {
        const path = entry.fileName;
        if (++entries > limits.entries) refuse(`it holds more than ${limits.entries} files.`);
        if (path.endsWith('/')) return;
        const size = entry.uncompressedSize;
        if (size > limits.entryBytes) refuse(`${path} has more than ${megabytes(limits.entryBytes)}.`);
        if (size > left) refuse(`unpacked it has more than ${megabytes(limits.bytes)}.`);
        left -= size;
        files.push({ path, data: await unpacked(zip, entry) });
      };
      take().then(() => zip.readEntry(), fail);
    });
    zip.readEntry();
  }).catch((error: Error) => {
    if (error instanceof UploadError) throw error;
    return refuse(`${error.message}.`);
  });
  return files;
}

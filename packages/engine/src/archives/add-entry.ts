import type { Readable } from 'node:stream';
import type { Archiver } from 'archiver';

/**
 * Puts an entry into an archive and waits until it is there: one after another, so that memory stays small. Throws where
 * what it is read from fails, or nobody takes the archive any more.
 */
export function addEntry(
  zip: Archiver,
  data: Buffer | Readable,
  name: string,
  { stored = false } = {},
): Promise<void> {
  return new Promise((done, fail) => {
    const given = () => end(new Error('The archive was given up.'));
    const end = (error?: Error) => {
      zip.off('entry', entered).off('close', given);
      if (error) fail(error);
      else done();
    };
    const entered = () => end();
    zip.on('entry', entered).on('close', given);
    if (!Buffer.isBuffer(data)) data.once('error', end);
    if (zip.destroyed) return given();
    zip.append(data, { name, ...(stored && { store: true }) });
  });
}

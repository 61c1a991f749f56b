import archiver from 'archiver';
import { addEntry } from './add-entry';

/** Files as a ZIP, in their order. */
export async function zipFiles(files: readonly { name: string; bytes: Uint8Array }[]): Promise<Buffer> {
  const zip = archiver('zip', { zlib: { level: 6 } });
  const chunks: Buffer[] = [];
  zip.on('data', (c: Buffer) => chunks.push(c));
  const ended = new Promise<void>((done, fail) => zip.on('end', done).on('error', fail));
  for (const { name, bytes } of files) await addEntry(zip, Buffer.from(bytes), name);
  await zip.finalize();
  await ended;
  return Buffer.concat(chunks);
}

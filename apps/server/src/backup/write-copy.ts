import { createWriteStream } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { BackupManifest } from './format';
import { openBackup, verifyBackup } from './read-backup';
import { backupOf, type BackupAsked } from './write-backup';

/**
 * Writes a copy of a shop beside its place, reads all of it again, and only then puts it there, in place of what has the
 * name. Throws what a disk says that takes no more, or a BackupError where what was written cannot be read.
 */
export async function writeCopy(
  file: string,
  asked: BackupAsked,
  onWritten?: () => void,
): Promise<BackupManifest> {
  const part = `${file}.part`;
  try {
    await mkdir(dirname(file), { recursive: true, mode: 0o700 });
    const { archive, done } = backupOf(asked);
    await pipeline(archive, createWriteStream(part, { mode: 0o600, flush: true }));
    await done;
    onWritten?.();
    const written = await openBackup(part);
    try {
      await verifyBackup(written, asked.signal);
    } finally {
      written.close();
    }
    await rename(part, file);
    return written.manifest;
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

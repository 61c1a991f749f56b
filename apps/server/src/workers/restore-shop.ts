import { UploadError } from '@brelm/engine';
import type { Place } from '../files';
import type { DatabaseOptions } from '../options';

export interface RestoreTask {
  /** The archive. */
  path: string;
  /** Where it goes; both have nothing yet. */
  database: DatabaseOptions;
  place: Place;
  /** Bytes that it may have when it is unpacked. */
  room: number;
}

/** Reads the archive of a shop and puts it back beside others; see restoreBackup. Throws an UploadError for what is none. */
export async function restoreShopTask({
  path,
  database,
  place,
  room,
}: RestoreTask): Promise<{ rows: number; files: number }> {
  // With the database's own code, which no other task needs.
  const { BackupError, openBackup, restoreBackup, verifyBackup } = await import('../backup');
  try {
    const backup = await openBackup(path);
    try {
      if (backup.bytes > room)
        throw new BackupError(
          `it has ${Math.ceil(backup.bytes / 1e6)} MB, and the disk has room for ${Math.max(0, Math.floor(room / 1e6))}`,
        );
      await verifyBackup(backup);
      return await restoreBackup(backup, { database, place });
    } finally {
      backup.close();
    }
  } catch (error) {
    if (error instanceof BackupError) throw new UploadError(`The archive cannot be used: ${error.message}.`);
    throw error;
  }
}

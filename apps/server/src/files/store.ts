import { readFile } from 'node:fs/promises';
import { bucketStore } from './bucket-store';
import { folderStore } from './folder-store';
import type { FileStore } from './file-store';
import type { Place } from './place';

const known = new Map<string, FileStore>();

/** The store of a place. */
export function storeOf(place: Place): FileStore {
  const key = JSON.stringify(place);
  const store =
    known.get(key) ?? (place.bucket ? bucketStore(place.folder, place.bucket) : folderStore(place.folder));
  known.set(key, store);
  return store;
}

/** The bytes of a SHA-256. Throws, as for a file that is not there, where they are not kept. */
export async function readKept(place: Place, sha256: string): Promise<Buffer> {
  const path = await storeOf(place).found(sha256);
  if (path === null)
    throw Object.assign(new Error(`the file ${sha256.slice(0, 12)}… is not kept any more`), {
      code: 'ENOENT',
    });
  return readFile(path);
}

export const keepBytes = (place: Place, bytes: Uint8Array): Promise<string> => storeOf(place).keep(bytes);

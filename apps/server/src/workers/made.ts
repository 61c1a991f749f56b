import { createHash } from 'node:crypto';
import { stat, utimes } from 'node:fs/promises';
import { join } from 'node:path';
import { writeAside } from '../engine';

/** Where bytes lie in a content-addressed folder. */
export const fileAt = (folder: string, sha256: string): string => join(folder, sha256.slice(0, 2), sha256);

/** Keeps bytes in such a folder and returns their SHA-256. Throws a WriteError when they cannot be written whole. */
export async function keepBytes(folder: string, bytes: Uint8Array): Promise<string> {
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  const path = fileAt(folder, sha256);
  const known = await stat(path).catch(() => null);
  // Whoever tidies up leaves alone what was asked for just now.
  const now = new Date();
  const there =
    known?.size === bytes.length &&
    (await utimes(path, now, now).then(
      () => true,
      () => false,
    ));
  if (!there) await writeAside(path, bytes);
  return sha256;
}

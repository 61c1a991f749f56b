import { createHash } from 'node:crypto';
import { readdir, rename, rm, stat, utimes } from 'node:fs/promises';
import { join } from 'node:path';
import { writeAside } from '@brelm/engine';
import { fileAt } from './place';
import type { FileStore, NamedFile } from './file-store';

const SHARD = /^[0-9a-f]{2}$/;
const SHA256 = /^[0-9a-f]{64}$/;

export const sha256Of = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** The names in the shards of a content-addressed folder. */
async function* namesIn(folder: string): AsyncGenerator<string> {
  for (const shard of (await readdir(folder).catch(() => [])).sort())
    if (SHARD.test(shard))
      for (const name of (await readdir(join(folder, shard)).catch(() => [])).sort()) yield name;
}

/** Files in a folder of this machine. */
export function folderStore(folder: string): FileStore {
  const found = async (sha256: string): Promise<string | null> => {
    const path = fileAt(folder, sha256);
    return (await stat(path).catch(() => null)) ? path : null;
  };
  return {
    found,
    async keep(bytes) {
      const sha256 = sha256Of(bytes);
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
    },
    async list() {
      const all: string[] = [];
      for await (const name of namesIn(folder)) if (SHA256.test(name)) all.push(name);
      return all;
    },
    /** Each is put aside first and looked at again: what came into its place meanwhile, or was referred to, stays. */
    async sweep(before, needed) {
      let removed = 0;
      for await (const name of namesIn(folder)) {
        const aside = name.endsWith('.gone');
        const sha256 = aside ? name.slice(0, -5) : name;
        if (!SHA256.test(sha256)) continue;
        const path = fileAt(folder, sha256);
        const gone = `${path}.gone`;
        if (!aside) {
          const known = await stat(path).catch(() => null);
          if (!known || known.mtimeMs > before || (await needed(sha256))) continue;
          await rename(path, gone).catch(() => undefined);
        }
        const again = await stat(gone).catch(() => null);
        if (!again) continue;
        if (again.mtimeMs > before || (await needed(sha256))) {
          // The bytes are the same, whichever of the two stays.
          await rename(gone, path);
          continue;
        }
        await rm(gone, { force: true });
        removed++;
      }
      return removed;
    },
    pathOf: (name) => join(folder, name),
    put: () => Promise.resolve(),
    async foundNamed(name) {
      const path = join(folder, name);
      return (await stat(path).catch(() => null)) ? path : null;
    },
    async listNamed() {
      const names = await readdir(folder, { withFileTypes: true }).catch(() => []);
      const files = await Promise.all(
        names
          .filter((n) => n.isFile() && !n.name.endsWith('.part'))
          .map(async ({ name }): Promise<NamedFile | null> => {
            const known = await stat(join(folder, name)).catch(() => null);
            return known && { name, bytes: known.size };
          }),
      );
      return files.filter((f) => f !== null);
    },
    removeNamed: (name) => rm(join(folder, name), { force: true }),
    share: () => Promise.resolve(0),
    clear: () => rm(folder, { recursive: true, force: true }),
  };
}

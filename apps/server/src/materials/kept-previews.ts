import { readdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { writeAside } from '@brelm/engine';
import { SharedWork } from '../workers/shared-work';

const NAME = /^([0-9a-f]{64})-\d+\.webp$/;

/** Where the previews of a shop's pictures are kept, in the folder of its files. */
export const previewsIn = (filesDir: string): string => join(filesDir, 'previews');

/**
 * Previews of pictures, each made once: it takes as long as opening the picture does, and everybody who opens a design of
 * it in a new browser asks. They are at hand on this machine alone, and can be made again at any time.
 */
export class KeptPreviews {
  /** What is being made or was just now: a page's threads all ask at once. */
  private readonly being = new SharedWork<Uint8Array>(4);

  constructor(private readonly folder: string) {}

  /** The preview of a picture at a size, which `make` makes where it is not kept. Rejects with what `make` rejects with. */
  of(sha256: string, size: number, make: () => Promise<Uint8Array>): Promise<Uint8Array> {
    const path = join(this.folder, sha256.slice(0, 2), `${sha256}-${size}.webp`);
    return this.being.of(path, async () => {
      const kept = await readFile(path).catch(() => null);
      if (kept) return kept;
      const made = await make();
      // Where there is no room for it, the next who asks waits as long.
      await writeAside(path, made).catch(() => undefined);
      return made;
    });
  }

  /** Takes away those of pictures that are not kept any more; returns how many. */
  async sweep(isKept: (sha256: string) => Promise<boolean>): Promise<number> {
    let gone = 0;
    for (const shard of await readdir(this.folder).catch(() => []))
      for (const name of await readdir(join(this.folder, shard)).catch(() => [])) {
        const sha256 = NAME.exec(name)?.[1];
        if (!sha256 || (await isKept(sha256))) continue;
        await rm(join(this.folder, shard, name), { force: true });
        gone++;
      }
    return gone;
  }
}

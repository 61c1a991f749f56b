import { randomBytes } from 'node:crypto';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** A file that could not be written; nothing of it is left. */
export class WriteError extends Error {
  constructor(
    message: string,
    readonly code: string | undefined,
  ) {
    super(message);
    this.name = 'WriteError';
  }
}

const files = { mkdir, open, rename, rm };

/** Flushes a folder, so that a name in it outlives a power cut; some file systems need and know no such thing. */
export async function syncFolder(folder: string, fs: Pick<typeof files, 'open'> = files): Promise<void> {
  const handle = await fs.open(folder, 'r').catch(() => null);
  await handle?.sync().catch(() => undefined);
  await handle?.close();
}

/**
 * Writes a file whole or not at all: beside its place, flushed to the disk, then renamed into it.
 * Throws a WriteError with the reason in words; what was begun is removed.
 */
export async function writeAside(path: string, bytes: Uint8Array, fs = files): Promise<void> {
  const aside = `${path}.${randomBytes(6).toString('hex')}.part`;
  try {
    await fs.mkdir(dirname(path), { recursive: true, mode: 0o700 });
    const handle = await fs.open(aside, 'w', 0o600);
    try {
      await handle.writeFile(bytes);
      await handle.sync();
    } finally {
      await handle.close();
    }
    await fs.rename(aside, path);
    await syncFolder(dirname(path), fs);
  } catch (error) {
    await fs.rm(aside, { force: true }).catch(() => undefined);
    const { code, message } = error as NodeJS.ErrnoException;
    const size = `${(bytes.length / 1e6).toFixed(1)} MB`;
    throw new WriteError(
      code === 'ENOSPC' || code === 'EDQUOT'
        ? `the disk is full: ${path} needs ${size}; nothing was written, free some space and try again`
        : code === 'EACCES' || code === 'EROFS' || code === 'EPERM'
          ? `${path} may not be written: choose another folder`
          : `${path} cannot be written: ${message}`,
      code,
    );
  }
}

/**
 * Removes what `writeAside` and its kin began in a folder and in those below it, and never brought to its
 * place: their process was killed. Only what was last written to at `before` (ms) or earlier is taken for
 * such; the number removed.
 */
export async function sweepBegun(folder: string, before = Infinity): Promise<number> {
  let removed = 0;
  for (const entry of await readdir(folder, { withFileTypes: true }).catch(() => [])) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) removed += await sweepBegun(path, before);
    else if (entry.name.endsWith('.part')) {
      const known = await stat(path).catch(() => null);
      if (!known || known.mtimeMs > before) continue;
      await rm(path, { force: true });
      removed++;
    }
  }
  return removed;
}

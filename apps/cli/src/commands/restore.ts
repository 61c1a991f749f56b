import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { settings, UsageError } from '../arguments';
import { lockedShop, withDatabase } from '../database/shop';
import { say } from '../say';
import { backupWords } from './backup';
import { ROOT } from './start';

/** What a data folder has of a shop. */
const PIECES = ['database', 'files', 'shops'] as const;
const hasShop = (data: string): boolean =>
  PIECES.some((p) => existsSync(join(data, p)) && readdirSync(join(data, p)).length > 0);

/**
 * `brelm restore FILE`: puts a shop back from its copy, into a folder that has none; with `--instead` the one that is there
 * is put aside, not deleted. A copy that is damaged, or cannot be put back whole, changes nothing.
 */
export async function run(args: string[]): Promise<number> {
  const { values, positionals } = settings(
    args,
    {
      data: { type: 'string', default: join(ROOT, 'data') },
      instead: { type: 'boolean' },
    },
    ['data'],
  );
  if (positionals.length !== 1) throw new UsageError('name the copy: brelm restore FILE');
  const file = resolve(positionals[0]);
  const data = resolve(values.data);
  const { BackupError, openBackup, restoreBackup, verifyBackup } = await import('@brelm/server');
  if (hasShop(data) && !values.instead)
    throw new UsageError(
      `${data} has a shop already: name another folder with --data, or put that one aside with --instead`,
    );
  process.umask(0o077);
  mkdirSync(data, { recursive: true, mode: 0o700 });
  try {
    const backup = await openBackup(file);
    try {
      say('reading the copy…');
      await verifyBackup(backup);
      const aside = await putAside(data);
      try {
        mkdirSync(join(data, 'files'), { recursive: true, mode: 0o700 });
        mkdirSync(join(data, 'database'), { recursive: true, mode: 0o700 });
        const put = await withDatabase(data, (database) =>
          restoreBackup(backup, { database, place: { folder: join(data, 'files') } }),
        );
        say(`${data}: ${backupWords(backup.manifest)}; as it was at ${backup.manifest.takenAt}.`);
        say(`${put.rows.toLocaleString('en-GB')} rows in ${backup.manifest.tables.length} tables.`);
        if (aside.folder) say(`what was there before lies in ${aside.folder}.`);
        return 0;
      } catch (error) {
        aside.back();
        throw error;
      }
    } finally {
      backup.close();
    }
  } catch (error) {
    if (error instanceof BackupError) throw new UsageError(`${file}: ${error.message}`);
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC')
      throw new UsageError(`the disk that holds ${data} is full: free some space, then restore again`);
    throw error;
  }
}

/** Puts what is there aside, in a folder beside it; `back` puts it where it was, and takes away what came instead. */
async function putAside(data: string): Promise<{ folder: string | null; back(): void }> {
  const lock = await lockedShop(data);
  try {
    const there = hasShop(data) ? PIECES.filter((p) => existsSync(join(data, p))) : [];
    const folder = join(data, `before-${new Date().toISOString().replace(/[:.]/g, '-')}`);
    if (there.length) mkdirSync(folder, { mode: 0o700 });
    for (const p of there) renameSync(join(data, p), join(folder, p));
    return {
      folder: there.length ? folder : null,
      back() {
        for (const p of PIECES) rmSync(join(data, p), { recursive: true, force: true });
        for (const p of there) renameSync(join(folder, p), join(data, p));
        if (there.length) rmSync(folder, { recursive: true, force: true });
      },
    };
  } finally {
    lock.release();
  }
}

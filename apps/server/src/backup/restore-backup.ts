import { buffer } from 'node:stream/consumers';
import type { DataSource } from 'typeorm';
import { MIGRATIONS } from '../database/migrations';
import type { DatabaseOptions } from '../options';
import { storeOf, within, type Place } from '../files';
import { BackupError, fileEntry, madeEntry, rowOf, tableEntry } from './format';
import type { OpenBackup } from './read-backup';
import { connectionTo } from './write-backup';

/** Characters of rows that one statement puts in; the database takes 64 MB. */
const MOST_TEXT = 4_000_000;
const MOST_ROWS = 500;

type Cell = string | number | null | Buffer;

/**
 * Puts a shop back from its archive, which was verified, into a database and a folder that have nothing yet: its tables in
 * the form that they had, then all changes of the form that were made since.
 *
 * @throws BackupError for one of a later Brelm, or of tables that this one never had
 */
export async function restoreBackup(
  backup: OpenBackup,
  { database, place }: { database: DatabaseOptions; place: Place },
): Promise<{ rows: number; files: number }> {
  const { manifest } = backup;
  const at = MIGRATIONS.findIndex((m) => m.name === manifest.schema);
  if (at < 0)
    throw new BackupError(
      `it is of a later Brelm (${manifest.schema.slice(0, 60)}): bring this one up to date first`,
    );
  for (const [list, store, entry] of [
    [manifest.files, storeOf(place), fileEntry],
    [manifest.made, storeOf(within(place, 'made')), madeEntry],
  ] as const)
    for (const sha256 of list) await store.keep(await buffer(await backup.read(entry(sha256))));
  const then = await migrated(database, MIGRATIONS.slice(0, at + 1));
  let rows = 0;
  try {
    for (const { name, rows: said } of manifest.tables) {
      const put = await putRows(then, backup, name);
      if (put !== said) throw new BackupError(`${tableEntry(name)} has ${put} rows; ${said} were written`);
      rows += put;
    }
  } finally {
    await then.destroy();
  }
  const now = await migrated(database, MIGRATIONS);
  try {
    // Packs are not copied, and made files only where they were asked for: such runs are made again by one press.
    const ended = 'UPDATE runs SET pack_bytes = NULL';
    await now.query(
      manifest.made.length
        ? `${ended}, reason = 'The copy of the shop had no packs: try again, and it is packed anew.' WHERE pack_bytes IS NOT NULL`
        : `${ended}, cleaned = 1 WHERE finished_at IS NOT NULL`,
    );
  } finally {
    await now.destroy();
  }
  return { rows, files: manifest.files.length + manifest.made.length };
}

async function migrated(database: DatabaseOptions, migrations: typeof MIGRATIONS): Promise<DataSource> {
  return connectionTo(database, { migrations, migrationsRun: true }).initialize();
}

/** Puts the rows of a table in, in place of what its form came with. */
async function putRows(db: DataSource, backup: OpenBackup, table: string): Promise<number> {
  const known = new Set(
    (
      (await db.query(
        'SELECT column_name name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = ?',
        [table],
      )) as { name: string }[]
    ).map((c) => c.name),
  );
  if (known.size === 0)
    throw new BackupError(`${tableEntry(table)}: there is no such table in a Brelm of its time`);
  await db.query(`DELETE FROM \`${table}\``);
  let count = 0;
  let columns: string[] = [];
  let waiting: Cell[][] = [];
  let length = 0;
  const flush = async () => {
    if (waiting.length === 0) return;
    const names = columns.map((c) => `\`${c}\``).join(', ');
    const marks = waiting.map((r) => `(${r.map(() => '?').join(', ')})`).join(', ');
    await db.query(`INSERT INTO \`${table}\` (${names}) VALUES ${marks}`, waiting.flat());
    [waiting, length] = [[], 0];
  };
  for await (const line of backup.lines(tableEntry(table))) {
    let row: Record<string, Cell>;
    try {
      row = rowOf(line);
    } catch (error) {
      throw new BackupError(`${tableEntry(table)}, line ${count + 1}: ${(error as Error).message}`);
    }
    const own = Object.keys(row);
    const odd = own.find((c) => !known.has(c));
    if (odd !== undefined)
      throw new BackupError(
        `${tableEntry(table)}, line ${count + 1}: there is no column "${odd.slice(0, 60)}"`,
      );
    if (waiting.length >= MOST_ROWS || length + line.length > MOST_TEXT || own.join() !== columns.join())
      await flush();
    columns = own;
    waiting.push(Object.values(row));
    length += line.length;
    count++;
  }
  await flush();
  return count;
}

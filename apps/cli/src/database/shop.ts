import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { ServerOptions } from '@brelm/server';
import { UsageError } from '../arguments';
import { LockedError, lockFolder } from './lock';
import { DatabaseError } from './programs';
import { DATABASE_NAME, DATABASE_USER, HOUSE_NAME, runningDatabase, startDatabase } from './mariadb';

/** How the database of a shop is asked. */
export const databaseAt = ({
  port,
  password,
}: {
  port: number;
  password: string;
}): ServerOptions['database'] => ({
  ...{ host: '127.0.0.1', port, password },
  ...{ user: DATABASE_USER, name: DATABASE_NAME },
});

/** How what is above the shops is asked, in the same database. */
export const houseAt = ({
  port,
  housePassword,
}: {
  port: number;
  housePassword: string;
}): ServerOptions['house'] => ({
  ...{ host: '127.0.0.1', port, password: housePassword },
  ...{ user: HOUSE_NAME, name: HOUSE_NAME },
});

/** Takes a data folder for this process. Throws a UsageError where another has it. */
export async function lockedShop(data: string): Promise<{ release(): void }> {
  return lockFolder(data).catch((error: Error) => {
    if (!(error instanceof LockedError)) throw error;
    throw new UsageError(
      `${data} is in use by another Brelm${error.pid === null ? '' : ` (process ${error.pid})`}. Stop that one, or choose another folder with --data.`,
    );
  });
}

/** Does something with the database of a shop: the one that runs, or one that is started for it. */
export async function withDatabase<T>(
  data: string,
  work: (database: ServerOptions['database'], house: ServerOptions['house']) => Promise<T>,
): Promise<T> {
  const folder = join(data, 'database');
  if (!existsSync(folder)) throw new UsageError(`--data: there is no shop in ${data}`);
  const running = await runningDatabase(folder);
  if (running) return work(databaseAt(running), houseAt(running));
  const lock = await lockedShop(data);
  try {
    const started = await startDatabase(folder);
    try {
      return await work(databaseAt(started), houseAt(started));
    } finally {
      await started.stop();
    }
  } catch (error) {
    if (error instanceof DatabaseError) throw new UsageError(error.message);
    throw error;
  } finally {
    lock.release();
  }
}

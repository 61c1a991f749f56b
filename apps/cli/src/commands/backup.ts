import { existsSync, readdirSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type * as Server from '@brelm/server';
import type { BackupManifest, Place, ServerOptions } from '@brelm/server';
import { settings, UsageError } from '../arguments';
import { rememberedBucket } from '../database/connection';
import { withDatabase } from '../database/shop';
import { say } from '../say';
import { ROOT } from './start';

type DatabaseOptions = ServerOptions['database'];

const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`;

/** What a copy holds, in a few words. */
export function backupWords({ tables, files, made }: BackupManifest): string {
  const rows = (name: string) => tables.find((t) => t.name === name)?.rows ?? 0;
  const several = (n: number, one: string, more = `${one}s`) =>
    `${n.toLocaleString('en-GB')} ${n === 1 ? one : more}`;
  return [
    several(rows('designs'), 'design'),
    several(rows('series'), 'series', 'series'),
    several(rows('materials'), 'material'),
    several(files.length, 'file'),
    ...(made.length ? [several(made.length, 'made file')] : []),
  ].join(', ');
}

/** Where the rows and files of a shop are: the first one, where none is named. Throws a UsageError for one that is not there. */
function placeOf(
  shop: string | undefined,
  data: string,
  database: DatabaseOptions,
  house: DatabaseOptions,
  { bucketOf, schemaOf, SHOP_ID }: Pick<typeof Server, 'bucketOf' | 'schemaOf' | 'SHOP_ID'>,
): { database: DatabaseOptions; place: Place } {
  const known = rememberedBucket(data);
  const bucket = (id: string) => known && { bucket: bucketOf(known, id) };
  if (shop === undefined || shop === 'first')
    return { database, place: { folder: join(data, 'files'), ...bucket('first') } };
  const filesDir = join(data, 'shops', shop, 'files');
  if (!SHOP_ID.test(shop) || !existsSync(filesDir)) {
    const there = existsSync(join(data, 'shops')) ? readdirSync(join(data, 'shops')) : [];
    const ids = there.filter((id) => existsSync(join(data, 'shops', id, 'files')));
    throw new UsageError(
      `--shop: there is no "${shop}" in ${data}; there are ${['first', ...ids].join(', ')}`,
    );
  }
  return {
    database: { ...house, name: schemaOf(shop) },
    place: { folder: filesDir, ...bucket(shop) },
  };
}

/**
 * `brelm backup FILE`: a copy of the whole shop in one archive, while it runs or while it rests; read again after it was
 * written. It is at its place only once it is whole.
 */
export async function run(args: string[]): Promise<number> {
  const { values, positionals } = settings(
    args,
    {
      data: { type: 'string', default: join(ROOT, 'data') },
      shop: { type: 'string' },
      made: { type: 'boolean' },
      over: { type: 'boolean' },
    },
    ['data'],
  );
  if (positionals.length !== 1)
    throw new UsageError('name the file that the copy goes to: brelm backup FILE');
  const file = resolve(positionals[0]);
  if (existsSync(file) && !values.over)
    throw new UsageError(`${file} is there already: name another file, or write over it with --over`);
  const { bucketOf, schemaOf, SHOP_ID, writeCopy } = await import('@brelm/server');
  const data = resolve(values.data);
  try {
    const manifest = await withDatabase(data, (database, house) =>
      writeCopy(
        file,
        {
          ...placeOf(values.shop, data, database, house, { bucketOf, schemaOf, SHOP_ID }),
          made: Boolean(values.made),
        },
        () => say('reading it again…'),
      ),
    );
    say(
      `${file}, ${megabytes(statSync(file).size)}: ${backupWords(manifest)}; as it was at ${manifest.takenAt}.`,
    );
    return 0;
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    if (code === 'ENOSPC')
      throw new UsageError(`${file}: the disk is full: free some space, or name a file on another`);
    if (code === 'EACCES' || code === 'ENOTDIR' || code === 'EISDIR' || code === 'EROFS')
      throw new UsageError(`${file} cannot be written: ${message}`);
    throw error;
  }
}

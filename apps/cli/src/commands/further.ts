import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { ServerOptions, ThisProcess } from '@brelm/server';
import type { Connection } from '../database/connection';

/** What a further process of a Brelm that runs is started with. */
export async function asFurther(
  { database, house, engine, bucket, keys, team, services, data: first }: Connection,
  part: ThisProcess['part'],
  given: string | undefined,
): Promise<Omit<ServerOptions, 'port' | 'webDir' | 'demo' | 'process'> & { process: ThisProcess }> {
  const { processName, redisCarrier } = await import('@brelm/server');
  const data = resolve(given ?? first);
  process.umask(0o077);
  mkdirSync(join(data, 'files'), { recursive: true, mode: 0o700 });
  return {
    ...{ database, house, bucket, keys, team, ...services },
    ...{ filesDir: join(data, 'files'), shopsDir: join(data, 'shops') },
    process: { name: processName(), part, alone: false, carrier: redisCarrier(engine) },
  };
}

/** Resolves when this process is asked to end. */
export const askedToEnd = (): Promise<void> =>
  new Promise((done) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.once(signal, () => done());
  });

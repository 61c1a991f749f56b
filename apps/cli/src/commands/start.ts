import { createServer } from 'node:net';
import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { RunningServer } from '@brelm/server';
import { options, UsageError } from '../arguments';
import { DATABASE_NAME, DATABASE_USER, DatabaseError, startDatabase } from '../database/mariadb';
import { say } from '../say';

export const ROOT = join(__dirname, '../../../..');

const portTaken = (port: number): Promise<boolean> =>
  new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(true));
    probe.listen(port, '127.0.0.1', () => probe.close(() => done(false)));
  });

/** `brelm start`: database, server and interface, until Ctrl-C or SIGTERM. */
export async function run(args: string[]): Promise<number> {
  const { values } = options(args, {
    port: { type: 'string', default: '4780' },
    data: { type: 'string', default: join(ROOT, 'data') },
    empty: { type: 'boolean' },
  });
  const port = Number(values.port);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new UsageError(`--port: "${values.port}" is no port; use a number from 1 to 65535`);
  if (port !== 0 && (await portTaken(port)))
    throw new UsageError(
      `port ${port} is taken, perhaps by a Brelm that is running already. Choose another with --port.`,
    );
  const data = resolve(values.data);
  try {
    mkdirSync(data, { recursive: true });
  } catch (error) {
    throw new UsageError(`--data: ${data} cannot be made: ${(error as Error).message}`);
  }

  let server: RunningServer | undefined;
  let finish!: (code: number) => void;
  const finished = new Promise<number>((done) => (finish = done));
  // Asked to stop while still starting: go on to the point where it can be done in order.
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => finish(0));

  try {
    const database = await startDatabase(join(data, 'database'));
    database.onCrash((reason) => {
      say(`${reason}\nBrelm: start again; what was saved is safe.`);
      finish(1);
    });
    try {
      const { startServer } = await import('@brelm/server');
      server = await startServer({
        port,
        filesDir: join(data, 'files'),
        webDir: join(ROOT, 'apps/web/dist'),
        demo: !values.empty,
        database: {
          host: '127.0.0.1',
          port: database.port,
          user: DATABASE_USER,
          password: database.password,
          name: DATABASE_NAME,
        },
      });
      if (server.demoDesigns) say(`loaded ${server.demoDesigns} demo designs of Duskwren Field Supply.`);
      process.stdout.write(`Brelm is ready: ${server.url}\n`);
      const code = await finished;
      say('stopping…');
      await server.close();
      return code;
    } finally {
      await database.stop();
    }
  } catch (error) {
    if (error instanceof DatabaseError) throw new UsageError(error.message);
    if ((error as NodeJS.ErrnoException).code === 'EADDRINUSE')
      throw new UsageError(`port ${port} is taken. Choose another with --port.`);
    throw error;
  }
}

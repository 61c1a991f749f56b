import { createServer } from 'node:net';
import { chmodSync, existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { RunningServer } from '@brelm/server';
import {
  atOnceOf,
  settings,
  portOf,
  publicAddress,
  serviceAddress,
  statusPortOf,
  UsageError,
} from '../arguments';
import {
  bucketAt,
  connectionFile,
  keysOf,
  rememberBucket,
  rememberedBucket,
  writeConnection,
} from '../database/connection';
import { startDatabase, type RunningDatabase } from '../database/mariadb';
import { DatabaseError } from '../database/programs';
import { startEngine, type RunningEngine } from '../database/redis';
import { databaseAt, houseAt, lockedShop } from '../database/shop';
import { say } from '../say';

export const ROOT = join(__dirname, '../../../..');

const portTaken = (port: number): Promise<boolean> =>
  new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(true));
    probe.listen(port, '127.0.0.1', () => probe.close(() => done(false)));
  });

/** The server's own part of a stop, ms, whatever runs. */
const STOP_WITHIN = 5000;

/** Waits for work, but no longer than `ms`. */
const within = (work: Promise<unknown>, ms: number): Promise<unknown> => {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise((done) => {
    timer = setTimeout(done, ms);
  });
  return Promise.race([work, late]).finally(() => clearTimeout(timer));
};

/** Takes away what other accounts of the machine may do with files that an earlier version left open to them. */
function closeToOthers(data: string): void {
  const close = (path: string): void => {
    const folder = statSync(path).isDirectory();
    chmodSync(path, folder ? 0o700 : 0o600);
    if (folder) for (const name of readdirSync(path)) close(join(path, name));
  };
  for (const folder of [join(data, 'files'), join(data, 'shops')])
    if (existsSync(folder) && (statSync(folder).mode & 0o077) !== 0) close(folder);
}

/** `brelm start`: database, server and interface, until Ctrl-C or SIGTERM. */
export async function run(args: string[]): Promise<number> {
  const { values } = settings(args, {
    port: { type: 'string', default: '4780' },
    data: { type: 'string', default: join(ROOT, 'data') },
    empty: { type: 'boolean' },
    'press-day': { type: 'string', default: '60' },
    draughtsman: { type: 'string' },
    searches: { type: 'string' },
    copies: { type: 'string' },
    'copies-kept': { type: 'string', default: '14' },
    team: { type: 'boolean' },
    alone: { type: 'boolean' },
    address: { type: 'string' },
    engine: { type: 'boolean' },
    'at-once': { type: 'string' },
    files: { type: 'string' },
    'status-port': { type: 'string' },
  });
  const port = portOf('port', values.port);
  const statusPort = statusPortOf(values['status-port']);
  const given = bucketAt(values.files);
  const atOnce = atOnceOf(values['at-once'], 0);
  if (atOnce !== undefined && !values.engine) throw new UsageError('--at-once is for --engine');
  if (port !== 0 && (await portTaken(port)))
    throw new UsageError(
      `port ${port} is taken, perhaps by a Brelm that is running already. Choose another with --port.`,
    );
  const pressDay = Number(values['press-day']);
  if (!(pressDay > 0 && pressDay <= 86_400))
    throw new UsageError(
      `--press-day: "${values['press-day']}" is no number of seconds that a day of the stand-in press takes; use 0.01 to 86400`,
    );
  const keep = Number(values['copies-kept']);
  if (!Number.isInteger(keep) || keep < 1 || keep > 1000)
    throw new UsageError(`--copies-kept: "${values['copies-kept']}" is no number of copies; use 1 to 1000`);
  if (values.team && values.alone) throw new UsageError('--team and --alone cannot both be');
  if (values.address !== undefined && !values.team) throw new UsageError('--address is for --team');
  const team = values.team ? { address: publicAddress(values.address) } : undefined;
  const services = {
    draughtsman: serviceAddress('draughtsman', values.draughtsman),
    searches: serviceAddress('searches', values.searches),
  };
  const data = resolve(values.data);
  const copies = values.copies === undefined ? undefined : { folder: resolve(values.copies), keep };
  // Nobody else on this machine reads what is made here.
  process.umask(0o077);
  try {
    mkdirSync(data, { recursive: true, mode: 0o700 });
    mkdirSync(join(data, 'files'), { recursive: true, mode: 0o700 });
    closeToOthers(data);
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    throw new UsageError(
      code === 'ENOSPC'
        ? `--data: the disk that would hold ${data} is full: free some space, then start again`
        : `--data: ${data} cannot be made: ${message}`,
    );
  }
  const lock = await lockedShop(data);
  // Files that lie in a bucket are nowhere else: it is not forgotten.
  const bucket = given ?? rememberedBucket(data);

  let server: RunningServer | undefined;
  let finish!: (code: number) => void;
  const finished = new Promise<number>((done) => (finish = done));
  // Asked to stop while still starting: go on to the point where it can be done in order.
  let stopping = 0;
  let database: RunningDatabase | undefined;
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
    process.on(signal, () => {
      if (signal === 'SIGINT' && ++stopping > 1) {
        say('ending at once.');
        database?.kill();
        process.exit(130);
      }
      finish(0);
    });

  try {
    const started = (database = await startDatabase(join(data, 'database')));
    let engine: RunningEngine | null = null;
    started.onCrash((reason) => {
      say(`${reason}\nBrelm: start again; what was saved is safe.`);
      finish(1);
    });
    try {
      if (values.engine) engine = await startEngine(join(data, 'engine'));
      const { processName, redisCarrier, startServer } = await import('@brelm/server');
      const [shop, house] = [databaseAt(started), houseAt(started)];
      // Keys that machines had in common once stay so.
      const keys = engine || existsSync(connectionFile(data)) ? keysOf(data) : undefined;
      if (engine)
        say(
          `other processes take part with ${writeConnection(data, {
            ...{
              format: 'brelm-connection',
              version: 1,
              database: shop,
              house,
              data,
              bucket,
              keys: keys!,
              team,
            },
            ...{ engine: { url: engine.url }, services: { ...services, pressDay } },
          })} (docs/machines.md). Whoever has that file has everything.`,
        );
      server = await startServer({
        port,
        filesDir: join(data, 'files'),
        webDir: join(ROOT, 'apps/web/dist'),
        demo: !values.empty,
        pressDay,
        copies,
        team,
        alone: values.alone,
        ...services,
        ...{ database: shop, house, shopsDir: join(data, 'shops'), bucket, keys, statusPort, atOnce },
        ...(engine && {
          process: {
            ...{ name: processName(), part: 'all' as const, alone: false },
            carrier: redisCarrier({ url: engine.url }),
          },
        }),
      });
      if (given) rememberBucket(data, given);
      if (server.demoDesigns) say(`loaded ${server.demoDesigns} demo designs of Duskwren Field Supply.`);
      if (server.ownerLink)
        say(
          `nobody can sign in yet. Whoever opens this link first, within a day, owns it:\n  ${server.ownerLink}`,
        );
      if (server.status) say(`how it stands: ${server.status}/ready, ${server.status}/metrics`);
      process.stdout.write(`Brelm is ready: ${server.url}\n`);
      const code = await finished;
      say('stopping…');
      await within(server.close(), STOP_WITHIN);
      return code;
    } finally {
      await engine?.stop();
      await started.stop();
      lock.release();
    }
  } catch (error) {
    lock.release();
    const { PeopleError } = await import('@brelm/server');
    if (error instanceof PeopleError)
      throw new UsageError(
        `${error.message}: start with --team, or with --alone, which lets everybody on this machine in without signing in`,
      );
    if (error instanceof DatabaseError) throw new UsageError(error.message);
    if (bucket && (error as Error).name === 'WriteError')
      throw new UsageError(`--files: ${(error as Error).message}`);
    if ((error as NodeJS.ErrnoException).code === 'EADDRINUSE')
      throw new UsageError(`port ${port} is taken. Choose another with --port.`);
    throw error;
  }
}

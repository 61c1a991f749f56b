import { spawn, type ChildProcess } from 'node:child_process';
import { closeSync, existsSync, mkdirSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createConnection } from 'node:net';
import { join } from 'node:path';
import { say } from '../say';
import { alive, DatabaseError, ended, freePort, needPackage, passwordIn, pause } from './programs';

export interface RunningEngine {
  /** How it is asked, with its password. */
  url: string;
  pid(): number;
  stop(): Promise<void>;
  /** Ends it at once; it is started again by itself. */
  kill(): void;
}

const START_WITHIN = 60_000;
/** Before it is started again, ms. */
const REST = 500;

const answers = (port: number): Promise<boolean> =>
  new Promise((done) => {
    const socket = createConnection({ host: '127.0.0.1', port });
    const end = (there: boolean) => {
      socket.destroy();
      done(there);
    };
    socket.once('connect', () => socket.write('PING\r\n'));
    // It asks for the password first: it is there.
    socket.once('data', (said) => end(/^(\+PONG|-NOAUTH)/.test(said.toString('latin1'))));
    socket.once('error', () => end(false));
    socket.setTimeout(1000, () => end(false));
  });

/**
 * Starts Redis on a port of 127.0.0.1, with what it carries in `folder`: every call is on the disk before the next second, and
 * none is thrown away where memory is short. Started again where it ends by itself. Throws a DatabaseError in plain words.
 */
export async function startEngine(folder: string): Promise<RunningEngine> {
  const redis = needPackage('redis-server', 'redis-server');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const [pidFile, portFile, log] = ['redis.pid', 'port', 'redis.log'].map((n) => join(folder, n));
  const read = (file: string) => (existsSync(file) ? readFileSync(file, 'utf8').trim() : '');
  const left = Number(read(pidFile));
  const command = left > 0 && alive(left) ? read(`/proc/${left}/cmdline`) : '';
  // It calls itself by its address: another's that has the number by now is left alone.
  if (command.includes(`redis-server 127.0.0.1:${read(portFile)}`)) {
    say('an engine of an earlier start is still running; stopping it first.');
    process.kill(left, 'SIGTERM');
    if (!(await ended(left, 30_000)))
      throw new DatabaseError(
        `the engine of an earlier start (process ${left}) does not stop. End it, then start again.`,
      );
  }
  const password = passwordIn(join(folder, 'password'));
  const port = await freePort(Number(read(portFile)));
  writeFileSync(portFile, String(port), { mode: 0o600 });
  const settings = join(folder, 'redis.conf');
  writeFileSync(
    settings,
    [
      'bind 127.0.0.1',
      `port ${port}`,
      `requirepass ${password}`,
      `dir "${folder}"`,
      `pidfile "${pidFile}"`,
      'daemonize no',
      'appendonly yes',
      'appendfsync everysec',
      'maxmemory-policy noeviction',
      'save ""',
      '',
    ].join('\n'),
    { mode: 0o600 },
  );
  let child: ChildProcess;
  let asked = false;
  let exit: string | null = null;
  const begin = async (): Promise<void> => {
    exit = null;
    const output = openSync(log, 'a', 0o600);
    const now = (child = spawn(redis, [settings], { stdio: ['ignore', output, output], detached: true }));
    closeSync(output);
    now.once('error', (error) => (exit = error.message));
    now.once('exit', (code, signal) => (exit = signal ? `ended by ${signal}` : `ended with code ${code}`));
    for (const until = Date.now() + START_WITHIN; !(await answers(port)); await pause(50)) {
      if (exit !== null) throw new DatabaseError(`the engine does not start (${exit}). Its log: ${log}`);
      if (Date.now() > until) throw new DatabaseError(`the engine does not answer. Its log: ${log}`);
    }
    now.once('exit', () => void again());
  };
  const again = async (): Promise<void> => {
    if (asked) return;
    say(`the engine ${exit}; starting it again. What waits is in the database.`);
    await pause(REST);
    await begin().catch((error: Error) => {
      say(error.message);
      void again();
    });
  };
  await begin();
  return {
    url: `redis://:${password}@127.0.0.1:${port}`,
    pid: () => child.pid!,
    async stop() {
      asked = true;
      if (exit === null) {
        child.kill('SIGTERM');
        if (!(await ended(child.pid!, 10_000))) child.kill('SIGKILL');
      }
      rmSync(pidFile, { force: true });
    },
    kill: () => void child.kill('SIGKILL'),
  };
}

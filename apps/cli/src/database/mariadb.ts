import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs';
import { createConnection as openSocket } from 'node:net';
import { join } from 'node:path';
import { say } from '../say';
import { alive, DatabaseError, ended, freePort, needPackage, passwordIn, pause } from './programs';

export interface RunningDatabase {
  port: number;
  password: string;
  /** Of the account that makes further shops. */
  housePassword: string;
  /** Its process; another one after it was started again. */
  pid(): number;
  /** Called once if the database ends without being asked to. */
  onCrash(handler: (reason: string) => void): void;
  stop(): Promise<void>;
  /** Ends it at once; it puts itself right at the next start. */
  kill(): void;
}

/** What the database needs of the disk to begin at all, bytes. */
const LEAST_ROOM = 64_000_000;
/** How long a start may take, ms: after a power cut it has much to put right. */
const START_WITHIN = 120_000;
/** How long a stop in good order may take, ms. */
const STOP_WITHIN = 30_000;
/** It is started again by itself so many times within so long, ms. */
const MOST_RESTARTS = 5;
const RESTARTS_WITHIN = 600_000;
/** Ports that are tried at a start. */
const MOST_PORTS = 3;

const USER = 'brelm';
const NAME = 'brelm';
export const DATABASE_USER = USER;
export const DATABASE_NAME = NAME;
/** Schema and account of what is above the shops: who works here, and which shops there are. */
const HOUSE = 'brelm_house';
export const HOUSE_NAME = HOUSE;
/** Schemas and accounts of further shops begin so. */
const SHOP_PREFIX = 'brelm_shop_';

const answers = (port: number): Promise<boolean> =>
  new Promise((done) => {
    const socket = openSocket({ host: '127.0.0.1', port });
    socket.once('data', () => {
      socket.destroy();
      done(true);
    });
    socket.once('error', () => done(false));
    socket.setTimeout(1000, () => {
      socket.destroy();
      done(false);
    });
  });

/**
 * Statements that are run at each start, before anybody is let in: the first shop's account, on its own schema; the house's,
 * which makes further shops, each with a schema and an account of its own (server/house). Nobody has more.
 */
const accounts = (password: string, housePassword: string): string => {
  const shop = `'${USER}'@'127.0.0.1'`;
  const house = `'${HOUSE}'@'127.0.0.1'`;
  const further = SHOP_PREFIX.replace(/_/g, '\\_');
  return [
    `CREATE DATABASE IF NOT EXISTS ${NAME} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;`,
    `CREATE DATABASE IF NOT EXISTS ${HOUSE} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;`,
    // Installing makes accounts without a password, and earlier versions left them; none is needed. Those of further shops
    // stay: they may be in use where the database alone was started again.
    `DELETE FROM mysql.global_priv WHERE NOT (User = 'mariadb.sys' AND Host = 'localhost') AND User NOT LIKE '${further}%';`,
    `DELETE FROM mysql.db WHERE User NOT LIKE '${further}%';`,
    'DELETE FROM mysql.proxies_priv;',
    'FLUSH PRIVILEGES;',
    `CREATE USER ${shop} IDENTIFIED BY '${password}';`,
    `GRANT ALL ON ${NAME}.* TO ${shop};`,
    `CREATE USER ${house} IDENTIFIED BY '${housePassword}';`,
    `GRANT ALL ON \`${HOUSE.replace(/_/g, '\\_')}\`.* TO ${house};`,
    `GRANT ALL ON \`${further}%\`.* TO ${house} WITH GRANT OPTION;`,
    `GRANT CREATE USER ON *.* TO ${house};`,
    '',
  ].join('\n');
};

/** A database left running by a start that was killed: stopped in good order before a new one. */
async function stopLeftover(folder: string): Promise<void> {
  const pidFile = join(folder, 'mariadb.pid');
  if (!existsSync(pidFile)) return;
  const pid = Number(readFileSync(pidFile, 'utf8').trim());
  const commandLine = `/proc/${pid}/cmdline`;
  const command = pid > 0 && existsSync(commandLine) ? readFileSync(commandLine, 'utf8') : '';
  if (!command.includes(folder)) {
    rmSync(pidFile, { force: true });
    return;
  }
  say('a database of an earlier start is still running; stopping it first.');
  process.kill(pid, 'SIGTERM');
  if (!(await ended(pid, 30_000)))
    throw new DatabaseError(
      `the database of an earlier start (process ${pid}) does not stop. End it, then start again.`,
    );
}

const portFile = (folder: string): string => join(folder, 'port');

/** The database of a folder that another process has started and that answers; null where none does. */
export async function runningDatabase(
  folder: string,
): Promise<Pick<RunningDatabase, 'port' | 'password' | 'housePassword'> | null> {
  const read = (file: string) => (existsSync(file) ? readFileSync(file, 'utf8').trim() : '');
  const [pid, port, password, housePassword] = ['mariadb.pid', 'port', 'password', 'house-password'].map(
    (name) => read(join(folder, name)),
  );
  if (!pid || !port || !password || !alive(Number(pid)) || !(await answers(Number(port)))) return null;
  return { port: Number(port), password, housePassword };
}

function lastLines(file: string): string {
  const text = existsSync(file) ? readFileSync(file, 'utf8') : '';
  const lines = text.trim().split('\n');
  const errors = lines.filter((l) => l.includes('[ERROR]'));
  return (errors.length ? errors : lines).slice(-3).join('\n  ');
}

/** Whether the database says that it could not start because somebody else has its port. */
export const saysPortTaken = (reason: string): boolean =>
  /bind on tcp\/ip port|address already in use/i.test(reason);

/**
 * Starts MariaDB on a free port of 127.0.0.1 with its own data in `folder`, made on first use
 * together with a random password that lies beside it. Throws a DatabaseError in plain words.
 */
export async function startDatabase(folder: string): Promise<RunningDatabase> {
  const mariadbd = needPackage('mariadbd', 'mariadb-server');
  const data = join(folder, 'data');
  const log = join(folder, 'mariadb.log');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const { bavail, bsize } = statfsSync(folder);
  if (bavail * bsize < LEAST_ROOM)
    throw new DatabaseError(
      `the disk that holds ${folder} has ${Math.round((bavail * bsize) / 1e6)} MB left: free at least ${LEAST_ROOM / 1e6} MB, then start again. What was saved is safe.`,
    );
  await stopLeftover(folder);
  const password = passwordIn(join(folder, 'password'));
  const housePassword = passwordIn(join(folder, 'house-password'));
  const asRoot = process.getuid?.() === 0 ? ['--user=root'] : [];

  const made = join(folder, 'made');
  // Temporary tables of its own, from the making on: a server that starts takes away those it
  // finds, another's among them.
  const tmp = join(folder, 'tmp');
  rmSync(tmp, { recursive: true, force: true });
  mkdirSync(tmp, { recursive: true, mode: 0o700 });
  if (!existsSync(made)) {
    say('making the database…');
    // Half made by a start that was killed; one that has our tables is put aside, never removed.
    if (existsSync(join(data, NAME))) renameSync(data, `${data}.kept-${Date.now()}`);
    rmSync(data, { recursive: true, force: true });
    const install = needPackage('mariadb-install-db', 'mariadb-server');
    const done = spawnSync(
      install,
      [
        '--no-defaults',
        `--datadir=${data}`,
        '--skip-test-db',
        '--auth-root-authentication-method=socket',
        ...asRoot,
      ],
      { encoding: 'utf8', env: { ...process.env, TMPDIR: tmp } },
    );
    if (done.status !== 0)
      throw new DatabaseError(
        `the database could not be made in ${data}:\n  ${(done.stderr || done.stdout).trim()}`,
      );
    writeFileSync(made, '');
  }

  const initFile = join(folder, 'init.sql');
  const nothing = join(folder, 'nothing');
  mkdirSync(nothing, { recursive: true, mode: 0o700 });

  // The same as before, where it can be: others may know it.
  const takePort = async (wished: number): Promise<number> => {
    const free = await freePort(wished);
    writeFileSync(portFile(folder), String(free), { mode: 0o600 });
    return free;
  };
  let port = await takePort(
    Number(existsSync(portFile(folder)) ? readFileSync(portFile(folder), 'utf8') : 0),
  );
  let child: ChildProcess;
  let exit: string | null = null;
  let asked = false;
  let crashed: ((reason: string) => void) | undefined;
  const ends: number[] = [];

  const begin = async (): Promise<void> => {
    exit = null;
    writeFileSync(initFile, accounts(password, housePassword), { mode: 0o600 });
    const output = openSync(log, 'a', 0o600);
    const now = (child = spawn(
      mariadbd,
      [
        '--no-defaults',
        `--datadir=${data}`,
        // Beside the data, by a relative path: a socket's whole path may have only about 100 characters.
        '--socket=mariadb.sock',
        `--pid-file=${join(folder, 'mariadb.pid')}`,
        `--init-file=${initFile}`,
        `--tmpdir=${tmp}`,
        // No statement reads or writes files.
        `--secure-file-priv=${nothing}`,
        '--local-infile=OFF',
        '--bind-address=127.0.0.1',
        `--port=${port}`,
        '--skip-name-resolve',
        '--innodb-buffer-pool-size=64M',
        // Each process that takes part holds up to ten for each shop.
        '--max-connections=1000',
        '--max-allowed-packet=64M',
        '--character-set-server=utf8mb4',
        '--performance-schema=OFF',
        '--skip-log-bin',
        ...asRoot,
      ],
      // Not in this process's group: Ctrl-C must reach the server first, which then stops the database.
      { stdio: ['ignore', output, output], detached: true },
    ));
    closeSync(output);
    now.once('error', (error) => (exit = error.message));
    now.once('exit', (code, signal) => {
      exit = signal ? `ended by ${signal}` : `ended with code ${code}`;
    });
    for (const until = Date.now() + START_WITHIN; !(await answers(port)); await pause(100)) {
      if (exit !== null)
        throw new DatabaseError(
          `the database does not start (${exit}):\n  ${lastLines(log)}\nIts whole log: ${log}`,
        );
      if (Date.now() > until) {
        now.kill('SIGKILL');
        throw new DatabaseError(`the database does not answer after two minutes. Its log: ${log}`);
      }
    }
    rmSync(initFile, { force: true });
    if (exit === null) now.once('exit', () => void again());
    else void again();
  };

  /** Starts it anew when it ended without being asked to; what was saved is safe. */
  const again = async (): Promise<void> => {
    if (asked) return;
    const reason = `the database ${exit}. Its log: ${log}`;
    const now = Date.now();
    ends.push(now);
    if (ends.filter((at) => now - at < RESTARTS_WITHIN).length > MOST_RESTARTS) return crashed?.(reason);
    say(`${reason}\nBrelm: starting it again; what was saved is safe.`);
    try {
      await begin();
      say('the database is back.');
    } catch (error) {
      if (!asked) crashed?.((error as Error).message);
    }
  };

  for (let tries = 1; ; tries++) {
    try {
      await begin();
      break;
    } catch (error) {
      // Somebody else took it between its being found free and the database's start.
      if (tries >= MOST_PORTS || !saysPortTaken((error as Error).message)) throw error;
      port = await takePort(0);
    }
  }
  return {
    port,
    password,
    housePassword,
    pid: () => child.pid!,
    onCrash: (handler) => {
      crashed = handler;
    },
    async stop() {
      asked = true;
      if (exit !== null) return;
      child.kill('SIGTERM');
      // One that stands still can only be ended; it puts itself right at the next start.
      if (!(await ended(child.pid!, STOP_WITHIN))) child.kill('SIGKILL');
      await ended(child.pid!, 5000);
    },
    kill() {
      asked = true;
      if (exit === null) child.kill('SIGKILL');
    },
  };
}

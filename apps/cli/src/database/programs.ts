import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { say } from '../say';

/** A failure to get the database running, in words for the person. */
export class DatabaseError extends Error {}

const find = (name: string): string | undefined =>
  [`/usr/sbin/${name}`, `/usr/bin/${name}`, `/usr/local/bin/${name}`].find(existsSync);

/** Installs a Debian package where a program is missing; says so, and how to do it where it may not. */
export function needPackage(program: string, debianPackage: string): string {
  const there = find(program);
  if (there) return there;
  const line = `apt-get install -y --no-install-recommends ${debianPackage}`;
  const root = process.getuid?.() === 0;
  const sudo = root ? [] : ['sudo', '-n'];
  if (!find('apt-get') || (!root && spawnSync('sudo', ['-n', 'true']).status !== 0))
    throw new DatabaseError(
      `${debianPackage} is missing. Install it with this line, then run again:\n  sudo ${line}`,
    );
  say(`installing Debian's ${debianPackage}…`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (...args: string[]) =>
    spawnSync([...sudo, 'apt-get'][0], [...sudo, 'apt-get', '-qq', ...args].slice(1), {
      env,
      stdio: ['ignore', 'ignore', 'pipe'],
      encoding: 'utf8',
    });
  let done = apt('install', '-y', '--no-install-recommends', debianPackage);
  if (done.status !== 0) {
    apt('update');
    done = apt('install', '-y', '--no-install-recommends', debianPackage);
  }
  const installed = find(program);
  if (done.status !== 0 || !installed)
    throw new DatabaseError(
      `${debianPackage} could not be installed:\n${done.stderr.trim()}\nTry: sudo ${line}`,
    );
  return installed;
}

/** A port of this machine that nobody has: the wished one, where it is free. */
export const freePort = (wished = 0): Promise<number> =>
  new Promise((done, fail) => {
    const server = createServer();
    server.once('error', (error) => (wished ? void freePort().then(done, fail) : fail(error)));
    server.listen(wished, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => done(port));
    });
  });

/** Whether there is a process. */
export const alive = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};

export const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Whether a process has ended within so many ms. */
export async function ended(pid: number, ms: number): Promise<boolean> {
  for (const until = Date.now() + ms; Date.now() < until; await pause(50)) if (!alive(pid)) return true;
  return !alive(pid);
}

/** A password that is made once and lies in a file of its own. */
export function passwordIn(file: string): string {
  if (!existsSync(file)) writeFileSync(file, randomBytes(24).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}

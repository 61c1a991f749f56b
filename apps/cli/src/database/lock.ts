import { createHash } from 'node:crypto';
import { realpathSync, statSync } from 'node:fs';
import { connect, createServer, type Server } from 'node:net';

/** Somebody else uses the folder; `pid` is that process where it says so. */
export class LockedError extends Error {
  constructor(
    readonly folder: string,
    readonly pid: number | null,
  ) {
    super(`${folder} is in use by ${pid === null ? 'another process' : `process ${pid}`}`);
    this.name = 'LockedError';
  }
}

/** A name in the kernel's own table of sockets: it goes with the process, whatever ends that. */
function nameOf(folder: string): string {
  const { dev, ino } = statSync(realpathSync(folder), { bigint: true });
  return `\0brelm-${createHash('sha256').update(`${dev}:${ino}`).digest('hex').slice(0, 40)}`;
}

const holderOf = (name: string): Promise<number | null> =>
  new Promise((done) => {
    const socket = connect(name);
    let told = '';
    const end = () => {
      socket.destroy();
      done(/^\d+$/.test(told) ? Number(told) : null);
    };
    socket.on('data', (chunk) => (told += chunk.toString('latin1', 0, 20)));
    socket.on('end', end).on('error', end);
    socket.setTimeout(2000, end);
  });

/**
 * Takes a data folder for this process, by the folder itself and not by how it is called. Throws a
 * LockedError that names the process that has it.
 */
export async function lockFolder(folder: string): Promise<{ release(): void }> {
  const name = nameOf(folder);
  const server: Server = createServer((socket) => {
    socket.on('error', () => undefined);
    socket.end(String(process.pid));
  });
  await new Promise<void>((done, fail) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      if (error.code !== 'EADDRINUSE') return fail(error);
      void holderOf(name).then((pid) => fail(new LockedError(folder, pid)));
    });
    server.listen(name, done);
  });
  server.unref();
  return { release: () => server.close() };
}

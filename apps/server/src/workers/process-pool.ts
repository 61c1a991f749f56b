import { readFileSync } from 'node:fs';
import workerpool, { type Pool } from 'workerpool';

/** There is more waiting already than will be done soon: ask again later. */
export class BusyError extends Error {
  constructor(readonly retryAfterSeconds: number) {
    super(
      `Too much is waiting to be done already: try again in ${retryAfterSeconds} seconds. Nothing is lost.`,
    );
    this.name = 'BusyError';
  }
}

/** Work that was ended since it took too long, took too much memory, or nobody waits for it any more. */
export class EndedError extends Error {
  constructor(
    readonly reason: 'deadline' | 'died' | 'cancelled' | 'stopping',
    message: string,
    /** What its process said last, for the log. */
    readonly said = '',
    /** How many pieces of work its process had done before. */
    readonly before = 0,
  ) {
    super(message);
    this.name = 'EndedError';
  }
}

export interface ProcessPoolOptions {
  /** The script whose functions are called; it registers them with workerpool. */
  script: string;
  /** At the most so many processes, made when they are needed. */
  processes: number;
  /** At the most so many calls wait for one. */
  queue: number;
  /**
   * What a process may have in memory, MiB: one that has more is ended. The kernel holds it to twice as much
   * of address space (RLIMIT_DATA), part of which is only ever set aside.
   */
  memory: number;
}

/** A process that has nothing to do is ended after so long, ms. */
const IDLE = 60_000;

/** How often it is looked how much memory processes have, ms. */
const LOOK_EVERY = 100;
const PAGE = 4096;
/** Characters of what a process says that are kept for when it dies. */
const MOST_SAID = 2000;

/** Memory of a process, MiB; 0 for one that is gone. */
function residentMb(pid: number): number {
  try {
    return (Number(readFileSync(`/proc/${pid}/statm`, 'latin1').split(' ')[1]) * PAGE) / 2 ** 20;
  } catch {
    return 0;
  }
}

/**
 * Large pieces of memory come from the kernel one by one and go back when they are freed. Grown by itself, as the C library
 * does otherwise, the threshold keeps hundreds of MiB of what pictures once took, until a process is ended for work that
 * would have fitted.
 */
const MALLOC = { MALLOC_MMAP_THRESHOLD_: '131072', MALLOC_TRIM_THRESHOLD_: '131072' };

/** How often work is begun again whose process died with what earlier work had left in it. */
const MOST_AGAIN = 2;

/** What a process says with each piece of work that it begins: how many it has done before. */
export interface Begun {
  before: number;
}

/**
 * Starts Node under a limit of memory, and so that it dies with the process that started it, even where it
 * is in the middle of native code. Handed on as `sh -c … sh node script`.
 */
const LIMITED =
  'ulimit -d "$0" && if command -v setpriv >/dev/null; then exec setpriv --pdeathsig KILL "$@"; fi; exec "$@"';

/**
 * Child processes for work on what comes from outside. One that dies, takes too long or takes too much is
 * replaced; its caller is told, and nobody else notices.
 */
export class ProcessPool {
  private pool: Pool | null = null;
  private running = 0;
  private idle: NodeJS.Timeout | undefined;
  private watch: NodeJS.Timeout | undefined;
  private closed = false;

  constructor(private readonly options: ProcessPoolOptions) {}

  private get processes(): Pool {
    const { script, processes, memory } = this.options;
    return (this.pool ??= workerpool.pool(script, {
      workerType: 'process',
      maxWorkers: processes,
      workerTerminateTimeout: 100,
      // What native code says as it dies is for the log, not for the terminal.
      emitStdStreams: true,
      forkOpts: {
        execPath: '/bin/sh',
        execArgv: [
          '-c',
          LIMITED,
          String(2 * memory * 1024),
          process.execPath,
          `--max-old-space-size=${Math.round(memory * 0.6)}`,
          '--expose-gc',
        ],
        env: { ...process.env, ...MALLOC },
        serialization: 'advanced',
        // Ctrl-C reaches the server alone, which then stops what it has begun.
        detached: true,
      },
    }));
  }

  /**
   * Calls a function of the script. Rejects with what it throws, a BusyError where too much is waiting
   * already, or an EndedError after `deadline` ms of work, when the process dies, or on `signal`. Work whose process dies
   * that had done other work before is begun again in another one: it is to blame only where it dies in a new one. A
   * script says so by a `Begun`; one that does not is taken for new.
   */
  async run<T>(name: string, argument: unknown, deadline: number, signal?: AbortSignal): Promise<T> {
    if (this.closed) throw new EndedError('stopping', 'The server is stopping.');
    if (signal?.aborted) throw new EndedError('cancelled', 'Cancelled.');
    const { processes, queue } = this.options;
    const ahead = this.running - processes;
    if (ahead >= queue) throw new BusyError(Math.max(2, Math.min(60, Math.ceil(ahead / processes))));
    clearTimeout(this.idle);
    this.running++;
    this.watch ??= setInterval(() => this.look(), LOOK_EVERY).unref();
    try {
      for (let again = 0; ; again++) {
        try {
          return await this.once<T>(name, argument, deadline, signal);
        } catch (error) {
          const { reason, before } = error as EndedError;
          if (reason !== 'died' || before === 0 || again === MOST_AGAIN) throw error;
        }
      }
    } finally {
      this.running--;
      if (this.running === 0) {
        clearInterval(this.watch);
        this.watch = undefined;
      }
      if (this.running === 0 && !this.closed) this.idle = setTimeout(() => void this.rest(), IDLE).unref();
    }
  }

  private async once<T>(
    name: string,
    argument: unknown,
    deadline: number,
    signal: AbortSignal | undefined,
  ): Promise<T> {
    let said = '';
    let before = 0;
    const on = (heard: { stderr?: string } & Partial<Begun>) => {
      said = (said + (heard.stderr ?? '')).slice(-MOST_SAID);
      before = heard.before ?? before;
    };
    const job = this.processes.exec(name, [argument], { on });
    const cancel = () => void job.cancel();
    signal?.addEventListener('abort', cancel, { once: true });
    try {
      job.timeout(deadline);
      return (await job) as T;
    } catch (error) {
      throw this.told(error as Error, deadline, signal, said, before);
    } finally {
      signal?.removeEventListener('abort', cancel);
    }
  }

  /** Ends processes that have more memory than they may. */
  private look(): void {
    // The package keeps its processes to itself.
    const { workers = [] } = (this.pool ?? {}) as unknown as {
      workers?: { worker: { pid?: number } | null }[];
    };
    for (const { worker } of workers) {
      if (!worker?.pid || residentMb(worker.pid) <= this.options.memory) continue;
      try {
        process.kill(worker.pid, 'SIGKILL');
      } catch {
        // It has ended by itself.
      }
    }
  }

  private told(
    error: Error,
    deadline: number,
    signal: AbortSignal | undefined,
    said: string,
    before: number,
  ): Error {
    if (this.closed) return new EndedError('stopping', 'The server is stopping.');
    if (signal?.aborted) return new EndedError('cancelled', 'Cancelled.');
    // Its promises throw a class of their own, which its types leave out.
    const { TimeoutError } = workerpool.Promise as unknown as { TimeoutError: new () => unknown };
    const late = (error as unknown) instanceof TimeoutError;
    if (late)
      return new EndedError('deadline', `it takes longer than ${Math.round(deadline / 1000)} seconds`);
    if (error.name === 'TerminateError' || /^(Workerpool )?Worker/.test(error.message))
      return new EndedError('died', 'it takes more memory than there may be, or is damaged', said, before);
    return error;
  }

  private async rest(): Promise<void> {
    const { pool } = this;
    this.pool = null;
    await Promise.resolve(pool?.terminate(true, 1000)).catch(() => undefined);
  }

  /** Ends every process, whatever it does; what it did is rejected. */
  async close(): Promise<void> {
    this.closed = true;
    clearTimeout(this.idle);
    await this.rest();
  }
}

import type { Started } from './remote';
import { say } from '../words/workers';

/** How long a call that nobody wants any more may go on before its worker is ended, ms. */
const GRACE_MS = 1000;
/** How long any call may take before its worker is ended, ms. */
const LIMIT_MS = 60_000;

/** What every worker that is given to a hand can do besides its work. */
export interface Stoppable {
  /** Gives up waiting for what is still being loaded. */
  stop(): unknown;
}

/** The work ended without an answer; the message says why, for the seller. */
export class WorkFault extends Error {}

/** What to tell of a call that failed. */
export const reasonOf = (reason: unknown): string =>
  reason instanceof Error ? reason.message : String(reason);

/** The work was no longer wanted. */
export class NotWanted extends Error {}

interface Call<W> {
  work: (remote: W) => Promise<unknown>;
  done: (result: never) => void;
  fail: (reason: Error) => void;
  signal: AbortSignal | undefined;
}

/**
 * One worker that does one thing at a time, in the order in which it was asked. A computation cannot be
 * interrupted from outside, so where a call that is no longer wanted (its `signal` aborted) does not end by
 * itself, or one takes longer than the limit, the worker is ended and another one goes on with what waits.
 *
 * @param start starts a worker; `failed` is to be called when it breaks down by itself
 */
export function hand<W extends Stoppable>(
  start: (failed: () => void) => Started<W>,
  { grace = GRACE_MS, limit = LIMIT_MS } = {},
) {
  let worker: Started<W> | null = null;
  let running: Call<W> | null = null;
  const waiting: Call<W>[] = [];
  let timer: ReturnType<typeof setTimeout> | undefined;

  const endAfter = (ms: number, call: Call<W>) => {
    clearTimeout(timer);
    timer = setTimeout(() => breakOff(call, say('tookLongerThanS', { limit: Math.round(limit / 1000) })), ms);
  };

  function breakOff(call: Call<W>, why: string): void {
    if (running !== call) return;
    worker?.end();
    worker = null;
    finish(call, () => call.fail(new WorkFault(why)));
  }

  function begin(): Started<W> {
    const started = start(() => {
      if (worker !== started) return;
      // One that breaks down while it has nothing to do is not asked again, either.
      if (running) breakOff(running, say('brokeDown'));
      else {
        started.end();
        worker = null;
      }
    });
    return started;
  }

  function finish(call: Call<W>, tell: () => void): void {
    if (running !== call) return;
    clearTimeout(timer);
    running = null;
    tell();
    next();
  }

  function next(): void {
    const call = running ? undefined : waiting.shift();
    if (!call) return;
    if (call.signal?.aborted) return next();
    running = call;
    endAfter(limit, call);
    worker ??= begin();
    call.work(worker.remote).then(
      (result) => finish(call, () => call.done(result as never)),
      (reason: unknown) => finish(call, () => call.fail(new WorkFault(reasonOf(reason)))),
    );
  }

  /** What the worker answers; throws {@link NotWanted} once `signal` is aborted, else {@link WorkFault}. */
  return function ask<R>(work: (remote: W) => Promise<R>, signal?: AbortSignal): Promise<R> {
    return new Promise<R>((done, fail) => {
      if (signal?.aborted) return fail(new NotWanted());
      const call: Call<W> = { work, done, fail, signal };
      signal?.addEventListener('abort', () => {
        fail(new NotWanted());
        if (running !== call) return;
        void worker?.remote.stop();
        endAfter(grace, call);
      });
      waiting.push(call);
      next();
    });
  };
}

import { wrap } from 'comlink';
import { hand } from './hand';
import type { TryRequest, TryWorker } from './try.worker';

export type { Tried, TryRequest } from './try.worker';

const composer = hand(
  (failed) => {
    const worker = new Worker(new URL('./try.worker.ts', import.meta.url), { type: 'module', name: 'try' });
    worker.addEventListener('error', failed);
    worker.addEventListener('messageerror', failed);
    return { remote: wrap<TryWorker>(worker), end: () => worker.terminate() };
  },
  // Ending it would lose the typefaces: one composition is soon done.
  { grace: 5000 },
);

/** One composition of a phrase; as `hand` says where it comes to no end. */
export const tryOne = (request: TryRequest, signal?: AbortSignal) =>
  composer((w) => w.compose(request), signal);

import { hand } from './hand';
import { remoteOf } from './remote';
import type { TryRequest, TryWorker } from './try.worker';
import { workerName } from '../platform/address';

export type { Tried, TryRequest } from './try.worker';

/** Workers at once; more would each hold the typefaces once more. */
const HANDS = Math.max(2, Math.min(3, (navigator.hardwareConcurrency || 2) - 1));

const composer = () =>
  hand(
    (failed) => {
      const worker = new Worker(new URL('./try.worker.ts', import.meta.url), {
        type: 'module',
        name: workerName('try'),
      });
      return remoteOf<TryWorker>(worker, failed);
    },
    // Ending it would lose the typefaces: one composition is soon done.
    { grace: 5000 },
  );

const composers: ReturnType<typeof composer>[] = [];
let turn = 0;

/** One composition of a phrase; as `hand` says where it comes to no end. */
export function tryOne(request: TryRequest, signal?: AbortSignal) {
  const at = turn++ % HANDS;
  composers[at] ??= composer();
  return composers[at]((w) => w.compose(request), signal);
}

import { wrap } from 'comlink';
import type { Edit } from '@brelm/core/design';
import type { ProofRequest, ProofWorker } from './proof.worker';

let remote: ReturnType<typeof wrap<ProofWorker>> | undefined;

function worker() {
  remote ??= wrap<ProofWorker>(
    new Worker(new URL('./proof.worker.ts', import.meta.url), { type: 'module', name: 'proof' }),
  );
  return remote;
}

/** Runs one call at a time; of those that come in meanwhile only the last is run. */
function latestOnly<A, R>(call: (argument: A) => Promise<R>) {
  let busy = false;
  let waiting: { argument: A; done: (result: R | null) => void } | null = null;
  return function run(argument: A): Promise<R | null> {
    return new Promise((done) => {
      if (busy) {
        waiting?.done(null);
        waiting = { argument, done };
        return;
      }
      busy = true;
      call(argument)
        .then(done, () => done(null))
        .finally(() => {
          busy = false;
          const next = waiting;
          waiting = null;
          if (next) void run(next.argument).then(next.done);
        });
    });
  };
}

/** Verdicts at a reduced size; null when a later call took its place. */
export const judge = latestOnly((request: ProofRequest) => worker().judge(request));
/** Verdicts during a gesture; null when a later call took its place. */
export const judgeLive = latestOnly((edits: readonly Edit[]) => worker().judgeLive(edits));
/** The whole proof; null when a later call took its place. */
export const proof = latestOnly((request: ProofRequest) => worker().proof(request));
/** Every colourway on every garment; null when a later call took its place. */
export const wall = latestOnly((request: ProofRequest) => worker().wall(request));
export const propose = (request: ProofRequest) => worker().propose(request);
export const edges = (request: ProofRequest) => worker().edges(request);
/** Verdicts for the shelf, one call after another, none left out. */
export const judgeQueued = (request: ProofRequest) => worker().verdicts(request);

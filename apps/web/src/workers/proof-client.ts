import { wrap } from 'comlink';
import type { Edit } from '@brelm/core/design';
import { latestOnly } from './latest-only';
import type { ProofRequest, ProofWorker } from './proof.worker';

let remote: ReturnType<typeof wrap<ProofWorker>> | undefined;

function worker() {
  remote ??= wrap<ProofWorker>(
    new Worker(new URL('./proof.worker.ts', import.meta.url), { type: 'module', name: 'proof' }),
  );
  return remote;
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

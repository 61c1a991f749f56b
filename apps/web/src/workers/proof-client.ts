import { wrap } from 'comlink';
import type { Edit } from '@brelm/core/design';
import { latestOnly } from './latest-only';
import type { ProofRequest, ProofWorker } from './proof.worker';

function workerNamed(name: string) {
  let remote: ReturnType<typeof wrap<ProofWorker>> | undefined;
  return () => {
    remote ??= wrap<ProofWorker>(
      new Worker(new URL('./proof.worker.ts', import.meta.url), { type: 'module', name }),
    );
    return remote;
  };
}

const worker = workerNamed('proof');
/** A second one, so that what takes longer never holds up what must be at once. */
const slowWorker = workerNamed('slow proof');

/** Verdicts at a reduced size; null when a later call took its place. */
export const judge = latestOnly((request: ProofRequest) => worker().judge(request));
/** Verdicts during a gesture; null when a later call took its place. */
export const judgeLive = latestOnly((edits: readonly Edit[]) => worker().judgeLive(edits));
/** The whole proof; null when a later call took its place. */
export const proof = latestOnly((request: ProofRequest) => worker().proof(request));
/** Thin places and spelling; null when a later call took its place. */
export const slowProof = latestOnly((request: ProofRequest) => slowWorker().slow(request));
/** Every colourway on every garment; null when a later call took its place. */
export const wall = latestOnly((request: ProofRequest) => worker().wall(request));
export const propose = (request: ProofRequest) => worker().propose(request);
export const separation = (request: ProofRequest, chokeMm: number) =>
  slowWorker().separation(request, chokeMm);
export const doubts = (words: readonly string[]) => slowWorker().doubts(words);
export const forgetWords = () => slowWorker().forgetWords();
export const edges = (request: ProofRequest) => worker().edges(request);
/** Verdicts for the shelf, one call after another, none left out. */
export const judgeQueued = (request: ProofRequest) => worker().verdicts(request);

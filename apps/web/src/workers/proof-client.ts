import type { Garment } from '@brelm/core/colour';
import type { Design, Edit } from '@brelm/core/design';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { hand } from './hand';
import { remoteOf } from './remote';
import { latestOnly } from './latest-only';
import type { ProofRequest, ProofWorker } from './proof.worker';
import { workerName } from '../platform/address';
import { lendPictures } from './picture-client';

export { NotWanted, reasonOf } from './hand';

const handNamed = (name: string) =>
  hand((failed) => {
    const worker = new Worker(new URL('./proof.worker.ts', import.meta.url), {
      type: 'module',
      name: workerName(name),
    });
    lendPictures(worker);
    return remoteOf<ProofWorker>(worker, failed);
  });

const quick = handNamed('proof');
/** A second one, so that what takes longer never holds up what must be at once. */
const slow = handNamed('slow proof');

// Each throws `NotWanted` once its signal is aborted and `WorkFault` when the work failed (see `hand`).

/** Verdicts at a reduced size. */
export const judge = (request: ProofRequest, signal?: AbortSignal) => quick((w) => w.judge(request), signal);
/** Verdicts during a gesture; null when a later call took its place. */
export const judgeLive = latestOnly((edits: readonly Edit[]) => quick((w) => w.judgeLive(edits)));
/** The whole proof but for what is slow. */
export const proof = (request: ProofRequest, signal?: AbortSignal) => quick((w) => w.proof(request), signal);
/** Thin places and spelling. */
export const slowProof = (request: ProofRequest, signal?: AbortSignal) =>
  slow((w) => w.slow(request), signal);
/** What the proofs of a product's files find; see the worker. */
export const productFindings = (
  design: Design,
  spec: Spec,
  side: SpecSide,
  garments: Garment[],
  signal?: AbortSignal,
) => slow((w) => w.productFindings(design, spec, side, garments), signal);
/** How many stops there are, of a side that is not open. */
export const stopsOf = (request: ProofRequest, signal?: AbortSignal) => slow((w) => w.stops(request), signal);
/** Every colourway on every garment. */
export const wall = (request: ProofRequest, signal?: AbortSignal) => quick((w) => w.wall(request), signal);
export const propose = (request: ProofRequest, signal?: AbortSignal) =>
  quick((w) => w.propose(request), signal);
export const edges = (request: ProofRequest, signal?: AbortSignal) => quick((w) => w.edges(request), signal);
export const separation = (request: ProofRequest, chokeMm: number, signal?: AbortSignal) =>
  slow((w) => w.separation(request, chokeMm), signal);
export const doubts = (words: readonly string[], signal?: AbortSignal) =>
  slow((w) => w.doubts(words), signal);
export const forgetWords = () => slow((w) => w.forgetWords());

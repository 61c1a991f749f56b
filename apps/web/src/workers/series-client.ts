import { wrap } from 'comlink';
import type { Design } from '@brelm/core/design';
import type { ProtectedWord } from '@brelm/core/listing';
import type { Series, SeriesRow } from '@brelm/core/series';
import { hand } from './hand';
import type { ProofWish, SeriesRequest, SeriesWorker } from './series.worker';

export type { ProofWish, RowShown, SeriesRequest } from './series.worker';
export { NotWanted, reasonOf } from './hand';

/** Workers at once; more would each hold the typefaces once more. */
const HANDS = Math.max(2, Math.min(3, (navigator.hardwareConcurrency || 2) - 1));

const handNamed = (name: string) =>
  hand(
    (failed) => {
      const worker = new Worker(new URL('./series.worker.ts', import.meta.url), { type: 'module', name });
      worker.addEventListener('error', failed);
      worker.addEventListener('messageerror', failed);
      return { remote: wrap<SeriesWorker>(worker), end: () => worker.terminate() };
    },
    // Ending it would lose the typefaces: one row is soon done.
    { grace: 5000 },
  );

const painters: ReturnType<typeof handNamed>[] = [];
let turn = 0;
/** One that is for what takes longer, so that pictures never wait for it. */
const slow = handNamed('series, slow');

const painter = () => {
  const at = turn++ % HANDS;
  return (painters[at] ??= handNamed('series'));
};

// A row is soon done: one that is no longer wanted is let end, since a worker that is ended loses its typefaces.

export const seriesRow = (request: SeriesRequest, row: SeriesRow, width: number | null, side?: string) =>
  painter()((w) => w.row(request, row, width, side));
export const proofRow = (request: SeriesRequest, row: SeriesRow, wish: ProofWish) =>
  painter()((w) => w.proof(request, row, wish));

// Each throws `NotWanted` once its signal is aborted.

export const seriesWords = (series: Series, protectedWords: readonly ProtectedWord[], signal?: AbortSignal) =>
  slow((w) => w.words(series, protectedWords), signal);
export const seriesSizes = (layout: Design, series: Series, signal?: AbortSignal) =>
  slow((w) => w.sizes(layout, series), signal);
export const tableOf = (bytes: Uint8Array, signal?: AbortSignal) => slow((w) => w.table(bytes), signal);

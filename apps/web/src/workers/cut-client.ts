import type { CutLine } from '@brelm/core/cutline';
import type { CutRequest, CutWorker } from './cut.worker';
import { hand } from './hand';
import { remoteOf } from './remote';
import { workerName } from '../platform/address';
import { lendPictures } from './picture-client';

export type { CutRequest, Print } from './cut.worker';

const cutter = hand((failed) => {
  const worker = new Worker(new URL('./cut.worker.ts', import.meta.url), {
    type: 'module',
    name: workerName('cut'),
  });
  lendPictures(worker);
  return remoteOf<CutWorker>(worker, failed);
});

// Each throws `NotWanted` once its signal is aborted and `WorkFault` when the work failed (see `hand`).

/** Artwork as a picture, at the size at which its cut is worked out. */
export const cutPrint = (request: CutRequest, signal?: AbortSignal) =>
  cutter((w) => w.print(request), signal);
/** About the line along which artwork is cut out, at once: to be shown until it is worked out. */
export const roughCut = (request: CutRequest, settings: CutLine, signal?: AbortSignal) =>
  cutter((w) => w.rough(request, settings), signal);
/** The line along which artwork is cut out. */
export const cutLine = (request: CutRequest, settings: CutLine, signal?: AbortSignal) =>
  cutter((w) => w.cut(request, settings), signal);

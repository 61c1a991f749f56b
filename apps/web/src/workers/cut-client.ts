import { wrap } from 'comlink';
import type { Alpha, CutLine } from '@brelm/core/cutline';
import type { CutWorker } from './cut.worker';
import { hand } from './hand';

const cutter = hand((failed) => {
  const worker = new Worker(new URL('./cut.worker.ts', import.meta.url), { type: 'module', name: 'cut' });
  worker.addEventListener('error', failed);
  worker.addEventListener('messageerror', failed);
  return { remote: wrap<CutWorker>(worker), end: () => worker.terminate() };
});

/** The line along which artwork is cut out; as `hand` says where it comes to no end. */
export const cutLine = (alpha: Alpha, pxPerMm: number, settings: CutLine, signal?: AbortSignal) =>
  cutter((w) => w.cut(alpha, pxPerMm, settings), signal);

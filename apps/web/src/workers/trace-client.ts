import { hand } from './hand';
import { remoteOf } from './remote';
import type { LinesRequest, TraceRequest, TraceWorker } from './trace.worker';
import { workerName } from '../platform/address';

export type { LinesRequest, TracedLines, TracedPicture, TraceRequest } from './trace.worker';

const tracer = hand((failed) => {
  const worker = new Worker(new URL('./trace.worker.ts', import.meta.url), {
    type: 'module',
    name: workerName('trace'),
  });
  return remoteOf<TraceWorker>(worker, failed);
});

/** A picture traced into flat colours; as `hand` says where it comes to no end. */
export const tracePicture = (request: TraceRequest, signal?: AbortSignal) =>
  tracer((w) => w.trace(request), signal);

/** The lines of a drawing on paper, as lines; as `hand` says where it comes to no end. */
export const linesOfPicture = (request: LinesRequest, signal?: AbortSignal) =>
  tracer((w) => w.lines(request), signal);

import { wrap, type Remote } from 'comlink';
import type { Treatment } from '@brelm/core/steps';
import type { PictureWorker, TreatedWhole } from '../workers/picture.worker';

/** What a worker is sent together with the way to the pictures' worker. */
export const LENT = 'pictures';

let lender: Remote<PictureWorker> | null = null;

// Sent before all else: a worker hears of it before it is asked for anything.
if (typeof document === 'undefined' && typeof self !== 'undefined')
  self.addEventListener('message', ({ data, ports }: MessageEvent<unknown>) => {
    if (data === LENT && ports.length === 1) lender = wrap<PictureWorker>(ports[0]);
  });

/** A picture with its steps made, as the board has it, from the worker that makes those; null where this worker has no way to it. */
export const lentPicture = (
  sha256: string,
  treatment: Treatment,
  sourceWidth: number,
): Promise<TreatedWhole> | null => lender && lender.treat(sha256, treatment, sourceWidth);

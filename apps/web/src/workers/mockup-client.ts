import type { PhotoFacts, Scene } from '@brelm/core/mockup';
import { hand } from './hand';
import { remoteOf } from './remote';
import type { MockupRequest, MockupWorker } from './mockup.worker';
import { workerName } from '../platform/address';
import { lendPictures } from './picture-client';

export type { MockupRequest, PlacedArtwork } from './mockup.worker';

/** Ending the worker would lose the scenes that it has: a picture that is not wanted any more is soon done. */
const GRACE = 20_000;

const start = (failed: () => void) => {
  const worker = new Worker(new URL('./mockup.worker.ts', import.meta.url), {
    type: 'module',
    name: workerName('mockup'),
  });
  lendPictures(worker);
  return remoteOf<MockupWorker>(worker, failed);
};
const maker = hand(start, { grace: GRACE });

/** A picture of a product. Throws `NotWanted` once its signal is aborted and `WorkFault` when it failed. */
export const mockupPicture = (request: MockupRequest, signal?: AbortSignal): Promise<ImageBitmap> =>
  maker((w) => w.compose(request), signal);

/** What is measured in a photo; throws as `mockupPicture` does. */
export const photoFacts = (scene: Scene, signal?: AbortSignal): Promise<PhotoFacts> =>
  maker((w) => w.facts(scene), signal);

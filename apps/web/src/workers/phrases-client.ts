import { hand } from './hand';
import { remoteOf } from './remote';
import type { PhrasesAsked, PhrasesWorker } from './phrases.worker';

const speaker = hand(
  (failed) => {
    const worker = new Worker(new URL('./phrases.worker.ts', import.meta.url), {
      type: 'module',
      name: 'phrases',
    });
    return remoteOf<PhrasesWorker>(worker, failed);
  },
  // Ending it would lose the dictionaries.
  { grace: 10_000 },
);

/** Phrases after a wish; as `hand` says where it comes to no end. */
export const phrasesFor = (asked: PhrasesAsked, signal?: AbortSignal) =>
  speaker((w) => w.make(asked), signal);

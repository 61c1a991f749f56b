import { wrap } from 'comlink';
import { hand } from './hand';
import type { PhrasesAsked, PhrasesWorker } from './phrases.worker';

const speaker = hand(
  (failed) => {
    const worker = new Worker(new URL('./phrases.worker.ts', import.meta.url), {
      type: 'module',
      name: 'phrases',
    });
    worker.addEventListener('error', failed);
    worker.addEventListener('messageerror', failed);
    return { remote: wrap<PhrasesWorker>(worker), end: () => worker.terminate() };
  },
  // Ending it would lose the dictionaries.
  { grace: 10_000 },
);

/** Phrases after a wish; as `hand` says where it comes to no end. */
export const phrasesFor = (asked: PhrasesAsked, signal?: AbortSignal) =>
  speaker((w) => w.make(asked), signal);

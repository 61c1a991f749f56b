import type { Design } from '@brelm/core/design';
import { hand } from './hand';
import { remoteOf } from './remote';
import type { OutlineWorker } from './outline.worker';
import { workerName } from '../platform/address';

export type { OutlinesMade, ShownFilm, ShownFilms } from './outline.worker';

const ask = hand((failed) => {
  const worker = new Worker(new URL('./outline.worker.ts', import.meta.url), {
    type: 'module',
    name: workerName('outline'),
  });
  return remoteOf<OutlineWorker>(worker, failed);
});

/** What sets parts into their pieces, or why that is not done; as `hand` says where it comes to no end. */
export const splitOf = (design: Design, ids: readonly string[]) => ask((w) => w.split(design, ids));
/** What makes parts outlines. */
export const outlinesOf = (design: Design, ids: readonly string[]) => ask((w) => w.outlines(design, ids));
/** A design's films, judged. */
export const filmsOf = (design: Design, colourway: string | undefined, signal?: AbortSignal) =>
  ask((w) => w.films(design, colourway), signal);

import { transfer, wrap, type Remote } from 'comlink';
import type { Hex } from '@brelm/core/colour';
import type { Corners } from '@brelm/core/sketch';
import type { Treatment } from '@brelm/core/steps';
import type { PictureWorker, TreatedWhole } from './picture.worker';
import { workerName } from '../platform/address';
import { LENT } from '../platform/lent-pictures';
import { remoteOf, type Started } from './remote';

export type { PictureTones } from './picture.worker';

const begin = (): Worker =>
  new Worker(new URL('./picture.worker.ts', import.meta.url), {
    type: 'module',
    name: workerName('picture'),
  });

let worker: Remote<PictureWorker> | null = null;
const started = (): Remote<PictureWorker> => (worker ??= wrap<PictureWorker>(begin()));

type Quick = Started<Remote<PictureWorker>> & { calls: number };
/** One that makes pictures in small while the other makes them whole; it is ended when nothing was asked of it for a while. */
let quick: Quick | null = null;
const QUICK_IDLE_MS = 20_000;

function beginQuick(): Quick {
  const own: Quick = {
    ...remoteOf<PictureWorker>(begin(), () => {
      own.end();
      if (quick === own) quick = null;
    }),
    calls: 0,
  };
  return own;
}

async function askQuickly<R>(work: (remote: Remote<PictureWorker>) => Promise<R>): Promise<R> {
  const own = (quick ??= beginQuick());
  const call = ++own.calls;
  try {
    return await work(own.remote);
  } finally {
    setTimeout(() => {
      if (own.calls !== call) return;
      own.end();
      if (quick === own) quick = null;
    }, QUICK_IDLE_MS);
  }
}

/** Gives another worker the way to this one: what is made for the board is not made a second time to be judged. */
export function lendPictures(worker: Worker): void {
  const { port1, port2 } = new MessageChannel();
  worker.postMessage(LENT, [port1]);
  void started().lend(transfer(port2, [port2]));
}

/** The board's copy of a picture with its steps made; `sourceWidth` is the picture's own width, px. */
export const treatPicture = (
  sha256: string,
  treatment: Treatment,
  sourceWidth: number,
): Promise<TreatedWhole> => started().treat(sha256, treatment, sourceWidth);

/** A smaller copy of the same, `side` px at its long side, beside what else is being made. */
export const treatQuickly = (
  sha256: string,
  treatment: Treatment,
  sourceWidth: number,
  side: number,
): Promise<ImageBitmap> => askQuickly((remote) => remote.small(sha256, treatment, sourceWidth, side));

/** Makes ready for smaller copies of a picture: its steps are about to be set. One that cannot be loaded is told of elsewhere. */
export const readyQuickly = (sha256: string): void =>
  void askQuickly((remote) => remote.load(sha256)).catch(() => undefined);

/** The tones of the board's copy of a picture after some steps. */
export const pictureTones = (sha256: string, treatment: Treatment | null, sourceWidth: number) =>
  started().tones(sha256, treatment, sourceWidth);

/** A picture with some steps made, in small: to be chosen by, not to be judged by. */
export const treatSmall = (
  sha256: string,
  treatment: Treatment | null,
  sourceWidth: number,
): Promise<ImageBitmap> => started().small(sha256, treatment, sourceWidth);

/** A part of a picture as it is and enlarged; null where only a smaller copy of it is here. Lengths are px of the picture. */
export const pictureDetail = (
  sha256: string,
  treatment: Treatment,
  sourceWidth: number,
  of: { left: number; top: number; side: number },
) => started().detail(sha256, treatment, sourceWidth, of);

/** The paper of a picture, squared up; its lines alone where a colour for them is given. */
export const paperOf = (sha256: string, corners: Corners, lines: Hex | null): Promise<ImageBitmap> =>
  started().paper(sha256, corners, lines);

import type { Design, Material } from '@brelm/core/design';
import { pyramid, type PictureSource } from '@brelm/core/drawing';
import { treatmentKey, type Treatment } from '@brelm/core/steps';
import { isWear } from '@brelm/core/wear';
import { treatPicture, treatQuickly } from '../workers/picture-client';
import { lentPicture } from './lent-pictures';
import { KeptBySize } from './kept-by-size';
import { changed, onLoaded } from './loaded';
import { loadPreview, PREVIEW_SIZE, treatedPreview } from './preview';
import { makeSurface } from './surfaces';
import { Treating } from './treating';
import { wearPicture } from './wear';

const inWorker = typeof document === 'undefined';

type Kept = ImageBitmap | 'loading' | 'missing';

interface Shown {
  bitmap: Kept;
  /** When it was last asked for, ms. */
  used: number;
}
interface TreatedPicture extends Shown {
  of: string;
}
/** One that was asked for so lately is on the board: it is kept, however many there are. */
const IN_USE_MS = 5000;
/** Bytes of treated pictures that are kept besides; a worker, which shows none, gets them again from the one that makes them. */
const ROOM = inWorker ? 32_000_000 : 72_000_000;
/** With the halves of a picture that are made to paint it smaller. */
const bytesOf = ({ bitmap }: Shown) =>
  typeof bitmap === 'object' ? (4 / 3) * 4 * bitmap.width * bitmap.height : 0;
const HOW = {
  spared: ({ used }: Shown) => Date.now() - used < IN_USE_MS,
  gone: ({ bitmap }: Shown) => typeof bitmap === 'object' && bitmap.close(),
};

/** Pictures as they are, and such as have their steps made. */
const untouched = new KeptBySize<Shown>(ROOM, bytesOf, HOW);
const treated = new KeptBySize<TreatedPicture>(ROOM, bytesOf, HOW);

/** After so long what could not be had is asked for again, ms. */
const AGAIN_MS = 5000;

function begin(sha256: string): void {
  const put = (bitmap: Kept) => untouched.set(sha256, { bitmap, used: Date.now() });
  put('loading');
  loadPreview(sha256)
    .then(put)
    .catch(() => {
      put('missing');
      setTimeout(() => untouched.delete(sha256), AGAIN_MS);
    })
    .finally(changed);
}

/** Pictures that were shown without steps: they are until their first ones are made. */
const plain = new Set<string>();

const keep = (key: string, of: string, bitmap: Kept) => treated.set(key, { bitmap, used: Date.now(), of });

const treating = new Treating<ImageBitmap>({
  side: PREVIEW_SIZE,
  whole: async ({ sha256, treatment, sourceWidth }) => {
    if (!inWorker) return treatPicture(sha256, treatment, sourceWidth);
    return (
      (await lentPicture(sha256, treatment, sourceWidth)) ?? {
        made: await treatedPreview(sha256, treatment, sourceWidth),
        took: 0,
      }
    );
  },
  // Nothing is judged by a copy in small.
  ...(inWorker
    ? {}
    : {
        small: ({ sha256, treatment, sourceWidth }, side) =>
          treatQuickly(sha256, treatment, sourceWidth, side),
      }),
  begun: ({ key, of }) => keep(key, of, 'loading'),
  done: ({ key, of }, bitmap) => {
    keep(key, of, bitmap ?? 'missing');
    if (!bitmap) setTimeout(() => treated.delete(key), AGAIN_MS);
  },
  gone: (bitmap) => bitmap.close(),
  changed,
});

/** A picture with its steps made; begins to make them where they are not. */
function treatedBitmap(
  sha256: string,
  treatment: Treatment,
  whole: ImageBitmap | null,
  { width: sourceWidth, height: sourceHeight }: Material,
) {
  const key = `${sha256} ${treatmentKey(treatment)}`;
  const known = treated.get(key);
  if (known) {
    known.used = Date.now();
    if (typeof known.bitmap === 'object') {
      treating.forgetSmall(known.of);
      return known.bitmap;
    }
    return known.bitmap === 'loading' ? standIn(sha256, known.of, whole) : null;
  }
  const of = `${sha256} ${treatment.steps.map((s) => s.kind).join(' ')}`;
  treating.want({ key, of, sha256, treatment, sourceWidth, sourceHeight });
  return standIn(sha256, of, whole);
}

/** What is shown of a picture while its steps are made: on the page as it was before; nothing is judged by it. */
function standIn(sha256: string, of: string, whole: ImageBitmap | null): ImageBitmap | null {
  if (inWorker) return null;
  const small = treating.shownInSmall(of);
  if (small) return small;
  const ready = treated.values().filter((t) => typeof t.bitmap === 'object' && t.of.startsWith(sha256));
  const before = ready.findLast((t) => t.of === of) ?? ready.at(-1);
  return (before?.bitmap as ImageBitmap | undefined) ?? (plain.has(sha256) ? whole : null);
}

function bitmapOf(sha256: string, treatment: Treatment | null, material: Material): ImageBitmap | null {
  // The picture as it was is of use only where it was shown: it stands in for what is being made.
  if (treatment && !plain.has(sha256)) return treatedBitmap(sha256, treatment, null, material);
  const known = untouched.get(sha256);
  if (!known) begin(sha256);
  else known.used = Date.now();
  const whole = known?.bitmap;
  if (typeof whole !== 'object') return null;
  if (treatment) return treatedBitmap(sha256, treatment, whole, material);
  if (!inWorker) plain.add(sha256);
  return whole;
}

const pyramids = new WeakMap<ImageBitmap, (width: number) => unknown>();

function sized(bitmap: ImageBitmap | null, width: number): unknown {
  if (!bitmap) return null;
  let at = pyramids.get(bitmap);
  if (!at) {
    at = pyramid({ image: bitmap, width: bitmap.width, height: bitmap.height }, makeSurface);
    pyramids.set(bitmap, at);
  }
  return at(width);
}

const asTheyAre = new WeakMap<Treatment, Treatment | null>();
/** A treatment without the enlarging. */
function withoutEnlarging(treatment: Treatment): Treatment | null {
  if (!asTheyAre.has(treatment))
    asTheyAre.set(treatment, treatment.steps.length > 0 ? { ...treatment, enlarge: 1 } : null);
  return asTheyAre.get(treatment)!;
}

/** The pictures of a design, as far as they are loaded and their steps made; begins to load the others. */
export const picturesOf =
  (design: Design): PictureSource =>
  (material, treatment, width) => {
    if (isWear(material)) return wearPicture(material, width);
    const found = design.materials.find((m) => m.id === material);
    if (!found?.sha256) return null;
    // Enlarged ones are made for who looks closely; what is judged is what the picture has of its own.
    const isClose = !inWorker && width > found.width;
    const as = treatment && treatment.enlarge > 1 && !isClose ? withoutEnlarging(treatment) : treatment;
    return sized(bitmapOf(found.sha256, as, found), width);
  };

/** Waits until the pictures that are shown are those that were asked for last, or nobody waits any more. */
export async function picturesAtRest(signal: AbortSignal): Promise<void> {
  while ((treating.isBusy || treating.isWaiting) && !signal.aborted)
    await new Promise<void>((done) => {
      const end = () => {
        stop();
        signal.removeEventListener('abort', end);
        done();
      };
      const stop = onLoaded(end);
      signal.addEventListener('abort', end);
    });
}

/** Steps of some picture are being made. */
export const picturesWorking = (): boolean => treating.isBusy;

export const picturesLoading = (): boolean =>
  treating.isBusy || treating.isWaiting || untouched.values().some(({ bitmap }) => bitmap === 'loading');

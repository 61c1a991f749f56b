import type { Design } from '@brelm/core/design';
import { pyramid, type PictureSource } from '@brelm/core/drawing';
import { treatmentKey, type Treatment } from '@brelm/core/steps';
import { isWear } from '@brelm/core/wear';
import { treatPicture } from '../workers/picture-client';
import { lentPicture } from './lent-pictures';
import { KeptBySize } from './kept-by-size';
import { changed } from './loaded';
import { loadPreview, treatedPreview } from './preview';
import { makeSurface } from './surfaces';
import { wearPicture } from './wear';

const inWorker = typeof document === 'undefined';

type Kept = ImageBitmap | 'loading' | 'missing';
const bitmaps = new Map<string, Kept>();

interface TreatedPicture {
  bitmap: Kept;
  /** When it was last asked for, ms. */
  used: number;
  of: string;
}
/** One that was asked for so lately is on the board: it is kept, however many there are. */
const IN_USE_MS = 5000;
/** Bytes of treated pictures that are kept besides; a worker, which shows none, gets them again from the one that makes them. */
const ROOM = inWorker ? 32_000_000 : 72_000_000;
/** With the halves of a picture that are made to paint it smaller. */
const bytesOf = ({ bitmap }: TreatedPicture) =>
  typeof bitmap === 'object' ? (4 / 3) * 4 * bitmap.width * bitmap.height : 0;

const treated = new KeptBySize<TreatedPicture>(ROOM, bytesOf, {
  spared: ({ used }) => Date.now() - used < IN_USE_MS,
  gone: ({ bitmap }) => typeof bitmap === 'object' && bitmap.close(),
});

/** After so long what could not be had is asked for again, ms. */
const AGAIN_MS = 5000;

function begin(sha256: string): void {
  bitmaps.set(sha256, 'loading');
  loadPreview(sha256)
    .then((bitmap) => bitmaps.set(sha256, bitmap))
    .catch(() => {
      bitmaps.set(sha256, 'missing');
      setTimeout(() => bitmaps.delete(sha256), AGAIN_MS);
    })
    .finally(changed);
}

interface Wanted {
  key: string;
  sha256: string;
  treatment: Treatment;
  sourceWidth: number;
}
/** Pictures that were shown without steps: they are until their first ones are made. */
const plain = new Set<string>();
/** Of one picture with the same kinds of steps only the last that was asked for: the ones before it were on the way. */
const wanted = new Map<string, Wanted>();
let busy = false;

const make = ({ sha256, treatment, sourceWidth }: Wanted): Promise<ImageBitmap> =>
  inWorker
    ? (lentPicture(sha256, treatment, sourceWidth) ?? treatedPreview(sha256, treatment, sourceWidth))
    : treatPicture(sha256, treatment, sourceWidth);

async function work(): Promise<void> {
  if (busy) return;
  busy = true;
  for (let next = wanted.entries().next().value; next; next = wanted.entries().next().value) {
    const [of, one] = next;
    wanted.delete(of);
    treated.set(one.key, { bitmap: 'loading', used: Date.now(), of });
    changed();
    const bitmap = await make(one).catch(() => null);
    treated.set(one.key, { bitmap: bitmap ?? 'missing', used: Date.now(), of });
    if (!bitmap) setTimeout(() => treated.delete(one.key), AGAIN_MS);
    changed();
  }
  busy = false;
  changed();
}

/** A picture with its steps made; begins to make them where they are not. */
function treatedBitmap(sha256: string, treatment: Treatment, whole: ImageBitmap | null, sourceWidth: number) {
  const key = `${sha256} ${treatmentKey(treatment)}`;
  const known = treated.get(key);
  if (known) {
    known.used = Date.now();
    if (typeof known.bitmap === 'object') return known.bitmap;
    return known.bitmap === 'loading' ? standIn(sha256, known.of, whole) : null;
  }
  const of = `${sha256} ${treatment.steps.map((s) => s.kind).join(' ')}`;
  wanted.set(of, { key, sha256, treatment, sourceWidth });
  void work();
  return standIn(sha256, of, whole);
}

/** What is shown of a picture while its steps are made: on the page as it was before; nothing is judged by it. */
function standIn(sha256: string, of: string, whole: ImageBitmap | null): ImageBitmap | null {
  if (inWorker) return null;
  const ready = treated.values().filter((t) => typeof t.bitmap === 'object' && t.of.startsWith(sha256));
  const before = ready.findLast((t) => t.of === of) ?? ready.at(-1);
  return (before?.bitmap as ImageBitmap | undefined) ?? (plain.has(sha256) ? whole : null);
}

function bitmapOf(sha256: string, treatment: Treatment | null, sourceWidth: number): ImageBitmap | null {
  // The picture as it was is of use only where it was shown: it stands in for what is being made.
  if (treatment && !plain.has(sha256)) return treatedBitmap(sha256, treatment, null, sourceWidth);
  const whole = bitmaps.get(sha256);
  if (whole === undefined) begin(sha256);
  if (typeof whole !== 'object') return null;
  if (treatment) return treatedBitmap(sha256, treatment, whole, sourceWidth);
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
    return sized(bitmapOf(found.sha256, as, found.width), width);
  };

/** Steps of some picture are being made. */
export const picturesWorking = (): boolean => busy;

export const picturesLoading = (): boolean =>
  busy || wanted.size > 0 || [...bitmaps.values()].includes('loading');

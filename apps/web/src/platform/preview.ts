import { createImage, reducedImage, type RasterImage } from '@brelm/core/raster';
import {
  alphaPlaneOf,
  coveringPictures,
  enlargedFor,
  stepsKey,
  treatmentKey,
  treatPicture,
  type AlphaPlane,
  type CoverAlphas,
  type Treatment,
} from '@brelm/core/steps';
import { readAt } from './asked-again';
import { KeptBySize } from './kept-by-size';

/** Long side of the copies that the board works on, px; files are made from the originals. */
export const PREVIEW_SIZE = 1600;
/** Long side of copies that are shown enlarged, px. */
const MOST_ENLARGED = 3200;

/** The copy of a picture that the board works on. */
export async function loadPreview(sha256: string): Promise<ImageBitmap> {
  const response = await readAt(`materials/${sha256}/preview?size=${PREVIEW_SIZE}`);
  if (!response.ok) throw new Error(`picture: ${response.status}`);
  return createImageBitmap(await response.blob());
}

/** The pixels of a bitmap, straight alpha. */
function pixelsOf(bitmap: ImageBitmap): RasterImage {
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  // A plain object: an ImageData cannot be spread.
  const { width, height, data } = context.getImageData(0, 0, bitmap.width, bitmap.height);
  return { width, height, data };
}

export const bitmapFrom = ({ data, width, height }: RasterImage): Promise<ImageBitmap> =>
  createImageBitmap(new ImageData(new Uint8ClampedArray(data), width, height));

/** A picture whose steps are made. */
interface Known {
  /** It and its size, by which its states are known. */
  name: string;
  untouched: RasterImage;
  /** The same in small, by its long side, px; see smallPixels. */
  small: Map<number, Known>;
}
const known = new Map<string, Known>();
const MOST_PICTURES = 4;

/** Bytes of all states that are kept: of one picture a dozen, or of several those that are changed. */
const STATES = 112_000_000;
/**
 * States of pictures by what was done to reach them, and how many steps that were: a slider changes one step, and only what
 * follows is made anew.
 */
const states = new KeptBySize<{ made: number; state: RasterImage }>(STATES, ({ state }) => state.data.length);

/** The board's copy of a picture, its pixels. */
export async function previewPixels(sha256: string): Promise<RasterImage> {
  return (await pictureOf(sha256)).untouched;
}

async function pictureOf(sha256: string): Promise<Known> {
  let picture = known.get(sha256);
  if (!picture) {
    const bitmap = await loadPreview(sha256);
    picture = { name: sha256, untouched: pixelsOf(bitmap), small: new Map() };
    bitmap.close();
  }
  known.delete(sha256);
  known.set(sha256, picture);
  if (known.size > MOST_PICTURES) known.delete(known.keys().next().value!);
  return picture;
}

/**
 * The board's copy of a picture with its steps made, from the state that is nearest to it; `sourceWidth` is the picture's
 * own width, px. For workers: it takes its time.
 */
export const treatedPixels = async (
  sha256: string,
  treatment: Treatment,
  sourceWidth: number,
): Promise<RasterImage> => {
  const picture = await pictureOf(sha256);
  const treated = await treatedFrom(picture, treatment, sourceWidth);
  const { width, height } = picture.untouched;
  // A copy that is smaller than the picture has no px between which others could be made.
  const room = width === sourceWidth ? MOST_ENLARGED / Math.max(width, height) : 1;
  return enlargedFor(treated, treatment, room >= 4 ? 4 : room >= 2 ? 2 : 1);
};

/** Of pictures by which others are masked, by what is done to them. */
const alphas = new KeptBySize<{ plane: AlphaPlane }>(12_000_000, ({ plane }) => plane.data.length);

/** The alpha of the pictures that mask steps of a treatment; throws where one cannot be had, and is asked again then. */
async function alphasFor(treatment: Treatment): Promise<CoverAlphas> {
  const found: Record<string, AlphaPlane> = {};
  for (const [part, { sha256, treatment: own, width }] of coveringPictures(treatment)) {
    if (sha256 === null) continue;
    const key = `${sha256} ${treatmentKey(own)}`;
    let known = alphas.get(key);
    if (!known) {
      const image = own ? await treatedPixels(sha256, own, width) : await previewPixels(sha256);
      alphas.set(key, (known = { plane: alphaPlaneOf(image) }));
    }
    found[part] = known.plane;
  }
  return found;
}

async function treatedFrom(
  { name, untouched }: Known,
  treatment: Treatment,
  sourceWidth: number,
): Promise<RasterImage> {
  const masked = await alphasFor(treatment);
  const { steps, light, covers } = treatment;
  const keys = steps.map((_, i) => `${name} ${stepsKey(steps.slice(0, i + 1), light, covers)}`);
  const at = keys.findLastIndex((key) => states.has(key));
  // What it goes on from, and what was before that, is likely to be gone on from again.
  const reached = keys.slice(0, at + 1).map((key) => states.get(key));
  const from = reached.at(-1) ?? { made: 0, state: untouched };
  const after = (made: number, state: RasterImage) => states.set(keys[made - 1], { made, state });
  return treatPicture(untouched, treatment, untouched.width / sourceWidth, after, from, masked);
}

/** Long side of a small copy that is chosen by, px. */
const SMALL = 260;

/** A copy of a picture that is `side` px at its long side, with its steps made: quickly there, and not to be judged by. */
export async function smallPixels(
  sha256: string,
  treatment: Treatment | null,
  sourceWidth: number,
  side = SMALL,
): Promise<RasterImage> {
  const whole = await pictureOf(sha256);
  let small = whole.small.get(side);
  if (!small) {
    const { width, height } = whole.untouched;
    const untouched = reducedImage(whole.untouched, Math.min(1, side / Math.max(width, height)));
    small = { name: `${sha256} ${side}`, untouched, small: new Map() };
    whole.small.set(side, small);
  }
  return treatment ? treatedFrom(small, treatment, sourceWidth) : small.untouched;
}

/** The same as a bitmap. */
export const treatedPreview = async (
  sha256: string,
  treatment: Treatment,
  sourceWidth: number,
): Promise<ImageBitmap> => bitmapFrom(await treatedPixels(sha256, treatment, sourceWidth));

/** A square of a picture as it is and as it is enlarged, for a look at what that does. */
export interface Detail {
  plain: RasterImage;
  large: RasterImage;
}

/**
 * A part of a picture, with its steps made, and the same enlarged; null where only a smaller copy of the picture is here.
 * `left`, `top` and `side` are px of the picture.
 */
export async function detailOf(
  sha256: string,
  treatment: Treatment,
  sourceWidth: number,
  { left, top, side }: { left: number; top: number; side: number },
): Promise<Detail | null> {
  const picture = await pictureOf(sha256);
  if (picture.untouched.width !== sourceWidth) return null;
  const whole = await treatedFrom(picture, treatment, sourceWidth);
  // What is beside it has a say in how it is enlarged.
  const rim = 16;
  const around = cutFrom(whole, left - rim, top - rim, side + 2 * rim);
  const by = treatment.enlarge;
  const large = cutFrom(enlargedFor(around, treatment), rim * by, rim * by, side * by);
  return { plain: cutFrom(whole, left, top, side), large };
}

/** A square of a picture; what is beyond that is clear. */
function cutFrom({ width, height, data }: RasterImage, left: number, top: number, side: number): RasterImage {
  const out = createImage(side, side);
  const [from, to] = [Math.max(0, left), Math.min(width, left + side)];
  if (to <= from) return out;
  for (let y = Math.max(0, top); y < Math.min(height, top + side); y++)
    out.data.set(
      data.subarray(4 * (y * width + from), 4 * (y * width + to)),
      4 * ((y - top) * side + from - left),
    );
  return out;
}

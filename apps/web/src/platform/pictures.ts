import type { Design } from '@brelm/core/design';
import { pyramid, type PictureSource } from '@brelm/core/drawing';
import { treatmentKey, treatPicture, type Treatment } from '@brelm/core/raster';
import { isWear } from '@brelm/core/wear';
import { changed } from './loaded';
import { makeSurface } from './surfaces';
import { wearPicture } from './wear';

/** Long side of the copies that the board works on, px; files are made from the originals. */
const PREVIEW_SIZE = 1600;

const bitmaps = new Map<string, ImageBitmap | 'loading' | 'missing'>();

async function load(sha256: string): Promise<ImageBitmap> {
  const response = await fetch(`/api/materials/${sha256}/preview?size=${PREVIEW_SIZE}`);
  if (!response.ok) throw new Error(`picture: ${response.status}`);
  return createImageBitmap(await response.blob());
}

function treated(bitmap: ImageBitmap, treatment: Treatment, scale: number): Promise<ImageBitmap> {
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  const image = context.getImageData(0, 0, bitmap.width, bitmap.height);
  const { data } = treatPicture(image, treatment, scale);
  return createImageBitmap(new ImageData(new Uint8ClampedArray(data), bitmap.width, bitmap.height));
}

function begin(key: string, work: Promise<ImageBitmap>): void {
  bitmaps.set(key, 'loading');
  work
    .then((bitmap) => bitmaps.set(key, bitmap))
    .catch(() => {
      bitmaps.set(key, 'missing');
      setTimeout(() => bitmaps.delete(key), 5000);
    })
    .finally(changed);
}

function bitmapOf(sha256: string, treatment: Treatment | null, sourceWidth: number): ImageBitmap | null {
  const whole = bitmaps.get(sha256);
  if (whole === undefined) begin(sha256, load(sha256));
  if (!treatment) return typeof whole === 'object' ? whole : null;
  const key = `${sha256} ${treatmentKey(treatment)}`;
  const known = bitmaps.get(key);
  if (known === undefined && typeof whole === 'object')
    begin(key, treated(whole, treatment, whole.width / sourceWidth));
  return typeof known === 'object' ? known : null;
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

/** The pictures of a design, as far as they are loaded; begins to load the others. */
export const picturesOf =
  (design: Design): PictureSource =>
  (material, treatment, width) => {
    if (isWear(material)) return wearPicture(material, width);
    const found = design.materials.find((m) => m.id === material);
    return found?.sha256 ? sized(bitmapOf(found.sha256, treatment, found.width), width) : null;
  };

export const picturesLoading = (): boolean => [...bitmaps.values()].includes('loading');

import type { RasterImage } from '../../raster';
import type { ImageItem, MakeSurface, PaintContext, PictureSource } from '../../drawing';

/** A picture at the size of a check, treated as it prints. */
export interface PictureSample {
  image: RasterImage;
  /** Px of the sample for one of the original. */
  scale: number;
}

/** Samples by the platform's own image, which stays the same until the picture or its treatment changes. */
const samples = new WeakMap<object, Map<string, PictureSample>>();

/** A picture at no more than `size` px on its long side; null while its pixels are not there. */
export function samplePicture(
  item: ImageItem,
  input: { pictures: PictureSource; surfaces: MakeSurface },
  size: number,
): PictureSample | null {
  const scale = Math.min(1, size / Math.max(item.width, item.height));
  const width = Math.max(2, Math.round(item.width * scale));
  const height = Math.max(2, Math.round(item.height * scale));
  const image = input.pictures(item.material, item.treatment, width) as object | null;
  if (!image) return null;
  let known = samples.get(image);
  if (!known) samples.set(image, (known = new Map()));
  const key = JSON.stringify([size, item.shown]);
  let sample = known.get(key);
  if (!sample) {
    const surface = input.surfaces(width, height);
    surface.context.drawImage(image, 0, 0, width, height);
    clearCropped(surface.context, item, scale);
    sample = { image: surface.context.getImageData(0, 0, width, height), scale };
    known.set(key, sample);
  }
  return sample;
}

/** Clears what a picture's crop cuts off. */
function clearCropped(context: PaintContext, { shown, width, height }: ImageItem, scale: number): void {
  const [w, h] = [width * scale + 1, height * scale + 1];
  const [left, right] = [shown.left + width / 2, shown.right + width / 2];
  const [top, bottom] = [shown.top + height / 2, shown.bottom + height / 2];
  if (left > 0) context.clearRect(0, 0, left * scale, h);
  if (right < width) context.clearRect(right * scale, 0, w, h);
  if (top > 0) context.clearRect(0, 0, w, top * scale);
  if (bottom < height) context.clearRect(0, bottom * scale, w, h);
}

/** A function of a sample that is worked out once for each. */
export function onceFor<T>(work: (image: RasterImage) => T): (sample: PictureSample) => T {
  const results = new WeakMap<PictureSample, T>();
  return (sample) => {
    let result = results.get(sample);
    if (result === undefined) {
      result = work(sample.image);
      results.set(sample, result);
    }
    return result;
  };
}

/** Long side of the samples in which rims and loose pieces are looked for, px. */
export const RIM_SAMPLE = 1200;

import { treatmentOf, type PicturePart } from '../design';
import type { RasterImage } from '../raster';
import type { PaintContext } from '../drawing';
import type { CheckInput } from './types';

/** A picture at the size of a check, treated as it prints. */
export interface PictureSample {
  image: RasterImage;
  /** Px of the sample for one of the original. */
  scale: number;
}

/** Samples by the platform's own image, which stays the same until the picture or its treatment changes. */
const samples = new WeakMap<object, Map<string, PictureSample>>();

/** A picture at no more than `size` px on its long side; null while its pixels are not there. */
export function samplePicture(part: PicturePart, input: CheckInput, size: number): PictureSample | null {
  const material = input.design.materials.find((m) => m.id === part.material)!;
  const scale = Math.min(1, size / Math.max(material.width, material.height));
  const width = Math.max(2, Math.round(material.width * scale));
  const height = Math.max(2, Math.round(material.height * scale));
  const image = input.pictures(part.material, treatmentOf(part), width) as object | null;
  if (!image) return null;
  let known = samples.get(image);
  if (!known) samples.set(image, (known = new Map()));
  const key = JSON.stringify([size, part.crop]);
  let sample = known.get(key);
  if (!sample) {
    const surface = input.surfaces(width, height);
    surface.context.drawImage(image, 0, 0, width, height);
    clearCropped(surface.context, part, material, scale);
    sample = { image: surface.context.getImageData(0, 0, width, height), scale };
    known.set(key, sample);
  }
  return sample;
}

/** Clears what a picture's crop cuts off. */
function clearCropped(
  context: PaintContext,
  { crop }: PicturePart,
  { width, height }: { width: number; height: number },
  scale: number,
): void {
  if (!crop) return;
  const [w, h] = [width * scale + 1, height * scale + 1];
  context.clearRect(0, 0, crop.left * scale, h);
  context.clearRect((width - crop.right) * scale, 0, w, h);
  context.clearRect(0, 0, w, crop.top * scale);
  context.clearRect(0, (height - crop.bottom) * scale, w, h);
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

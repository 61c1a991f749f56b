import { treatmentOf, type PicturePart } from '../design';
import type { RasterImage } from '../raster';
import type { CheckInput } from './types';

/** A picture at the size of a check, treated as it prints. */
export interface PictureSample {
  image: RasterImage;
  /** Px of the sample for one of the original. */
  scale: number;
}

/** Samples by the platform's own image, which stays the same until the picture or its treatment changes. */
const samples = new WeakMap<object, Map<number, PictureSample>>();

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
  let sample = known.get(size);
  if (!sample) {
    const surface = input.surfaces(width, height);
    surface.context.drawImage(image, 0, 0, width, height);
    sample = { image: surface.context.getImageData(0, 0, width, height), scale };
    known.set(size, sample);
  }
  return sample;
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

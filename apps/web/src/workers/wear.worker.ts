import { expose, transfer } from 'comlink';
import { wearRaster, type WearPicture } from '@brelm/core/wear';

const worker = {
  /** What some wear takes away, as a picture so many px wide. */
  async make(picture: WearPicture, wide: number): Promise<ImageBitmap> {
    const { data, width, height } = wearRaster(picture, wide);
    const bitmap = await createImageBitmap(new ImageData(new Uint8ClampedArray(data), width, height));
    return transfer(bitmap, [bitmap]);
  },
};
export type WearWorker = typeof worker;

expose(worker);

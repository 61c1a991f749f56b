import { expose } from 'comlink';
import { reducedImage, type RasterImage } from '@brelm/core/raster';
import type { Treatment } from '@brelm/core/steps';
import { trace, type Traced, type TraceSettings } from '@brelm/core/trace';
import { previewPixels, treatedPixels } from '../platform/preview';

/** What is traced: a picture with its steps made, or what a crop leaves of it. */
export interface TraceRequest {
  sha256: string;
  treatment: Treatment | null;
  /** The picture's own size, px, and what is cut off on each side. */
  width: number;
  height: number;
  crop: { left: number; top: number; right: number; bottom: number } | null;
  settings: TraceSettings;
}

/** Long side of the copy that is traced, px. */
const TRACED = 1200;

/** What a crop leaves of a copy of the picture. */
function cropped(image: RasterImage, { width, crop }: TraceRequest): RasterImage {
  if (!crop) return image;
  const k = image.width / width;
  const [left, top] = [Math.round(crop.left * k), Math.round(crop.top * k)];
  const w = Math.max(1, image.width - left - Math.round(crop.right * k));
  const h = Math.max(1, image.height - top - Math.round(crop.bottom * k));
  const data = new Uint8ClampedArray(w * h * 4);
  for (let y = 0; y < h; y++) {
    const from = 4 * ((top + y) * image.width + left);
    data.set(image.data.subarray(from, from + 4 * w), 4 * y * w);
  }
  return { width: w, height: h, data };
}

const worker = {
  /** Nothing is waited for: what computes goes on until it is ended. */
  stop: () => undefined,
  async trace(request: TraceRequest): Promise<Traced> {
    const { sha256, treatment, width, settings } = request;
    const whole = treatment ? await treatedPixels(sha256, treatment, width) : await previewPixels(sha256);
    const image = cropped(whole, request);
    return trace(reducedImage(image, Math.min(1, TRACED / Math.max(image.width, image.height))), settings);
  },
};
export type TraceWorker = typeof worker;

expose(worker);

import type { RasterImage } from '../raster';
import type { StepBase, StepGiven } from './kind';
import { maskPlane } from './mask';

/**
 * From one state of a picture to the next, as far as a step's strength and its mask go: colours weigh as much as they
 * cover, so that a clear pixel brings none in.
 */
export function mixed(
  before: RasterImage,
  after: RasterImage,
  { strength, mask }: StepBase,
  { untouched, scale, covers, alphas }: StepGiven,
): RasterImage {
  if (strength >= 1 && !mask) return after;
  const { width, height } = before;
  const where = mask && maskPlane(mask, untouched, scale, covers, alphas).data;
  const data = new Uint8ClampedArray(before.data);
  for (let i = 0, p = 0; i < width * height; i++, p += 4) {
    const t = where ? where[i] * strength : strength;
    if (t <= 0) continue;
    const a0 = before.data[p + 3];
    const a1 = after.data[p + 3];
    const alpha = a0 + (a1 - a0) * t;
    for (let c = 0; c < 3; c++) {
      const [v0, v1] = [before.data[p + c], after.data[p + c]];
      data[p + c] = alpha > 0 ? (v0 * a0 * (1 - t) + v1 * a1 * t) / alpha : v1;
    }
    data[p + 3] = alpha;
  }
  return { width, height, data };
}

import type { RasterImage } from './image';

/**
 * An image at `k` (0–1) of its size, rounded to whole px and one at least: each pixel is the mean of those that it stands
 * for, each component by itself, so that colours kept under clear pixels are kept. For looking at, not for printing.
 */
export function reducedImage(image: RasterImage, k: number): RasterImage {
  const width = Math.max(1, Math.round(image.width * k));
  const height = Math.max(1, Math.round(image.height * k));
  if (width === image.width && height === image.height) return image;
  const data = new Uint8ClampedArray(width * height * 4);
  const sum = new Float64Array(4);
  for (let y = 0; y < height; y++) {
    const top = Math.floor((y * image.height) / height);
    const bottom = Math.max(top + 1, Math.floor(((y + 1) * image.height) / height));
    for (let x = 0; x < width; x++) {
      const left = Math.floor((x * image.width) / width);
      const right = Math.max(left + 1, Math.floor(((x + 1) * image.width) / width));
      sum.fill(0);
      for (let v = top; v < bottom; v++)
        for (let p = 4 * (v * image.width + left), end = 4 * (v * image.width + right); p < end; p++)
          sum[p & 3] += image.data[p];
      const n = (bottom - top) * (right - left);
      for (let c = 0; c < 4; c++) data[4 * (y * width + x) + c] = sum[c] / n;
    }
  }
  return { width, height, data };
}

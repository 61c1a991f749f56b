import { EMPTY_BOX, type Box } from '../geometry';
import type { RasterImage } from './image';

/** The box of pixels whose alpha (0–255) is over `threshold`; right and bottom are exclusive edges. */
export function alphaBox(image: RasterImage, threshold = 0): Box {
  const { width, height, data } = image;
  let { left, top, right, bottom } = EMPTY_BOX;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (data[(y * width + x) * 4 + 3] > threshold) {
        if (x < left) left = x;
        if (x + 1 > right) right = x + 1;
        if (y < top) top = y;
        bottom = y + 1;
      }
  return { left, top, right, bottom };
}

/**
 * Where the weight of an image's ink lies, px from its top left, each pixel weighing what its alpha
 * says; null where there is no ink.
 */
export function alphaCentre({ width, height, data }: RasterImage): [number, number] | null {
  let [weight, sx, sy] = [0, 0, 0];
  for (let y = 0, i = 3; y < height; y++) {
    let [row, along] = [0, 0];
    for (let x = 0; x < width; x++, i += 4) {
      row += data[i];
      along += data[i] * x;
    }
    weight += row;
    sx += along + row / 2;
    sy += row * (y + 0.5);
  }
  return weight ? [sx / weight, sy / weight] : null;
}

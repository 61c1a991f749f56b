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

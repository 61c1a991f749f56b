import { hexToRgb, yarns, type Garment } from '../colour';
import { createImage, type RasterImage } from './image';

/**
 * A tile of a garment's colour: plain for a solid, a fine noise of its two yarns for a heather.
 * Seeded, so that the same garment always looks the same.
 */
export function garmentTile(garment: Garment, size: number): RasterImage {
  const colours = yarns(garment).map(hexToRgb);
  const first = colours[0];
  const second = colours[1] ?? first;
  const image = createImage(size, size);
  let seed = 20260917;
  for (let i = 0; i < size * size; i++) {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
    // Yarns lie over one another: no place shows one of them alone.
    const share = 0.2 + 0.6 * (seed / 4294967296);
    for (let c = 0; c < 3; c++) image.data[i * 4 + c] = first[c] * (1 - share) + second[c] * share;
    image.data[i * 4 + 3] = 255;
  }
  return image;
}

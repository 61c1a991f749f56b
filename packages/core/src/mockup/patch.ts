import { hexToRgb } from '../colour';
import { createImage, maskOfAlpha, squaredDistance, type RasterImage } from '../raster';
import { cloud } from '../wear';
import type { Patch } from './print-looks';

const { max, min, round, sqrt } = Math;

/** From so much alpha on (0–255) artwork is what a patch is cut around. */
const SEEN = 64;

/**
 * Artwork on one piece of cloth that reaches so far beyond it (what it encloses is cloth, too), `pxPerInch` px of the picture for an inch. The cloth's edge
 * is a px soft; one that strays is frayed by noise of two sizes, the same each time.
 */
export function onPatch(
  image: RasterImage,
  { marginIn, strayIn, colour }: Patch,
  pxPerInch: number,
): RasterImage {
  const { width, height, data } = image;
  const out = createImage(width, height);
  const away = squaredDistance(maskOfAlpha(image, SEEN), 1);
  const [r, g, b] = hexToRgb(colour);
  const reach = marginIn * pxPerInch;
  const stray = strayIn * pxPerInch;
  const cloth = new Float32Array(width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      let edge = reach;
      if (stray) {
        const [u, v] = [x / pxPerInch, y / pxPerInch];
        edge += stray * (cloud(u * 3, v * 3, 61, 2) + 0.7 * cloud(u * 22, v * 22, 62, 2));
      }
      cloth[i] = max(0, min(1, edge + 0.5 - sqrt(away[i])));
    }
  const outside = reachedFromRim(cloth, width, height);
  for (let i = 0, p = 0; i < cloth.length; i++, p += 4) {
    const a = data[p + 3] / 255;
    const all = a + (1 - a) * (outside[i] ? cloth[i] : 1);
    if (all === 0) continue;
    // Over, in encoded values, as artwork is painted.
    const k = a / all;
    out.data[p] = round(data[p] * k + r * (1 - k));
    out.data[p + 1] = round(data[p + 1] * k + g * (1 - k));
    out.data[p + 2] = round(data[p + 2] * k + b * (1 - k));
    out.data[p + 3] = round(255 * all);
  }
  return out;
}

/** The px that are reached from the picture's rim without crossing what is all cloth. */
function reachedFromRim(cloth: Float32Array, width: number, height: number): Uint8Array {
  const reached = new Uint8Array(width * height);
  const open: number[] = [];
  const visit = (i: number) => {
    if (reached[i] || cloth[i] >= 1) return;
    reached[i] = 1;
    open.push(i);
  };
  for (let x = 0; x < width; x++) {
    visit(x);
    visit((height - 1) * width + x);
  }
  for (let y = 0; y < height; y++) {
    visit(y * width);
    visit(y * width + width - 1);
  }
  while (open.length) {
    const i = open.pop()!;
    const x = i % width;
    if (x > 0) visit(i - 1);
    if (x < width - 1) visit(i + 1);
    if (i >= width) visit(i - width);
    if (i < width * (height - 1)) visit(i + width);
  }
  return reached;
}

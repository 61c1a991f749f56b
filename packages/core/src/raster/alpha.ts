import { componentsOf } from './components';
import { maskOfAlpha, squaredDistance } from './distance';
import type { RasterImage } from './image';
import { shareOf, SPOTS } from './spots';

/**
 * What becomes of a picture's partial alpha: `solid` prints from `at` (0–255) upwards and nothing
 * below; `halftone` turns it into dots, `pitch` source px apart, that cover the same share.
 */
export type AlphaRule = { mode: 'solid'; at: number } | { mode: 'halftone'; pitch: number };

/** How far in from the rim a colour counts as free of an old ground, px. */
const RIM_DEPTH = 3;

/**
 * The image with rim colours taken from the ink: every pixel with some alpha that is less than three
 * px from a clear one gets the colour of the nearest pixel farther in; its alpha stays. Thin places
 * that have nothing farther in keep their colours.
 */
export function liftFringe(image: RasterImage): RasterImage {
  const { width, height } = image;
  const data = new Uint8ClampedArray(image.data);
  const inside = squaredDistance(maskOfAlpha(image, 16));
  const deep = (i: number) => inside[i] >= RIM_DEPTH * RIM_DEPTH && image.data[i * 4 + 3] >= 250;
  const reach = RIM_DEPTH + 2;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (image.data[i * 4 + 3] === 0 || deep(i)) continue;
      let nearest = -1;
      let least = Infinity;
      for (let v = Math.max(0, y - reach); v <= Math.min(height - 1, y + reach); v++)
        for (let u = Math.max(0, x - reach); u <= Math.min(width - 1, x + reach); u++) {
          const d = (u - x) ** 2 + (v - y) ** 2;
          if (d < least && deep(v * width + u)) {
            least = d;
            nearest = v * width + u;
          }
        }
      if (nearest >= 0) for (let c = 0; c < 3; c++) data[i * 4 + c] = image.data[nearest * 4 + c];
    }
  return { width, height, data };
}

/** The image with its partial alpha made all or nothing, as `rule` says. */
export function settleAlpha(image: RasterImage, rule: AlphaRule): RasterImage {
  const { width, height } = image;
  const data = new Uint8ClampedArray(image.data);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const p = (y * width + x) * 4 + 3;
      const least = rule.mode === 'solid' ? rule.at : halftoneThreshold(x, y, rule.pitch);
      data[p] = data[p] >= least ? 255 : 0;
    }
  return { width, height, data };
}

/**
 * Alpha (1–255) from which a round dot screen at 45° prints at (x, y). The spot function is the
 * cosine one (as in PostScript's dot screens): its values are spread so that the share that prints
 * equals the alpha.
 */
function halftoneThreshold(x: number, y: number, pitch: number): number {
  const cell = Math.SQRT2 * pitch;
  const spot = SPOTS.dot((x + y + 1) / cell, (x - y) / cell);
  return 1 + 254 * DOT_SHARE[Math.round(256 * spot)];
}
const DOT_SHARE = shareOf('dot');

/** The image without pieces of fewer than `least` px that hang together with nothing else. */
export function removeSpecks(image: RasterImage, least: number): RasterImage {
  const data = new Uint8ClampedArray(image.data);
  for (const piece of componentsOf(maskOfAlpha(image, 1), least))
    if (piece.area < least) for (const i of piece.pixels) data[i * 4 + 3] = 0;
  return { width: image.width, height: image.height, data };
}

import { hexToRgb, over, yarns, type Garment, type Rgb } from '../colour';
import { createMask, squaredDistance, type RasterImage } from '../raster';
import { mmToPx } from '../units';
import { judgedDrawing } from './judged-drawing';
import { analyse } from './measure';
import type { ProofInput } from './types';

/** Raster size at which a separation is shown, px. */
export const SEPARATION_SIZE = 1200;
/** How far the underbase is drawn in from the edge of the ink, mm, so that no white shows beside it. */
export const CHOKE_MM = 0.25;

const WHITE: Rgb = [255, 255, 255];

/** What a press would lay down for artwork on a garment, as pictures to look at. */
export interface Separation {
  width: number;
  height: number;
  /** The white underbase alone on the garment. */
  underbase: RasterImage;
  /** Underbase and inks on the garment, as they come out. */
  printed: RasterImage;
  /** Where alpha is partial, in a colour of its own, over what is solid in grey. */
  partial: RasterImage;
  /** Shares of the board: inked, with white under it, and inked in part. */
  shares: { ink: number; underbase: number; partial: number };
}

/** Colour of an ink printed without white under it: what the cloth lets through. */
const direct = (ink: Rgb, ground: Rgb): Rgb => ink.map((v, c) => (v * ground[c]) / 255) as unknown as Rgb;

/**
 * A pixel as it comes out: `alpha` and `base` are the shares (0–1) that ink and white cover. Partial
 * ink on white of the same share comes out paler than on screen: that is the haze.
 */
export function printedColour(ink: Rgb, alpha: number, base: number, ground: Rgb): Rgb {
  if (alpha <= 0) return ground;
  const cover = Math.min(1, base / alpha);
  return over(over(ink, cover, direct(ink, ground)), alpha, over(WHITE, base, ground));
}

const PARTIAL: Rgb = [178, 58, 36];
const SOLID: Rgb = [120, 124, 126];

/**
 * The separation of a design on the first garment of the input. Where the garment takes ink directly
 * there is no underbase. `chokeMm` may be 0.
 */
export function separationOf(input: ProofInput, chokeMm = CHOKE_MM, size = SEPARATION_SIZE): Separation {
  const garment: Garment = input.garments[0];
  const drawing = judgedDrawing(input);
  const { width, height, composite, scale } = analyse(drawing, input.pictures, input.surfaces, size);
  const colours = yarns(garment).map(hexToRgb);
  const ground = [0, 1, 2].map(
    (c) => colours.reduce((s, v) => s + v[c], 0) / colours.length,
  ) as unknown as Rgb;
  const ink = createMask(width, height);
  for (let i = 0; i < ink.data.length; i++) ink.data[i] = composite[i * 4 + 3] >= 8 ? 1 : 0;
  const inside = squaredDistance(ink);
  const choke = mmToPx(chokeMm, drawing.dpi) * scale;
  const picture = (): RasterImage => ({ width, height, data: new Uint8ClampedArray(width * height * 4) });
  const out = { underbase: picture(), printed: picture(), partial: picture() };
  const count = { ink: 0, underbase: 0, partial: 0 };
  const [gr, gg, gb] = ground;
  // Written out, without small arrays: it is done for a million and more pixels.
  for (let i = 0, p = 0; i < ink.data.length; i++, p += 4) {
    const a = composite[p + 3];
    const alpha = a / 255;
    // Distances run from pixel centre to pixel centre: the edge itself lies half a pixel nearer.
    const kept = garment.takes === 'direct' ? 0 : Math.max(0, Math.min(1, Math.sqrt(inside[i]) - choke));
    const base = alpha * kept;
    const isPartial = a >= 8 && a <= 247;
    out.underbase.data[p] = 255 * base + gr * (1 - base);
    out.underbase.data[p + 1] = 255 * base + gg * (1 - base);
    out.underbase.data[p + 2] = 255 * base + gb * (1 - base);
    if (a >= 8) {
      const printed = printedColour([composite[p], composite[p + 1], composite[p + 2]], alpha, base, ground);
      for (let c = 0; c < 3; c++) {
        out.printed.data[p + c] = printed[c];
        out.partial.data[p + c] = isPartial ? PARTIAL[c] : SOLID[c] * 0.35 + ground[c] * 0.65;
      }
      count.ink++;
      if (isPartial) count.partial++;
      if (base >= 0.5) count.underbase++;
    } else for (let c = 0; c < 3; c++) out.printed.data[p + c] = out.partial.data[p + c] = ground[c];
    out.underbase.data[p + 3] = out.printed.data[p + 3] = out.partial.data[p + 3] = 255;
  }
  const total = width * height;
  return {
    width,
    height,
    ...out,
    shares: { ink: count.ink / total, underbase: count.underbase / total, partial: count.partial / total },
  };
}

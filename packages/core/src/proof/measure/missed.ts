import {
  contrastRatio,
  deltaE,
  hexToRgb,
  over,
  rgbToHex,
  groundsOf,
  type Garment,
  type Rgb,
} from '../../colour';
import type { Analysis } from './analysis';
import { labelPixels } from './edge-walk';

/** What a part shows of itself: its share of all that shows, and its colours. */
export interface VisibleArea {
  /** Of the artwork's area, 0–1. */
  share: number;
  /** RGB with its alpha (0–1), and the part of the area that has it. */
  colours: { rgb: Rgb; alpha: number; share: number }[];
}

/** The area of each layer that is not covered by another, by colours of 5 bits a component and 4 of alpha. */
export function visibleAreas(analysis: Analysis): VisibleArea[] {
  const labels = labelPixels(analysis);
  const { composite, layers } = analysis;
  const bins = layers.map(() => new Map<number, { n: number; rgb: [number, number, number]; a: number }>());
  const counts = new Float64Array(layers.length);
  const pixels = new Uint32Array(composite.buffer, composite.byteOffset, labels.length);
  // Artwork is flat: what lies side by side mostly is the same, and is counted together.
  for (let i = 0, next = 0; i < labels.length; i = next) {
    const [label, pixel] = [labels[i], pixels[i]];
    for (next = i + 1; next < labels.length && labels[next] === label && pixels[next] === pixel;) next++;
    const layer = label - 1;
    const a = composite[i * 4 + 3];
    if (layer < 0 || a < 8) continue;
    const n = next - i;
    counts[layer] += n;
    const [r, g, b] = [composite[i * 4], composite[i * 4 + 1], composite[i * 4 + 2]];
    const key = ((r >> 3) << 14) | ((g >> 3) << 9) | ((b >> 3) << 4) | (a >> 4);
    let bin = bins[layer].get(key);
    if (!bin) bins[layer].set(key, (bin = { n: 0, rgb: [0, 0, 0], a: 0 }));
    bin.n += n;
    bin.rgb[0] += n * r;
    bin.rgb[1] += n * g;
    bin.rgb[2] += n * b;
    bin.a += n * a;
  }
  const total = counts.reduce((sum, n) => sum + n, 0) || 1;
  return bins.map((own, i) => ({
    share: counts[i] / total,
    colours: [...own.values()].map(({ n, rgb, a }) => ({
      rgb: [rgb[0] / n, rgb[1] / n, rgb[2] / n],
      alpha: a / n / 255,
      share: n / (counts[i] || 1),
    })),
  }));
}

/** A colour is lost on a garment under this ratio and this CIEDE2000: where lightness does not tell it, hue may. */
const LOST_RATIO = 1.5;
const LOST_DELTA = 15;

/** Share of an area that cannot be told from a garment, 0–1; on a heather from the yarn that is nearer to it. */
export function lostShareOf(area: VisibleArea, garment: Garment): number {
  let lost = 0;
  const grounds = groundsOf(garment);
  for (const { rgb, alpha, share } of area.colours) {
    const gone = grounds.some((ground) => {
      const shown = rgbToHex(over(rgb, alpha, hexToRgb(ground)));
      return contrastRatio(shown, ground) < LOST_RATIO && deltaE(shown, ground) < LOST_DELTA;
    });
    if (gone) lost += share;
  }
  return lost;
}

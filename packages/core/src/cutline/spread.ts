import { hexToRgb, rgbToHex, type Hex, type Rgb } from '../colour';
import type { PathData } from '../geometry';
import { contours } from './contour';
import { fieldOfAlpha, type Field } from './field';
import { fitted } from './fitted';
import { nearest } from './nearest';
import type { Spot } from './peel';

const { abs, max, min } = Math;

/** What lies under the artwork in one of its colours. */
export interface SpreadColour {
  /** The id of the ink that it is; null for a colour that no ink has, such as one of a picture. */
  ink: string | null;
  colour: Hex;
  path: PathData;
}

/** The colours of artwork, and the inks that some of them are. */
export interface Colours {
  /** Straight RGBA, as large as the alpha. */
  pixels: () => Uint8Array | Uint8ClampedArray;
  inks: readonly { id: string; value: Hex }[];
}

/** Colours that a spread has at the most, and the share of its edge that the least of them has. */
const MOST_COLOURS = 24;
const LEAST_SHARE = 0.004;
/** How far a colour may be from an ink that it is taken for, and colours from one another, levels of the channel that differs most. */
const IS_INK = 10;
const APART = 28;
/** Specks of a colour that are smaller than this go into what is around them, mm². */
const LEAST_MM2 = 0.15;

/** How far into the artwork an ink is looked for where its edge is a mixture, px. */
const INTO = 4;
/** How far along an edge the colour is that which most of it has, px. */
const ALONG = 8;

interface Colour {
  ink: string | null;
  rgb: Rgb;
}

const differ = (a: Rgb, b: Rgb): number => max(abs(a[0] - b[0]), abs(a[1] - b[1]), abs(a[2] - b[2]));

/** The colours that an edge has, the most frequent first: inks where they are one, others by bins of 16 levels. */
function paletteOf(edge: readonly Rgb[], inks: Colours['inks']): Colour[] {
  const known = inks.map(({ id, value }): Colour => ({ ink: id, rgb: hexToRgb(value) }));
  const counts = new Map<string, { colour: Colour; count: number }>();
  for (const rgb of edge) {
    const ink = known.find((k) => differ(k.rgb, rgb) <= IS_INK);
    const key = ink ? `ink ${ink.ink}` : rgb.map((v) => v >> 4).join(' ');
    const bin = counts.get(key);
    if (bin) bin.count++;
    else counts.set(key, { colour: ink ?? { ink: null, rgb }, count: 1 });
  }
  const palette: Colour[] = [];
  for (const { colour, count } of [...counts.values()].sort((a, b) => b.count - a.count)) {
    if (palette.length > 0 && count < LEAST_SHARE * edge.length) break;
    // Between two inks lies a px of their mixture: it is neither.
    if (colour.ink === null && palette.some((p) => differ(p.rgb, colour.rgb) < APART)) continue;
    palette.push(colour);
    if (palette.length === MOST_COLOURS) break;
  }
  return palette;
}

/**
 * The colours of artwork grown outward from its edge, each pixel taking that of the nearest visible one, as far as a region
 * goes: outlines for painting one over the other, the first under all of it. `artwork` lies `shift` px within the region's
 * raster on all sides; `indexOf` tells which of the colours a px of the region's raster has, below 0 for none.
 */
export function spreadOf(
  region: Field,
  artwork: Field,
  shift: number,
  colours: Colours,
  indexOf: (x: number, y: number) => number,
  pxPerMm: number,
  corner: Spot,
): SpreadColour[] {
  const { width, height } = region;
  const solid = new Float32Array(width * height).fill(-1);
  for (let y = 0; y < artwork.height; y++)
    for (let x = 0; x < artwork.width; x++)
      if (artwork.data[y * artwork.width + x] > 0) solid[(y + shift) * width + x + shift] = 1;
  const owner = nearest({ width, height, data: solid }, width + height);
  const pixels = colours.pixels();
  const rgbAt = (i: number): Rgb | null => {
    const p = indexOf(i % width, (i / width) | 0);
    return p < 0 ? null : [pixels[4 * p], pixels[4 * p + 1], pixels[4 * p + 2]];
  };
  const known = colours.inks.map((ink) => hexToRgb(ink.value));
  const nearby = offsetsWithin(INTO);
  /** The colour of the artwork at its edge: that of the nearest ink, if there is one close by. */
  const edgeColour = (o: number): Rgb | null => {
    const [x, y] = [o % width, (o / width) | 0];
    for (const [dx, dy] of nearby) {
      const [u, v] = [x + dx, y + dy];
      if (u < 0 || v < 0 || u >= width || v >= height || solid[v * width + u] < 0) continue;
      const rgb = rgbAt(v * width + u);
      if (rgb && known.some((k) => differ(k, rgb) <= IS_INK)) return rgb;
    }
    return rgbAt(o);
  };
  // Only pixels at the artwork's edge are anyone's nearest: each is looked at once.
  const ownColour = new Map<number, Rgb>();
  for (let i = 0; i < owner.length; i++) {
    const o = owner[i];
    if (region.data[i] <= 0 || solid[i] > 0 || o < 0 || ownColour.has(o)) continue;
    const rgb = edgeColour(o);
    if (rgb) ownColour.set(o, rgb);
  }
  const palette = paletteOf([...ownColour.values()], colours.inks);
  if (palette.length === 0) return [];
  const labelOf = new Map<number, number>();
  for (const [o, rgb] of ownColour) {
    let best = 0;
    palette.forEach((p, k) => {
      if (differ(p.rgb, rgb) < differ(palette[best].rgb, rgb)) best = k;
    });
    labelOf.set(o, best);
  }
  evenOut(labelOf, width, height);
  const labels = new Uint8Array(width * height).fill(255);
  for (let i = 0; i < labels.length; i++) {
    if (region.data[i] <= 0) continue;
    if (solid[i] < 0) labels[i] = labelOf.get(owner[i]) ?? 0;
    // Under the artwork's own edge it goes on, so that no gap is left.
    else if (labelOf.has(i)) labels[i] = labelOf.get(i)!;
  }
  reachUnder(labels, solid, width);
  const least = LEAST_MM2 * pxPerMm * pxPerMm;
  const outline = (set: Field, margin: number) =>
    contours(set)
      .filter((l) => abs(l.area) >= least)
      .flatMap((l) => fitted(l, pxPerMm, { x: corner.x - margin, y: corner.y - margin }).path);
  const made = (k: number, path: PathData): SpreadColour => ({
    ink: palette[k].ink,
    colour: rgbToHex(palette[k].rgb),
    path,
  });
  const layers = [made(0, outline(region, 0))];
  const mask = new Uint8Array(width * height);
  for (let k = 1; k < palette.length; k++) {
    // All that comes later lies under it, too, so that no seam shows between two of them.
    for (let i = 0; i < mask.length; i++) mask[i] = labels[i] !== 255 && labels[i] >= k ? 255 : 0;
    const path = outline(fieldOfAlpha({ width, height, data: mask }, 1), 1);
    if (path.length > 0) layers.push(made(k, path));
  }
  return layers;
}

/** Places within a circle about the middle one, the nearest first. */
function offsetsWithin(radius: number): [number, number][] {
  const found: [number, number][] = [];
  for (let y = -radius; y <= radius; y++)
    for (let x = -radius; x <= radius; x++) if (x * x + y * y <= radius * radius) found.push([x, y]);
  return found.sort((a, b) => a[0] ** 2 + a[1] ** 2 - b[0] ** 2 - b[1] ** 2);
}

/** Gives each place of an edge what most of the edge around it has: no wedge grows out of a single px. */
function evenOut(labelOf: Map<number, number>, width: number, height: number): void {
  const raster = new Uint8Array(width * height).fill(255);
  for (const [o, label] of labelOf) raster[o] = label;
  const counts = new Uint16Array(256);
  const seen: number[] = [];
  for (const [o, own] of [...labelOf]) {
    const [x, y] = [o % width, (o / width) | 0];
    for (let v = max(0, y - ALONG); v <= min(height - 1, y + ALONG); v++)
      for (let u = max(0, x - ALONG); u <= min(width - 1, x + ALONG); u++) {
        const label = raster[v * width + u];
        if (label === 255) continue;
        if (counts[label] === 0) seen.push(label);
        counts[label]++;
      }
    let best = own;
    for (const label of seen) if (counts[label] > counts[best]) best = label;
    for (const label of seen) counts[label] = 0;
    seen.length = 0;
    labelOf.set(o, best);
  }
}

/** px that colours go on under the artwork. */
const UNDER = 3;

/** Lets labels go on over pixels of the artwork that have none, a few px. */
function reachUnder(labels: Uint8Array, solid: Float32Array, width: number): void {
  for (let round = 0; round < UNDER; round++) {
    const before = labels.slice();
    for (let i = width; i < labels.length - width; i++)
      if (solid[i] > 0 && before[i] === 255)
        labels[i] = min(before[i - 1], before[i + 1], before[i - width], before[i + width]);
  }
}

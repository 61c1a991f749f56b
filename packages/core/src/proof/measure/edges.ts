import { BORDER } from '../../cutline';
import {
  contrastRatio,
  encoded,
  groundsOf,
  hexToRgb,
  linearLight,
  luminanceOfRgb,
  over,
  type Garment,
  type Rgb,
} from '../../colour';
import { EMPTY_BOX, type Box } from '../../geometry';
import type { Analysis } from './analysis';
import { walkOf, type WalkCache } from './edge-walk';
import {
  between,
  FINE_NEEDED,
  hueOfRgb,
  hueWorth,
  lineShare,
  meanShare,
  seenRatio,
  strokeGain,
  strokeWorth,
  type Hue,
} from './seen';

/**
 * Edge samples of one part that see the same colours: RGBA packed in 32 bits, outside first, then
 * the part's own colours from its outer edge inwards (keylines, then ink).
 */
export interface EdgeSamples {
  /** Index into the analysis' layers. */
  layer: number;
  colours: number[];
  /** Least and most luminance of the opaque ones; Infinity and −Infinity where there are none. */
  low: number;
  high: number;
  /** Whether the garment itself is one of the colours. */
  clear: boolean;
  /** Those that let the garment through in part. */
  partial: number[];
  /** The part's own colours that are wide enough for their hue to be seen. */
  hued: number[];
  /** What the colour outside and those look like; null for what lets the garment through. Worked out once it is needed. */
  hues?: (Hue | null)[];
  /** How much their hues tell them apart, where that is the same on any garment. */
  hueWorth?: number;
  /** How much more contrast counts along strokes as wide as the part's. */
  gain: number;
  /** How much of each keyline is seen as itself, the outermost first; none where all are. */
  shares: readonly number[];
  /** Length of edge, analysis px. */
  length: number;
  /** Whether what lies outside is the garment. */
  silhouette: boolean;
  /** Where the samples lie, analysis px. */
  box: Box;
  /** Their pixels (y · width + x), where these are asked for. */
  pixels?: number[];
}

/** Linear light of each 8-bit component, times its share of luminance. */
const [RED, GREEN, BLUE] = [0.2126, 0.7152, 0.0722].map((share) =>
  Float64Array.from({ length: 256 }, (_, c) => share * linearLight(c)),
);

const rgbOf = (c: number): Rgb => [c >>> 24, (c >>> 16) & 255, (c >>> 8) & 255];

/** Luminance of an opaque colour. */
const luminanceOf = (c: number): number => RED[c >>> 24] + GREEN[(c >>> 16) & 255] + BLUE[(c >>> 8) & 255];

/**
 * What is needed of a sample's colours on any garment. `shares` says of a part's keylines, the outermost first, how much of each
 * is seen as itself: the rest looks like the ink within.
 */
function luminances(colours: number[], shares: readonly number[]) {
  // Outside, the part's outermost colour, each keyline, the ink: without ink nothing is known to lie within.
  const ink = colours[colours.length - 1];
  const lined = shares.length > 0 && colours.length > shares.length + 2 && (ink & 255) === 255;
  const shareOf = (i: number) => (lined && i > 0 ? (i === 1 ? shares[0] : (shares[i - 2] ?? 1)) : 1);
  const hued: number[] = [];
  let low = Infinity;
  let high = -Infinity;
  let clear = false;
  const partial: number[] = [];
  for (const [i, c] of colours.entries()) {
    const alpha = c & 255;
    const share = shareOf(i);
    if (i > 0 && alpha > 0 && share === 1) hued.push(c);
    if (alpha === 0) clear = true;
    else if (alpha < 255) partial.push(c);
    else {
      const own = luminanceOf(c);
      const y = share === 1 ? own : luminanceOfRgb(over(rgbOf(c), share, rgbOf(ink)));
      if (y < low) low = y;
      if (y > high) high = y;
    }
  }
  return { colours, low, high, clear, partial, hued };
}

/**
 * Notes the colours on both sides along the visible edge of every part. Depends on the artwork alone,
 * so one set of samples serves every garment; like samples are counted together. `walks` keeps where
 * to look from one call to the next, for artwork of which only colours have changed.
 */
export function sampleEdges(analysis: Analysis, withPixels = false, walks?: WalkCache): EdgeSamples[] {
  const { width, composite, layers, pxPerMm } = analysis;
  const walk = walkOf(analysis, walks);
  const gains = layers.map((_, i) => strokeGain(walk.strokes[i] / pxPerMm));
  const shares = layers.map(({ keylines }) => [...keylines].reverse().map((px) => lineShare(px / pxPerMm)));
  const thin = shares.map((of) => (of.some((share) => share < 1) ? of : []));
  const samples: EdgeSamples[] = [];
  // Open addressing on the hash of a sample's colours: made for a few thousand kinds of edge.
  let table = new Int32Array(8192).fill(-1);
  const hashes: number[] = [];
  const compositeAt = (pixel: number) => {
    const i = pixel * 4;
    const a = composite[i + 3];
    if (a < 8) return 0;
    const alpha = a > 247 ? 255 : a;
    return ((composite[i] << 24) | (composite[i + 1] << 16) | (composite[i + 2] << 8) | alpha) >>> 0;
  };
  const opacity = layers.map((l) => Math.round(l.opacity * 255));
  const indexIn = (layer: number, pixel: number) => {
    const l = layers[layer];
    const x = pixel % width;
    return (((pixel - x) / width - l.y) * l.width + x - l.x) * 4;
  };
  /** A part's own colour, freed from the blend at its edge. */
  const ownAt = (layer: number, pixel: number) => {
    const d = layers[layer].data;
    const i = indexIn(layer, pixel);
    return ((d[i] << 24) | (d[i + 1] << 16) | (d[i + 2] << 8) | opacity[layer]) >>> 0;
  };
  /** The colour that a part shows at a place: as composed where it covers wholly, else its own. */
  const shownAt = (layer: number, pixel: number) =>
    layers[layer].data[indexIn(layer, pixel) + 3] >= 250 * layers[layer].opacity
      ? compositeAt(pixel)
      : ownAt(layer, pixel);

  // A sticker's border is what the artwork is seen on: that its own edge is seen is not asked for.
  const isBorder = layers.map((l) => l.part === BORDER);
  const colours: number[] = [];
  for (let n = 0; n < walk.count; n++) {
    const layer = walk.layer[n];
    const outLabel = walk.outLabel[n];
    const silhouette = outLabel === 0 || isBorder[outLabel - 1];
    if (silhouette && isBorder[layer]) continue;
    const outside = walk.outside[n];
    let count = 0;
    colours[count++] = outside < 0 ? 0 : silhouette ? compositeAt(outside) : shownAt(outLabel - 1, outside);
    for (let k = walk.from[n]; k < walk.from[n + 1]; k++) {
      const pixel = walk.inside[k];
      colours[count++] = pixel < 0 ? ownAt(layer, ~pixel) : shownAt(layer, pixel);
    }
    let hash = layer * 2 + (silhouette ? 1 : 0);
    for (let c = 0; c < count; c++) hash = Math.imul(hash ^ colours[c], 0x9e3779b1) ^ (hash >>> 15);
    let slot = (hash >>> 0) & (table.length - 1);
    let sample: EdgeSamples | undefined;
    for (; table[slot] >= 0; slot = (slot + 1) & (table.length - 1)) {
      const known = samples[table[slot]];
      if (hashes[table[slot]] !== hash || known.layer !== layer || known.silhouette !== silhouette) continue;
      if (known.colours.length !== count) continue;
      let same = true;
      for (let c = 0; c < count && same; c++) same = known.colours[c] === colours[c];
      if (!same) continue;
      sample = known;
      break;
    }
    if (!sample) {
      sample = {
        layer,
        ...luminances(colours.slice(0, count), thin[layer]),
        // Where a hair-thin line is what stands out, the stroke that it goes around adds nothing.
        shares: thin[layer],
        gain: thin[layer].length ? Math.min(1, gains[layer]) : gains[layer],
        length: 0,
        silhouette,
        box: { ...EMPTY_BOX },
      };
      table[slot] = samples.length;
      samples.push(sample);
      hashes.push(hash);
      if (samples.length * 2 > table.length) table = rehashed(hashes, table.length * 4);
    }
    sample.length += walk.length[n];
    const pixel = walk.pixel[n];
    if (withPixels) (sample.pixels ??= []).push(pixel);
    const x = pixel % width;
    const y = (pixel - x) / width;
    const box = sample.box;
    if (x < box.left) box.left = x;
    if (y < box.top) box.top = y;
    if (x + 1 > box.right) box.right = x + 1;
    if (y + 1 > box.bottom) box.bottom = y + 1;
  }
  return samples;
}

function rehashed(hashes: readonly number[], size: number): Int32Array<ArrayBuffer> {
  const table = new Int32Array(size).fill(-1);
  hashes.forEach((hash, i) => {
    let slot = (hash >>> 0) & (size - 1);
    while (table[slot] >= 0) slot = (slot + 1) & (size - 1);
    table[slot] = i;
  });
  return table;
}

/** The same samples with every colour as others see it; those that are clear stay so. */
export const samplesFor = (samples: readonly EdgeSamples[], see: (rgb: Rgb) => Rgb): EdgeSamples[] => {
  const known = new Map<number, number>();
  const seen = (c: number): number => {
    let other = known.get(c);
    if (other === undefined) {
      const [r, g, b] = see(rgbOf(c)).map(Math.round);
      known.set(c, (other = (c & 255) === 0 ? c : ((r << 24) | (g << 16) | (b << 8) | (c & 255)) >>> 0));
    }
    return other;
  };
  return samples.map((s) => ({
    ...s,
    hues: undefined,
    hueWorth: undefined,
    ...luminances(s.colours.map(seen), s.shares),
  }));
};

/**
 * Contrast ratio of an edge on a ground: between the lightest and the darkest of what meets there.
 * A keyline that parts ink from garment therefore counts, whichever of the two it stands out from.
 */
function edgeRatio(sample: EdgeSamples, ground: Rgb, groundLuminance: number): number {
  let { low, high } = sample;
  if (sample.clear) {
    if (groundLuminance < low) low = groundLuminance;
    if (groundLuminance > high) high = groundLuminance;
  }
  const { partial } = sample;
  for (let k = 0; k < partial.length; k++) {
    const c = partial[k];
    const alpha = (c & 255) / 255;
    // Alpha over, in encoded values.
    const y =
      between(RED, (c >>> 24) * alpha + ground[0] * (1 - alpha)) +
      between(GREEN, ((c >>> 16) & 255) * alpha + ground[1] * (1 - alpha)) +
      between(BLUE, ((c >>> 8) & 255) * alpha + ground[2] * (1 - alpha));
    if (y < low) low = y;
    if (y > high) high = y;
  }
  return (high + 0.05) / (low + 0.05);
}

/** Each sample's ratio of luminances on a garment; of several colours, against the one that is nearest to the ink. */
export function plainRatios(samples: readonly EdgeSamples[], garment: Garment): Float64Array {
  const grounds = groundsOf(garment).map(hexToRgb);
  const luminance = grounds.map(luminanceOfRgb);
  const ratios = new Float64Array(samples.length);
  for (let i = 0; i < samples.length; i++) {
    let least = edgeRatio(samples[i], grounds[0], luminance[0]);
    for (let g = 1; g < grounds.length; g++)
      least = Math.min(least, edgeRatio(samples[i], grounds[g], luminance[g]));
    ratios[i] = least;
  }
  return ratios;
}

/** What a heather's yarns look like from where they cannot be told apart. */
const mixed = ([p, q]: readonly Rgb[]): Rgb =>
  [0, 1, 2].map((k) => encoded((linearLight(p[k]) + linearLight(q[k])) / 2)) as unknown as Rgb;

const hueOfColour = (c: number): Hue => hueOfRgb(c >>> 24, (c >>> 16) & 255, (c >>> 8) & 255);
/** The hue of a colour that is printed: the same on any ground where it is opaque, which is worked out once. */
const opaqueHue = (c: number): Hue | null => ((c & 255) === 255 ? hueOfColour(c) : null);

/** The hue of a colour that lets the garment through. */
function hueOn(c: number, ground: Rgb, groundHue: Hue): Hue {
  const alpha = (c & 255) / 255;
  if (alpha === 0) return groundHue;
  const rest = 1 - alpha;
  return hueOfRgb(
    (c >>> 24) * alpha + ground[0] * rest,
    ((c >>> 16) & 255) * alpha + ground[1] * rest,
    ((c >>> 8) & 255) * alpha + ground[2] * rest,
  );
}

/** How much hue tells a sample's part from what lies outside it, on a ground. */
function hueOf(sample: EdgeSamples, ground: Rgb, groundHue: Hue): number {
  if (sample.hueWorth !== undefined) return sample.hueWorth;
  const { colours, hued } = sample;
  const hues = (sample.hues ??= [opaqueHue(colours[0]), ...hued.map(opaqueHue)]);
  const outside = hues[0] ?? hueOn(colours[0], ground, groundHue);
  let most = 0;
  for (let i = 0; i < hued.length; i++) {
    const worth = hueWorth(hues[i + 1] ?? hueOn(hued[i], ground, groundHue), outside);
    if (worth > most) most = worth;
  }
  // What lies within other artwork and lets nothing through looks the same on any ground.
  if (!hues.includes(null)) sample.hueWorth = most;
  return most;
}

/**
 * Each sample's ratio on a garment as it is seen: that of luminances, with what wide strokes and hue add to it up to 3. Along wide
 * strokes a heather is its mean; patches and gleams are whichever of their colours is nearest to the ink.
 */
export function edgeRatios(
  samples: readonly EdgeSamples[],
  garment: Garment,
  plain = plainRatios(samples, garment),
): Float64Array {
  const grounds = groundsOf(garment).map(hexToRgb);
  const ratios = plain.slice();
  const mean = garment.kind === 'heather' && grounds.length > 1 ? mixed(grounds) : null;
  const meanLuminance = mean ? luminanceOfRgb(mean) : 0;
  const meanHue = mean && hueOfRgb(...mean);
  const hues = grounds.map((ground) => hueOfRgb(...ground));
  const ofMean = mean ? meanShare(contrastRatio(garment.value, garment.second!)) : 0;
  for (let i = 0; i < samples.length; i++) {
    const sample = samples[i];
    if (ratios[i] >= FINE_NEEDED || (ratios[i] >= 3 && sample.gain >= 1)) continue;
    const wide = mean && sample.gain > 1;
    const ratio = wide
      ? ratios[i] * Math.max(1, edgeRatio(sample, mean, meanLuminance) / ratios[i]) ** ofMean
      : ratios[i];
    // Where the stroke is enough, hue adds nothing.
    let hue = strokeWorth(ratio, sample.gain) >= 2 ? 0 : Infinity;
    if (hue === 0) {
      ratios[i] = seenRatio(ratio, sample.gain, 0);
      continue;
    }
    if (wide) hue = hueOf(sample, mean, meanHue!);
    else for (let g = 0; g < grounds.length; g++) hue = Math.min(hue, hueOf(sample, grounds[g], hues[g]));
    ratios[i] = seenRatio(ratio, sample.gain, hue);
  }
  return ratios;
}

import { hexToRgb, luminanceOfRgb, over, ratioOfLuminances, yarns, type Garment, type Rgb } from '../colour';
import { EMPTY_BOX, type Box } from '../geometry';
import type { Analysis, AnalysisLayer } from './analysis';

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
  /** Length of edge, analysis px. */
  length: number;
  /** Whether what lies outside is the garment. */
  silhouette: boolean;
  /** Where the samples lie, analysis px. */
  box: Box;
  /** Their pixels (y · width + x), where these are asked for. */
  pixels?: number[];
}

const pack = (r: number, g: number, b: number, a: number) => ((r << 24) | (g << 16) | (b << 8) | a) >>> 0;

/** Where each layer covers, 1 a pixel; depends on the layer alone, so it is kept with it. */
const masks = new WeakMap<AnalysisLayer, Uint8Array>();

function maskOf(layer: AnalysisLayer): Uint8Array {
  let mask = masks.get(layer);
  if (mask) return mask;
  const { data, width, height } = layer;
  mask = new Uint8Array(width * height);
  let most = 0;
  for (let i = 3; i < data.length; i += 4) if (data[i] > most) most = data[i];
  // Half cover is the edge. Hairlines never reach it at this size, so their own half counts.
  const threshold = Math.max(1, Math.min(127.5 * layer.opacity, most / 2));
  for (let i = 0; i < mask.length; i++) if (data[i * 4 + 3] >= threshold) mask[i] = 1;
  masks.set(layer, mask);
  return mask;
}

/** Fainter parts than this do not hide the edge of what lies below them. */
const FAINT = 0.25;

/** The layer that shows at each pixel, plus one; 0 where it is the garment. */
function labelPixels(analysis: Analysis): Int16Array {
  const labels = new Int16Array(analysis.width * analysis.height);
  analysis.layers.forEach((layer, index) => {
    if (layer.opacity < FAINT) return;
    const mask = maskOf(layer);
    for (let y = 0; y < layer.height; y++) {
      const row = (layer.y + y) * analysis.width + layer.x;
      const own = y * layer.width;
      for (let x = 0; x < layer.width; x++) if (mask[own + x]) labels[row + x] = index + 1;
    }
  });
  return labels;
}

/** How far in from its outer edge to look at a part: each keyline's middle, then the ink. */
function depths(layer: AnalysisLayer): number[] {
  if (layer.keylines.length === 0) return [1];
  const out: number[] = [0];
  let depth = 0;
  for (const width of [...layer.keylines].reverse()) {
    out.push(depth + width / 2);
    depth += width;
  }
  // Twice, since at a letter's tips and corners the ink lies a little deeper than the keyline is wide.
  out.push(depth + 1.5, depth + 3);
  return out;
}

const sameColours = (a: readonly number[], b: readonly number[]) =>
  a.length === b.length && a.every((c, i) => c === b[i]);

function luminances(colours: number[]) {
  let low = Infinity;
  let high = -Infinity;
  let clear = false;
  const partial: number[] = [];
  for (const c of colours) {
    const alpha = c & 255;
    if (alpha === 0) clear = true;
    else if (alpha < 255) partial.push(c);
    else {
      const y = luminanceOfRgb([c >>> 24, (c >>> 16) & 255, (c >>> 8) & 255]);
      if (y < low) low = y;
      if (y > high) high = y;
    }
  }
  return { colours, low, high, clear, partial };
}

/** Half the side of the window in which an edge's direction is measured, px. */
const WINDOW = 3;

/** Unit vector into a layer at (x, y), towards the mass of its own cover; (dx, dy) where there is none. */
function inwards(layer: AnalysisLayer, x: number, y: number, dx: number, dy: number): [number, number] {
  let sx = 0;
  let sy = 0;
  for (let v = -WINDOW; v <= WINDOW; v++)
    for (let u = -WINDOW; u <= WINDOW; u++) {
      const lx = x + u - layer.x;
      const ly = y + v - layer.y;
      if (lx < 0 || ly < 0 || lx >= layer.width || ly >= layer.height) continue;
      const a = layer.data[(ly * layer.width + lx) * 4 + 3];
      sx += a * u;
      sy += a * v;
    }
  const length = Math.hypot(sx, sy);
  return length > 0 ? [sx / length, sy / length] : [dx, dy];
}

/**
 * Walks along the visible edge of every part and notes the colours on both sides. Depends on the
 * artwork alone, so one walk serves every garment; like samples are counted together.
 */
export function sampleEdges(analysis: Analysis, withPixels = false): EdgeSamples[] {
  const { width, height, composite, layers } = analysis;
  const labels = labelPixels(analysis);
  const samples = new Map<number, EdgeSamples[]>();
  const layerDepths = layers.map(depths);
  const labelAt = (x: number, y: number) =>
    x < 0 || y < 0 || x >= width || y >= height ? 0 : labels[y * width + x];
  const compositeAt = (x: number, y: number) => {
    if (x < 0 || y < 0 || x >= width || y >= height) return 0;
    const i = (y * width + x) * 4;
    const a = composite[i + 3];
    if (a < 8) return 0;
    return pack(composite[i], composite[i + 1], composite[i + 2], a > 247 ? 255 : a);
  };
  /** A part's own colour, freed from the blend at its edge. */
  const ownAt = (label: number, x: number, y: number) => {
    const layer = layers[label - 1];
    const i = ((y - layer.y) * layer.width + (x - layer.x)) * 4;
    const d = layer.data;
    return pack(d[i], d[i + 1], d[i + 2], Math.round(layer.opacity * 255));
  };

  /** The colour that a part shows at a place: as composed where it covers wholly, else its own. */
  const shownAt = (label: number, x: number, y: number) => {
    const layer = layers[label - 1];
    const a = layer.data[((y - layer.y) * layer.width + (x - layer.x)) * 4 + 3];
    return a >= 250 * layer.opacity ? compositeAt(x, y) : ownAt(label, x, y);
  };

  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      const label = labels[at];
      if (label === 0) continue;
      // Most pixels lie inside: they are passed over before anything is made for them.
      if (
        x > 0 &&
        y > 0 &&
        x < width - 1 &&
        y < height - 1 &&
        labels[at - 1] === label &&
        labels[at + 1] === label &&
        labels[at - width] === label &&
        labels[at + width] === label
      )
        continue;
      const sides: [number, number][] = [];
      if (labelAt(x - 1, y) !== label) sides.push([-1, 0]);
      if (labelAt(x + 1, y) !== label) sides.push([1, 0]);
      if (labelAt(x, y - 1) !== label) sides.push([0, -1]);
      if (labelAt(x, y + 1) !== label) sides.push([0, 1]);
      if (sides.length === 0) continue;
      const horizontal = sides.some((s) => s[0] !== 0);
      const vertical = sides.some((s) => s[1] !== 0);
      // A pixel on a slanting edge has a diagonal's length, not two sides'.
      const length = (horizontal && vertical ? Math.SQRT2 : 1) / sides.length;
      for (const [dx, dy] of sides) {
        const outLabel = labelAt(x + dx, y + dy);
        const far = labelAt(x + 2 * dx, y + 2 * dy) === outLabel;
        const [ox, oy] = far ? [x + 2 * dx, y + 2 * dy] : [x + dx, y + dy];
        const outside = outLabel > 0 ? shownAt(outLabel, ox, oy) : far ? compositeAt(ox, oy) : 0;
        const colours = [outside];
        const [nx, ny] =
          layerDepths[label - 1].length > 1 ? inwards(layers[label - 1], x, y, -dx, -dy) : [-dx, -dy];
        for (const depth of layerDepths[label - 1]) {
          const ix = Math.round(x + nx * depth);
          const iy = Math.round(y + ny * depth);
          if (depth > 0 && labelAt(ix, iy) !== label) break;
          colours.push(depth === 0 ? ownAt(label, x, y) : shownAt(label, ix, iy));
        }
        if (colours.length === 1) colours.push(ownAt(label, x, y));
        const silhouette = outLabel === 0;
        let hash = label * 2 + (silhouette ? 1 : 0);
        for (const c of colours) hash = (Math.imul(hash, 0x01000193) ^ c) >>> 0;
        const bucket = samples.get(hash);
        let sample = bucket?.find(
          (s) => s.layer === label - 1 && s.silhouette === silhouette && sameColours(s.colours, colours),
        );
        if (!sample) {
          sample = {
            layer: label - 1,
            ...luminances(colours),
            length: 0,
            silhouette,
            box: { ...EMPTY_BOX },
          };
          if (bucket) bucket.push(sample);
          else samples.set(hash, [sample]);
        }
        sample.length += length;
        if (withPixels) (sample.pixels ??= []).push(y * width + x);
        const box = sample.box;
        if (x < box.left) box.left = x;
        if (y < box.top) box.top = y;
        if (x + 1 > box.right) box.right = x + 1;
        if (y + 1 > box.bottom) box.bottom = y + 1;
      }
    }
  return [...samples.values()].flat();
}

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
  for (const c of sample.partial) {
    const rgb: Rgb = [c >>> 24, (c >>> 16) & 255, (c >>> 8) & 255];
    const y = luminanceOfRgb(over(rgb, (c & 255) / 255, ground));
    if (y < low) low = y;
    if (y > high) high = y;
  }
  return ratioOfLuminances(low, high);
}

/** Each sample's ratio on a garment; on a heather, against the yarn that is nearer to the ink. */
export function edgeRatios(samples: readonly EdgeSamples[], garment: Garment): Float64Array {
  const grounds = yarns(garment).map(hexToRgb);
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

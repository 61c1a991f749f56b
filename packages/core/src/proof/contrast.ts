import { hexToRgb, luminanceOfRgb, over, ratioOfLuminances, yarns, type Garment } from '../colour';
import { EMPTY_BOX, type Box } from '../geometry';
import type { Analysis, AnalysisLayer } from './analysis';
import type { GarmentContrast, PartContrast, Verdict } from './types';

/** Contrast ratio that graphics and large text need (WCAG 2.2, 1.4.11 and 1.4.3). */
export const NEEDED_RATIO = 3;
/** A part vanishes when the median of its edge is under this ratio. */
export const VANISHING_RATIO = 1.5;
/** A part is weak when more than this share of its edge is under NEEDED_RATIO. */
export const WEAK_SHARE = 0.2;

/**
 * Edge samples of one part that see the same colours: RGBA packed in 32 bits, outside first, then
 * the part's own colours from its outer edge inwards (keylines, then ink).
 */
export interface EdgeSamples {
  /** Index into the analysis' layers. */
  layer: number;
  colours: number[];
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

/** The layer that shows at each pixel, plus one; 0 where it is the garment. */
function labelPixels(analysis: Analysis): Int16Array {
  const labels = new Int16Array(analysis.width * analysis.height);
  analysis.layers.forEach((layer, index) => {
    if (layer.opacity < 0.25) return;
    let most = 0;
    for (let i = 3; i < layer.data.length; i += 4) if (layer.data[i] > most) most = layer.data[i];
    // Half cover is the edge. Hairlines never reach it at this size, so their own half counts.
    const threshold = Math.max(1, Math.min(127.5 * layer.opacity, most / 2));
    for (let y = 0; y < layer.height; y++) {
      const row = (layer.y + y) * analysis.width + layer.x;
      for (let x = 0; x < layer.width; x++)
        if (layer.data[(y * layer.width + x) * 4 + 3] >= threshold) labels[row + x] = index + 1;
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
  const samples = new Map<string, EdgeSamples>();
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
      const label = labels[y * width + x];
      if (label === 0) continue;
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
        const key = `${label},${outLabel === 0 ? 0 : 1},${colours.join()}`;
        let sample = samples.get(key);
        if (!sample) {
          sample = {
            layer: label - 1,
            colours,
            length: 0,
            silhouette: outLabel === 0,
            box: { ...EMPTY_BOX },
          };
          samples.set(key, sample);
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
  return [...samples.values()];
}

/**
 * Contrast ratio of an edge on a ground: between the lightest and the darkest of what meets there.
 * A keyline that parts ink from garment therefore counts, whichever of the two it stands out from.
 */
function edgeRatio(colours: readonly number[], ground: readonly [number, number, number]): number {
  let low = Infinity;
  let high = -Infinity;
  for (const c of colours) {
    const a = (c & 255) / 255;
    const rgb = [c >>> 24, (c >>> 16) & 255, (c >>> 8) & 255] as const;
    const y = luminanceOfRgb(a === 1 ? rgb : over(rgb, a, ground));
    if (y < low) low = y;
    if (y > high) high = y;
  }
  return ratioOfLuminances(low, high);
}

/** Each sample's ratio on a garment; on a heather, against the yarn that is nearer to the ink. */
export function edgeRatios(samples: readonly EdgeSamples[], garment: Garment): Float64Array {
  const grounds = yarns(garment).map(hexToRgb);
  return Float64Array.from(samples, (s) =>
    Math.min(...grounds.map((ground) => edgeRatio(s.colours, ground))),
  );
}

/** Length-weighted statistics of an edge. */
function edgeStatistics(
  samples: readonly EdgeSamples[],
  ratios: Float64Array,
  which: (sample: EdgeSamples) => boolean,
): Omit<PartContrast, 'id'> {
  const order = [...samples.keys()].filter((i) => which(samples[i]));
  order.sort((a, b) => ratios[a] - ratios[b]);
  const total = order.reduce((sum, i) => sum + samples[i].length, 0);
  if (total === 0) return { verdict: 'vanishes', medianRatio: 1, p10Ratio: 1, shareBelow3: 1 };
  const percentile = (share: number) => {
    let sum = 0;
    for (const i of order) {
      sum += samples[i].length;
      if (sum >= share * total) return ratios[i];
    }
    return ratios[order[order.length - 1]];
  };
  let below = 0;
  for (const i of order) if (ratios[i] < NEEDED_RATIO) below += samples[i].length;
  const medianRatio = percentile(0.5);
  const shareBelow3 = below / total;
  const verdict: Verdict =
    medianRatio < VANISHING_RATIO ? 'vanishes' : shareBelow3 > WEAK_SHARE ? 'weak' : 'reads';
  return { verdict, medianRatio, p10Ratio: percentile(0.1), shareBelow3 };
}

const RANK: Record<Verdict, number> = { reads: 0, weak: 1, vanishes: 2 };

/**
 * Does the design read on a garment? One row a part that shows (front last), and the worst of the
 * must-read parts and of the whole silhouette.
 */
export function judgeGarment(
  analysis: Analysis,
  samples: readonly EdgeSamples[],
  garment: Garment,
  mustRead: ReadonlySet<string>,
): GarmentContrast {
  const ratios = edgeRatios(samples, garment);
  const parts = analysis.layers.map((layer, i) => ({
    id: layer.part,
    ...edgeStatistics(samples, ratios, (s) => s.layer === i),
  }));
  const silhouette = edgeStatistics(samples, ratios, (s) => s.silhouette);
  const deciding = [silhouette, ...parts.filter((p) => mustRead.has(p.id))];
  return {
    id: garment.id,
    verdict: deciding.reduce<Verdict>(
      (worst, p) => (RANK[p.verdict] > RANK[worst] ? p.verdict : worst),
      'reads',
    ),
    lowestRatio: Math.min(...deciding.map((p) => p.p10Ratio)),
    parts,
  };
}

/** How much of the must-read edge (and of the silhouette) lies in each band of contrast. */
export interface EdgeBand {
  /** Lower end of the band; the last has no upper end. */
  from: number;
  /** Share of the edge's length, 0–1. */
  share: number;
}

/** The visible edge of a design on a garment, place by place. */
export interface EdgeMap {
  width: number;
  height: number;
  /** Ratio at each edge pixel, 0 elsewhere; row by row. */
  ratios: Float32Array;
  bands: EdgeBand[];
}

const BANDS = [1, 1.5, 2, 3, 4.5, 7, 10, 15];

/** Contrast along the visible edge of the parts that decide the verdict, as a map and a histogram. */
export function edgeMap(analysis: Analysis, garment: Garment, mustRead: ReadonlySet<string>): EdgeMap {
  const samples = sampleEdges(analysis, true).filter(
    (s) => s.silhouette || mustRead.has(analysis.layers[s.layer].part),
  );
  const ratios = edgeRatios(samples, garment);
  const map = new Float32Array(analysis.width * analysis.height);
  const lengths = BANDS.map(() => 0);
  samples.forEach((s, i) => {
    let band = BANDS.length - 1;
    while (band > 0 && ratios[i] < BANDS[band]) band--;
    lengths[band] += s.length;
    for (const pixel of s.pixels!)
      map[pixel] = map[pixel] === 0 ? ratios[i] : Math.min(map[pixel], ratios[i]);
  });
  const total = lengths.reduce((a, b) => a + b, 0) || 1;
  return {
    width: analysis.width,
    height: analysis.height,
    ratios: map,
    bands: BANDS.map((from, i) => ({ from, share: lengths[i] / total })),
  };
}

/** The box of a part's edge that is under NEEDED_RATIO on a garment, analysis px. */
export function weakBox(samples: readonly EdgeSamples[], ratios: Float64Array, layer: number): Box {
  const box = { ...EMPTY_BOX };
  samples.forEach((s, i) => {
    if (s.layer !== layer || ratios[i] >= NEEDED_RATIO) return;
    box.left = Math.min(box.left, s.box.left);
    box.top = Math.min(box.top, s.box.top);
    box.right = Math.max(box.right, s.box.right);
    box.bottom = Math.max(box.bottom, s.box.bottom);
  });
  return box;
}

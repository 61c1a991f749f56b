import type { Garment } from '../../colour';
import { EMPTY_BOX, type Box } from '../../geometry';
import type { Analysis } from './analysis';
import { edgeRatios, sampleEdges, type EdgeSamples } from './edges';
import type { GarmentContrast, PartContrast, Verdict } from './verdicts';

/** Contrast ratio that graphics and large text need (WCAG 2.2, 1.4.11 and 1.4.3). */
export const NEEDED_RATIO = 3;
/** A part vanishes when the median of its edge is under this ratio. */
export const VANISHING_RATIO = 1.5;
/** A part is weak when more than this share of its edge is under NEEDED_RATIO. */
export const WEAK_SHARE = 0.2;

const BINS = 1536;
const LOG_MOST = Math.log(21.001);
/** Filled anew for each edge; kept, since there is one a part and garment. */
const lengths = new Float64Array(BINS);
const least = new Float64Array(BINS);

/** Length-weighted statistics of an edge. */
function edgeStatistics(
  samples: readonly EdgeSamples[],
  ratios: Float64Array,
  which: readonly number[],
): Omit<PartContrast, 'id'> {
  let total = 0;
  let below = 0;
  for (const i of which) {
    total += samples[i].length;
    if (ratios[i] < NEEDED_RATIO) below += samples[i].length;
  }
  if (total === 0) return { verdict: 'vanishes', medianRatio: 1, p10Ratio: 1, shareBelow3: 1 };
  // Ratios are counted in fine bins, each with its least ratio, instead of being sorted for every
  // garment: a percentile is then right to 0.2 %, and exact where a bin holds one ratio, as inks do.
  lengths.fill(0);
  least.fill(Infinity);
  let first = BINS;
  for (const i of which) {
    const bin = Math.min(BINS - 1, Math.floor((Math.log(ratios[i]) / LOG_MOST) * BINS));
    if (bin < first) first = bin;
    lengths[bin] += samples[i].length;
    if (ratios[i] < least[bin]) least[bin] = ratios[i];
  }
  const percentile = (share: number) => {
    let sum = 0;
    let last = 1;
    for (let bin = first; bin < BINS; bin++) {
      if (lengths[bin] === 0) continue;
      last = least[bin];
      sum += lengths[bin];
      if (sum >= share * total - 1e-9) return last;
    }
    return last;
  };
  const medianRatio = percentile(0.5);
  const shareBelow3 = below / total;
  const verdict: Verdict =
    medianRatio < VANISHING_RATIO ? 'vanishes' : shareBelow3 > WEAK_SHARE ? 'weak' : 'reads';
  return { verdict, medianRatio, p10Ratio: percentile(0.1), shareBelow3 };
}

/** Indices of the samples of each layer, and of the silhouette; the same for every garment. */
const groupings = new WeakMap<readonly EdgeSamples[], { byLayer: number[][]; silhouette: number[] }>();

export function groupingOf(samples: readonly EdgeSamples[], layers: number) {
  let grouping = groupings.get(samples);
  if (!grouping) {
    grouping = { byLayer: Array.from({ length: layers }, (): number[] => []), silhouette: [] };
    for (let i = 0; i < samples.length; i++) {
      grouping.byLayer[samples[i].layer].push(i);
      if (samples[i].silhouette) grouping.silhouette.push(i);
    }
    groupings.set(samples, grouping);
  }
  return grouping;
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
  const grouping = groupingOf(samples, analysis.layers.length);
  const parts = analysis.layers.map((layer, i) => ({
    id: layer.part,
    ...edgeStatistics(samples, ratios, grouping.byLayer[i]),
  }));
  const silhouette = edgeStatistics(samples, ratios, grouping.silhouette);
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

/** Of several sides' verdicts the worst on each garment, and all parts. */
export const worstOnEach = (sides: readonly (readonly GarmentContrast[])[]): GarmentContrast[] => {
  const worst = new Map<string, GarmentContrast>();
  for (const given of sides.flat()) {
    const known = worst.get(given.id);
    if (!known) worst.set(given.id, given);
    else
      worst.set(given.id, {
        id: given.id,
        verdict: RANK[given.verdict] > RANK[known.verdict] ? given.verdict : known.verdict,
        lowestRatio: Math.min(given.lowestRatio, known.lowestRatio),
        parts: [...known.parts, ...given.parts],
      });
  }
  return [...worst.values()];
};

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

/** The box of the edge at some of the samples that is under NEEDED_RATIO on a garment, analysis px. */
export function weakBox(
  samples: readonly EdgeSamples[],
  ratios: Float64Array,
  indices: readonly number[],
): Box {
  const box = { ...EMPTY_BOX };
  for (const i of indices) {
    const s = samples[i];
    if (ratios[i] >= NEEDED_RATIO) continue;
    box.left = Math.min(box.left, s.box.left);
    box.top = Math.min(box.top, s.box.top);
    box.right = Math.max(box.right, s.box.right);
    box.bottom = Math.max(box.bottom, s.box.bottom);
  }
  return box;
}

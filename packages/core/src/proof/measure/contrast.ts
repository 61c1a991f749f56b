import type { Garment } from '../../colour';
import { EMPTY_BOX, type Box } from '../../geometry';
import type { Analysis } from './analysis';
import { edgeRatios, plainRatios, sampleEdges, type EdgeSamples } from './edges';
import { lostShareOf, type VisibleArea } from './missed';
import type { GarmentContrast, Missed, PartContrast, Verdict } from './verdicts';

/** Contrast ratio that graphics and large text need (WCAG 2.2, 1.4.11 and 1.4.3). */
export const NEEDED_RATIO = 3;
/** A part vanishes when the median of its edge is under this ratio. */
export const VANISHING_RATIO = 1.5;
/** A part is weak when more than this share of its edge is under NEEDED_RATIO. */
export const WEAK_SHARE = 0.2;
/** The same of a part with a shade: what stands out on two sides outlines the others for the eye. */
const SHADED_WEAK_SHARE = 0.5;
/** A part vanishes when so much of its edge is under VANISHING_RATIO, and one with a shade. */
const VANISHING_SHARE = 0.5;
const SHADED_VANISHING_SHARE = 0.7;

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
  shaded = false,
): Omit<PartContrast, 'id'> {
  let total = 0;
  let below = 0;
  for (const i of which) {
    total += samples[i].length;
    if (ratios[i] < NEEDED_RATIO) below += samples[i].length;
  }
  if (total === 0) return { verdict: 'vanishes', medianRatio: 1, p20Ratio: 1, shareBelow3: 1 };
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
      if (sum > share * total + 1e-9) return last;
    }
    return last;
  };
  const weakShare = shaded ? SHADED_WEAK_SHARE : WEAK_SHARE;
  const medianRatio = percentile(shaded ? SHADED_VANISHING_SHARE : VANISHING_SHARE);
  const shareBelow3 = below / total;
  const verdict: Verdict =
    medianRatio < VANISHING_RATIO ? 'vanishes' : shareBelow3 > weakShare ? 'weak' : 'reads';
  return { verdict, medianRatio, p20Ratio: percentile(weakShare), shareBelow3 };
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

/** Parts with less of the artwork's area than this are not missed. */
const MISSED_SHARE = 0.1;
/** A part is missed when so much of its area, and of its edge towards the garment, is lost. */
const LOST_AREA = 0.5;
const LOST_EDGE = 0.6;
/** So much of a part's edge must lie against the garment: what lies within other artwork is seen by that. */
const OPEN_EDGE = 0.25;

/** Parts that need not be read, but of which most is lost on a garment. */
function missedOn(
  analysis: Analysis,
  samples: readonly EdgeSamples[],
  ratios: Float64Array,
  garment: Garment,
  mustRead: ReadonlySet<string>,
  areas: readonly VisibleArea[],
): Missed[] {
  const { byLayer } = groupingOf(samples, analysis.layers.length);
  return analysis.layers.flatMap(({ part }, i) => {
    if (mustRead.has(part) || areas[i].share < MISSED_SHARE) return [];
    let [all, open, gone] = [0, 0, 0];
    for (const s of byLayer[i]) {
      const { length, silhouette } = samples[s];
      all += length;
      if (!silhouette) continue;
      open += length;
      if (ratios[s] < VANISHING_RATIO) gone += length;
    }
    if (open < OPEN_EDGE * all || gone < LOST_EDGE * open || open === 0) return [];
    const lost = lostShareOf(areas[i], garment);
    return lost < LOST_AREA ? [] : [{ id: part, lost }];
  });
}

/** The ratio that explains a part's verdict. */
const ratioOf = ({ verdict, medianRatio, p20Ratio }: Omit<PartContrast, 'id'>): number =>
  verdict === 'vanishes' ? medianRatio : p20Ratio;

/**
 * Does the design read on a garment? One row a part that shows (front last), and the worst of the must-read parts and of
 * the whole silhouette, which is weak at worst while all that must read does. With `areas` it is weak at best where a part that need not be read would be missed.
 */
export function judgeGarment(
  analysis: Analysis,
  samples: readonly EdgeSamples[],
  garment: Garment,
  mustRead: ReadonlySet<string>,
  areas?: readonly VisibleArea[],
): GarmentContrast {
  const plain = plainRatios(samples, garment);
  const ratios = edgeRatios(samples, garment, plain);
  const grouping = groupingOf(samples, analysis.layers.length);
  const parts = analysis.layers.map((layer, i) => ({
    id: layer.part,
    ...edgeStatistics(samples, ratios, grouping.byLayer[i], layer.shaded),
  }));
  const own = parts.filter((p) => mustRead.has(p.id));
  // Where most of what is seen against the garment has a shade, so has the whole.
  let [around, withShade] = [0, 0];
  for (const s of grouping.silhouette) {
    around += samples[s].length;
    if (analysis.layers[samples[s].layer].shaded) withShade += samples[s].length;
  }
  const outline = {
    id: null,
    ...edgeStatistics(samples, ratios, grouping.silhouette, withShade > around / 2),
  };
  // Where all that must read does, what lies around it may be lost without the design being so.
  const held = own.length > 0 && own.every((p) => p.verdict === 'reads');
  const silhouette =
    held && outline.verdict === 'vanishes' ? { ...outline, verdict: 'weak' as const } : outline;
  const deciding = [silhouette, ...own];
  const missed = areas ? missedOn(analysis, samples, plain, garment, mustRead, areas) : [];
  const worst = deciding.reduce((a, b) =>
    RANK[b.verdict] > RANK[a.verdict] || (b.verdict === a.verdict && ratioOf(b) < ratioOf(a)) ? b : a,
  );
  const [first] = missed;
  if (first && worst.verdict === 'reads') {
    const part = parts.find((p) => p.id === first.id)!;
    return {
      id: garment.id,
      verdict: 'weak',
      lowestRatio: Math.min(part.medianRatio, ratioOf(worst)),
      decides: first.id,
      parts,
      missed,
    };
  }
  return {
    id: garment.id,
    verdict: worst.verdict,
    lowestRatio: ratioOf(worst),
    // The silhouette has no name; what is missed of it has one.
    decides: worst.id ?? first?.id ?? null,
    parts,
    missed,
  };
}

const isWorse = (a: GarmentContrast, b: GarmentContrast): boolean =>
  RANK[a.verdict] > RANK[b.verdict] || (a.verdict === b.verdict && a.lowestRatio < b.lowestRatio);

/** Of several sides' verdicts the worst on each garment, and all parts. */
export const worstOnEach = (sides: readonly (readonly GarmentContrast[])[]): GarmentContrast[] => {
  const worst = new Map<string, GarmentContrast>();
  for (const given of sides.flat()) {
    const known = worst.get(given.id);
    if (!known) worst.set(given.id, given);
    else
      worst.set(given.id, {
        ...(isWorse(given, known) ? given : known),
        parts: [...known.parts, ...given.parts],
        missed: [...known.missed, ...given.missed],
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
  const ratios = plainRatios(samples, garment);
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

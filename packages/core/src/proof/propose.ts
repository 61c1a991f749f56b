import { contrastRatio, deltaE, lightness, nearestReading, yarns, type Garment, type Hex } from '../colour';
import { inksOfPart, inkValues, type Design } from '../design';
import { printed, type Drawing } from '../drawing';
import { judgedDrawing } from './judged-drawing';
import { analyse, type Analysis, judgeGarment, NEEDED_RATIO, sampleEdges } from './measure';
import { mustReadParts } from './proof';
import type { ProofInput } from './types';
import { byLightness } from './wall';

/** Inks that lie side by side should differ by at least this (CIEDE2000), or two parts look like one. */
const APART = 8;
/** Raster size on which a proposal is tried, px. */
const TRIAL_SIZE = 450;

/** Values for inks that make a design read on certain garments. */
export interface Proposal {
  /** Only inks whose value changes. */
  inks: Record<string, Hex>;
  /** Sum of CIEDE2000 over the changed inks, each weighted by its share of the artwork. */
  change: number;
}

/** Share of the artwork that each part shows, by id. */
function partShares(analysis: Analysis): Map<string, number> {
  const counts = analysis.layers.map((layer) => {
    let n = 0;
    for (let i = 3; i < layer.data.length; i += 4) if (layer.data[i] > 127) n++;
    return n;
  });
  const total = counts.reduce((a, b) => a + b, 0) || 1;
  return new Map(analysis.layers.map((layer, i) => [layer.part, counts[i] / total]));
}

/** Parts that must be read by their own ink: words that are cut out of another part are read by that one's. */
function printedMust(drawing: Drawing): Set<string> {
  const must = mustReadParts(drawing);
  return new Set(printed(drawing).flatMap(({ part }) => (must.has(part) ? [part] : [])));
}

/** Pairs of inks that one part uses: they are taken to lie side by side. */
function neighbours(design: Design): [string, string][] {
  return design.parts.flatMap((part) => {
    const inks = inksOfPart(part);
    return inks.flatMap((a, i) => inks.slice(i + 1).map((b): [string, string] => [a, b]));
  });
}

/**
 * Proposes colourways for garments that have none: changes as little as it can so that every
 * must-read part reads on each of them. Up to three that differ from one another, least change
 * first; each has been tried on the artwork. Empty where nothing reads on all of them.
 */
export function proposeColourways(input: ProofInput): Proposal[] {
  const { design, garments } = input;
  const values = inkValues(design, input.colourway);
  const grounds = garments.flatMap(yarns);
  const reads = (v: Hex) => grounds.every((g) => contrastRatio(v, g) >= NEEDED_RATIO);
  const drawing = judgedDrawing(input);
  const must = printedMust(drawing);
  // Where nothing must be read, or by no ink of its own, all of it is what a buyer would miss.
  const critical = new Set(
    design.parts.filter((p) => must.size === 0 || must.has(p.id)).flatMap((p) => inksOfPart(p)),
  );
  const failing = [...critical].filter((id) => values.has(id) && !reads(values.get(id)!));
  if (failing.length === 0 || grounds.length === 0) return [];

  const shares = partShares(analyse(drawing, input.pictures, input.surfaces, TRIAL_SIZE));
  const weight = (ink: string) =>
    design.parts
      .filter((p) => inksOfPart(p).includes(ink))
      .reduce((sum, p) => sum + (shares.get(p.id) ?? 0), 0.05);

  const atHand = [...new Set(design.inks.map((i) => values.get(i.id)!))].filter(reads);
  const pale = grounds.reduce((sum, g) => sum + lightness(g), 0) / grounds.length > 50;
  /** Ways to choose a new value for one ink. */
  const ways: ((value: Hex) => Hex | null)[] = [
    (value) => nearestReading(value, grounds, NEEDED_RATIO),
    // Well past the line, for a design that is to stand out.
    (value) => nearestReading(value, grounds, 6) ?? nearestReading(value, grounds, 4.5),
    // An ink that the design has already.
    (value) =>
      atHand.length ? atHand.reduce((a, b) => (deltaE(a, value) <= deltaE(b, value) ? a : b)) : null,
    () => (pale ? '#20262a' : '#f2ead8'),
  ];

  const proposals: Proposal[] = [];
  const pairs = neighbours(design);
  for (const way of ways) {
    const inks: Record<string, Hex> = {};
    for (const id of failing) {
      const chosen = way(values.get(id)!);
      if (chosen && reads(chosen)) inks[id] = chosen;
    }
    if (Object.keys(inks).length < failing.length) continue;
    const now = (id: string) => inks[id] ?? values.get(id)!;
    const collides = pairs.some(
      ([a, b]) =>
        (a in inks || b in inks) &&
        deltaE(now(a), now(b)) < APART &&
        deltaE(values.get(a)!, values.get(b)!) >= APART,
    );
    if (collides) continue;
    const like = (p: Proposal) => failing.every((id) => deltaE(p.inks[id], inks[id]) < 6);
    if (proposals.some(like)) continue;
    if (!readsOn(input, inks, must).every(Boolean)) continue;
    const change = failing.reduce((sum, id) => sum + weight(id) * deltaE(values.get(id)!, inks[id]), 0);
    proposals.push({ inks, change });
  }
  return proposals.sort((a, b) => a.change - b.change).slice(0, 3);
}

/** Garments that one set of values is for. */
export interface ProposedGroup {
  /** Ids, from dark to light. */
  garments: string[];
  proposal: Proposal;
}

/**
 * For garments on which no one set of values reads: as few sets as can be found, each for neighbours in lightness, and the
 * garments on which nothing reads whatever the values. A set that reads on some garments reads on each of them, so the most
 * that one can take, from the darkest on, are found by halving.
 */
export function proposeGroups(input: ProofInput): { groups: ProposedGroup[]; none: string[] } {
  const sorted = byLightness(input.garments);
  // As it is it is looked at once, whatever the halves.
  const asItIs = readsOn(input, {}, printedMust(judgedDrawing(input)));
  const reading = new Set(input.garments.filter((_, i) => asItIs[i]).map((g) => g.id));
  /** The least change with which it reads on all of some: none where it does so already; null where nothing does. */
  const leastFor = (garments: readonly Garment[]): Proposal | null =>
    garments.every((g) => reading.has(g.id))
      ? { inks: {}, change: 0 }
      : (proposeColourways({ ...input, garments: [...garments] })[0] ?? null);
  const groups: ProposedGroup[] = [];
  const none: string[] = [];
  for (let from = 0; from < sorted.length;) {
    const upTo = (to: number) => leastFor(sorted.slice(from, to));
    let best = upTo(from + 1);
    if (!best) {
      none.push(sorted[from++].id);
      continue;
    }
    let [fits, fails] = [from + 1, sorted.length + 1];
    while (fails - fits > 1) {
      const middle = (fits + fails) >> 1;
      const found = upTo(middle);
      if (found) [best, fits] = [found, middle];
      else fails = middle;
    }
    groups.push({ garments: sorted.slice(from, fits).map((g) => g.id), proposal: best });
    from = fits;
  }
  return { groups, none };
}

/** On which of the garments, in their order, a design reads with other values for some inks. */
function readsOn(input: ProofInput, inks: Record<string, Hex>, must: Set<string>): boolean[] {
  const design: Design = {
    ...input.design,
    inks: input.design.inks.map((i) => ({ ...i, value: inks[i.id] ?? i.value })),
    colourways: input.design.colourways.map((c) => ({
      ...c,
      inks: { ...c.inks, ...Object.fromEntries(Object.entries(inks).filter(([id]) => id in c.inks)) },
    })),
  };
  const drawing = judgedDrawing({ ...input, design });
  const analysis = analyse(drawing, input.pictures, input.surfaces, TRIAL_SIZE);
  const samples = sampleEdges(analysis);
  return input.garments.map((garment: Garment) => {
    const { parts, verdict } = judgeGarment(analysis, samples, garment, must);
    return must.size === 0
      ? verdict === 'reads'
      : parts.every((p) => !must.has(p.id) || p.verdict === 'reads');
  });
}

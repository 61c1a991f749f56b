import { BORDER } from '../cutline';
import type { Design } from '../design';
import type { Drawing } from '../drawing';
import { CHECKS, SLOW_CHECKS } from './checks';
import {
  analyse,
  judgeGarment,
  sampleEdges,
  visibleAreas,
  type Analysis,
  type LayerCache,
  type GarmentContrast,
} from './measure';
import { withMends, withSlowMends } from './mends';
import { judgedDrawing } from './judged-drawing';
import type { Artwork, Finding, Judged, Proof, ProofInput, Severity } from './types';

const RANK: Record<Severity, number> = { stop: 0, watch: 1, note: 2 };

/** Ids of the parts that decide the verdict. Codes have a check of their own: their edge says nothing. */
export const mustReadParts = ({ groups }: Drawing): Set<string> =>
  new Set(groups.filter((g) => g.about.mustRead && g.about.kind !== 'code').map((g) => g.part));

/** Contrast of artwork on every garment, without findings. */
export function judgeDrawing(
  input: Artwork & { cache?: LayerCache },
  size?: number,
): { analysis: Analysis; garments: GarmentContrast[] } {
  const { drawing, pictures, surfaces, walks, cache } = input;
  const analysis = analyse(drawing, pictures, surfaces, size, cache);
  const samples = sampleEdges(analysis, false, walks);
  const must = mustReadParts(drawing);
  const areas = visibleAreas(analysis);
  return { analysis, garments: input.garments.map((g) => judgeGarment(analysis, samples, g, must, areas)) };
}

/** The same of a design as it lies on its board: what is shown while a part is dragged. */
export const judgeGarments = (input: ProofInput, size?: number): ReturnType<typeof judgeDrawing> =>
  judgeDrawing({ ...input, drawing: judgedDrawing(input) }, size);

/** What is wrong with artwork as it lies on a side; without mends, and without what takes longer. */
export function findingsOf(input: Artwork & { cache?: LayerCache }): {
  judged: Judged;
  findings: Finding[];
} {
  const { analysis, garments } = judgeDrawing(input);
  const judged: Judged = { ...input, analysis, contrast: garments };
  // Of a sticker's border its own check speaks.
  const findings = CHECKS.flatMap((check) => check(judged)).filter((f) => f.part !== BORDER);
  return { judged, findings };
}

/** What takes longer than a moment: thin places, looked for at full size, and words in the dictionaries. */
export const slowFindingsOf = (input: Artwork): Finding[] => SLOW_CHECKS.flatMap((check) => check(input));

/** Checks a design on its board against a side of a spec on garments: verdicts, and findings worst first. */
export function proofOf(given: ProofInput): Proof {
  const input = { ...given, cache: given.cache ?? new Map(), walks: given.walks ?? new Map() };
  const { judged, findings } = findingsOf({
    ...input,
    drawing: judgedDrawing(input),
    closely: input.mendFor,
  });
  const { design, colourway, materials, mendFor, cache } = input;
  const mended =
    input.mends === false
      ? findings
      : withMends(findings, { ...judged, design, colourway, materials, mendFor, cache, tried: new Map() });
  const all = mended.map((f) => withAcceptance(f, input.design));
  if (input.slow !== false) all.push(...slowFindings(input));
  return { garments: [...judged.contrast], findings: worstFirst(all) };
}

/** The slow findings of a design on its board, with mends. */
export function slowFindings(given: ProofInput): Finding[] {
  const artwork: Artwork = {
    ...given,
    drawing: judgedDrawing(given),
    thinCache: given.thinCache ?? new Map(),
  };
  const findings = slowFindingsOf(artwork);
  const { design, colourway, materials } = given;
  const mended =
    given.mends === false
      ? findings
      : withSlowMends(findings, { ...artwork, design, colourway, materials, tried: new Map() });
  return mended.map((f) => withAcceptance(f, design));
}

/** Stops, then watches, then notes; what the seller has accepted comes last. */
export const worstFirst = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => rank(a) - rank(b));

const rank = (f: Finding) => (f.accepted === undefined ? RANK[f.severity] : 9);

/** The finding, with the seller's reason when it was accepted on this garment or on all. */
export function withAcceptance(finding: Finding, design: Design): Finding {
  const found = design.accepted.find(
    (a) =>
      a.check === finding.check &&
      a.part === finding.part &&
      (a.garment === null || a.garment === (finding.garment ?? null)) &&
      (a.side === undefined || a.side === design.side.id),
  );
  return found ? { ...finding, accepted: found.reason } : finding;
}

/** Findings that stand in the way of an export: stops that nobody has accepted. */
export const openStops = (findings: readonly Finding[]): Finding[] =>
  findings.filter((f) => f.severity === 'stop' && f.accepted === undefined);

/** Of those, the ones that hold on a garment. */
export const stopsOn = (findings: readonly Finding[], garment: string): Finding[] =>
  openStops(findings).filter((f) => f.garment === undefined || f.garment === garment);

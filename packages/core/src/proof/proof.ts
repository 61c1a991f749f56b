import { partsIn, type Design } from '../design';
import { resolve } from '../drawing';
import { analyse, type Analysis } from './analysis';
import { boxFindings } from './check-box';
import { codeFindings } from './check-code';
import { distanceFindings } from './check-distance';
import { fringeFindings } from './check-fringe';
import { hazeFindings } from './check-haze';
import { nothingFindings } from './check-nothing';
import { speckFindings } from './check-specks';
import { spellingFindings } from './check-spelling';
import { thinFindings } from './check-thin';
import { contrastFindings } from './check-contrast';
import { extentFindings } from './check-extent';
import { interiorFindings } from './check-interior';
import { rightsFindings } from './check-rights';
import { letterFindings } from './check-letters';
import { resolutionFindings } from './check-resolution';
import { safeAreaFindings } from './check-safe-area';
import { judgeGarment } from './contrast';
import { sampleEdges } from './edges';
import type { CheckInput, DrawnInput, Finding, GarmentContrast, Proof, ProofInput, Severity } from './types';

const RANK: Record<Severity, number> = { stop: 0, watch: 1, note: 2 };

/** Ids of the parts that decide the verdict. Codes have a check of their own: their edge says nothing. */
export const mustReadParts = (input: Pick<ProofInput, 'design' | 'colourway'>): Set<string> =>
  new Set(
    partsIn(input.design, input.colourway)
      .filter((p) => p.mustRead && !p.hidden && p.kind !== 'code')
      .map((p) => p.id),
  );

/** Contrast on every garment, without findings: what is shown while a part is dragged. */
export function judgeGarments(
  input: ProofInput,
  size?: number,
): { analysis: Analysis; garments: GarmentContrast[] } {
  const drawing = resolve(input.design, input.colourway, input.materials);
  const analysis = analyse(drawing, input.pictures, input.surfaces, size, input.cache);
  const samples = sampleEdges(analysis, false, input.walks);
  const must = mustReadParts(input);
  return {
    analysis,
    garments: input.garments.map((g) => judgeGarment(analysis, samples, g, must)),
  };
}

/** Checks a design against a side of a spec on garments: verdicts, and findings worst first. */
export function proofOf(given: ProofInput): Proof {
  const input = { ...given, cache: given.cache ?? new Map(), walks: given.walks ?? new Map() };
  const drawing = resolve(input.design, input.colourway, input.materials);
  const { analysis, garments } = judgeGarments(input);
  const check: CheckInput = { ...input, drawing, analysis, contrast: garments };
  const findings = CHECKS.flatMap((findingsOf) => findingsOf(check)).map((f) =>
    withAcceptance(f, input.design),
  );
  if (input.slow !== false) findings.push(...slowFindings(input));
  return { garments, findings: worstFirst(findings) };
}

/** What takes longer than a moment: thin places, looked for at full size, and words in the dictionaries. */
export function slowFindings(input: ProofInput): Finding[] {
  const drawn = { ...input, drawing: resolve(input.design, input.colourway, input.materials) };
  return SLOW_CHECKS.flatMap((findingsOf) => findingsOf(drawn)).map((f) => withAcceptance(f, input.design));
}

/** Stops, then watches, then notes; what the seller has accepted comes last. */
export const worstFirst = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => rank(a) - rank(b));

/** Every check; each is a pure function of the input with a section in docs/calculations.md. */
const CHECKS: readonly ((input: CheckInput) => Finding[])[] = [
  nothingFindings,
  letterFindings,
  boxFindings,
  contrastFindings,
  resolutionFindings,
  safeAreaFindings,
  codeFindings,
  extentFindings,
  interiorFindings,
  hazeFindings,
  fringeFindings,
  speckFindings,
  rightsFindings,
  distanceFindings,
];

const SLOW_CHECKS: readonly ((input: DrawnInput) => Finding[])[] = [thinFindings, spellingFindings];

const rank = (f: Finding) => (f.accepted === undefined ? RANK[f.severity] : 9);

/** The finding, with the seller's reason when it was accepted on this garment or on all. */
function withAcceptance(finding: Finding, design: Design): Finding {
  const found = design.accepted.find(
    (a) =>
      a.check === finding.check &&
      a.part === finding.part &&
      (a.garment === null || a.garment === (finding.garment ?? null)),
  );
  return found ? { ...finding, accepted: found.reason } : finding;
}

/** Findings that stand in the way of an export: stops that nobody has accepted. */
export const openStops = (findings: readonly Finding[]): Finding[] =>
  findings.filter((f) => f.severity === 'stop' && f.accepted === undefined);

/** Of those, the ones that hold on a garment. */
export const stopsOn = (findings: readonly Finding[], garment: string): Finding[] =>
  openStops(findings).filter((f) => f.garment === undefined || f.garment === garment);

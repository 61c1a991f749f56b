import { resolve } from '../drawing';
import { analyse, type Analysis } from './analysis';
import { boxFindings } from './check-box';
import { contrastFindings } from './check-contrast';
import { extentFindings } from './check-extent';
import { interiorFindings } from './check-interior';
import { rightsFindings } from './check-rights';
import { letterFindings } from './check-letters';
import { resolutionFindings } from './check-resolution';
import { safeAreaFindings } from './check-safe-area';
import { judgeGarment } from './contrast';
import { sampleEdges } from './edges';
import type { CheckInput, Finding, GarmentContrast, Proof, ProofInput, Severity } from './types';

const RANK: Record<Severity, number> = { stop: 0, watch: 1, note: 2 };

/** Ids of the parts that decide the verdict. */
export const mustReadParts = (input: Pick<ProofInput, 'design'>): Set<string> =>
  new Set(input.design.parts.filter((p) => p.mustRead && !p.hidden).map((p) => p.id));

/** Contrast on every garment, without findings: what is shown while a part is dragged. */
export function judgeGarments(
  input: ProofInput,
  size?: number,
): { analysis: Analysis; garments: GarmentContrast[] } {
  const drawing = resolve(input.design, input.colourway, input.materials);
  const analysis = analyse(drawing, input.pictures, input.surfaces, size, input.cache);
  const samples = sampleEdges(analysis);
  const must = mustReadParts(input);
  return {
    analysis,
    garments: input.garments.map((g) => judgeGarment(analysis, samples, g, must)),
  };
}

/** Checks a design against a side of a spec on garments: verdicts, and findings worst first. */
export function proofOf(given: ProofInput): Proof {
  const input = { ...given, cache: given.cache ?? new Map() };
  const drawing = resolve(input.design, input.colourway, input.materials);
  const { analysis, garments } = judgeGarments(input);
  const check: CheckInput = { ...input, drawing, analysis, contrast: garments };
  const findings: Finding[] = [
    ...letterFindings(check),
    ...boxFindings(check),
    ...contrastFindings(check),
    ...resolutionFindings(check),
    ...safeAreaFindings(check),
    ...extentFindings(check),
    ...interiorFindings(check),
    ...rightsFindings(check),
  ];
  if (drawing.groups.length === 0)
    findings.push({
      check: 'nothing',
      severity: 'stop',
      part: null,
      message: input.design.parts.length
        ? 'Every part is hidden: the file would be empty'
        : 'There is nothing on the board yet: the file would be empty',
      figure: 0,
      threshold: 1,
      unit: 'parts',
      region: [0, 0, 0, 0],
      mends: [],
    });
  findings.sort((a, b) => RANK[a.severity] - RANK[b.severity]);
  return { garments, findings };
}

/**
 * Mends: one folder entry a check, each from a finding to changes of the design. Here the design is read; the
 * checks themselves see the drawing alone.
 */
import { partsIn } from '../../design';
import type { Part } from '../../parts';
import type { Artwork, CheckId, Finding, Mend, MendInput } from '../types';
import { codeContrastMends, codeSizeMends } from './code';
import { contrastMends } from './contrast';
import { distanceMends } from './distance';
import { centreMends, extentMends } from './extent';
import { hazeMends } from './haze';
import { baselineMends, keylineMends, ringMends } from './letters';
import { boxMends, fringeMends, resolutionMends, speckMends } from './pictures';
import { rightsMends } from './rights';
import { safeAreaMends } from './safe-area';
import { spellingMends } from './spelling';
import { thinKeylineMends, thinMends } from './thin';
import { circleMends, windowMends } from './ties';
import { wornMends } from './worn';

/** What can be done about a finding of the whole artwork. */
const WHOLE: Partial<Record<CheckId, (finding: Finding, input: MendInput) => Mend[]>> = {
  extent: extentMends,
  centre: (_, input) => centreMends(input),
};

/** What can be done about a finding of one part, which is given as the colourway has it. */
const OF_PART: Partial<Record<CheckId, (finding: Finding, part: Part, input: MendInput) => Mend[]>> = {
  contrast: contrastMends,
  box: boxMends,
  resolution: (finding, part) => resolutionMends(finding, part),
  'safe-area': (_, part, input) => safeAreaMends(part, input),
  zone: (_, part, input) => safeAreaMends(part, input),
  ring: (finding, part) => ringMends(finding, part),
  baseline: (_, part) => baselineMends(part),
  keyline: keylineMends,
  window: (_, part, input) => windowMends(part, input),
  circle: (_, part, input) => circleMends(part, input),
  rights: (_, part, input) => rightsMends(part, input),
  haze: (_, part, input) => hazeMends(part, input),
  fringe: (_, part) => fringeMends(part),
  specks: speckMends,
  distance: distanceMends,
  worn: wornMends,
  'code-size': codeSizeMends,
  'code-contrast': codeContrastMends,
};

/** The same for what the slow checks find. */
const SLOW: Partial<Record<CheckId, (finding: Finding, part: Part, input: MendInput<Artwork>) => Mend[]>> = {
  'thin-ink': thinMends,
  'thin-gap': thinMends,
  'thin-keyline': (_, part, input) => thinKeylineMends(part, input),
  spelling: (_, part, input) => spellingMends(part, input.spelling),
};

/** The findings of slow checks with the mends that there are for each. */
export function withSlowMends(findings: readonly Finding[], input: MendInput<Artwork>): Finding[] {
  const parts = new Map(partsIn(input.design, input.colourway).map((p) => [p.id, p]));
  return findings.map((finding) => {
    const part = parts.get(finding.part ?? '');
    const mends = part && SLOW[finding.check]?.(finding, part, input);
    return mends?.length ? { ...finding, mends } : finding;
  });
}

/** The findings with the mends that there are for each. */
export function withMends(findings: readonly Finding[], input: MendInput): Finding[] {
  const parts = new Map(partsIn(input.design, input.colourway).map((p) => [p.id, p]));
  return findings.map((finding) => {
    const part = finding.part === null ? undefined : parts.get(finding.part);
    const mends = part
      ? OF_PART[finding.check]?.(finding, part, input)
      : WHOLE[finding.check]?.(finding, input);
    return mends?.length ? { ...finding, mends } : finding;
  });
}

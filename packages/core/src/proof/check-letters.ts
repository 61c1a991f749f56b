import { partTitle, type Part } from '../design';
import { groupBounds, type DrawingFault } from '../drawing';
import { catalogueFace } from '../type';
import { regionOf } from './region';
import type { CheckId, CheckInput, Finding, Mend } from './types';

const faceName = (id: string) => catalogueFace(id)?.name ?? id;

const finding = (part: Part, check: CheckId, region: Finding['region']) => ({
  check,
  part: part.id,
  figure: 1,
  threshold: 0,
  unit: 'parts' as const,
  region,
  severity: 'watch' as const,
});

const straightened = (part: Part): Mend => ({
  id: 'straight',
  title: 'Make it straight',
  edits: [{ op: 'updatePart', part: part.id, change: { baseline: { kind: 'straight' } } }],
});

function ringFinding(part: Part, needs: number, region: Finding['region']): Finding {
  const change =
    part.kind === 'lettering' && part.baseline.kind === 'ring'
      ? { baseline: { ...part.baseline, radius: Math.ceil(needs * 1.02) } }
      : {};
  return {
    ...finding(part, 'ring', region),
    message: `The ring of “${partTitle(part)}” is too small for its words: they run into one another. It needs a radius of ${Math.ceil(needs)} px`,
    mends: [
      { id: 'widen-ring', title: 'Widen the ring', edits: [{ op: 'updatePart', part: part.id, change }] },
    ],
  };
}

/** What is left out of a part that asks for more than one design may. */
function tooMuch(name: string, { of, drawn, asked }: Extract<DrawingFault, { kind: 'too-much' }>): string {
  const n = (v: number) => v.toLocaleString('en-GB');
  if (of === 'letters')
    return `“${name}” has ${n(asked)} letters, of which the first ${n(drawn)} are drawn: spread them over several designs`;
  if (of === 'copies')
    return `Of the ${n(asked)} copies of “${name}” ${n(drawn)} are drawn: the design has more than can be drawn at once`;
  return `“${name}” has so many points that what is around it is drawn plainly: one keyline as an even stroke, without gaps. Use fewer letters, or a simpler figure`;
}

/** Letters that a typeface lacks, and typefaces that are not there: both print wrongly. */
export function letterFindings(input: CheckInput): Finding[] {
  return input.drawing.faults.map((fault): Finding => {
    const part = input.design.parts.find((p) => p.id === fault.part)!;
    const group = input.drawing.groups.find((g) => g.part === fault.part)!;
    const region = regionOf(groupBounds(group));
    if (fault.kind === 'no-typeface')
      return {
        check: 'typeface',
        severity: 'stop',
        part: part.id,
        message: `“${partTitle(part)}” is set in ${faceName(fault.face)}, which is not here: that line will not print`,
        figure: 1,
        threshold: 0,
        unit: 'parts',
        region,
        mends: [],
      };
    if (fault.kind === 'no-code')
      return {
        check: 'code',
        severity: 'stop',
        part: part.id,
        message: `${fault.characters} characters do not fit in a code at this level: shorten the text, or take a lower level`,
        figure: fault.characters,
        threshold: 0,
        unit: 'characters',
        region,
        mends: [],
      };
    if (fault.kind === 'ring-small') return ringFinding(part, fault.needs, region);
    if (fault.kind === 'no-baseline')
      return {
        ...finding(part, 'baseline', region),
        message: `“${partTitle(part)}” runs along a part that is no longer there, so it is straight: choose another baseline`,
        mends: [straightened(part)],
      };
    if (fault.kind === 'keyline-wide')
      return {
        ...finding(part, 'keyline', region),
        message: `Keyline ${fault.keyline + 1} of “${partTitle(part)}” is wider than the letters are thick: it leaves nothing inside`,
        mends: [
          {
            id: 'remove-keyline',
            title: 'Remove this keyline',
            edits: [
              {
                op: 'updatePart',
                part: part.id,
                change: { keylines: part.keylines.filter((_, i) => i !== fault.keyline) },
              },
            ],
          },
        ],
      };
    if (fault.kind === 'too-much')
      return {
        ...finding(part, 'too-much', region),
        message: tooMuch(partTitle(part), fault),
        figure: fault.asked,
        threshold: fault.drawn,
        mends: [],
      };
    const letters = fault.characters.slice(0, 6).join(' ');
    return {
      check: 'letters',
      severity: 'stop',
      part: part.id,
      message: `${faceName(fault.face)} has no ${letters}: choose another typeface for “${partTitle(part)}”`,
      figure: fault.characters.length,
      threshold: 0,
      unit: 'characters',
      region,
      mends: [],
    };
  });
}

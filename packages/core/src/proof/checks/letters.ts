import { groupBounds, type DrawingFault } from '../../drawing';
import { catalogueFace } from '../../type';
import { regionOf } from '../measure';
import type { CheckId, Finding, Judged } from '../types';

const faceName = (id: string) => catalogueFace(id)?.name ?? id;

const finding = (part: string, check: CheckId, region: Finding['region']) => ({
  check,
  part,
  figure: 1,
  threshold: 0,
  unit: 'parts' as const,
  region,
  severity: 'watch' as const,
  mends: [],
});

/** What is left out of a part that asks for more than one design may. */
function tooMuch(name: string, { of, drawn, asked }: Extract<DrawingFault, { kind: 'too-much' }>): string {
  const n = (v: number) => v.toLocaleString('en-GB');
  if (of === 'letters')
    return `“${name}” has ${n(asked)} letters, of which the first ${n(drawn)} are drawn: spread them over several designs`;
  if (of === 'points')
    return `“${name}” crosses itself so often that one point in ${Math.round(asked / drawn)} of it is drawn: bring it in simpler`;
  if (of === 'copies')
    return `Of the ${n(asked)} copies of “${name}” ${n(drawn)} are drawn: the design has more than can be drawn at once`;
  return `“${name}” has so many points that what is around it is drawn plainly: one keyline as an even stroke, without gaps. Use fewer letters, or a simpler figure`;
}

/** Letters that a typeface lacks, and typefaces that are not there: both print wrongly. */
export function letterFindings(input: Judged): Finding[] {
  const own = input.drawing.faults.filter(
    (f) => f.kind !== 'no-window' && f.kind !== 'no-mask' && f.kind !== 'circle' && f.kind !== 'joined-empty',
  );
  return own.map((fault): Finding => {
    const group = input.drawing.groups.find((g) => g.part === fault.part)!;
    const { part } = group;
    const { title } = group.about;
    const region = regionOf(groupBounds(group));
    if (fault.kind === 'no-typeface')
      return {
        check: 'typeface',
        severity: 'stop',
        part,
        message: `“${title}” is set in ${faceName(fault.face)}, which is not here: that line will not print`,
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
        part,
        message: `${fault.characters} characters do not fit in a code at this level: shorten the text, or take a lower level`,
        figure: fault.characters,
        threshold: 0,
        unit: 'characters',
        region,
        mends: [],
      };
    if (fault.kind === 'ring-small')
      return {
        ...finding(part, 'ring', region),
        message: `The ring of “${title}” is too small for its words: they run into one another. It needs a radius of ${Math.ceil(fault.needs)} px`,
        figure: fault.needs,
        unit: 'px',
      };
    if (fault.kind === 'no-baseline')
      return {
        ...finding(part, 'baseline', region),
        message: `“${title}” runs along a part that is no longer there, so it is straight: choose another baseline`,
      };
    if (fault.kind === 'keyline-wide')
      return {
        ...finding(part, 'keyline', region),
        message: `Keyline ${fault.keyline + 1} of “${title}” is wider than the letters are thick: it leaves nothing inside`,
        at: fault.keyline,
      };
    if (fault.kind === 'thinned-away')
      return {
        ...finding(part, 'cut-away', region),
        message: `Nothing is left of “${title}”: it is thinned, or its corners rounded, by more than it is thick`,
      };
    if (fault.kind === 'too-much')
      return {
        ...finding(part, 'too-much', region),
        message: tooMuch(title, fault),
        figure: fault.asked,
        threshold: fault.drawn,
      };
    const letters = fault.characters.slice(0, 6).join(' ');
    return {
      check: 'letters',
      severity: 'stop',
      part,
      message: `${faceName(fault.face)} has no ${letters}: choose another typeface for “${title}”`,
      figure: fault.characters.length,
      threshold: 0,
      unit: 'characters',
      region,
      mends: [],
    };
  });
}

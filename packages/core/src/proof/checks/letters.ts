import { groupBounds, type DrawingFault } from '../../drawing';
import { told } from '../../sentences';
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
function tooMuch(title: string, { of, drawn, asked }: Extract<DrawingFault, { kind: 'too-much' }>) {
  if (of === 'letters') return told('letters.too-many', { title, asked, drawn });
  if (of === 'points') return told('letters.crosses', { title, every: Math.round(asked / drawn) });
  if (of === 'copies') return told('letters.copies', { title, asked, drawn });
  return told('letters.points', { title });
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
        ...told('letters.no-typeface', { title, face: faceName(fault.face) }),
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
        ...told('code.too-long', { characters: fault.characters }),
        figure: fault.characters,
        threshold: 0,
        unit: 'characters',
        region,
        mends: [],
      };
    if (fault.kind === 'ring-small')
      return {
        ...finding(part, 'ring', region),
        ...told('letters.ring', { title, px: Math.ceil(fault.needs) }),
        figure: fault.needs,
        unit: 'px',
      };
    if (fault.kind === 'no-baseline')
      return {
        ...finding(part, 'baseline', region),
        ...told('letters.baseline', { title }),
      };
    if (fault.kind === 'keyline-wide')
      return {
        ...finding(part, 'keyline', region),
        ...told('letters.keyline', { title, n: fault.keyline + 1 }),
        at: fault.keyline,
      };
    if (fault.kind === 'thinned-away')
      return {
        ...finding(part, 'cut-away', region),
        ...told('letters.thinned', { title }),
      };
    if (fault.kind === 'too-much')
      return {
        ...finding(part, 'too-much', region),
        ...tooMuch(title, fault),
        figure: fault.asked,
        threshold: fault.drawn,
      };
    const letters = fault.characters.slice(0, 6).join(' ');
    return {
      check: 'letters',
      severity: 'stop',
      part,
      ...told('letters.missing', { title, face: faceName(fault.face), letters }),
      figure: fault.characters.length,
      threshold: 0,
      unit: 'characters',
      region,
      mends: [],
    };
  });
}

import { partTitle } from '../design';
import { groupBounds } from '../drawing';
import { catalogueFace } from '../type';
import { regionOf } from './region';
import type { CheckInput, Finding } from './types';

const faceName = (id: string) => catalogueFace(id)?.name ?? id;

/** Letters that a typeface lacks, and typefaces that are not there: both print wrongly. */
export function letterFindings(input: CheckInput): Finding[] {
  return input.drawing.faults.map((fault) => {
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

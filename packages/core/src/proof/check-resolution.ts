import { partTitle } from '../design';
import { groupBounds } from '../drawing';
import { effectiveDpi, pxToInches } from '../units';
import { regionOf } from './region';
import type { CheckInput, Finding } from './types';

/** Effective resolution of a placed picture along its worse axis, dpi. Scales are board px per source px. */
export const pictureDpi = (scaleX: number, scaleY: number, boardDpi: number): number =>
  effectiveDpi(1, pxToInches(Math.max(Math.abs(scaleX), Math.abs(scaleY)), boardDpi));

/** A resolution as it is said: rounded down, but not for a hair that arithmetic has lost. */
export const wholeDpi = (dpi: number): number => Math.floor(dpi + 0.01);

/** Pictures stretched until they have fewer source pixels to a printed inch than the spec asks for. */
export function resolutionFindings(input: CheckInput): Finding[] {
  const least = input.spec.leastDpi;
  const findings: Finding[] = [];
  for (const group of input.drawing.groups) {
    const part = input.design.parts.find((p) => p.id === group.part)!;
    if (part.kind !== 'picture') continue;
    const { scaleX, scaleY } = part.place;
    const dpi = pictureDpi(scaleX, scaleY, input.drawing.dpi);
    if (dpi >= least) continue;
    const shrink = dpi / least;
    findings.push({
      check: 'resolution',
      severity: 'stop',
      part: part.id,
      message: `“${partTitle(part)}” is stretched to ${wholeDpi(dpi)} dpi: needs ${least}`,
      figure: dpi,
      threshold: least,
      unit: 'dpi',
      region: regionOf(groupBounds(group)),
      mends: [
        {
          id: 'shrink',
          title: `Print it at ${Math.round(shrink * 100)} % of this size, where it has ${least} dpi`,
          edits: [
            {
              op: 'place',
              part: part.id,
              place: { scaleX: scaleX * shrink * 0.9999, scaleY: scaleY * shrink * 0.9999 },
            },
          ],
        },
      ],
    });
  }
  return findings;
}

import { groupBounds, imagesOf, printed } from '../../drawing';
import { axisScales } from '../../geometry';
import { effectiveDpi, pxToInches } from '../../units';
import { regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** Effective resolution of a placed picture along its worse axis, dpi. Scales are board px per source px. */
export const pictureDpi = (scaleX: number, scaleY: number, boardDpi: number): number =>
  effectiveDpi(1, pxToInches(Math.max(Math.abs(scaleX), Math.abs(scaleY)), boardDpi));

/** A resolution as it is said: rounded down, but not for a hair that arithmetic has lost. */
export const wholeDpi = (dpi: number): number => Math.floor(dpi + 0.01);

/** Pictures stretched until they have fewer source pixels to a printed inch than the spec asks for. */
export function resolutionFindings(input: Judged): Finding[] {
  const least = input.spec.leastDpi;
  return printed(input.drawing).flatMap((group): Finding[] => {
    // Of live copies the largest has the fewest.
    const dpi = Math.min(
      ...imagesOf(group).map((image) => pictureDpi(...axisScales(image.matrix), input.drawing.dpi)),
    );
    if (dpi >= least) return [];
    return [
      {
        check: 'resolution',
        severity: 'stop',
        part: group.part,
        message: `“${group.about.title}” is stretched to ${wholeDpi(dpi)} dpi: needs ${least}`,
        figure: dpi,
        threshold: least,
        unit: 'dpi',
        region: regionOf(groupBounds(group)),
        mends: [],
      },
    ];
  });
}

import { groupBounds, imagesOf, printed } from '../../drawing';
import { axisScales } from '../../geometry';
import { told } from '../../sentences';
import { effectiveDpi, pxToInches } from '../../units';
import { regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** Effective resolution of a placed picture along its worse axis, dpi. Scales are board px per source px. */
export const pictureDpi = (scaleX: number, scaleY: number, boardDpi: number): number =>
  effectiveDpi(1, pxToInches(Math.max(Math.abs(scaleX), Math.abs(scaleY)), boardDpi));

/** A resolution as it is said: rounded down, but not for a hair that arithmetic has lost. */
export const wholeDpi = (dpi: number): number => Math.floor(dpi + 0.01);

/** Pictures stretched until they have fewer source pixels to a printed inch than the spec asks for; enlarged px are not their own. */
export function resolutionFindings(input: Judged): Finding[] {
  const least = input.spec.leastDpi;
  return printed(input.drawing).flatMap((group): Finding[] => {
    // Of live copies the largest has the fewest.
    const images = imagesOf(group);
    const dpi = Math.min(
      ...images.map((image) => pictureDpi(...axisScales(image.matrix), input.drawing.dpi)),
    );
    if (dpi >= least) return [];
    // What was made between the px of a picture is not of the picture: that is always told.
    const times = Math.min(...images.map((image) => image.treatment?.enlarge ?? 1));
    const { title } = group.about;
    const of = { title, least, dpi: wholeDpi(dpi), enlarged: wholeDpi(dpi * times) };
    return [
      {
        check: 'resolution',
        severity: dpi * times >= least ? 'watch' : 'stop',
        part: group.part,
        ...(dpi * times >= least
          ? told('resolution.enlarged', of)
          : told(times > 1 ? 'resolution.stretched-enlarged' : 'resolution.stretched', of)),
        figure: dpi,
        threshold: least,
        unit: 'dpi',
        region: regionOf(groupBounds(group)),
        mends: [],
      },
    ];
  });
}

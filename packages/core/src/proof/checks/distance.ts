import { groupBounds, type PartGroup } from '../../drawing';
import { told } from '../../sentences';
import { pxToMm } from '../../units';
import { regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** The eye's limit for one letter (20/20), and how much larger is comfortable. */
const LIMIT_ARCMINUTES = 5;
const COMFORT = 2.5;
/** Lettering on a garment should be comfortable from here, m. */
export const LEAST_DISTANCE_M = 2;

/** From how far a letter of `heightMm` is at the eye's limit, and comfortable; metres. */
export function readingDistance(heightMm: number): { limit: number; comfortable: number } {
  const limit = heightMm / 1000 / ((LIMIT_ARCMINUTES / 60) * (Math.PI / 180));
  return { limit, comfortable: limit / COMFORT };
}

/** From how far the smallest must-read lettering can be read. */
export function distanceFindings(input: Judged): Finding[] {
  const { drawing } = input;
  let smallest: { group: PartGroup; mm: number } | null = null;
  for (const group of drawing.groups) {
    const height = group.about.mustRead ? group.about.letterHeight() : null;
    if (height === null) continue;
    const mm = pxToMm(height, drawing.dpi);
    if (!smallest || mm < smallest.mm) smallest = { group, mm };
  }
  if (!smallest) return [];
  const { group, mm } = smallest;
  const { limit, comfortable } = readingDistance(mm);
  const shown = (m: number) => (m < 10 ? Math.round(m * 10) / 10 : Math.round(m));
  return [
    {
      check: 'distance',
      severity: comfortable < LEAST_DISTANCE_M ? 'watch' : 'note',
      part: group.part,
      ...told('distance.smallest', {
        ...{ title: group.about.title, mm, well: shown(comfortable), limit: shown(limit) },
      }),
      figure: comfortable,
      threshold: LEAST_DISTANCE_M,
      unit: 'm',
      region: regionOf(groupBounds(group)),
      mends: [],
    },
  ];
}

import { partIn, colourwayOf, partTitle, type LetteringPart } from '../design';
import { groupBounds, letteringBlock, type Materials } from '../drawing';
import { pathBounds } from '../geometry';
import { safeBox } from '../spec';
import { pxToMm } from '../units';
import { moveAll } from './check-extent';
import { regionOf } from './region';
import type { CheckInput, Finding } from './types';

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

/** Letter height of a line in its part's units: x-height when it has lower case, else that of capitals. */
function letterHeight(line: LetteringPart['lines'][number], materials: Materials): number | null {
  const face = materials.face(line.face);
  const letters = [...line.text].filter((c) => /[\p{L}\p{N}]/u.test(c) && face?.has(c));
  if (!face || letters.length === 0) return null;
  const sample =
    letters.some((c) => /\p{Ll}/u.test(c)) && face.has('x') ? 'x' : face.has('H') ? 'H' : letters[0];
  const [glyph] = face.shape(sample, line.features);
  const box = pathBounds(face.outline(glyph.id));
  const height = box.bottom - box.top;
  return Number.isFinite(height) && height > 0 ? (height * line.size) / face.unitsPerEm : null;
}

/** From how far the smallest must-read lettering can be read. */
export function distanceFindings(input: CheckInput): Finding[] {
  const { drawing } = input;
  const chosen = colourwayOf(input.design, input.colourway);
  let smallest: { part: LetteringPart; mm: number } | null = null;
  for (const given of input.design.parts) {
    const part = partIn(given, chosen);
    if (part.kind !== 'lettering' || part.hidden || !part.mustRead) continue;
    const block = letteringBlock(part, input.materials, () => null);
    for (const [i, line] of part.lines.entries()) {
      const own = letterHeight(line, input.materials);
      if (own === null) continue;
      // A measure sets lines larger or smaller than their size says.
      const set = block.letters.find(
        (l) => l.line === i && !line.spans.some((s) => s.from <= l.from && l.from < s.to),
      );
      const height = own * ((set?.size ?? line.size) / line.size);
      const mm = pxToMm(height * Math.abs(part.place.scaleY), drawing.dpi);
      if (!smallest || mm < smallest.mm) smallest = { part, mm };
    }
  }
  if (!smallest) return [];
  const { limit, comfortable } = readingDistance(smallest.mm);
  const group = drawing.groups.find((g) => g.part === smallest.part.id)!;
  const small = comfortable < LEAST_DISTANCE_M;
  const bounds = groupBounds(group);
  const middle = [(bounds.left + bounds.right) / 2, (bounds.top + bounds.bottom) / 2] as const;
  const grow = (LEAST_DISTANCE_M / comfortable) * 1.005;
  const safe = safeBox(input.side);
  const fits =
    middle[0] - ((bounds.right - bounds.left) / 2) * grow >= safe.left &&
    middle[0] + ((bounds.right - bounds.left) / 2) * grow <= safe.right &&
    middle[1] - ((bounds.bottom - bounds.top) / 2) * grow >= safe.top &&
    middle[1] + ((bounds.bottom - bounds.top) / 2) * grow <= safe.bottom;
  const said = (m: number) => (m < 10 ? m.toFixed(1) : Math.round(m).toString());
  return [
    {
      check: 'distance',
      severity: small ? 'watch' : 'note',
      part: smallest.part.id,
      message: `The smallest lettering, “${partTitle(smallest.part)}” (${smallest.mm.toFixed(1)} mm), reads well from ${said(comfortable)} m, at the limit from ${said(limit)} m`,
      figure: comfortable,
      threshold: LEAST_DISTANCE_M,
      unit: 'm',
      region: regionOf(bounds),
      mends:
        small && fits
          ? [
              {
                id: 'enlarge',
                title: `Enlarge it until it reads well from ${LEAST_DISTANCE_M} m`,
                edits: moveAll([smallest.part], grow, ...middle, ...middle),
              },
            ]
          : [],
    },
  ];
}

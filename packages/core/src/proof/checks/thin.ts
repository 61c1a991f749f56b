import { BORDER } from '../../cutline';
import { groupBounds, imagesOf, itemsOf, type Drawing, type PartGroup, printed } from '../../drawing';
import { boxCentre, boxHeight, boxWidth } from '../../geometry';
import { told } from '../../sentences';
import type { Spec } from '../../spec';
import { isScreened } from '../../steps';
import { mmToPx, pxToMm } from '../../units';
import { regionOf, thinOf, type ThinCache, type ThinLimits, type ThinSpot } from '../measure';
import type { Artwork, Finding } from '../types';

/** Least width of a line of ink, and of a gap in it, mm: 1 pt, and half a millimetre. */
export const LEAST_INK_MM = 0.35;
export const LEAST_GAP_MM = 0.5;

const CHECK = {
  ink: 'thin-ink',
  gap: 'thin-gap',
} as const;

type SpecLimits = Pick<Spec, 'thinnestLineMm' | 'thinnestGapMm'>;

/** What a spec asks for, mm; the trade's own figures where it says nothing. */
const leastMm = (spec: SpecLimits) => ({
  ink: spec.thinnestLineMm ?? LEAST_INK_MM,
  gap: spec.thinnestGapMm ?? LEAST_GAP_MM,
});

/** The least widths of ink and of gaps, px at `dpi`. */
export function thinLimits(dpi: number, spec: SpecLimits = {}): ThinLimits {
  const { ink, gap } = leastMm(spec);
  return { ink: mmToPx(ink, dpi), gap: mmToPx(gap, dpi) };
}

/** The part that a place belongs to: of those whose box holds it, the smallest. */
function ownerOf(spot: ThinSpot, drawing: Drawing): PartGroup | null {
  const [x, y] = boxCentre(spot.box);
  let owner: PartGroup | null = null;
  let least = Infinity;
  for (const group of printed(drawing)) {
    const b = groupBounds(group);
    const area = boxWidth(b) * boxHeight(b);
    if (x < b.left || x > b.right || y < b.top || y > b.bottom || area >= least) continue;
    owner = group;
    least = area;
  }
  return owner;
}

/** The keylines of a group that are seen, each by its width, px: of copies, too. */
const keylineWidthsOf = (group: PartGroup): number[] =>
  [...itemsOf(group)].flatMap((item) =>
    item.kind === 'outline' && item.role === 'keyline' && item.line !== undefined ? [item.line] : [],
  );

/** Keylines thinner than a line may be: what they part from the garment, nobody will see parted. */
function thinKeylines({ drawing, spec }: Artwork): Finding[] {
  const { dpi } = drawing;
  const limit = thinLimits(dpi, spec).ink;
  const leastInk = leastMm(spec).ink;
  return printed(drawing).flatMap((group): Finding[] => {
    const thinnest = Math.min(...keylineWidthsOf(group));
    if (!(thinnest < limit - 0.05)) return [];
    return [
      {
        check: 'thin-keyline',
        severity: 'watch',
        part: group.part,
        ...told('thin.keyline', { title: group.about.title, mm: pxToMm(thinnest, dpi), least: leastInk }),
        figure: pxToMm(thinnest, dpi),
        threshold: leastInk,
        unit: 'mm',
        region: regionOf(groupBounds(group)),
        mends: [],
      },
    ];
  });
}

/** Whether a group is a picture whose alpha a mend has turned into dots: they are meant to be small. */
const isDotted = (group: PartGroup): boolean => imagesOf(group).some((image) => isScreened(image.treatment));

/** The thin places of each part, thinnest first. */
export function thinByPart(input: Artwork, cache: ThinCache): Record<'ink' | 'gap', Map<string, ThinSpot[]>> {
  const limits = thinLimits(input.drawing.dpi, input.spec);
  const found = { ink: new Map<string, ThinSpot[]>(), gap: new Map<string, ThinSpot[]>() };
  for (const spot of thinOf(input.drawing, limits, input.pictures, input.surfaces, cache)) {
    const owner = ownerOf(spot, input.drawing);
    if (!owner || isDotted(owner)) continue;
    const own = found[spot.kind].get(owner.part);
    if (own) own.push(spot);
    else found[spot.kind].set(owner.part, [spot]);
  }
  for (const list of [...found.ink.values(), ...found.gap.values()])
    list.sort((a, b) => a.thickness - b.thickness);
  return found;
}

/** Ink and gaps that are thinner than a press holds, part by part. */
export function thinFindings(input: Artwork): Finding[] {
  const { dpi, groups } = input.drawing;
  const least = leastMm(input.spec);
  const found = thinByPart(input, input.thinCache ?? new Map());
  const titles = new Map(groups.map((g) => [g.part, g.about.title]));
  const findings = thinKeylines(input);
  for (const kind of ['ink', 'gap'] as const)
    for (const [part, own] of found[kind]) {
      // A border's own thin places are those of its cut.
      if (part === BORDER) continue;
      const thinnest = pxToMm(own[0].thickness, dpi);
      findings.push({
        check: CHECK[kind],
        severity: 'watch',
        part,
        ...told(`thin.${kind}`, {
          ...{ title: titles.get(part) ?? '', n: own.length, mm: thinnest, least: least[kind] },
        }),
        figure: thinnest,
        threshold: least[kind],
        unit: 'mm',
        region: regionOf(own[0].box),
        places: own.slice(0, 60).map((s) => regionOf(s.box)),
        mends: [],
      });
    }
  return findings;
}

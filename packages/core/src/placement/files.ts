import { colourwayOf, type DesignHead, type FileFormat, type Placement } from '../design';
import { isWorn, type Spec, type SpecSide } from '../spec';
import { formatOf } from './check';
import { placementOn } from './map';

/** One file that a placement makes. */
export interface PlannedFile {
  spec: Spec;
  side: SpecSide;
  placement: Placement;
  colourway: { id: string; name: string };
  /** Garment colours that the file is for, by id; none where a product has no colours. */
  garments: string[];
  /** The garment colour whose own position the file has; null where all have the same. */
  apart: string | null;
  format: FileFormat;
}

/** The colourway for a garment colour on a placement: the placement's own choice, or the design's; none where not sold. */
export function colourwayOn(design: DesignHead, placement: Placement, garment: string): string | undefined {
  const own = Object.hasOwn(placement.colourways, garment) ? placement.colourways[garment] : undefined;
  if (own === null) return undefined;
  if (own && design.colourways.some((c) => c.id === own)) return own;
  return colourwayFor(design, garment);
}

/** The colourway that a design is sold in on a garment colour, wherever it is placed; none where no one said. */
export const colourwayFor = (design: Pick<DesignHead, 'colourways'>, garment: string): string | undefined =>
  design.colourways.find((c) => c.garments.includes(garment))?.id;

/**
 * The files of one side of one product: for what is worn one for each colourway that a garment colour of
 * the product asks for (and one for each garment colour with a position of its own), else one.
 */
export function plannedFiles(design: DesignHead, spec: Spec, side: SpecSide): PlannedFile[] {
  const placement = placementOn(design, spec, side);
  if (!placement) return [];
  const format = formatOf(placement, spec);
  const file = (
    colourway: string | undefined | null,
    garments: string[],
    apart: string | null,
  ): PlannedFile => {
    const { id, name } = colourwayOf(design, colourway ?? undefined) ?? { id: 'base', name: 'Base' };
    return { spec, side, placement, colourway: { id, name }, garments, apart, format };
  };
  const chosen = design.colourways.some((c) => c.id === placement.colourway) ? placement.colourway : null;
  if (!isWorn(spec) || !spec.perColour)
    return [file(chosen, isWorn(spec) ? (spec.garments ?? []) : [], null)];
  const asked = [
    ...new Set([...design.colourways.flatMap((c) => c.garments), ...Object.keys(placement.colourways)]),
  ];
  const sold = asked.filter((g) => !spec.garments || spec.garments.includes(g));
  const files = new Map<string, PlannedFile>();
  for (const garment of sold) {
    const colourway = colourwayOn(design, placement, garment);
    if (!colourway) continue;
    const apart = Object.hasOwn(placement.apart, garment) ? garment : null;
    const key = `${colourway} ${apart ?? ''}`;
    const known = files.get(key);
    if (known) known.garments.push(garment);
    else files.set(key, file(colourway, [garment], apart));
  }
  const notSold = (garment: string) => placement.colourways[garment] === null;
  const ticked = sold.filter((g) => design.colourways.some((c) => c.garments.includes(g)));
  // Where every colour that was ticked, or that there is, is not sold, nothing is made.
  const none = [ticked, spec.garments ?? []].some((all) => all.length > 0 && all.every(notSold));
  if (files.size || none) return [...files.values()];
  // No garment colour is ticked yet: each colourway is made, for the seller to choose from.
  return design.colourways.length
    ? design.colourways.map((c) => file(c.id, [], null))
    : [file(null, [], null)];
}

/** All files of a design on these products: in the order in which it was placed on them. */
export function allPlannedFiles(design: DesignHead, specs: readonly Spec[]): PlannedFile[] {
  const order = new Map([...design.placements].reverse().map((p) => [p.spec, design.placements.indexOf(p)]));
  const place = (s: Spec) => order.get(s.id) ?? Infinity;
  return [...specs]
    .sort((a, b) => (place(a) === place(b) ? 0 : place(a) - place(b)))
    .flatMap((spec) => spec.sides.flatMap((side) => plannedFiles(design, spec, side)));
}

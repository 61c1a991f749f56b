import { luminance, type Hex } from '../colour';
import { CUT_LINE_FIELD } from '../cutline';
import { visitField, type Field } from '../fields';
import { ownInks, PART_FIELD, type Part } from '../parts';
import { OVERRIDE_FIELD } from './fields';
import { allParts, sidesOf } from './sides';
import type { Edit } from './edits';
import type { Colourway, Design } from './types';

export const colourwayOf = (
  design: Pick<Design, 'colourways'>,
  id: string | undefined,
): Colourway | undefined =>
  id === undefined ? design.colourways[0] : design.colourways.find((c) => c.id === id);

/** Every ink's value in a colourway: the colourway's own where it has one, else the design's. */
export function inkValues(design: Design, colourway: string | undefined): Map<string, Hex> {
  const own = colourwayOf(design, colourway)?.inks ?? {};
  return new Map(design.inks.map((ink) => [ink.id, own[ink.id] ?? ink.value]));
}

/** The id of a design's lightest ink in a colourway: what a sticker's border begins with. Null where it has no ink. */
export function lightestInk(design: Design, colourway: string | undefined): string | null {
  const values = [...inkValues(design, colourway)].sort((a, b) => luminance(b[1]) - luminance(a[1]));
  return values[0]?.[0] ?? null;
}

/** Ids of the inks that a part or what a colourway says of it uses, in order of first use. */
function inksIn<T>(field: Field<T>, value: T): string[] {
  const inks = new Set<string>();
  visitField(field, value, (to, id) => {
    if (to === 'ink') inks.add(id);
  });
  return [...inks];
}

const inksKnown = new WeakMap<Part, readonly string[]>();

/** Ids of the inks that a part uses, its own first. Parts never change: each is looked through once. */
export function inksOfPart(part: Part): readonly string[] {
  let inks = inksKnown.get(part);
  if (!inks) {
    inks = [...new Set([...ownInks(part), ...inksIn(PART_FIELD, part)])];
    inksKnown.set(part, inks);
  }
  return inks;
}

/** Ids of all inks that a design uses, colourways' own keylines and shades included. */
export function usedInks(design: Design): Set<string> {
  const used = new Set(allParts(design).flatMap(inksOfPart));
  for (const colourway of design.colourways)
    for (const override of Object.values(colourway.parts ?? {}))
      for (const ink of inksIn(OVERRIDE_FIELD, override)) used.add(ink);
  for (const { cutLine } of sidesOf(design))
    if (cutLine) for (const ink of inksIn(CUT_LINE_FIELD, cutLine)) used.add(ink);
  return used;
}

const overridden = new WeakMap<Part, { override: object; part: Part }>();

/** A part as a colourway has it. The same part and colourway give the very same object. */
export function partIn(part: Part, colourway: Colourway | undefined): Part {
  const override = colourway?.parts?.[part.id];
  if (!override) return part;
  const known = overridden.get(part);
  if (known?.override === override) return known.part;
  const made = { ...part, ...override } as Part;
  overridden.set(part, { override, part: made });
  return made;
}

/** The parts of a design as a colourway has them, front first. */
export function partsIn(design: Design, colourway: string | undefined): Part[] {
  const chosen = colourwayOf(design, colourway);
  return chosen?.parts ? design.parts.map((p) => partIn(p, chosen)) : design.parts;
}

/**
 * Edits that take a new colourway for some garments. What a colourway without garments of its own stood for till then,
 * the other colours that the design is for, it keeps: else its file would no longer be made. Those on which it vanishes it
 * keeps only where it would have none otherwise: they are looked at, and would stop its listing.
 */
export function takeColourwayEdits(
  design: Pick<Design, 'colourways' | 'garments'>,
  colourway: Colourway,
  garments: readonly string[],
  vanishes: readonly string[] = [],
): Edit[] {
  const ticked = new Set([...design.colourways.flatMap((c) => c.garments), ...garments]);
  const [base] = design.colourways;
  const others = design.colourways.some((c) => c.garments.length > 0)
    ? []
    : design.garments.filter((g) => !ticked.has(g));
  const shown = others.filter((g) => !vanishes.includes(g));
  const kept = shown.length ? shown : others;
  return [
    { op: 'addColourway', colourway: { ...colourway, garments: [] } },
    ...(base ? kept.map((garment): Edit => ({ op: 'assignGarment', garment, colourway: base.id })) : []),
    ...garments.map((garment): Edit => ({ op: 'assignGarment', garment, colourway: colourway.id })),
  ];
}

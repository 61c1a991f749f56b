import type { Part } from '../parts';
import {
  DESIGN_FORMAT,
  DESIGN_VERSION,
  type Aids,
  type Design,
  type DesignDocument,
  type Reference,
  type Side,
} from './types';

const asSide = ({ side, board, parts, bundles, wear, cutLine, aids }: Design): Side => ({
  ...side,
  board,
  parts,
  bundles,
  wear,
  cutLine,
  aids,
});

/** All sides of a design, in their order. */
export const sidesOf = (design: Design): Side[] => [...design.before, asSide(design), ...design.after];

/** A design whose sides are these, opened at one of them (the first where it is not there). */
export function withSides(
  design: Omit<Design, 'side' | 'before' | 'after'>,
  sides: readonly Side[],
  open?: string,
): Design {
  const at = Math.max(
    0,
    sides.findIndex((s) => s.id === open),
  );
  const { id, name, ...artwork } = sides[at];
  return {
    ...design,
    ...artwork,
    side: { id, name },
    before: sides.slice(0, at),
    after: sides.slice(at + 1),
  };
}

const opened = new WeakMap<Design, Map<string, Design>>();

/** A design opened at another of its sides; the very same for the same one, and for a side that is not there. */
export function openSide(design: Design, side: string | undefined): Design {
  if (side === undefined || side === design.side.id) return design;
  let known = opened.get(design);
  if (!known) opened.set(design, (known = new Map()));
  let view = known.get(side);
  if (!view) {
    const sides = sidesOf(design);
    view = sides.some((s) => s.id === side) ? withSides(design, sides, side) : design;
    known.set(side, view);
  }
  return view;
}

/** A design as it is kept. */
export function documentOf(design: Design): DesignDocument {
  const {
    name,
    backdrop,
    garments,
    inks,
    colourways,
    materials,
    typefaces,
    light,
    films,
    accepted,
    placements,
    wording,
  } = design;
  return {
    format: DESIGN_FORMAT,
    version: DESIGN_VERSION,
    ...{ name, backdrop, garments, inks, colourways, materials, typefaces, light, films },
    sides: sidesOf(design),
    ...{ accepted, placements, wording },
  };
}

/**
 * The JSON of a document without its wording: two are alike where nothing that is drawn or made into files differs. For
 * JSON as documentOf orders it, with nothing between its tokens.
 */
export function artworkText(json: string): string {
  // No text within it can hold this: its quotation marks would be escaped.
  const at = json.lastIndexOf(',"wording":{');
  return at < 0 ? json : `${json.slice(0, at)}}`;
}

/** A document as a design, opened at a side (the first where none is named). */
export function designFrom({ sides, ...shared }: DesignDocument, side?: string): Design {
  const { id: _id, name: _name, ...artwork } = sides[0];
  return withSides({ ...shared, ...artwork }, sides, side);
}

const SHARED = [
  'name',
  'backdrop',
  'garments',
  'inks',
  'colourways',
  'materials',
  'typefaces',
  'light',
  'films',
  'accepted',
  'placements',
  'wording',
] as const satisfies readonly (keyof Design)[];

/** True for two states of a design that differ in nothing but the side that is open. */
export function sameButOpen(a: Design, b: Design): boolean {
  if (a === b) return true;
  if (SHARED.some((key) => a[key] !== b[key])) return false;
  const [mine, theirs] = [sidesOf(a), sidesOf(b)];
  return (
    mine.length === theirs.length &&
    mine.every((side, i) =>
      (Object.keys(side) as (keyof Side)[]).every((key) => side[key] === theirs[i][key]),
    )
  );
}

/** The parts of all sides, side by side. */
export const allParts = (design: Design): Part[] => sidesOf(design).flatMap((s) => s.parts);

/** Ids of parts that are taken, on any side. */
export const partIds = (design: Design): string[] => allParts(design).map((p) => p.id);

/** Ids of bundles that are taken, on any side. */
export const bundleIds = (design: Design): string[] =>
  sidesOf(design).flatMap((s) => s.bundles.map((b) => b.id));

/** A design with the parts of all sides mapped; a side in which none changes stays the very same. */
export function mapAllParts(design: Design, change: (part: Part) => Part): Design {
  const mapped = (parts: Part[]): Part[] => {
    const made = parts.map(change);
    return made.every((p, i) => p === parts[i]) ? parts : made;
  };
  const side = (s: Side): Side => {
    const parts = mapped(s.parts);
    return parts === s.parts ? s : { ...s, parts };
  };
  const sides = (list: readonly Side[]): readonly Side[] => {
    const made = list.map(side);
    return made.every((s, i) => s === list[i]) ? list : made;
  };
  return { ...design, parts: mapped(design.parts), before: sides(design.before), after: sides(design.after) };
}

/** A design with the references of all sides mapped; a side without one stays the very same. */
export function mapReferences(design: Design, change: (reference: Reference) => Reference): Design {
  const mapped = <T extends { aids: Aids }>(of: T): T => {
    const { reference } = of.aids;
    const made = reference && change(reference);
    return made === reference ? of : { ...of, aids: { ...of.aids, reference: made } };
  };
  return { ...mapped(design), before: design.before.map(mapped), after: design.after.map(mapped) };
}

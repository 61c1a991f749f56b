import type { Hex } from '../colour';
import { formOf } from '../geometry';
import type { Treatment } from '../raster';
import type { Colourway, Design, MotifOutline, Part, PartOverride, PicturePart } from './types';

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

/** The inks of the part itself, without keylines and shade, in order of first use. */
export function ownInks(part: Part): string[] {
  switch (part.kind) {
    case 'lettering':
      return [
        ...new Set([
          ...part.lines.flatMap((l) => [l.ink, ...l.spans.flatMap((s) => s.ink ?? [])]),
          ...part.decorations.flatMap((d) => d.ink ?? []),
          ...(part.gradient ? [part.gradient.to] : []),
        ]),
      ];
    case 'motif':
      return [
        ...new Set(part.outlines.flatMap((o) => (o.gradient ? o.gradient.stops.map((s) => s.ink) : [o.ink]))),
      ];
    case 'line':
      return [part.ink];
    case 'code':
      return part.ground ? [part.ink, part.ground] : [part.ink];
    case 'shape':
      return [
        ...new Set([
          ...(part.fill ? [part.fill] : []),
          ...(part.fill && part.gradient ? [part.gradient.to] : []),
          ...(part.stroke ? [part.stroke.ink] : []),
        ]),
      ];
    case 'picture':
      return [];
  }
}

/** An outline with some of its inks changed for others, those of its gradient included. */
export const recoloured = (outline: MotifOutline, to: (ink: string) => string): MotifOutline => ({
  ...outline,
  ink: to(outline.ink),
  ...(outline.gradient
    ? {
        gradient: {
          ...outline.gradient,
          stops: outline.gradient.stops.map((s) => ({ ...s, ink: to(s.ink) })),
        },
      }
    : {}),
});

/** Ids of the inks of keylines and a shade. */
const dressingInks = ({ keylines, shade }: PartOverride): string[] => [
  ...(keylines ?? []).map((k) => k.ink),
  ...(shade ? [shade.ink, ...(shade.keyline ? [shade.keyline.ink] : []), ...(shade.echoes ?? [])] : []),
];

/** Ids of the inks that a part uses, in order of first use. */
export const inksOfPart = (part: Part): string[] => [...new Set([...ownInks(part), ...dressingInks(part)])];

/** Ids of all inks that a design uses, colourways' own keylines and shades included. */
export function usedInks(design: Design): Set<string> {
  const used = new Set(design.parts.flatMap(inksOfPart));
  for (const colourway of design.colourways)
    for (const override of Object.values(colourway.parts ?? {}))
      for (const ink of dressingInks(override)) used.add(ink);
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

/** How a picture is cleaned; null when its file is taken as it is. */
export const treatmentOf = (part: PicturePart): Treatment | null =>
  part.ground || part.lift || part.alpha || part.specks > 0
    ? { ground: part.ground, lift: part.lift, alpha: part.alpha, specks: part.specks }
    : null;

/** How the seller would point at a part: its name, or its words. */
export function partTitle(part: Part): string {
  if (part.name) return part.name;
  if (part.kind === 'lettering')
    return (
      part.lines
        .map((l) => l.text.trim())
        .filter(Boolean)
        .join(' ') || 'Lettering'
    );
  if (part.kind === 'shape') return formOf(part.form)?.label ?? 'Shape';
  return { line: 'Line', motif: 'Motif', picture: 'Picture', code: 'Code' }[part.kind];
}

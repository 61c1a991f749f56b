import { inksOfPart, recoloured, usedInks } from './colours';
import type { Edit } from './edits';
import type { Design, Ink, Part, PartOverride } from './types';

/** A part that uses other inks. */
export function reinked(part: Part, to: (ink: string) => string): Part {
  const keylines = part.keylines.map((k) => ({ ...k, ink: to(k.ink) }));
  const shade = part.shade && { ...part.shade, ink: to(part.shade.ink) };
  const base = { keylines, shade };
  switch (part.kind) {
    case 'lettering':
      return { ...part, ...base, lines: part.lines.map((l) => ({ ...l, ink: to(l.ink) })) };
    case 'motif':
      return { ...part, ...base, outlines: part.outlines.map((o) => recoloured(o, to)) };
    case 'shape':
      return {
        ...part,
        ...base,
        fill: part.fill && to(part.fill),
        gradient: part.gradient && { ...part.gradient, to: to(part.gradient.to) },
        stroke: part.stroke && { ...part.stroke, ink: to(part.stroke.ink) },
      };
    case 'line':
      return { ...part, ...base, ink: to(part.ink) };
    case 'code':
      return { ...part, ...base, ink: to(part.ink), ground: part.ground && to(part.ground) };
    case 'picture':
      return part;
  }
}

/** Inks that no part uses, in no colourway. */
export function unusedInks(design: Design): Ink[] {
  const used = usedInks(design);
  return design.inks.filter((i) => !used.has(i.id));
}

/** A colourway's own keylines and shade with other inks. */
const reinkedOverride = (o: PartOverride, to: (ink: string) => string): PartOverride => ({
  ...o,
  ...(o.keylines ? { keylines: o.keylines.map((k) => ({ ...k, ink: to(k.ink) })) } : {}),
  ...(o.shade ? { shade: { ...o.shade, ink: to(o.shade.ink) } } : {}),
});

/** Edits that put other inks wherever inks are used, in every colourway. */
function reinkEdits(design: Design, to: (ink: string) => string): Edit[] {
  const parts = design.parts.filter((p) => inksOfPart(p).some((ink) => to(ink) !== ink));
  return [
    ...parts.map((part): Edit => ({ op: 'updatePart', part: part.id, change: reinked(part, to) })),
    ...design.colourways.flatMap((c): Edit[] =>
      Object.entries(c.parts ?? {}).map(([part, o]) => ({
        op: 'overridePart',
        colourway: c.id,
        part,
        change: reinkedOverride(o, to),
      })),
    ),
  ];
}

/** Edits that put `into` wherever `from` is used, and take `from` away. */
export function mergeInks(design: Design, from: string, into: string): Edit[] {
  return [
    ...reinkEdits(design, (ink) => (ink === from ? into : ink)),
    ...design.colourways.map((c): Edit => ({ op: 'resetInk', colourway: c.id, ink: from })),
    { op: 'removeInk', ink: from },
  ];
}

/** Edits that put each of two inks wherever the other is used; their values stay. */
export const swapInks = (design: Design, a: string, b: string): Edit[] =>
  reinkEdits(design, (ink) => (ink === a ? b : ink === b ? a : ink));

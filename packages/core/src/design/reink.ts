import { recoloured, usedInks } from './colours';
import type { Edit } from './edits';
import type { Colourway, Design, Ink, Part, PartOverride } from './types';

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

/** Edits that put `into` wherever `from` is used, and take `from` away. */
export function mergeInks(design: Design, from: string, into: string): Edit[] {
  const to = (ink: string) => (ink === from ? into : ink);
  const override = (o: PartOverride): PartOverride => ({
    ...o,
    ...(o.keylines ? { keylines: o.keylines.map((k) => ({ ...k, ink: to(k.ink) })) } : {}),
    ...(o.shade ? { shade: { ...o.shade, ink: to(o.shade.ink) } } : {}),
  });
  const change = (c: Colourway): Partial<Colourway> => {
    const { [from]: _dropped, ...inks } = c.inks;
    return {
      inks,
      ...(c.parts
        ? { parts: Object.fromEntries(Object.entries(c.parts).map(([id, o]) => [id, override(o)])) }
        : {}),
    };
  };
  return [
    ...design.parts.map((part): Edit => ({ op: 'updatePart', part: part.id, change: reinked(part, to) })),
    ...design.colourways.map((c): Edit => ({ op: 'updateColourway', colourway: c.id, change: change(c) })),
    { op: 'removeInk', ink: from },
  ];
}

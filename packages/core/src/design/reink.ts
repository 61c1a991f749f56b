import { inksOfPart, recoloured, usedInks } from './colours';
import type { Edit } from './edits';
import type { Decoration, Design, Ink, LetteringPart, Part, PartOverride } from './types';

type To = (ink: string) => string;

/** Keylines and shade in other inks; only what is there. */
const reinkedDressing = ({ keylines, shade }: PartOverride, to: To) => ({
  ...(keylines ? { keylines: keylines.map((k) => ({ ...k, ink: to(k.ink) })) } : {}),
  ...(shade
    ? {
        shade: {
          ...shade,
          ink: to(shade.ink),
          ...(shade.keyline ? { keyline: { ...shade.keyline, ink: to(shade.keyline.ink) } } : {}),
          ...(shade.echoes ? { echoes: shade.echoes.map(to) } : {}),
        },
      }
    : {}),
});

const reinkedLettering = (part: LetteringPart, to: To) => ({
  lines: part.lines.map((l) => ({
    ...l,
    ink: to(l.ink),
    spans: l.spans.map((s) => (s.ink === undefined ? s : { ...s, ink: to(s.ink) })),
  })),
  decorations: part.decorations.map((d): Decoration => (d.ink === null ? d : { ...d, ink: to(d.ink) })),
  gradient: part.gradient && { ...part.gradient, to: to(part.gradient.to) },
});

/** A part that uses other inks. */
export function reinked(part: Part, to: To): Part {
  const base = reinkedDressing(part, to);
  switch (part.kind) {
    case 'lettering':
      return { ...part, ...base, ...reinkedLettering(part, to) };
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
        change: { ...o, ...reinkedDressing(o, to) },
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

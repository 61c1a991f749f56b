import type { Hex } from '../colour';
import type { Colourway, Design, Part } from './types';

export const colourwayOf = (design: Design, id: string | undefined): Colourway | undefined =>
  id === undefined ? design.colourways[0] : design.colourways.find((c) => c.id === id);

/** Every ink's value in a colourway: the colourway's own where it has one, else the design's. */
export function inkValues(design: Design, colourway: string | undefined): Map<string, Hex> {
  const own = colourwayOf(design, colourway)?.inks ?? {};
  return new Map(design.inks.map((ink) => [ink.id, own[ink.id] ?? ink.value]));
}

/** Ids of the inks that a part uses, in order of first use. */
export function inksOfPart(part: Part): string[] {
  const own =
    part.kind === 'lettering'
      ? part.lines.map((l) => l.ink)
      : part.kind === 'motif'
        ? part.outlines.map((o) => o.ink)
        : [];
  return [...new Set([...own, ...part.keylines.map((k) => k.ink)])];
}

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
  return part.kind === 'motif' ? 'Motif' : 'Picture';
}

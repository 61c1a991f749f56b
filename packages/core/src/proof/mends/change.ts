import { colourwayOf, type Edit, type PartOverride } from '../../design';
import type { Part } from '../../parts';
import type { Artwork, MendInput } from '../types';

/**
 * Changes what a colourway may have of its own (keylines, shade, ties) where it comes from: in the colourway that is
 * judged if that overrides it, else in the part itself.
 */
export function changeIn(input: MendInput<Artwork>, part: Part, change: Omit<PartOverride, 'hidden'>): Edit {
  const chosen = colourwayOf(input.design, input.colourway);
  const own = chosen?.parts && Object.hasOwn(chosen.parts, part.id) ? chosen.parts[part.id] : undefined;
  const overrides = own && Object.keys(change).some((key) => Object.hasOwn(own, key));
  return chosen && overrides
    ? { op: 'overridePart', colourway: chosen.id, part: part.id, change }
    : { op: 'updatePart', part: part.id, change: change as Partial<Part> };
}

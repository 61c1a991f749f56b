import type { Garment } from '../colour';
import { isWorn } from './side';
import type { ProductKind, Spec } from './types';

/** The colours of the library that a product comes in, in the product's own order; all where it says none. */
export const comesIn = (spec: Spec | undefined, garments: readonly Garment[]): Garment[] =>
  spec?.garments ? spec.garments.flatMap((id) => garments.find((g) => g.id === id) ?? []) : [...garments];

/**
 * The colours on which a design is judged: those chosen for it that its product comes in; where it comes in none of
 * them, all that it does come in.
 */
export function judgedColours(
  spec: Spec | undefined,
  chosen: readonly string[],
  garments: readonly Garment[],
): Garment[] {
  const own = comesIn(spec, garments);
  const picked = chosen.flatMap((id) => own.find((g) => g.id === id) ?? []);
  return picked.length || !spec?.garments ? picked : own;
}

const NOUNS: Partial<Record<ProductKind, string>> = { 'sticker sheet': 'sheet', other: 'product' };

/** What a product is called where one of its colours is meant: `garment` for what is worn, else the thing itself. */
export const nounOf = (spec: Spec | undefined): string =>
  !spec || isWorn(spec) ? 'garment' : (NOUNS[spec.kind] ?? spec.kind);

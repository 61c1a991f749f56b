import type { Garment } from '../colour';
import type { DesignHead } from '../design';
import type { PlannedFile } from '../placement';
import { comesIn, isWorn, type Spec } from '../spec';
import type { PlaceValues, Wording } from '../wording';

/** Words by kind, where neither the spec nor the seller says what a product is called. */
const KIND_WORDS: Readonly<Record<string, string>> = {
  'sticker sheet': 'sticker sheet',
  bag: 'tote bag',
  cap: 'cap',
  pin: 'enamel pin',
};
/** Usual pictures of a listing. */
const MOST_USUAL = 3;
/** Of the kinds whose blank is what buyers call it. */
const BY_BLANK = ['shirt', 'hoodie'];

/** What a product is called in a listing. */
export function productWord(spec: Spec, override?: string): string {
  if (override?.trim()) return override.trim();
  if (spec.listing?.word) return spec.listing.word;
  if (BY_BLANK.includes(spec.kind)) return spec.blank;
  if (spec.kind === 'other') return spec.product.split(',')[0].toLowerCase();
  return KIND_WORDS[spec.kind] ?? spec.kind;
}

/** The colours that a product is offered in: those that its files are for; where they name none, all that it comes in. */
export function coloursSold(
  planned: readonly PlannedFile[],
  spec: Spec,
  garments: readonly Garment[],
): string[] {
  const named = [...new Set(planned.flatMap((p) => p.garments))];
  if (named.length) return named;
  const all = comesIn(spec, garments).map((g) => g.id);
  return isWorn(spec) ? all : all.slice(0, 1);
}

/** Pictures of a listing for which nobody made any: the product in its first colours. */
export const usualPictures = (colours: readonly string[]): (string | null)[] =>
  colours.length ? colours.slice(0, MOST_USUAL) : [null];

/** Places that every wording has, with what they are. */
export const BUILT_IN_PLACES = {
  product: 'what the product is called',
  garment: 'the first colour that it is sold in',
  design: 'the name of the design',
  phrase: 'the words on the artwork',
  colour: 'the first ink of the artwork',
  marketplace: 'where it is listed',
} as const;

export interface ListingContext {
  design: Pick<DesignHead, 'name' | 'inks' | 'wording'>;
  spec: Spec;
  /** The words on the artwork, in their order. */
  phrase: string;
  /** Names of the colours that it is sold in there. */
  garments: readonly string[];
}

/** What stands in the places of a wording in the listing of one product. A place of the seller's own goes before ours. */
export function factsOf({ design, spec, phrase, garments }: ListingContext): PlaceValues {
  const { places, overrides }: Wording = design.wording;
  const own = (key: string) => (Object.hasOwn(overrides, key) ? overrides[key].word : undefined);
  return {
    product: productWord(spec, own(spec.id)),
    garment: garments[0]?.toLowerCase() ?? '',
    design: design.name,
    phrase: phrase || design.name,
    colour: design.inks[0]?.name.toLowerCase() ?? '',
    marketplace: spec.marketplace,
    ...Object.fromEntries(places.map((p) => [p.name.toLowerCase(), p.value])),
  };
}

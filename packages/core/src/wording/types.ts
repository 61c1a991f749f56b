/** A paragraph of a description, or a point that some marketplaces show by itself. */
export interface WordBlock {
  id: string;
  kind: 'paragraph' | 'point';
  /** A template; see fillTemplate. */
  text: string;
  /** Kinds of products that it makes sense for; all where empty. */
  only: string[];
}

export interface WordTag {
  /** A template. */
  text: string;
  /** Kinds of products that it makes sense for; all where empty. */
  only: string[];
}

/** A place of the seller's own, and what stands there. */
export interface OwnPlace {
  name: string;
  value: string;
}

/** What one listing says otherwise; what is left out is as the wording has it. Not templates: these words stand as they are. */
export interface ListingOverride {
  title?: string;
  description?: string;
  tags?: string[];
  /** What the product is called there. */
  word?: string;
  /** Hundredths of the currency. */
  price?: number;
}

export const PRICE_ENDINGS = ['any', '00', '50', '95', '99'] as const;
export type PriceEnding = (typeof PRICE_ENDINGS)[number];

/** How prices are made of costs. */
export interface Pricing {
  /** What is to be left of a price, as a share of it. */
  margin: number;
  /** The hundredths that prices end with. */
  ending: PriceEnding;
}

/** The words of a design's listings, written once, with places that each product fills. */
export interface Wording {
  title: string;
  blocks: WordBlock[];
  tags: WordTag[];
  places: OwnPlace[];
  pricing: Pricing;
  /** By spec. */
  overrides: Record<string, ListingOverride>;
}

export const USUAL_PRICING: Pricing = { margin: 0.3, ending: '95' };

export const NO_WORDING: Wording = {
  ...{ title: '', blocks: [], tags: [], places: [], pricing: USUAL_PRICING, overrides: {} },
};

/** The words of a listing with its places filled. */
export interface FilledWords {
  title: string;
  /** Its blocks, an empty line between any two paragraphs. */
  description: string;
  /** Points that are shown by themselves; none where the marketplace has no place for them: they are in the description. */
  points: string[];
  tags: string[];
}

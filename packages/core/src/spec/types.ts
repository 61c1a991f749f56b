import type { FileFormat } from '../design';
import type { Counting } from '../wording';

/** Margins from the four edges, inches. */
export interface Margins {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/**
 * The outline of an area. All but an `outline` fill the box that they stand in (an ellipse where that
 * is no square); an outline is SVG path data in inches from the print area's top left.
 */
export type AreaShape =
  | { kind: 'rectangle' }
  | { kind: 'circle' }
  | { kind: 'rounded'; radiusIn: number }
  | { kind: 'outline'; path: string };

export const ZONE_KINDS = ['seam', 'handle', 'hole', 'pocket'] as const;

/** A place in the print area that artwork keeps clear of: inches from its top left. */
export interface Zone {
  kind: (typeof ZONE_KINDS)[number];
  name: string;
  leftIn: number;
  topIn: number;
  widthIn: number;
  heightIn: number;
  /** An ellipse in that box instead of the box. */
  round?: boolean;
}

/** One printed side of a product. */
export interface SpecSide {
  id: string;
  name: string;
  /** Print area in inches, bleed included, and the pixels of a file for it. */
  widthIn: number;
  heightIn: number;
  widthPx: number;
  heightPx: number;
  dpi: number;
  /** Files of other sizes that are taken, too: from so many to so many pixels, of the same proportions. */
  pixels?: { leastWidth: number; leastHeight: number; mostWidth: number; mostHeight: number };
  /** The outline of what is left of the print area once the bleed is cut off. */
  shape?: AreaShape;
  /** How far the print reaches beyond the product's edge, inches; that much is cut off all round. */
  bleedIn?: number;
  /** Distance of the safe area from each edge of the print area, inches. */
  safeIn: Margins;
  /** The outline of the safe area. */
  safeShape?: AreaShape;
  zones?: Zone[];
  /** The side goes round a cylinder with an upright axis, e.g. a mug, of this diameter. */
  curve?: { diameterIn: number };
  /** For garments: from the collar's seam down to the top of the print area, inches. */
  collarIn?: number;
}

/** What a blade does to a sticker, and the distances it needs, mm. */
export interface StickerRules {
  cut: 'kiss' | 'die';
  /** Least border round the artwork. */
  borderMm: number;
  /** Least radius of a corner. */
  radiusMm: number;
  /** Least gap between stickers of a sheet. */
  gapMm: number;
  /** Closed lines that a file may have for the blade, and points that they may have; any number where left out. */
  mostPaths?: number;
  mostPoints?: number;
}

export const LISTING_FIELDS = ['title', 'description', 'tags', 'pictures', 'price'] as const;
export type ListingField = (typeof LISTING_FIELDS)[number];

/** What a marketplace keeps of a sale; sums in hundredths of the currency, shares of the price. */
export interface FeeTable {
  /** ISO 4217. */
  currency: string;
  /** For a listing that sells, once a sale. */
  listing: number;
  /** The marketplace's share, and the least that it takes. */
  share: number;
  least: number;
  /** What the payment costs: a share, and a sum each time. */
  payment: number;
  paymentEach: number;
}

/** Limits of a listing's fields; lengths in the marketplace's own counting. */
export interface ListingRules {
  /** How lengths are counted; as a reader sees letters where left out. */
  counting?: Counting;
  /** What must not be left empty; the title alone where left out. */
  required?: ListingField[];
  titleLeast?: number;
  titleMax?: number;
  descriptionMax?: number;
  /** `total`: characters of all tags together. */
  tags?: { most: number; each: number; least?: number; total?: number };
  bullets?: { most: number; each: number };
  /** Words that must not stand anywhere in it. */
  forbidden?: string[];
  /** Characters that must not, side by side. */
  forbiddenCharacters?: string;
  pictures?: PictureRules;
  /** What prices there may be, hundredths of the currency. */
  prices?: { least: number; most: number };
  fees?: FeeTable;
  /** What the product is called in a listing, e.g. `tee`. */
  word?: string;
}

export const PICTURE_SHAPES = ['square', '4:5', '3:4'] as const;
export type PictureShape = (typeof PICTURE_SHAPES)[number];

/** What a listing's pictures have to be. */
export interface PictureRules {
  /** Width to height; the one that is shown best first. */
  shapes: PictureShape[];
  /** Of the shorter side, px. */
  leastPx: number;
  mostBytes: number;
  /** Pictures that a listing may have; ten where left out. */
  most?: number;
}

export const PRODUCT_KINDS = [
  'shirt',
  'hoodie',
  'bag',
  'cap',
  'sticker',
  'sticker sheet',
  'mug',
  'ornament',
  'cushion',
  'poster',
  'notebook',
  'phone case',
  'magnet',
  'pin',
  'other',
] as const;
export type ProductKind = (typeof PRODUCT_KINDS)[number];

export const SPEC_VERSION = 2;

/** What one marketplace asks for one product. */
export interface Spec {
  format: 'brelm-spec';
  version: typeof SPEC_VERSION;
  /** e.g. `pinfold/tee-front`. */
  id: string;
  marketplace: string;
  product: string;
  blank: string;
  kind: ProductKind;
  sides: SpecSide[];
  /** File formats that are taken, the one that is wished for first. */
  formats: FileFormat[];
  background: 'transparent' | 'opaque' | 'either';
  /** Largest file, bytes. */
  maxBytes: number;
  colourSpace: 'srgb';
  /** How files are to be named; see core's export names. Ours when left out. */
  naming?: string;
  /** Least effective resolution of a picture, dpi. */
  leastDpi: number;
  /** Thinnest line of ink and thinnest gap that print, mm; the house's own when left out. */
  thinnestLineMm?: number;
  thinnestGapMm?: number;
  sticker?: StickerRules;
  /** Garment colours that it comes in, by id; any when left out. */
  garments?: string[];
  /** Of a sticker: what it is judged on, by the ids of grounds; all of the library's when left out. */
  grounds?: string[];
  /** Whether artwork may differ from one garment colour to the next. */
  perColour: boolean;
  listing?: ListingRules;
  /** Where the figures come from. */
  sources: string[];
  /** When the figures were last compared with the marketplace's own page, YYYY-MM-DD. */
  checked: string;
}

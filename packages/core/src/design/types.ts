import type { Hex } from '../colour';
import type { Keyline, Part, PartRelations, Shade } from '../parts';
import type { Licence } from '../rights';
import type { CutLine } from '../cutline';
import type { Film, FilmCut } from '../film';
import type { Wear } from '../wear';
import type { Wording } from '../wording';
import type { Blend } from '../drawing';

export const DESIGN_FORMAT = 'brelm-design';
export const DESIGN_VERSION = 3;

/** The area the artwork is made on, at its exact print size. */
export interface Board {
  /** Spec and side that asked for this board, e.g. `pinfold/tee-front` and `front`. */
  spec: string;
  side: string;
  /** Pixels. */
  width: number;
  height: number;
  dpi: number;
}

/** A named colour of the design. */
export interface Ink {
  id: string;
  name: string;
  value: Hex;
  /** The film that is cut and pressed for it; printed where left out. */
  film?: Film;
}

/** What is other about a part in one colourway; what is left out is as the part has it. */
export interface PartOverride extends Partial<PartRelations> {
  hidden?: boolean;
  keylines?: Keyline[];
  shade?: Shade | null;
}

/** Values for inks (only those that differ from the design's own) for certain garment colours. */
export interface Colourway {
  id: string;
  name: string;
  inks: Record<string, Hex>;
  garments: string[];
  /** By part id; only parts that differ. */
  parts?: Record<string, PartOverride>;
}

/** A finding that the seller has looked at and lives with. */
export interface Acceptance {
  /** Which check, on which part (null: the whole artwork), on which garment (null: on any). */
  check: string;
  part: string | null;
  garment: string | null;
  /** The side of the design; any where left out. */
  side?: string;
  reason: string;
}

/** A raster file that picture parts refer to. */
export interface Material {
  id: string;
  name: string;
  /** Path beside the design file; only in files. */
  file?: string;
  /** Content address of the stored bytes; only on a server. */
  sha256?: string;
  /** Pixels, after EXIF orientation. */
  width: number;
  height: number;
  licence: Licence;
}

/** What was said of a typeface of the seller's own; what a font file says of itself settles nothing for goods. */
export interface OwnTypeface {
  /** See ownFaceId. */
  id: string;
  name: string;
  licence: Licence;
}

/** What helps in drawing and is never exported. */
export interface Aids {
  /** Lines across the board: `x` upright at board px from the left, `y` level from the top. */
  guides: { axis: 'x' | 'y'; at: number }[];
  /** Distance from the board's edges, board px; 0 for none. */
  margin: number;
  /** Distance of the grid's lines, board px, and whether it shows and is snapped to; null for none. */
  grid: number | null;
  unit: 'px' | 'in' | 'mm';
  /** A picture beside the board, by the content address of its stored bytes; null for none. */
  reference: Reference | null;
}

export interface Reference {
  sha256: string;
  name: string;
  /** How it lies under the artwork, to be drawn over; it is only beside the board where this is left out. */
  under?: UnderBoard;
  /** What may be done with it: what is drawn over a picture rests on it. */
  licence?: Licence;
}

/** A paper under the artwork: faint, and never exported. */
export interface UnderBoard {
  /** Where its corners are in the picture, shares of that, clockwise from the paper's top left. */
  corners: [x: number, y: number][];
  /** The paper's middle, and its width, board px. */
  x: number;
  y: number;
  width: number;
  /** How strongly it shows, 0–1. */
  strength: number;
  /** Its lines alone, without the paper. */
  lines: boolean;
  /** Whether it is looked at just now. */
  shown: boolean;
}

/** From the upper left, as most pictures are lit. */
export const USUAL_LIGHT = 315;

export const NO_AIDS: Aids = { guides: [], margin: 0, grid: null, unit: 'px', reference: null };

/** Parts, and other bundles, that are one thing: chosen, moved, lined up and copied as one. */
export interface Bundle {
  id: string;
  name: string;
  /** The bundle in which it lies itself. */
  bundle: string | null;
  /** Its members are drawn as one outline: see {@link Joining}. */
  joined: Joining | null;
  /** How all of it as one meets the artwork below it; its parts each by themselves where it is left out. */
  blend?: Blend;
}

/**
 * What of a bundle's members is drawn as one outline: all that any covers (`weld`), what all of them cover (`overlap`), or
 * what an odd number covers, so that what two have in common is left out (`exclude`).
 */
export type Joining = 'weld' | 'overlap' | 'exclude';
export const JOININGS: readonly Joining[] = ['weld', 'overlap', 'exclude'];

export const FILE_FORMATS = ['png', 'jpeg', 'webp', 'svg', 'pdf'] as const;
export type FileFormat = (typeof FILE_FORMATS)[number];

/** Where the board lies in a print area. */
export interface PlacedAt {
  /** The board's middle: inches to the right of the print area's centre line, and down from its top. */
  x: number;
  y: number;
  /** Printed size over the board's own: at 1 an inch of the board prints as an inch. */
  scale: number;
  /** Degrees clockwise about the board's middle. */
  turn: number;
}

/** Where the artwork sits on one side of one product, and what goes with it. */
export interface Placement extends PlacedAt {
  spec: string;
  side: string;
  /** For transfer paper: the whole file is mirrored. */
  mirror: boolean;
  /** On a curved product: narrowed so that it looks unsqueezed from the front. */
  narrow: boolean;
  /** Colour behind the artwork, to the edge of the print area. */
  ground: Hex | null;
  /** The file's format; the first that the spec takes where null. */
  format: FileFormat | null;
  /** In SVG and PDF: what is cut is cut, instead of clips and masks, for whoever follows it with a blade. */
  outlines?: boolean;
  /** The colourway where no garment colour says otherwise; the first where null. */
  colourway: string | null;
  /** Another colourway for a garment colour than the design's, by garment; null: it is not sold in that colour. */
  colourways: Record<string, string | null>;
  /** Positions of single garment colours, by the garment's id, that are not the same as all others. */
  apart: Record<string, PlacedAt>;
  /** The side of the design whose artwork lies there; the one that answers to the product's side where left out. */
  artwork?: string;
}

/** The artwork of one side: a board of its own with what is on it. */
export interface Side extends SideHead {
  board: Board;
  /** The stack: front first. */
  parts: Part[];
  bundles: Bundle[];
  /** Textures that take ink away from all of its artwork. */
  wear: Wear[];
  /** How it is cut out as a sticker; null where it is not. */
  cutLine: CutLine | null;
  aids: Aids;
}
export interface SideHead {
  id: string;
  /** What the seller calls it; the product's word for it where empty. */
  name: string;
}

/**
 * A design, opened at one of its sides: `board`, `parts`, `bundles`, `wear`, `cutLine` and `aids` are that side's; those that lie before
 * and after it are whole in `before` and `after`. All else is shared by the sides. Ids of parts and bundles stand once
 * in a design.
 */
export interface Design {
  format: typeof DESIGN_FORMAT;
  version: typeof DESIGN_VERSION;
  name: string;
  /** The side that is open. */
  side: SideHead;
  board: Board;
  /** Garment colour behind the artwork while it is made; never exported. */
  backdrop: string;
  /** Garment colours on which the design is judged. */
  garments: string[];
  inks: Ink[];
  colourways: Colourway[];
  materials: Material[];
  /** The seller's own typefaces of which something was said, each once. */
  typefaces: OwnTypeface[];
  /** Where the light comes from that raises edges, degrees clockwise from the top: one for all of it. */
  light: number;
  /** How its films are cut. */
  films: FilmCut;
  /** The stack of the open side: front first. */
  parts: Part[];
  bundles: Bundle[];
  wear: Wear[];
  cutLine: CutLine | null;
  aids: Aids;
  before: readonly Side[];
  after: readonly Side[];
  /** Findings that are kept out of the way, each with its reason. */
  accepted: Acceptance[];
  /** The products that the design is made for, each side once; by its boards alone where empty. */
  placements: Placement[];
  /** The words of its listings. The last field of a document: see artworkText. */
  wording: Wording;
}

/** A design as it is kept: all sides alike, none open. */
export interface DesignDocument extends Omit<
  Design,
  'side' | 'board' | 'parts' | 'bundles' | 'wear' | 'cutLine' | 'aids' | 'before' | 'after'
> {
  sides: Side[];
}

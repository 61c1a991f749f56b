import type { Hex } from '../colour';
import type { Align } from '../type';

export const DESIGN_FORMAT = 'brelm-design';
export const DESIGN_VERSION = 1;

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
}

/** Values for inks (only those that differ from the design's own) for certain garment colours. */
export interface Colourway {
  id: string;
  name: string;
  inks: Record<string, Hex>;
  garments: string[];
}

/** What may be done with a material. */
export interface Licence {
  /** SPDX id, `own` for the seller's own work, or `unknown`. */
  id: string;
  source?: string;
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

/** Where a part sits: its own origin at (x, y) board px, scaled, then turned clockwise by degrees. */
export interface Place {
  x: number;
  y: number;
  turn: number;
  /** Negative flips. */
  scaleX: number;
  scaleY: number;
}

export type Join = 'round' | 'mitre' | 'bevel';

/** An outline around a part, outside its edge. Several nest, the first innermost. */
export interface Keyline {
  ink: string;
  /** Board px; not changed by the part's scale. */
  width: number;
  join: Join;
}

interface PartBase {
  id: string;
  name: string;
  hidden: boolean;
  locked: boolean;
  /** Must be readable on the garment; decides the design's verdict. */
  mustRead: boolean;
  /** 0–1. */
  opacity: number;
  place: Place;
  keylines: Keyline[];
}

/** One line of lettering. */
export interface LetteringLine {
  text: string;
  /** Typeface id. */
  face: string;
  /** Em size, px before the part's scale. */
  size: number;
  /** Thousandths of an em after each letter. */
  tracking: number;
  /** Distance from the baseline above, in multiples of `size`. */
  leading: number;
  ink: string;
  /** OpenType features as HarfBuzz writes them, e.g. `ss01`, `liga=0`. */
  features: string[];
}

/** Origin: the first baseline at the left edge, centre or right edge of the block, as `align` says. */
export interface LetteringPart extends PartBase {
  kind: 'lettering';
  align: Align;
  lines: LetteringLine[];
}

/** Takes away the colour that a picture's rim has, as far as it is connected to the rim. */
export interface Ground {
  /** Largest CIELAB distance (ΔE 76) from the ground's colour that still counts as ground. */
  tolerance: number;
}

/** Origin: the picture's centre; one local unit is one source pixel. */
export interface PicturePart extends PartBase {
  kind: 'picture';
  material: string;
  ground: Ground | null;
}

/** One outline of a motif, filled or stroked with an ink. */
export interface MotifOutline {
  /** SVG path text in the motif's own units. */
  path: string;
  ink: string;
  rule: 'nonzero' | 'evenodd';
  opacity: number;
  /** Stroke width in the motif's units; null for a fill. */
  stroke: { width: number; join: Join; cap: 'butt' | 'round' | 'square' } | null;
}

/** Origin: the centre of the motif's width × height. */
export interface MotifPart extends PartBase {
  kind: 'motif';
  width: number;
  height: number;
  outlines: MotifOutline[];
  licence: Licence;
}

export type Part = LetteringPart | PicturePart | MotifPart;
export type PartKind = Part['kind'];
export const PART_KINDS: readonly PartKind[] = ['lettering', 'motif', 'picture'];

/** One artwork with all its colourways. */
export interface Design {
  format: typeof DESIGN_FORMAT;
  version: typeof DESIGN_VERSION;
  name: string;
  board: Board;
  /** Garment colour behind the artwork while it is made; never exported. */
  backdrop: string;
  /** Garment colours on which the design is judged. */
  garments: string[];
  inks: Ink[];
  colourways: Colourway[];
  materials: Material[];
  /** The stack: front first. */
  parts: Part[];
}

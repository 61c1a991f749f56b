import type { Hex } from '../colour';
import type { AlphaRule, Ground } from '../raster';
import type { Licence } from '../rights';
import type { Align, Baseline, Envelope, LineSettings, Measure } from '../type';

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

/** What is other about a part in one colourway; what is left out is as the part has it. */
export interface PartOverride {
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

/** An outline along a part's edge. Several nest on either side, the first next to the edge. */
export interface Keyline {
  ink: string;
  /** Board px; not changed by the part's scale. */
  width: number;
  join: Join;
  /** Outside of the edge when left out. */
  side?: 'outside' | 'inside';
  /** Gap to the edge, or to the keyline before it on that side; board px, 0 when left out. */
  distance?: number;
  /** What becomes of holes in the keyline's outline: kept when left out; `small`: filled under `least`. */
  counters?: 'kept' | 'filled' | 'small';
  /** Board px: a hole narrower than this counts as small. */
  least?: number;
}

/**
 * A copy of a part's outlines behind it, moved by (dx, dy) board px: alone (`drop`), joined to the part
 * all the way (`block`), as a long shadow that may fade out (`long`), or several times over (`echo`).
 */
export interface Shade {
  kind: 'drop' | 'block' | 'long' | 'echo';
  ink: string;
  dx: number;
  dy: number;
  /** Standard deviation of a drop shade's blur, board px; 0 when left out. */
  soft?: number;
  /** 0–1 of a drop or long shade; 1 when left out. */
  opacity?: number;
  /** Around a block shade; none when left out. */
  keyline?: { ink: string; width: number } | null;
  /** A long shade runs out into nothing. */
  fade?: boolean;
  /** Inks of the further echoes, each as far from the one before. */
  echoes?: string[];
}
export const SHADE_KINDS: readonly Shade['kind'][] = ['drop', 'block', 'long', 'echo'];

/** The most copies that a repeat may make, the original among them. */
export const MOST_COPIES = 360;

/**
 * Live copies of a part, drawn with it: `step` moves each copy on from the one before by (dx, dy) board
 * px, turned and scaled about its own middle; `ring` goes around a centre that lies at (dx, dy) from the
 * part's middle.
 */
export type Repeat =
  | {
      kind: 'step';
      /** How many there are with the original. */
      count: number;
      dx: number;
      dy: number;
      /** Degrees clockwise from one copy to the next. */
      turn: number;
      /** Size of a copy over that of the one before. */
      scale: number;
    }
  | {
      kind: 'ring';
      count: number;
      dx: number;
      dy: number;
      /** Degrees of the circle that the copies share out; 360 closes it. */
      sweep: number;
      /** Copies stay upright instead of turning with the ring. */
      upright: boolean;
    };

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
  reference: { sha256: string; name: string } | null;
}

/** Parts that are chosen and moved as one. */
export interface Bundle {
  id: string;
  name: string;
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
  /** Without its own ink: only its keylines and shade show. */
  hollow: boolean;
  /** Grows every outline by this on each side, in its own ink, board px: thin lines become printable. */
  spread: number;
  shade: Shade | null;
  repeat: Repeat | null;
  /** Id of the bundle that it belongs to. */
  bundle: string | null;
  /** In a starter, what the seller puts here, e.g. `first line`; null for a part that stays. */
  slot: string | null;
}

export type LetteringLine = LineSettings;

/** Heights are shares of the cap height above the baseline; `ink` null lets the garment show. */
export type Decoration =
  /** A line across the letters. */
  | { kind: 'band'; ink: string | null; at: number; width: number }
  /** Several level cuts between two heights. */
  | { kind: 'cuts'; ink: string | null; count: number; width: number; from: number; to: number }
  /** Another ink below a height. */
  | { kind: 'split'; ink: string | null; at: number }
  /** Dots that get smaller from full letters at `from` to nothing at `to`; `pitch` px from dot to dot. */
  | { kind: 'fade'; ink: string | null; pitch: number; from: number; to: number }
  /** A line along the edge, inside. */
  | { kind: 'inner'; ink: string; width: number; distance: number };
export const DECORATION_KINDS: readonly Decoration['kind'][] = ['band', 'cuts', 'split', 'fade', 'inner'];

/** A gradient of lettering from each letter's ink to another, over one letter, a line, or the block. */
export interface LetteringGradient extends Gradient {
  over: 'letter' | 'line' | 'block';
}

/**
 * Origin: the first baseline at the left edge, centre or right edge of the block, as `align` says; the
 * centre of a ring. On another part's outline the part's own units are board px.
 */
export interface LetteringPart extends PartBase {
  kind: 'lettering';
  align: Align;
  lines: LetteringLine[];
  measure: Measure | null;
  baseline: Baseline;
  /** Letters stay upright instead of turning with the baseline. */
  upright: boolean;
  envelope: Envelope | null;
  decorations: Decoration[];
  gradient: LetteringGradient | null;
}

/** Origin: the picture's centre; one local unit is one source pixel. */
export interface PicturePart extends PartBase {
  kind: 'picture';
  material: string;
  /** How it is cleaned; see raster's Treatment. */
  ground: Ground | null;
  lift: boolean;
  alpha: AlphaRule | null;
  specks: number;
  /** What is cut off on each side, source px. */
  crop: { left: number; top: number; right: number; bottom: number } | null;
}

/** A colour on the way of a gradient. */
export interface GradientStop {
  /** 0–1 along the way, rising. */
  at: number;
  ink: string;
  opacity: number;
}

/**
 * A fill of a motif that runs through inks. Linear: from (x0, y0) to (x1, y1). Radial: from the point
 * (x0, y0) to a circle of radius `r` about (x1, y1). All of it before `matrix`, which leads to the
 * motif's own units (as SVG's gradientTransform does).
 */
export interface MotifGradient {
  kind: 'linear' | 'radial';
  matrix: [number, number, number, number, number, number];
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  r: number;
  stops: GradientStop[];
}

/** One outline of a motif, filled or stroked with an ink. */
export interface MotifOutline {
  /** SVG path text in the motif's own units. */
  path: string;
  ink: string;
  rule: 'nonzero' | 'evenodd';
  opacity: number;
  /** Stroke width in the motif's units; null for a fill. */
  stroke: {
    width: number;
    join: Join;
    cap: 'butt' | 'round' | 'square';
    /** How far a mitre may reach, as its length ÷ the line's width (SVG 2, 13.5.6); 4 where it is left out. */
    mitre?: number;
    /** Lengths of dash and gap, in widths of the line. */
    dash?: [number, number];
  } | null;
  /** Instead of a plain fill; `ink` is then its first stop's. */
  gradient?: MotifGradient;
  /** It shows only where all of these cover; paths in the motif's own units. */
  clips?: { path: string; rule: 'nonzero' | 'evenodd' }[];
}

/** Origin: the centre of the motif's width × height. */
export interface MotifPart extends PartBase {
  kind: 'motif';
  width: number;
  height: number;
  outlines: MotifOutline[];
  licence: Licence;
}

/** How much of a QR code may be lost: about 7, 15, 25 and 30 % (ISO/IEC 18004). */
export type CodeLevel = 'L' | 'M' | 'Q' | 'H';
export const CODE_LEVELS: readonly CodeLevel[] = ['L', 'M', 'Q', 'H'];

/** A QR code. Origin: its centre; one local unit is one module. */
export interface CodePart extends PartBase {
  kind: 'code';
  /** What a phone reads: words or an address. */
  text: string;
  level: CodeLevel;
  /** Modules of clear ground around it; four by the standard. */
  quiet: number;
  ink: string;
  /** Ink of the ground, quiet zone included; null lets the garment be the ground. */
  ground: string | null;
}

/** From the fill's ink to another: along a line at `angle` degrees, or from the middle outwards. */
export interface Gradient {
  kind: 'linear' | 'radial';
  to: string;
  /** Degrees clockwise from the top; of no meaning for a radial one. */
  angle: number;
}

export type StrokeSide = 'inside' | 'centre' | 'outside';

/** A line along the outline of a shape. */
export interface ShapeStroke {
  ink: string;
  /** Board px, whatever the scale. */
  width: number;
  side: StrokeSide;
  join: Join;
  /** Lengths of dash and gap, in widths of the line; null for an unbroken one. */
  dash: [number, number] | null;
}

/** A shape by its settings; see geometry's forms. Origin: the form's own middle. */
export interface ShapePart extends PartBase {
  kind: 'shape';
  form: string;
  values: Record<string, number>;
  fill: string | null;
  gradient: Gradient | null;
  stroke: ShapeStroke | null;
}

/** A point of a drawn line with the handles of the curves that meet there; the part's own units. */
export interface LineNode {
  x: number;
  y: number;
  inX: number;
  inY: number;
  outX: number;
  outY: number;
  /** 0–1 of the line's width. */
  pressure: number;
}

/** How a line's width comes about: even all along, by the pressure of the hand, or by a flat nib. */
export type Pen = 'even' | 'pressed' | 'chisel';

/** A line drawn by hand: smooth curves through few points. Origin: the middle of its points. */
export interface LinePart extends PartBase {
  kind: 'line';
  nodes: LineNode[];
  closed: boolean;
  ink: string;
  /** The part's own units. */
  width: number;
  pen: Pen;
  /** Degrees clockwise of the flat nib from level. */
  nib: number;
}

export type Part = LinePart | LetteringPart | PicturePart | MotifPart | CodePart | ShapePart;
export type PartKind = Part['kind'];
export const PART_KINDS: readonly PartKind[] = ['lettering', 'motif', 'shape', 'line', 'picture', 'code'];

/** One artwork with all its colourways. */
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
  /** The colourway where no garment colour says otherwise; the first where null. */
  colourway: string | null;
  /** Colourways of single garment colours, by the garment's id, where they are not the design's own. */
  colourways: Record<string, string>;
  /** Positions of single garment colours, by the garment's id, that are not the same as all others. */
  apart: Record<string, PlacedAt>;
}

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
  bundles: Bundle[];
  aids: Aids;
  /** Findings that are kept out of the way, each with its reason. */
  accepted: Acceptance[];
  /** The products that the design is made for, each side once; by its board alone where empty. */
  placements: Placement[];
}

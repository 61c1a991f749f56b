import type { Hex } from '../colour';
import type { Box, Join, Matrix, OutlineOps, PathData } from '../geometry';
import type { Licence } from '../rights';
import type { Typeface } from '../type';
import type { Treatment } from '../steps';

export type WindingRule = 'nonzero' | 'evenodd';

/** An outline filled or stroked with one colour. */
export interface OutlineItem {
  kind: 'outline';
  /**
   * What it is of its part: the part's own ink, a line around it, what lies behind it, or what only colours the ink and
   * covers nothing beyond it.
   */
  role: 'ink' | 'keyline' | 'shade' | 'relief';
  ink: string;
  colour: Hex;
  path: PathData;
  /** From the path's units to board px. */
  matrix: Matrix;
  rule: 'nonzero' | 'evenodd';
  opacity: number;
  /** Standard deviation of a blur, board px; of fills alone. */
  blur?: number;
  /** For a keyline that is an outline of its own: how far it reaches beyond the part's edge, board px. */
  reach?: number;
  /** For a keyline: how wide what is seen of it is, board px; its stroke may go on under the part. */
  line?: number;
  /**
   * A stroke instead of a fill. `space` says what `width` counts: `board` px, whatever the matrix,
   * or the path's `own` units.
   */
  stroke: {
    width: number;
    join: Join;
    cap: 'butt' | 'round' | 'square';
    /** Mitre limit; MITRE where it is left out. */
    mitre?: number;
    space: 'board' | 'own';
    /** The line shows only inside, or only outside, of the outline; on both sides when left out. */
    side?: 'inside' | 'outside';
    /** Lengths of dash and gap, in widths of the line. */
    dash?: readonly [number, number];
  } | null;
  /** It shows only where all of these cover; paths in the same units as `path`. */
  clips?: readonly { path: PathData; rule: 'nonzero' | 'evenodd' }[];
  /** A fill that runs through colours, instead of `colour` alone; all of it before its matrix. */
  gradient?: {
    kind: 'linear' | 'radial';
    /** From the gradient's own units to the path's. */
    matrix: Matrix;
    x0: number;
    y0: number;
    x1: number;
    y1: number;
    r: number;
    stops: readonly { at: number; colour: Hex; opacity: number }[];
  };
}

/** A raster picture. */
export interface ImageItem {
  kind: 'image';
  material: string;
  treatment: Treatment | null;
  /** Source pixels; the whole picture spans (−width/2, −height/2) to (width/2, height/2) before `matrix`. */
  width: number;
  height: number;
  /** The part of it that shows, in the same units as that span. */
  shown: Box;
  matrix: Matrix;
}

export type DrawingItem = OutlineItem | ImageItem;

/** An outline to which something is cut. */
export interface Clip {
  path: PathData;
  rule: WindingRule;
  /** From the path's units to board px. */
  matrix: Matrix;
}

/** The alpha of what the nodes draw decides how much of a group shows. */
export interface Mask {
  nodes: readonly DrawingNode[];
  /** `covered`: it shows where they are drawn; `bare`: where they are not, as if they were cut out of it. */
  shows: 'covered' | 'bare';
}

/** How colours meet those below them (W3C Compositing and Blending Level 1), by the names of CSS. */
export const BLENDS = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color-dodge',
  'color-burn',
  'hard-light',
  'soft-light',
  'difference',
  'exclusion',
  'hue',
  'saturation',
  'color',
  'luminosity',
] as const;
export type Blend = (typeof BLENDS)[number];

/** What a group is made of: ink, a film that is cut, the path of a blade, or what only helps on screen. */
export type LayerKind = 'ink' | 'film' | 'cut' | 'guide';

/** Whether what is on a layer belongs in pictures of the artwork, and in the files that are printed. */
export const PRINTS: Readonly<Record<LayerKind, boolean>> = {
  ink: true,
  film: true,
  cut: false,
  guide: false,
};

/**
 * Nodes that are drawn together, back to front, isolated from what lies below: first cut to the clips, then
 * thinned by the mask and the opacity, then blended. What is left out changes nothing.
 */
export interface Group {
  kind: 'group';
  items: readonly DrawingNode[];
  /** 0–1, of the whole. */
  opacity: number;
  blend?: Blend;
  /** It shows only where all of these cover. */
  clips?: readonly Clip[];
  mask?: Mask;
  /** `ink` when left out. */
  layer?: LayerKind;
}

export type DrawingNode = DrawingItem | Group;

/** A typeface of the seller's own that words are set in. */
export interface SetFace {
  id: string;
  /** Empty where nothing was said of it. */
  name: string;
  licence: Licence;
  /** Whether its maker lets nobody embed it. */
  restricted: boolean;
}

/** What a judge needs to know of a part beside what it draws. Lengths are px of the drawing. */
export interface About {
  /** The kind of part. */
  kind: string;
  title: string;
  /** Must be readable on the garment. */
  mustRead: boolean;
  /** Of what it shows; null for what was typed or set here. */
  licence: Licence | null;
  /** The seller's own typefaces that it is set in, each once. */
  ownFaces: readonly SetFace[];
  /** Lines of words. */
  words: readonly string[];
  /** Height of the smallest letters: of x where a line has lower case, else of capitals; null without letters. */
  letterHeight(): number | null;
  /** What a reader should see in a code. */
  code?: { text: string; ink: Hex; ground: Hex | null };
}

/** Parts that meet the artwork below them as one. */
export interface Around {
  bundle: string;
  blend: Blend;
}

/** All that one part draws. */
export interface PartGroup extends Group {
  /** The part's id. */
  part: string;
  about: About;
  /** What it lies in that meets the artwork below it as one, outermost first; left out where it lies in no such thing. */
  around?: readonly Around[];
}

/** An ink of the design with its value in the colourway that is drawn. */
export interface DrawnInk {
  id: string;
  name: string;
  value: Hex;
  /** The kind of film that it is cut from; left out where it is printed. */
  film?: string;
}

/** Something that could not be drawn as asked. */
export type DrawingFault =
  | { kind: 'no-typeface'; part: string; face: string }
  | { kind: 'no-code'; part: string; characters: number }
  | { kind: 'no-letter'; part: string; face: string; characters: string[] }
  /** A line of a ring needs a circle of this radius, px of the part. */
  | { kind: 'ring-small'; part: string; line: number; needs: number }
  /** The part that it runs along is not there. */
  | { kind: 'no-baseline'; part: string }
  /** The part inside which it shows is not there: it shows whole. */
  | { kind: 'no-window'; part: string }
  /** A part inside which a step of its picture acts is not there: the step does nothing. */
  | { kind: 'no-mask'; part: string }
  /** It would cut what it is cut by itself: that is not done. */
  | { kind: 'circle'; part: string }
  /** The bundle of this part is joined to what its members have in common, which is nothing. */
  | { kind: 'joined-empty'; part: string }
  /** An inside keyline, or the like, that leaves nothing of the letters. */
  | { kind: 'keyline-wide'; part: string; keyline: number }
  /** It is thinned by more than it is thick: nothing is left of it. */
  | { kind: 'thinned-away'; part: string }
  /** It asks for more than one design may: so much of it is drawn, or its dressing in a plain way. */
  | {
      kind: 'too-much';
      part: string;
      of: 'outlines' | 'points' | 'copies' | 'letters';
      drawn: number;
      asked: number;
    };

/** A resolved design: groups back to front, in board pixels. */
export interface Drawing {
  width: number;
  height: number;
  dpi: number;
  groups: PartGroup[];
  inks: readonly DrawnInk[];
  /** How many parts are hidden. */
  hidden: number;
  faults: DrawingFault[];
  /** Something is drawn in a plainer way for now; resolving again with more time draws it as it is. */
  late: boolean;
}

/** What a design refers to beyond itself. */
export interface Materials {
  /** The typeface, or undefined while it is not loaded or not there. */
  face(id: string): Typeface | undefined;
  /** Outline operations; without them keylines are drawn as strokes, gaps and inside ones left out. */
  ops?: OutlineOps;
  /**
   * Whether there is no more time for outline operations that are not known yet; what needs them is
   * then drawn in a plainer way, and the drawing is `late`.
   */
  hurry?(): boolean;
}

/** For what needs no typeface. */
export const NO_MATERIALS: Materials = { face: () => undefined };

/** How far a mitre reaches where nothing else is said: SVG's own limit. */
export const MITRE = 4;

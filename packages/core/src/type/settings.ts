/** What can be set about lettering. Lengths are px before the part's scale unless said otherwise. */

export type Align = 'left' | 'centre' | 'right';

/** How letters are capitalised. `small`: small capitals, of the typeface or made from its capitals. */
export type LetterCase = 'typed' | 'upper' | 'lower' | 'small';
export const LETTER_CASES: readonly LetterCase[] = ['typed', 'upper', 'lower', 'small'];

/** What is other about some letters of a line; what is left out is as the line has it. */
export interface SpanLook {
  face?: string;
  /** Size over the line's size. */
  scale?: number;
  tracking?: number;
  ink?: string;
  /** Raised by so many thousandths of an em. */
  shift?: number;
  /** Degrees clockwise about the middle of the letter. */
  turn?: number;
  /** OpenType features as HarfBuzz writes them; added to the line's. */
  features?: string[];
  /** Places on the axes of a variable typeface. */
  axes?: Record<string, number>;
}

/** Letters `from` up to `to` (UTF-16 indices into the line's text) with a look of their own. */
export interface Span extends SpanLook {
  from: number;
  to: number;
}

/** One line of lettering. */
export interface LineSettings {
  text: string;
  /** Typeface id. */
  face: string;
  /** Em size. */
  size: number;
  /** Thousandths of an em after each letter. */
  tracking: number;
  /** Thousandths of an em more in each space. */
  wordSpace: number;
  /** Distance from the baseline above, in multiples of `size`. */
  leading: number;
  case: LetterCase;
  ink: string;
  /** OpenType features as HarfBuzz writes them, e.g. `ss01`, `liga=0`. */
  features: string[];
  /** Places on the axes of a variable typeface; those left out are as the typeface has them. */
  axes: Record<string, number>;
  /** Raised by so many thousandths of an em. */
  shift: number;
  /** Sorted, none overlapping. */
  spans: Span[];
}

/** All lines set to one width. */
export interface Measure {
  width: number;
  /** What gives: the size of each line, its tracking, or first the size within limits, then the tracking. */
  by: 'size' | 'tracking' | 'both';
  /** With `both`, the least and the largest size over the line's own. */
  least: number;
  most: number;
  /** From the lowest ink of a line to the highest ink of the next. */
  gap: number;
  /** Round letters may stand out a little, so that the edge looks straight. */
  optical: boolean;
}

/** What lines run along. */
export type Baseline =
  | { kind: 'straight' }
  /** A circle's arc, up when positive: by the height that the widest line rises, or by the radius. */
  | { kind: 'arch'; by: 'height' | 'radius'; value: number }
  | {
      kind: 'ring';
      radius: number;
      /** Degrees clockwise from the top, where an aligned line has its origin. */
      start: number;
      direction: 'clockwise' | 'counter';
      /** Whether letters stand on the outside of the circle or hang inside it. */
      side: 'outside' | 'inside';
      /** Lines alternate: one over the top, the next under, both the right way up. */
      halves: boolean;
      /** Set between the halves on both sides; empty for none. */
      separator: string;
    }
  /** A sine wave: from crest to crest `length`, from trough to crest `height`, `phase` in degrees. */
  | { kind: 'wave'; length: number; height: number; phase: number }
  /** Degrees that the line rises. */
  | { kind: 'slope'; degrees: number }
  /** The outline of another part; `start` is the share of its length where an aligned line has its origin. */
  | { kind: 'along'; part: string; start: number; flip: boolean };
export type BaselineKind = Baseline['kind'];
export const BASELINE_KINDS: readonly BaselineKind[] = ['straight', 'arch', 'ring', 'wave', 'slope', 'along'];

/** A deformation of the whole block. */
export interface Envelope {
  kind: 'swell' | 'pinch' | 'taper' | 'lean' | 'flag' | 'arch-top' | 'arch-bottom' | 'arch-both' | 'net';
  /** −1 to 1; of no meaning for a net. */
  strength: number;
  /** Where across the block it is strongest, 0 to 1. */
  middle: number;
  /** For a net, 16 moves of its points, rows from the top, in shares of the block's width and height. */
  net?: [number, number][];
}
export const ENVELOPE_KINDS: readonly Envelope['kind'][] = [
  'swell',
  'pinch',
  'taper',
  'lean',
  'flag',
  'arch-top',
  'arch-bottom',
  'arch-both',
  'net',
];

/** Everything about a block of lettering but its colours and what is around it. */
export interface BlockSettings {
  align: Align;
  lines: readonly LineSettings[];
  measure: Measure | null;
  baseline: Baseline;
  /** Letters keep upright instead of turning with the baseline. */
  upright: boolean;
  envelope: Envelope | null;
}

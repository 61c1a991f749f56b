import type { Align, Baseline, Envelope, LineSettings, Measure } from '../../type';
import type { Gradient, PartBase } from '../base';

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

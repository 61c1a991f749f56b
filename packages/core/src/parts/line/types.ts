import type { PartBase } from '../base';

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

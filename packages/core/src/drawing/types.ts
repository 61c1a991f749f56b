import type { Hex } from '../colour';
import type { Box, Matrix, PathData } from '../geometry';
import type { Ground, Join, Place } from '../design';

/** An outline filled or stroked with one colour. */
export interface OutlineItem {
  kind: 'outline';
  layer: 'ink' | 'keyline';
  ink: string;
  colour: Hex;
  path: PathData;
  /** From the path's units to board px. */
  matrix: Matrix;
  rule: 'nonzero' | 'evenodd';
  opacity: number;
  /**
   * A stroke instead of a fill. `space` says what `width` counts: `board` px, whatever the matrix,
   * or the path's `own` units.
   */
  stroke: {
    width: number;
    join: Join;
    cap: 'butt' | 'round' | 'square';
    space: 'board' | 'own';
  } | null;
}

/** A raster picture. */
export interface ImageItem {
  kind: 'image';
  material: string;
  ground: Ground | null;
  /** Source pixels; the picture spans (−width/2, −height/2) to (width/2, height/2) before `matrix`. */
  width: number;
  height: number;
  matrix: Matrix;
}

export type DrawingItem = OutlineItem | ImageItem;

/** All that one part draws, back to front; its opacity applies to the whole. */
export interface Group {
  part: string;
  opacity: number;
  items: DrawingItem[];
  /** The ink's box in the part's own units, without keylines; empty when nothing draws. */
  localBox: Box;
  place: Place;
  matrix: Matrix;
  /** Width of all keylines together, board px. */
  keylineWidth: number;
}

/** Something that could not be drawn as asked. */
export type DrawingFault =
  | { kind: 'no-typeface'; part: string; face: string }
  | { kind: 'no-letter'; part: string; face: string; characters: string[] };

/** A resolved design: groups back to front, in board pixels. */
export interface Drawing {
  width: number;
  height: number;
  dpi: number;
  groups: Group[];
  faults: DrawingFault[];
}

import type { Hex } from '../colour';
import type { PathData } from '../geometry';

/** Which way a figure looks as it is drawn in the library: −1 to the left, 1 to the right, 0 to the front. */
export type Facing = -1 | 0 | 1;

/** A spot on a figure, in its own units (32 × 32, x to the right, y down): where, how wide, and how far it is turned (degrees, clockwise). */
export interface Spot {
  x: number;
  y: number;
  width: number;
  turn: number;
}

/** Where a figure wears things. */
export type WornAt = 'head' | 'eyes' | 'neck';

/** What takes hold of things: a hand or wing, a mouth or beak, or nothing, so that they lie before it. */
export type Holds = 'hand' | 'mouth' | 'none';

interface Named {
  /** `flat/owl` of the library, or `form/lantern` of ours. */
  id: string;
  /** What it is asked for by, in small letters, one of each; the first is its name. */
  words: readonly string[];
}

/** A figure that a picture can be of. */
export interface Subject extends Named {
  facing: Facing;
  head: Spot;
  eyes: Spot | null;
  /** For a face alone: under its chin. */
  neck: Spot | null;
  hold: { x: number; y: number; by: Holds };
  /** What it stands on, its lower edge. */
  ground: number;
  /** It is drawn so already. */
  poses: readonly Pose[];
}

/** What is worn: the spot of it that comes to lie on the subject's. */
export interface Worn extends Named {
  at: WornAt;
  facing: Facing;
  spot: Spot;
  /** Behind the figure, like a cape. */
  behind: boolean;
}

/** What is held: where it is taken hold of, and its longer side in widths of the one who holds it. */
export interface Held extends Named {
  grip: { x: number; y: number };
  facing: Facing;
  size: number;
  /** Long things go behind the figure, so that no stick crosses a face. */
  behind: boolean;
  /** Hangs from its grip, stands on the ground beside one without hands, is only held, or is held over the head: its grip is then what lies at the head's top. */
  way: 'hangs' | 'stands' | 'held' | 'over';
}

/** What a figure sits on: the spot of it that its ground comes to. */
export interface Seat extends Named {
  spot: Spot;
}

/** What stands behind all, or above it. */
export interface Backdrop extends Named {
  /** Its longer side in widths of the figure. */
  size: number;
  place: 'behind' | 'above';
}

export const POSES = [
  'standing',
  'sitting',
  'flying',
  'jumping',
  'running',
  'dancing',
  'asleep',
  'upside down',
  'leaning',
] as const;
export type Pose = (typeof POSES)[number];

/** An outline that is filled, in the units of whoever has it; all by the non-zero rule. */
export interface Fill {
  path: PathData;
  colour: Hex;
  opacity: number;
}

/** A figure's artwork in 32 × 32 units, back to front. */
export interface FigureArt {
  fills: readonly Fill[];
}

/** What one thing of the picture is made of, in the picture's units, back to front. */
export interface Piece {
  /** The figure's id. */
  id: string;
  fills: readonly Fill[];
}

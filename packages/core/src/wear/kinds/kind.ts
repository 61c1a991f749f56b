import type { WearGrey } from '../grey';

/** A picture that wears ink away, and whether where it is light. */
export interface OwnPicture {
  picture: WearGrey;
  light: boolean;
}

/**
 * What one kind of wear is: a surface over the plane, in units of its size along its turn. Ink goes first where the
 * surface is low; only the order of its heights counts.
 */
export interface WearKindOf {
  label: string;
  /** What its size is, as it is said. */
  sizeOf: string;
  /** Its usual size, and the least and most, mm. */
  size: { usual: number; least: number; most: number };
  /** Whether it has a direction. */
  turns: boolean;
  /** Its usual direction, degrees clockwise. */
  turn: number;
  /** Its finest detail, as a share of its size. */
  detail: number;
  /** What varies so slowly that few places tell it all; `detail` is the width of its finest, in sizes. */
  broad: { detail: number; surface(seed: number): (u: number, v: number) => number };
  /** `broad` is that surface's height at the same place; `own` is for the kind that is of the seller's own picture. */
  surface(seed: number, own?: OwnPicture): (u: number, v: number, broad: number) => number;
}

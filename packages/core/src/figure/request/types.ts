import type { Hex } from '../../colour';
import type { StyleId } from '../styles/words';
import type { Facing, Pose } from '../types';

/** A request of which nothing can be drawn; in words for whoever made it. */
export class FigureError extends Error {
  override readonly name = 'FigureError';
}

/** Something that is asked for: the figures that can be it, and how it is to be. */
export interface Asked {
  /** In the words of the request. */
  said: string;
  /** Ids of figures, the usual one first. */
  ids: readonly string[];
  colour: Hex | null;
  /** 1 as it usually is. */
  scale: number;
}

/** What a request was understood as. */
export interface FigureRequest {
  words: string;
  subject: Asked;
  /** How many of the subject. */
  count: number;
  worn: Asked[];
  held: Asked[];
  seat: Asked | null;
  beside: Asked[];
  behind: Asked[];
  above: Asked[];
  pose: Pose;
  /** Which way it is to look; 0 where nobody says. */
  facing: Facing;
  /** A style that the words name. */
  style: StyleId | null;
  /** What could not be understood, or is not done; whole phrases. */
  undone: string[];
}

/** The longest request, letters. */
export const MOST_WORDS = 300;
/** A request while it is read. */
export type Unfinished = Omit<FigureRequest, 'subject'> & { subject: Asked | null };

/** The id of a figure with just this name, which no book has; null for none. */
export type LookUp = (name: string) => string | null;

import type { Hex } from '../colour';
import type { PathData } from '../geometry';

/** How a picture is traced. Lengths are px of the copy that is traced. */
export interface TraceSettings {
  /** How many colours; found from the picture where null. */
  colours: number | null;
  /** Islands of fewer px are joined with what is around them. */
  least: number;
  /** How far a border may stray from where it was found. */
  tolerance: number;
  /** How much borders are smoothed before they are followed, 0–1. */
  smooth: number;
  /** How far a colour reaches under those that are laid over it, so that no seam is seen; 0 for none. */
  trap: number;
  /** For what is drawn on paper: its light is made even first, and it becomes dark on light. */
  paper: boolean;
}

export const TRACE: TraceSettings = {
  ...{ colours: null, least: 24, tolerance: 0.7, smooth: 0.5, trap: 0.6, paper: false },
};

/** All of a picture that has one colour. */
export interface TracedColour {
  colour: Hex;
  /** px. */
  area: number;
  /** Closed, to be filled by the even-odd rule. */
  path: PathData;
  /** What of its border lies under colours laid over it, open lines; empty where nothing does. */
  under: PathData;
}

export interface Traced {
  width: number;
  height: number;
  /** The largest first: each is laid over those before it. */
  colours: TracedColour[];
  /** Points of all paths. */
  points: number;
  /** Mean and largest distance of the borders that were found from those that were fitted, px. */
  error: { mean: number; largest: number };
}

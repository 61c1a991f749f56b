export type Verdict = 'reads' | 'weak' | 'vanishes';

/** Contrast of one part on one garment; see contrast.ts. */
export interface PartContrast {
  id: string;
  verdict: Verdict;
  /** Half of the edge is at this ratio or under it (of a part with a shade: 70 %): under 1.5 : 1 the part vanishes. */
  medianRatio: number;
  /** More than a fifth of the edge (of a part with a shade: half) is at this ratio or under it: under 3 : 1 the part is weak. */
  p20Ratio: number;
  shareBelow3: number;
}

/** A part that is missed on a garment although it need not be read: most of it cannot be told from the cloth. */
export interface Missed {
  id: string;
  /** Share of its visible area that is lost, 0–1. */
  lost: number;
}

/** Contrast of the design on one garment. */
export interface GarmentContrast {
  id: string;
  verdict: Verdict;
  /**
   * The ratio that explains the verdict, the lowest of those that decide: the median of an edge that vanishes, else the
   * one that a fifth of it is under. It is 3 or more exactly where the verdict is *reads*, and nothing is missed.
   */
  lowestRatio: number;
  /** The part whose ratio that is; null for the whole silhouette. */
  decides: string | null;
  parts: PartContrast[];
  missed: Missed[];
}

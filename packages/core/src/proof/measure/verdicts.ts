export type Verdict = 'reads' | 'weak' | 'vanishes';

/** Contrast of one part on one garment; see contrast.ts. */
export interface PartContrast {
  id: string;
  verdict: Verdict;
  medianRatio: number;
  p10Ratio: number;
  shareBelow3: number;
}

/** Contrast of the design on one garment. */
export interface GarmentContrast {
  id: string;
  verdict: Verdict;
  /** The lowest 10th percentile over the parts that decide the verdict. */
  lowestRatio: number;
  parts: PartContrast[];
}

import type { Garment } from '../colour';
import type { Design, Edit } from '../design';
import type { Drawing, MakeSurface, Materials, PictureSource } from '../drawing';
import type { Spec, SpecSide } from '../spec';
import type { Analysis, LayerCache } from './analysis';
import type { WalkCache } from './edge-walk';
import type { ThinCache } from './thin-places';

/** `stop`: will be refused or misprint; `watch`: will look poor; `note`: worth knowing. */
export type Severity = 'stop' | 'watch' | 'note';

export type CheckId =
  | 'contrast'
  | 'box'
  | 'resolution'
  | 'safe-area'
  | 'letters'
  | 'typeface'
  | 'ring'
  | 'baseline'
  | 'keyline'
  | 'interior'
  | 'extent'
  | 'centre'
  | 'rights'
  | 'alone'
  | 'haze'
  | 'fringe'
  | 'specks'
  | 'thin-ink'
  | 'thin-gap'
  | 'thin-keyline'
  | 'distance'
  | 'spelling'
  | 'code'
  | 'code-size'
  | 'code-contrast'
  | 'too-much'
  | 'nothing';

/** A change that Brelm computed and offers for a finding. */
export interface Mend {
  id: string;
  title: string;
  edits: Edit[];
}

/** One thing noticed. */
export interface Finding {
  check: CheckId;
  severity: Severity;
  /** The part it is about, or null for the whole artwork. */
  part: string | null;
  /** The garment it is about; absent when it holds for all. */
  garment?: string;
  message: string;
  /** What was measured, the threshold that it missed, and their unit. */
  figure: number;
  threshold: number;
  unit: 'ratio' | 'dpi' | 'mm' | 'm' | 'share' | 'characters' | 'parts' | 'pieces';
  /** x, y, width, height in board px. */
  region: [number, number, number, number];
  /** Where it is to be seen, place by place, when there are several; board px as `region`. */
  places?: [number, number, number, number][];
  mends: Mend[];
  /** Why the seller lives with it; such a finding no longer counts. */
  accepted?: string;
}

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

export interface Proof {
  garments: GarmentContrast[];
  findings: Finding[];
}

/** Looks words up; see createSpelling(). */
export interface Spelling {
  /** Null when the word is right, else up to five words that may be meant, the likeliest first. */
  doubt(word: string): string[] | null;
}

/** What the checks look at. */
export interface ProofInput {
  design: Design;
  colourway: string | undefined;
  spec: Spec;
  side: SpecSide;
  garments: readonly Garment[];
  materials: Materials;
  surfaces: MakeSurface;
  pictures: PictureSource;
  /** Garments for which mends are worked out (they are tried one by one); all when left out. */
  mendFor?: ReadonlySet<string>;
  /** False leaves out mends that are only found by trying them: for who wants to know, not to mend. */
  mends?: boolean;
  /** Layers painted before; see analyse(). */
  cache?: LayerCache;
  /** Where edges were, for artwork of which only colours change; see sampleEdges(). */
  walks?: WalkCache;
  /** False leaves out what takes longer than a moment: see slowFindings(). */
  slow?: boolean;
  /** Doubtful words; spelling is not looked at when it is left out. */
  spelling?: Spelling;
  /** What was found thin before; see thinOf(). */
  thinCache?: ThinCache;
}

/** The input of checks that need no more than the drawing. */
export interface DrawnInput extends ProofInput {
  drawing: Drawing;
}

/** The input together with what the checks share. */
export interface CheckInput extends DrawnInput {
  analysis: Analysis;
  /** Measured contrast, a row a garment, in the order of `garments`. */
  contrast: readonly GarmentContrast[];
}

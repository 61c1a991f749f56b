import type { Garment } from '../colour';
import type { Design, Edit } from '../design';
import type { Drawing, MakeSurface, Materials, PictureSource } from '../drawing';
import type { Sentence } from '../sentences';
import type { Spec, SpecSide } from '../spec';
import type { Analysis, GarmentContrast, LayerCache, Region, ThinCache, WalkCache } from './measure';

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
  | 'window'
  | 'circle'
  | 'cut-away'
  | 'worn'
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
  | 'eyes'
  | 'spelling'
  | 'code'
  | 'code-size'
  | 'code-contrast'
  | 'too-much'
  | 'cut-line'
  | 'nothing'
  // Of placements:
  | 'off'
  | 'cut'
  | 'safe'
  | 'zone'
  | 'ground'
  | 'wrap'
  | 'mirror'
  | 'small';

/** A change that Brelm computed and offers for a finding. */
export interface Mend {
  id: string;
  title: string;
  /** The same before it is put into words. */
  said: Sentence;
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
  /** The same before it is put into words, where it can be said in other languages. */
  said?: Sentence;
  /** What was measured, the threshold that it missed, and their unit. */
  figure: number;
  threshold: number;
  unit: 'ratio' | 'dpi' | 'mm' | 'm' | 'px' | 'share' | 'characters' | 'parts' | 'pieces';
  /** Which of several of the part, such as its keylines, counted from 0. */
  at?: number;
  /** x, y, width, height in px of what is judged. */
  region: Region;
  /** Where it is to be seen, place by place, when there are several; board px as `region`. */
  places?: Region[];
  mends: Mend[];
  /** Why the seller lives with it; such a finding no longer counts. */
  accepted?: string;
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

/** Artwork as it lies on a side of a product, and what it is judged on. All px are those of the side. */
export interface Artwork {
  drawing: Drawing;
  spec: Spec;
  side: SpecSide;
  garments: readonly Garment[];
  surfaces: MakeSurface;
  pictures: PictureSource;
  /** Where edges were, for artwork of which only colours change; see sampleEdges(). */
  walks?: WalkCache;
  /** What was found thin before; see thinOf(). */
  thinCache?: ThinCache;
  /** Doubtful words; spelling is not looked at when it is left out. */
  spelling?: Spelling;
  /** Garments on which is looked at what takes long on each, such as reading a code back; all when left out. */
  closely?: ReadonlySet<string>;
}

/** Artwork together with what the checks share. */
export interface Judged extends Artwork {
  analysis: Analysis;
  /** Measured contrast, a row a garment, in the order of `garments`. */
  contrast: readonly GarmentContrast[];
}

/** A design, and the side of a product on which its artwork is judged. */
export interface ProofInput extends Omit<Artwork, 'drawing' | 'closely'> {
  design: Design;
  colourway: string | undefined;
  materials: Materials;
  /** Garments for which mends are worked out (they are tried one by one); all when left out. */
  mendFor?: ReadonlySet<string>;
  /** False leaves mends out: for who wants to know, not to mend. */
  mends?: boolean;
  /** Layers painted before; see analyse(). */
  cache?: LayerCache;
  /** False leaves out what takes longer than a moment: see slowFindings(). */
  slow?: boolean;
}

/** What mends are worked out from: the design, and what was found of it. */
export type MendInput<A extends Artwork = Judged> = A & {
  design: Design;
  colourway: string | undefined;
  materials: Materials;
  mendFor?: ReadonlySet<string>;
  cache?: LayerCache;
  /** How often something was tried out; each trial costs, and there is a limit to them. */
  tried: Map<string, number>;
};

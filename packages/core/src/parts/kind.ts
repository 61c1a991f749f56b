import type { About, DrawingFault, ImageItem, Materials, OutlineItem } from '../drawing';
import type { FieldsOf, Rule } from '../fields';
import type { Box, Matrix, PathData } from '../geometry';
import type { Hex } from '../colour';
import type { Licence } from '../rights';
import type { Covers, Treatment } from '../steps';
import type { PartBase } from './base';
import type { InkGradient } from './gradient';

/** An outline of a part before its inks have colours. */
export type UninkedItem = Omit<OutlineItem, 'matrix' | 'colour' | 'gradient'> & {
  gradient?: InkGradient;
  /** How far its units lie from the part's own. */
  shift?: readonly [number, number];
};

/** What a part draws by itself, before colours, placement and dressing; its own units. */
export interface Shape {
  items: UninkedItem[];
  box: Box;
  /**
   * The letters of lettering, whatever decorates them; `own` is one before it was laid on its baseline,
   * the same object for the same letter.
   */
  pieces?: { path: PathData; own?: { path: PathData; frame: Matrix } }[];
  /** The same object for the same outlines, where that does not follow from the part. */
  same?: object;
}

/** The outline of another part that lettering runs along, board px; null when there is none. */
export type FindOutline = (part: string) => PathData | null;

/** A picture that a part shows, as a design has it. */
export interface KnownPicture {
  id: string;
  width: number;
  height: number;
  licence: Licence;
}

/** A part that is made of outlines in inks; keylines, a shade and a spread go around them. */
export interface OutlinedKind<P> {
  shape(part: P, materials: Materials, faults: DrawingFault[], outline: FindOutline): Shape;
  /** What its outlines depend on beside the part itself; compared one by one. */
  outside?(part: P, materials: Materials, outline: FindOutline): unknown[];
  /** The same object for parts of the same outlines, wherever they stand; by all that the part has where left out. */
  same?(part: P, shape: Shape): object;
  /** The way that lettering can run along, own units; null for a part that gives none. */
  way?(part: P): PathData | null;
  /** For words: how many letters are set, and the same part with its first ones alone. */
  letters?: { count(part: P): number; first(part: P, most: number): P };
}

/** A part that shows one raster picture, with nothing around it. */
export interface PicturedKind<P> {
  material(part: P): string;
  /** Ids of the parts that have a say in what it shows, by what they cover. */
  masks(part: P): string[];
  /** `light`: where the design's light comes from, degrees clockwise from the top of the board. */
  image(
    part: P,
    picture: KnownPicture,
    given: {
      colour(ink: string): Hex;
      light: number;
      /** What a part covers, px of the picture; undefined where it is not there. */
      coverOf?(part: string): Covers<Treatment>[string] | undefined;
    },
  ): Omit<ImageItem, 'matrix'>;
}

/** All that Brelm knows about one kind of part: a folder, and a line in the registry. */
export interface PartKindOf<P extends PartBase & { kind: string }> {
  kind: P['kind'];
  /** What one is called that has no name. */
  label: string;
  /** Whether a new one must be readable on the garment. */
  mustRead: boolean;
  /** The fields that only this kind has. */
  fields: FieldsOf<Omit<P, keyof PartBase | 'kind'>>;
  /** What holds between its fields; `also` is the same for the schema, as far as that can say it. */
  rule?: Rule<P>;
  also?: object;
  /** How the seller would point at one without a name. */
  title?(part: P): string;
  /** Lines of words on it. */
  words?(part: P): string[];
  /** Ids of the typefaces that it is set in. */
  faces?(part: P): string[];
  /** What a judge needs to know of it beside what every part says. */
  about?(part: P, given: AboutGiven): Partial<About>;
  outlined?: OutlinedKind<P>;
  pictured?: PicturedKind<P>;
}

export interface AboutGiven {
  colour(ink: string): Hex;
  materials: Materials;
  picture(id: string): KnownPicture | undefined;
  /** What was said of a typeface of the seller's own. */
  typeface(id: string): { name: string; licence: Licence } | undefined;
}

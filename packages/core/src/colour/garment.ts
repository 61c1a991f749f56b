import { hexToRgb, over, rgbToHex, type Hex } from './srgb';

/** How a colour of a blank is made up; all but `solid` have a second colour. */
export const GARMENT_KINDS = ['solid', 'heather', 'tie-dye', 'film'] as const;
export type GarmentKind = (typeof GARMENT_KINDS)[number];

/** `underbase`: white is laid under the ink; `direct`: the ink goes on as it is, and the ground shows. */
export type TakesInk = 'underbase' | 'direct';

/** A garment colour: what the artwork is printed on. */
export interface Garment {
  id: string;
  name: string;
  /** The colour, or the first of two. */
  value: Hex;
  /**
   * `heather`: a fine mix of two yarns; `tie-dye`: patches from one colour to the other; `film`: a
   * metallic or glossy sheet that goes from one to the other as light falls on it.
   */
  kind: GarmentKind;
  /** The second colour. */
  second?: Hex;
  /** What it is a colour of: tee, hoodie, tote, sticker vinyl, mug …; any when left out. */
  blank?: string;
  /** Underbase when left out. */
  takes?: TakesInk;
  /** What stickers are stuck on, such as the lid of a laptop: nothing is made in it. */
  ground?: boolean;
  /** The seller's own, not one that came with the library. */
  own?: boolean;
}

/** The colours that a garment shows: one for a solid, two for any other kind. */
export const yarns = (garment: Garment): Hex[] =>
  garment.kind !== 'solid' && garment.second ? [garment.value, garment.second] : [garment.value];

/** Steps from one colour of a tie-dye or a film to the other, both ends among them. */
const STEPS = 9;

/**
 * The colours that artwork meets on a garment and has to stand out from: of a heather its two yarns, of what runs from one colour to
 * the other (tie-dye, film) those between, too, in even steps.
 */
export function groundsOf(garment: Garment): Hex[] {
  const ends = yarns(garment);
  if (ends.length < 2 || garment.kind === 'heather') return ends;
  const [first, last] = ends.map(hexToRgb);
  return Array.from({ length: STEPS }, (_, i) => rgbToHex(over(last, i / (STEPS - 1), first)));
}

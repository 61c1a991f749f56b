import { choice, nullable, number, record, ref, type Field } from '../fields';

/** What a sticker is cut to: the artwork with a border, or a plain form around it. */
export const CUT_SHAPES = ['follow', 'circle', 'oval', 'rectangle'] as const;
export type CutShape = (typeof CUT_SHAPES)[number];

/** Which holes of the artwork are filled: none, those smaller than a size, or all. */
export const CUT_HOLES = ['none', 'small', 'all'] as const;
/** What is done with artwork in several pieces: left so, or joined by a bridge where they are nearest. */
export const CUT_ISLANDS = ['apart', 'bridge'] as const;

/** How a sticker is cut out of what its side is printed on. Lengths are mm on the print, however large the artwork. */
export interface CutLine {
  shape: CutShape;
  /** Between the artwork's visible edge and the cut. */
  distance: number;
  /** Gaps narrower than this are closed. */
  close: number;
  holes: (typeof CUT_HOLES)[number];
  /** With `small`: holes whose least side is under this are filled. */
  holeSize: number;
  /** The least radius of a corner, inner or outer, that the blade is given to turn. */
  radius: number;
  islands: (typeof CUT_ISLANDS)[number];
  /** The width of a bridge. */
  bridge: number;
  /** The ink of the border; null where the artwork has none and is cut close. */
  ink: string | null;
  /** How far the border's ink goes on beyond the cut, for a blade that strays. */
  bleed: number;
}

const mm = (most: number, fallback: number) => number({ min: 0, max: most, fallback });

export const CUT_LINE_FIELD: Field<CutLine> = record<CutLine>(
  {
    shape: choice(CUT_SHAPES, 'follow'),
    distance: mm(50, 3),
    close: mm(50, 3),
    holes: choice(CUT_HOLES, 'all'),
    holeSize: mm(50, 5),
    radius: mm(20, 1.5),
    islands: choice(CUT_ISLANDS, 'bridge'),
    bridge: number({ min: 0.5, max: 50, fallback: 5 }),
    ink: nullable(ref('ink')),
    bleed: mm(10, 0),
  },
  { name: 'cutLine' },
);

/** A cut line as it is begun: a border in an ink, as wide and as round as a product asks at the least. */
export const newCutLine = (
  ink: string | null,
  rules: { borderMm: number; radiusMm: number } = { borderMm: 0, radiusMm: 0 },
): CutLine => ({
  shape: 'follow',
  distance: Math.max(3, rules.borderMm),
  close: 3,
  holes: 'all',
  holeSize: 5,
  radius: Math.max(1.5, rules.radiusMm),
  islands: 'bridge',
  bridge: 5,
  ink,
  bleed: 0,
});

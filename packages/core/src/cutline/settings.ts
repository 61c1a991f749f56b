import { choice, flag, link, list, nullable, number, record, ref, tuple, type Field } from '../fields';

/**
 * What a sticker is cut to: the artwork with a border, the artwork itself (cut from coloured film), a form around it, or an
 * outline of one's own.
 */
export const CUT_SHAPES = ['follow', 'silhouette', 'circle', 'oval', 'rectangle', 'form', 'own'] as const;
export type CutShape = (typeof CUT_SHAPES)[number];

/** The forms that artwork can be fitted into, by the ids of shapes. */
export const CUT_FORMS = ['shield', 'badge', 'polygon', 'star', 'gear', 'ticket', 'bubble', 'blob'] as const;

/** Outer corners of a border: rounded by its width, or kept as sharp as the artwork's. */
export const CUT_CORNERS = ['round', 'sharp'] as const;
/** Which holes of the artwork are filled: none, those smaller than a size, all but chosen ones, or all. */
export const CUT_HOLES = ['none', 'small', 'chosen', 'all'] as const;
/**
 * What is done with artwork in several pieces: left so, joined by a bridge where they are nearest, or, as in a stencil,
 * what would fall out of a letter held by a bridge above and one below.
 */
export const CUT_ISLANDS = ['apart', 'bridge', 'stencil'] as const;
/** Where the backing of a sticker sticks out, so that fingers find it. */
export const TEAR_SIDES = ['none', 'top', 'right', 'bottom', 'left'] as const;
export type TearSide = (typeof TEAR_SIDES)[number];

/** A place by its shares of the box of what is visible, so that it stays where it is on artwork that is made larger. */
export type Share = [number, number];

/** A stretch of the line that was put elsewhere by hand: from its nearest point to one place to that to another, through others. */
export interface HandPatch {
  from: Share;
  to: Share;
  via: Share[];
}

/** A further border around the first one. */
export interface Rim {
  ink: string;
  /** mm */
  width: number;
}

/** A wider backing that is cut through as well, around a sticker that is peeled off it. */
export interface Backing {
  /** Beyond the sticker, mm. */
  margin: number;
  tear: TearSide;
}

/** How a sticker is cut out of what its side is printed on. Lengths are mm on the print, however large the artwork. */
export interface CutLine {
  shape: CutShape;
  /** With `form`: which. */
  form: (typeof CUT_FORMS)[number];
  /** With `own`: the part whose outline it is, as it lies on the board; it may be gone. */
  part: string | null;
  /** Between the artwork's visible edge and the cut, or the first of the rims. */
  distance: number;
  corners: (typeof CUT_CORNERS)[number];
  /** How far a sharp corner may reach, as its length over the border's width; sharper ones are rounded. */
  mitre: number;
  /** Gaps narrower than this are closed. */
  close: number;
  holes: (typeof CUT_HOLES)[number];
  /** With `small`: holes that are smaller than this (the geometric mean of their box's sides) are filled. */
  holeSize: number;
  /** With `chosen`: a place within each hole that is cut out. */
  openHoles: Share[];
  /** The least radius of a corner, inner or outer, that the blade is given to turn. */
  radius: number;
  islands: (typeof CUT_ISLANDS)[number];
  /** The width of a bridge. */
  bridge: number;
  /** Bridges that were placed by hand: from, to. */
  joints: [...Share, ...Share][];
  /** The ink of the border; null where the artwork has none and is cut close. */
  ink: string | null;
  /** Without an ink: whether the border and its bleed are in the colours of the artwork that lies next to them. */
  spread: boolean;
  /** Further borders, from the inner one outward. */
  rims: Rim[];
  /** How far the border's ink goes on beyond the cut, for a blade that strays. */
  bleed: number;
  /** Stretches that were put elsewhere by hand, each on the line as those before have left it. */
  patches: HandPatch[];
  /** Null where the sticker alone is cut. */
  backing: Backing | null;
}

const mm = (most: number, fallback: number) => number({ min: 0, max: most, fallback });
const at = () => number({ min: -2, max: 3 });

export const CUT_LINE_FIELD: Field<CutLine> = record<CutLine>(
  {
    shape: choice(CUT_SHAPES, 'follow'),
    form: choice(CUT_FORMS, 'shield'),
    part: nullable(link('part')),
    distance: mm(50, 3),
    corners: choice(CUT_CORNERS, 'round'),
    mitre: number({ min: 1, max: 10, fallback: 3 }),
    close: mm(50, 3),
    holes: choice(CUT_HOLES, 'all'),
    holeSize: mm(50, 5),
    openHoles: list(tuple<Share>([at(), at()]), { most: 200, optional: true }),
    radius: mm(20, 1.5),
    islands: choice(CUT_ISLANDS, 'bridge'),
    bridge: number({ min: 0.2, max: 50, fallback: 5 }),
    joints: list(tuple<[...Share, ...Share]>([at(), at(), at(), at()]), { most: 200, optional: true }),
    ink: nullable(ref('ink')),
    spread: flag(),
    rims: list(record<Rim>({ ink: ref('ink'), width: number({ min: 0.2, max: 50, fallback: 2 }) }), {
      most: 6,
      optional: true,
    }),
    bleed: mm(10, 0),
    patches: list(
      record<HandPatch>({
        from: tuple<Share>([at(), at()]),
        to: tuple<Share>([at(), at()]),
        via: list(tuple<Share>([at(), at()]), { most: 100 }),
      }),
      { most: 200, optional: true },
    ),
    backing: nullable(
      record<Backing>({
        margin: number({ min: 0.5, max: 50, fallback: 4 }),
        tear: choice(TEAR_SIDES, 'none'),
      }),
    ),
  },
  { name: 'cutLine' },
);

/** A cut line as it is begun: a border in an ink, as wide and as round as a product asks at the least. */
export const newCutLine = (
  ink: string | null,
  rules: { borderMm: number; radiusMm: number } = { borderMm: 0, radiusMm: 0 },
): CutLine => ({
  shape: 'follow',
  form: 'shield',
  part: null,
  distance: Math.max(3, rules.borderMm),
  corners: 'round',
  mitre: 3,
  close: 3,
  holes: 'all',
  holeSize: 5,
  openHoles: [],
  radius: Math.max(1.5, rules.radiusMm),
  islands: 'bridge',
  bridge: 5,
  joints: [],
  ink,
  spread: false,
  rims: [],
  bleed: 0,
  patches: [],
  backing: null,
});

/** From the artwork's edge to the cut, all borders together, mm; 0 where that is not asked for. */
export const wholeBorder = ({ shape, distance, rims }: CutLine): number =>
  shape === 'silhouette' || shape === 'own' ? 0 : distance + rims.reduce((sum, r) => sum + r.width, 0);

/** How a sticker is cut out where its artwork is judged: what goes on in its own colours beyond its edge parts it from nothing. */
export const asJudged = (settings: CutLine): CutLine =>
  settings.spread ? { ...settings, spread: false } : settings;

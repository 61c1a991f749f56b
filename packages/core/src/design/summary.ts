import { facesOfPart, wordsOfPart } from '../parts';
import { occasionOf, wordedOf } from '../wording';
import { allParts, sidesOf } from './sides';
import type { Board, Design, SideHead } from './types';

/** What plans, names and lists need of a design: all but its artwork. */
export interface DesignHead extends Pick<
  Design,
  'name' | 'side' | 'board' | 'backdrop' | 'garments' | 'inks' | 'colourways' | 'placements' | 'wording'
> {
  before: readonly SideBoard[];
  after: readonly SideBoard[];
  /** Sides that have a cut line, by their ids; a whole design says it itself. */
  cutSides?: readonly string[];
}

/** A side without what is on it. */
export type SideBoard = SideHead & { board: Board };

const boardOf = ({ id, name, board }: SideBoard): SideBoard => ({ id, name, board });

export const headOf = (design: Design): DesignHead => {
  const { name, side, board, backdrop, garments, inks, colourways, placements, wording } = design;
  return {
    ...{ name, side, board, backdrop, garments, inks, colourways, placements, wording },
    before: design.before.map(boardOf),
    after: design.after.map(boardOf),
    cutSides: sidesOf(design).flatMap((s) => (s.cutLine ? [s.id] : [])),
  };
};

/** The boards of all sides of a design, in their order. */
export const boardsOf = ({
  before,
  side,
  board,
  after,
}: Pick<DesignHead, 'before' | 'side' | 'board' | 'after'>): SideBoard[] => [
  ...before.map(boardOf),
  { ...side, board },
  ...after.map(boardOf),
];

/** What a list shows of a design, and what it is found by. */
export interface DesignSummary {
  /** The board of its first side. */
  board: Board;
  /** How many sides it has. */
  sides: number;
  backdrop: string;
  garments: string[];
  /** Products that it is placed on, by spec; those of its boards where it is on none. */
  products: string[];
  /** The occasion that its listings name; empty for none. */
  occasion: string;
  /** Those of its products whose listings have a title and a description. */
  worded: string[];
  /** How many parts it has. */
  parts: number;
  /** Typefaces that its lettering is set in, by id. */
  faces: string[];
  /** Pictures that belong to it or lie beside its boards, by the content address of their bytes. */
  pictures: string[];
}

function picturesOf(design: Design): string[] {
  const beside = sidesOf(design).map((s) => s.aids.reference?.sha256);
  const own = design.materials.map((m) => m.sha256);
  return [...new Set([...own, ...beside])].filter((sha256) => sha256 !== undefined);
}

/** The products that a design is for, by spec: those that it is placed on, or those of its boards where it is on none. */
export const productsOf = (
  design: Pick<DesignHead, 'before' | 'side' | 'board' | 'after' | 'placements'>,
): string[] => {
  const placed = design.placements.map((p) => p.spec);
  return [...new Set(placed.length ? placed : boardsOf(design).map((s) => s.board.spec))];
};

export const summaryOf = (design: Design): DesignSummary => ({
  board: sidesOf(design)[0].board,
  sides: sidesOf(design).length,
  backdrop: design.backdrop,
  garments: design.garments,
  products: productsOf(design),
  occasion: occasionOf(design.wording),
  worded: wordedOf(design.wording, productsOf(design)),
  parts: allParts(design).length,
  faces: [...new Set(allParts(design).flatMap(facesOfPart))],
  pictures: picturesOf(design),
});

/** Characters of the words that a design is found by, at the most. */
const MOST_WORDS = 4000;

/** The words that a design is found by: its own name, those on it, names of parts and inks, and what its listings say it is. */
export const searchWordsOf = (design: Design): string =>
  [
    design.name,
    ...allParts(design).flatMap((p) => [p.name, ...wordsOfPart(p)]),
    ...design.inks.map((i) => i.name),
    design.wording.title,
    occasionOf(design.wording),
    ...design.wording.tags.map((t) => t.text),
  ]
    .filter(Boolean)
    .join(' ')
    .slice(0, MOST_WORDS);

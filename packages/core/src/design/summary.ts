import type { Board, Design } from './types';

/** What plans, names and lists need of a design: all but its artwork. */
export type DesignHead = Pick<
  Design,
  'name' | 'board' | 'backdrop' | 'garments' | 'inks' | 'colourways' | 'placements'
>;

export const headOf = ({
  name,
  board,
  backdrop,
  garments,
  inks,
  colourways,
  placements,
}: Design): DesignHead => ({ name, board, backdrop, garments, inks, colourways, placements });

/** What a list shows of a design, and what it is found by. */
export interface DesignSummary {
  board: Board;
  backdrop: string;
  garments: string[];
  /** How many parts it has. */
  parts: number;
  /** Typefaces that its lettering is set in, by id. */
  faces: string[];
}

export const summaryOf = (design: Design): DesignSummary => ({
  board: design.board,
  backdrop: design.backdrop,
  garments: design.garments,
  parts: design.parts.length,
  faces: [
    ...new Set(
      design.parts.flatMap((p) =>
        p.kind === 'lettering'
          ? p.lines.flatMap((l) => [l.face, ...(l.spans ?? []).flatMap((s) => s.face ?? [])])
          : [],
      ),
    ),
  ],
});

/** Characters of the words that a design is found by, at the most. */
const MOST_WORDS = 4000;

/** The words that a design is found by: its own name, those on it, and the names of parts and inks. */
export const searchWordsOf = (design: Design): string =>
  [
    design.name,
    ...design.parts.flatMap((p) => [p.name, ...(p.kind === 'lettering' ? p.lines.map((l) => l.text) : [])]),
    ...design.inks.map((i) => i.name),
  ]
    .filter(Boolean)
    .join(' ')
    .slice(0, MOST_WORDS);

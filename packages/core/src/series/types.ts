import type { Hex } from '../colour';

export const SERIES_FORMAT = 'brelm-series';
export const SERIES_VERSION = 1;

/** Limits of a table. */
export const MOST_ROWS = 10_000;
export const MOST_COLUMNS = 40;
/** Characters that a cell may have; more than any design could carry. */
export const MOST_CELL = 2000;
/** Characters of words that go into one place: more is taken for a mistake. */
export const MOST_WORDS = 200;

/** A column of the table. Places name it by its name, so that a table from a file finds them. */
export interface SeriesColumn {
  id: string;
  name: string;
}

/** What was set by hand in one row: relative to where the layout puts it, so that it holds when the layout moves. */
export type ByHand =
  /** Board px. */
  | { kind: 'moved'; part: string; dx: number; dy: number }
  /** Times as large, about its middle. */
  | { kind: 'sized'; part: string; by: number }
  /** Degrees clockwise. */
  | { kind: 'turned'; part: string; by: number }
  /** Thousandths of an em more between letters. */
  | { kind: 'spaced'; part: string; by: number }
  /** Other words than the table's; a line break breaks the line. */
  | { kind: 'worded'; part: string; words: string }
  | { kind: 'hidden'; part: string; hidden: boolean }
  | { kind: 'inked'; ink: string; value: Hex }
  /** A keyline around it, board px wide, in an ink of that value: one of the design's, or one of its own. */
  | { kind: 'outlined'; part: string; value: Hex; name: string; width: number };

/** One design of the series. */
export interface SeriesRow {
  id: string;
  /** By column id; a cell that is left out is empty. */
  cells: Record<string, string>;
  byHand: ByHand[];
  /** It is kept, and not made. */
  leftOut: boolean;
  /** The design on the shelf that was made of it and follows it; null for none. */
  design: { id: string; revision: number } | null;
}

export const WORD_CASES = ['layout', 'typed', 'upper'] as const;

/** What gives when words are longer than those of the layout, in this order; and what is kept. */
export interface WordsFit {
  /** How wide they may become, over the layout's own words. */
  across: number;
  /** Letters close up to this tracking, thousandths of an em; null where their spacing stays. */
  tracking: number | null;
  /** Down to this place on the axis `wdth` of a variable typeface; null where letters keep their width. */
  narrow: number | null;
  /** They may take so many lines. */
  lines: number;
  /** An arch keeps its angle: its radius or its height goes with the words' length. */
  radius: boolean;
  /** How much larger shorter words become at the most; 1 where they do not. */
  grow: number;
  /** The least size over the layout's: smaller letters are told of. */
  least: number;
  /** All rows have the size of the one with the longest words. */
  same: boolean;
  /** What lies above and below moves with their height. */
  push: boolean;
}

/** What a cell, or cells in a pattern, set in the layout. `says` names columns in braces: `{Rank} Night Ranger`. */
export type LayoutPlace =
  | {
      kind: 'words';
      part: string;
      /** Of a block, this line alone; all of it where null. */
      line: number | null;
      says: string;
      case: (typeof WORD_CASES)[number];
      fit: WordsFit;
    }
  /** A figure of the library, by its name or by what is looked for. */
  | { kind: 'figure'; part: string; says: string; weigh: boolean }
  /** A picture of the materials, by the name of its file. */
  | { kind: 'picture'; part: string; says: string }
  /** A colour, `#rrggbb`, or the name of an ink of the design. */
  | { kind: 'ink'; ink: string; says: string }
  /** The name of the colourway whose colours the row has. */
  | { kind: 'colourway'; says: string }
  /** Yes or no. */
  | { kind: 'shown'; part: string; says: string }
  | { kind: 'mirrored'; part: string; says: string }
  /** What a code says. */
  | { kind: 'code'; part: string; says: string }
  | { kind: 'name'; says: string }
  /** Tags, with commas between them; added to the layout's. */
  | { kind: 'tags'; says: string };
export type PlaceKind = LayoutPlace['kind'];

/** Many designs from one layout and a table of words. */
export interface Series {
  format: typeof SERIES_FORMAT;
  version: typeof SERIES_VERSION;
  name: string;
  /** The design that is the layout, by its id. */
  layout: string;
  columns: SeriesColumn[];
  places: LayoutPlace[];
  /** Artwork that has grown beyond the layout's own is scaled back into it as a whole. */
  whole: boolean;
  /** Pattern of the files’ names, which may name columns, too; empty where each product’s own is used. */
  fileNames: string;
  rows: SeriesRow[];
}

export const USUAL_FIT: WordsFit = {
  across: 1,
  tracking: -20,
  narrow: null,
  lines: 1,
  radius: true,
  grow: 1,
  least: 0.6,
  same: false,
  push: false,
};

/** Which part a place is on; null for one that is on none. */
export const partOfPlace = (place: LayoutPlace): string | null => ('part' in place ? place.part : null);

/** The one thing that something set by hand is about: a second one of the same takes its place. */
export const keyOfByHand = (b: ByHand): string => `${b.kind} ${b.kind === 'inked' ? b.ink : b.part}`;

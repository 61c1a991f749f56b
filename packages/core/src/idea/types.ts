import type { NamedColour } from '../design';

export const IDEA_FORMAT = 'brelm-idea';
export const IDEA_VERSION = 1;

export const IDEA_STATES = ['noted', 'to do', 'designed', 'dropped'] as const;
export type IdeaState = (typeof IDEA_STATES)[number];

/** What a thing that sells is made of, when it is taken apart: each becomes a part of the new design. */
export const PIECES = ['line', 'figure', 'backdrop', 'wear'] as const;
export type PieceKind = (typeof PIECES)[number];

export interface Piece {
  kind: PieceKind;
  /** A line’s words; of a figure what it shows. */
  words: string;
}

/** A picture that an idea came from: somebody else’s, so that it is only ever looked at. */
export interface IdeaReference {
  sha256: string;
  name: string;
  /** Where it was seen. */
  from: string;
}

/** A note that may become a design. */
export interface Idea {
  format: typeof IDEA_FORMAT;
  version: typeof IDEA_VERSION;
  phrase: string;
  note: string;
  /** Id of the niche that it is of. */
  niche: string | null;
  /** Id of the season that it is for. */
  season: string | null;
  /** Id of the garment colour that it is meant for. */
  garment: string | null;
  state: IdeaState;
  references: IdeaReference[];
  /** What it is made of, front first. */
  pieces: Piece[];
  palette: NamedColour[];
  /** The design that it became. */
  design: string | null;
}

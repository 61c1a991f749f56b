import type { Stroke } from '../../steps';

/** A net of points over a picture, row by row, shares of its width and height; four corners are 2 × 2. */
export interface Net {
  columns: number;
  rows: number;
  points: readonly (readonly [number, number])[];
}

/** How a photo of a blank is printed on: what a seller says of it. All else is measured in the photo. */
export interface PhotoSetup {
  /** SHA-256 of the picture's file. */
  picture: string;
  /** Where a rectangle of the blank lies in the picture. */
  net: Net;
  /** What that rectangle measures on the blank, inches. */
  widthIn: number;
  heightIn: number;
  /** How far the rectangle goes round a cylinder: 1 is half the way round, 0 is flat. */
  round: number;
  /** How far its upper and lower edges hang through between their ends, share of its height; less than 0 arches. */
  sag: number;
  /** Strokes over what is the blank and what lies before it; px of the scene. All is the blank without any. */
  cloth: Stroke[];
  /** How much of the light and shade in the photo falls on the print; 1 as measured. */
  folds: number;
  /** How far the print follows folds sideways; 1 as measured. */
  shift: number;
  /** How much softer than sharp the print is, px of the scene; as measured in the photo where null. */
  soft: number | null;
  /** How much of the photo's grain lies on the print; 1 as measured. */
  grain: number;
  /** How far the print keeps within the photo's darkest and lightest tones; 1 keeps, 0 takes no notice. */
  tones: number;
}

/** What is measured in a photo where it is printed. Light is linear: 1 is white. */
export interface PhotoFacts {
  /** Light of the darkest and of the lightest tones: a print lies between them. */
  black: number;
  white: number;
  /** Light of the blank itself, in the middle of its tones. */
  cloth: number;
  /** Colour of the light, of a mean luminance of 1. */
  tint: readonly [number, number, number];
  /** Spread of its edges, and of its grain: px of the picture measured, and share of a tone's 0 to 1. */
  soft: number;
  grain: number;
  /** Unit vector towards the light as it falls across the blank, x right and y down; null where it is even. */
  from: readonly [number, number] | null;
  /** Whether it is light and grey enough to take another colour. */
  dyeable: boolean;
}

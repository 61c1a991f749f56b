import type { ProductKind } from '../spec';

export const PRESS_FORMAT = 'brelm-press';
export const PRESS_VERSION = 1;

/** A size of a blank; money is in hundredths of the catalogue's currency. */
export interface BlankSize {
  id: string;
  /** What it costs more than the others. */
  more: number;
  grams: number;
  /** Pieces there are of each colour. */
  stock: number;
}

/** A thing that a press prints on. */
export interface Blank {
  id: string;
  name: string;
  /** Which products are printed on it: their kind and their blank. */
  kind: ProductKind;
  blank: string;
  /** Price of one, by the catalogue's `breaks`. */
  prices: number[];
  sizes: BlankSize[];
  /** Colours it is kept in, by id; it has none to choose where empty. */
  colours: string[];
  /** Colours that have run out. */
  out: string[];
}

/** What a print costs, by its area and by how many are made. */
export interface PrintPrice {
  /** Square inches up to which it holds. */
  upTo: number;
  prices: number[];
}

/** A part of the world that is posted to. */
export interface Zone {
  id: string;
  name: string;
  /** ISO 3166-1 alpha-2. */
  countries: string[];
  /** What a parcel costs up to so many grams. */
  steps: { grams: number; price: number }[];
  /** Working days on the way, at the least and at the most. */
  days: [number, number];
}

/** When a press works. */
export interface Calendar {
  /** Days of the week, 1 (Monday) to 7. */
  workdays: number[];
  /** Days off, `2026-12-25`, or each year's, `12-25`. */
  holidays: string[];
  /** Hour (UTC) from which on an order counts as the next working day's. */
  cutOff: number;
  /** Working days until a file is checked and until it is printed; one more for each so many pieces. */
  check: number;
  print: number;
  pieces: number;
}

/** What a press takes. */
export interface Takes {
  formats: string[];
  mostBytes: number;
  /** px to the inch of the print. */
  leastDpi: number;
  /** Share of what is printed that may be see-through by halves: a film of glue would lie there. */
  mostHalf: number;
}

/** How far prints are off: see `toleranceOf`. */
export interface Spread {
  shiftMm: number;
  mostShiftMm: number;
  /** Mean and spread of the factors of lightness and of colourfulness. */
  lightness: [number, number];
  chroma: [number, number];
}

export interface Catalogue {
  format: typeof PRESS_FORMAT;
  version: typeof PRESS_VERSION;
  name: string;
  /** ISO 4217. */
  currency: string;
  /** From how many pieces on each price holds; the first is 1. */
  breaks: number[];
  blanks: Blank[];
  /** Of the first side, and of each further one, as a share of it. */
  prints: PrintPrice[];
  furtherSide: number;
  zones: Zone[];
  calendar: Calendar;
  takes: Takes;
  spread: Spread;
}

/** One line of an order. */
export interface OrderItem {
  blank: string;
  size: string;
  /** Of the blank; null where it has none to choose. */
  colour: string | null;
  quantity: number;
  /** What is printed on it, a side each, inches. */
  prints: { side: string; widthIn: number; heightIn: number }[];
}

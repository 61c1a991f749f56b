export const SHEET_FORMAT = 'brelm-sheet';
export const SHEET_VERSION = 1;

/** What helps a plotter find the sheet: nothing, brackets in its corners, or crosses. */
export const SHEET_MARKS = ['none', 'brackets', 'crosses'] as const;
export type SheetMarks = (typeof SHEET_MARKS)[number];

/** A design that is on a sheet. It stays the design's own: what is changed there is changed on the sheet. */
export interface SheetSticker {
  id: string;
  /** The design's id. */
  design: string;
  /** What the design was called when it was put here: for a sheet whose design is gone. */
  name: string;
  /** The side that is cut out; its first where it is null. */
  side: string | null;
  /** Its first colourway where it is null. */
  colourway: string | null;
  /** How large its artwork is, 1 as the design has it. Its border stays as wide as it is asked to be. */
  size: number;
}

/** One sticker on a sheet, by the middle of its cut's box. */
export interface PlacedSticker {
  /** The id of one of the sheet's stickers. */
  sticker: string;
  /** mm from the sheet's upper left corner. */
  x: number;
  y: number;
  /** Degrees clockwise. */
  turn: number;
}

/** Stickers on a sheet. Lengths are mm. */
export interface Sheet {
  format: typeof SHEET_FORMAT;
  version: typeof SHEET_VERSION;
  name: string;
  /** The product that it is made for; null for a size of one's own. */
  spec: string | null;
  width: number;
  height: number;
  dpi: number;
  /** What is kept free along the edges. */
  margin: number;
  /** The least between two stickers. */
  gap: number;
  marks: SheetMarks;
  /** Printed beside the lower edge, such as an order's number; empty for none. */
  number: string;
  stickers: SheetSticker[];
  placed: PlacedSticker[];
}

/** Stickers on a sheet at the most. */
export const MOST_PLACED = 500;

export const newSheet = (name: string): Sheet => ({
  ...{ format: SHEET_FORMAT, version: SHEET_VERSION, name, spec: null },
  ...{ width: 210, height: 297, dpi: 300, margin: 8, gap: 3, marks: 'none', number: '' },
  ...{ stickers: [], placed: [] },
});

/** Where stickers can lie, mm. */
export const roomOn = ({ width, height, margin }: Pick<Sheet, 'width' | 'height' | 'margin'>) => ({
  left: margin,
  top: margin,
  right: width - margin,
  bottom: height - margin,
});

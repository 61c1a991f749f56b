/** Room around a cell, between bands, and for the names of colourways, CSS px. */
export const GAP = 6;
const BAND_GAP = 14;
/** Of the names of garments above a band: two lines. */
export const NAMES = 30;
/** Of the names of colourways at the left. */
export const ROW_HEAD = 104;
/** Of mark and ratio below a picture. */
export const FOOT = 20;

/** The largest cell that is worth its room, CSS px. */
const LARGEST = 132;
/** The smallest that still shows what is on it, CSS px: with more garments the wall is scrolled upright. */
const SMALLEST = 42;
/** What cells are where the wall is scrolled anyway, CSS px. */
const SCROLLED = 58;
/** A cell is so much taller than wide. */
const TALL = 1.17;

export interface WallLayout {
  /** Width of a cell's picture, CSS px. */
  cell: number;
  /** Garments side by side in a band. */
  columns: number;
}

/** Height of a cell's picture, CSS px. */
export const cellHeight = (cell: number): number => Math.floor(cell * TALL);

/** Height of the whole wall, CSS px. */
export function wallHeight({ cell, columns }: WallLayout, garments: number, colourways: number): number {
  const bands = Math.ceil(garments / columns);
  return bands * (NAMES + colourways * (cellHeight(cell) + FOOT + GAP) + BAND_GAP);
}

/**
 * How garments are laid out in bands below one another so that none lies beside the window: with the largest
 * cells with which all of the wall is seen at once, or, where there are too many, cells that are still seen,
 * to be scrolled upright.
 *
 * @param width room for the wall, CSS px
 * @param height room for the wall, CSS px
 */
export function wallLayout(width: number, height: number, garments: number, colourways: number): WallLayout {
  let best: WallLayout = { cell: 0, columns: 1 };
  for (let columns = 1; columns <= Math.max(1, garments); columns++) {
    const byWidth = Math.floor((width - ROW_HEAD) / columns) - GAP;
    const band = height / Math.ceil(garments / columns) - NAMES - BAND_GAP;
    const byHeight = Math.floor((band / colourways - FOOT - GAP) / TALL);
    const cell = Math.min(LARGEST, byWidth, byHeight);
    if (cell > best.cell) best = { cell, columns };
  }
  if (best.cell < SMALLEST)
    best = { cell: SCROLLED, columns: Math.max(1, Math.floor((width - ROW_HEAD) / (SCROLLED + GAP))) };
  // Bands of about equal length: none of one garment below one of ten.
  const bands = Math.ceil(garments / best.columns);
  return { cell: best.cell, columns: Math.max(1, Math.ceil(garments / bands)) };
}

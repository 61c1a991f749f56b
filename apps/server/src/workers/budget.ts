/**
 * Most pixels of files that are in work at once. A file holds about 12 bytes a pixel while it is made, so
 * a poster of 5400 × 7200 has one of 4500 × 5400 for company, but no second poster.
 */
export const MOST_PIXELS_AT_ONCE = 64_000_000;

/** Whether a file of so many pixels may begin beside those in work; one alone always may. */
export const mayBegin = (pixelsInWork: number, pixels: number): boolean =>
  pixelsInWork === 0 || pixelsInWork + pixels <= MOST_PIXELS_AT_ONCE;

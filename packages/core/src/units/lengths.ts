/** Millimetres in an inch, exactly (international inch). */
export const MM_PER_INCH = 25.4;

/** Pixels covered by `inches` at `dpi`. Not rounded. */
export const inchesToPx = (inches: number, dpi: number): number => inches * dpi;

/** Inches covered by `px` pixels at `dpi`. */
export const pxToInches = (px: number, dpi: number): number => px / dpi;

/** Pixels covered by `mm` millimetres at `dpi`. Not rounded. */
export const mmToPx = (mm: number, dpi: number): number => (mm / MM_PER_INCH) * dpi;

/** Millimetres covered by `px` pixels at `dpi`. */
export const pxToMm = (px: number, dpi: number): number => (px / dpi) * MM_PER_INCH;

/** Pixels in one typographic point (1/72 in) at `dpi`. */
export const pointsToPx = (points: number, dpi: number): number => (points / 72) * dpi;

/**
 * Whole pixels per metre for PNG's pHYs chunk (PNG specification, W3C, 11.3.4.3).
 * 300 dpi gives 11811.
 */
export const pxPerMetre = (dpi: number): number => Math.round(dpi / (MM_PER_INCH / 1000));

/** Dots per inch from pHYs' pixels per metre, rounded to a hundredth. */
export const dpiFromPxPerMetre = (ppm: number): number => Math.round(ppm * (MM_PER_INCH / 1000) * 100) / 100;

/** Effective resolution in dpi: source pixels ÷ printed inches. Infinity for a print of no size. */
export const effectiveDpi = (sourcePx: number, printedInches: number): number =>
  printedInches > 0 ? sourcePx / printedInches : Infinity;

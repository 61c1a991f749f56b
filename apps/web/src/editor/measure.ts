import type { Aids } from '@brelm/core/design';
import { pxToInches, pxToMm } from '@brelm/core/units';

export type Unit = Aids['unit'];

/** Board px to a unit. */
export const toUnit = (px: number, unit: Unit, dpi: number): number =>
  unit === 'px' ? px : unit === 'in' ? pxToInches(px, dpi) : pxToMm(px, dpi);

/** Board px in one of a unit. */
export const pxPerUnit = (unit: Unit, dpi: number): number => 1 / toUnit(1, unit, dpi);

/** A length as it is written beside a measure. */
export const lengthWords = (px: number, unit: Unit, dpi: number): string =>
  `${Number(toUnit(px, unit, dpi).toFixed(unit === 'in' ? 2 : unit === 'mm' ? 1 : 0))} ${unit}`;

const KEY = 'brelm-css-px-per-inch';
const CSS_PX_PER_INCH = 96;

/** CSS px in an inch on this screen: measured by the seller once, else CSS's own 96. */
export const screenPxPerInch = (): number => {
  const kept = Number(localStorage.getItem(KEY));
  return kept >= 30 && kept <= 600 ? kept : CSS_PX_PER_INCH;
};
export const isScreenMeasured = (): boolean => localStorage.getItem(KEY) !== null;
export const keepScreenPxPerInch = (value: number): void => localStorage.setItem(KEY, String(value));

/** How far the eye is from a screen on a desk, m. */
const DESK_M = 0.6;

/** Screen px to a board px at which the screen shows the print as large as it looks from `metres`. */
export const scaleFrom = (metres: number, dpi: number): number =>
  (screenPxPerInch() / dpi) * (metres <= DESK_M ? 1 : DESK_M / metres);

import { region } from '../words/language';

const compact = new Intl.NumberFormat(region(), { notation: 'compact', maximumFractionDigits: 1 });
/** `364`, `2.2k`, `1.3m`. */
export const count = (n: number): string => compact.format(Math.round(n));

/** `Nov 2026` of a month. */
export const monthWords = (month: string): string =>
  new Intl.DateTimeFormat(region(), { month: 'short', year: 'numeric', timeZone: 'UTC' }).format(
    Date.parse(`${month}-15T00:00:00Z`),
  );

import { format } from '../words/dates';
import { region } from '../words/language';
import { say } from '../words/samples';

/** Hundredths of a currency in words, `€12.40`. */
export const money = (hundredths: number, currency: string): string =>
  new Intl.NumberFormat(region(), { style: 'currency', currency }).format(hundredths / 100);

const regions = new Intl.DisplayNames(region(), { type: 'region' });

/** A country's name by its ISO 3166-1 code. */
export const countryName = (code: string): string => regions.of(code) ?? code;

/** A day, `2026-12-04`, in words. */
export const dayWords = (day: string): string => format(`${day}T12:00`, 'd MMMM');

/** The days between which something comes. */
export function arrivalWords([first, last]: readonly [string, string]): string {
  if (first === last) return say('on', { day: dayWords(first) });
  const sameMonth = first.slice(0, 7) === last.slice(0, 7);
  return say('to', { which: sameMonth ? Number(first.slice(8)) : dayWords(first), day: dayWords(last) });
}

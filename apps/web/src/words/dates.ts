import { format as inEnglish } from 'date-fns';
import { chosenLanguage, region } from './language';

/** A moment by a pattern of date-fns, written as the chosen language does: a day of the month is an ordinal in German. */
export const format = (at: Date | number | string, pattern: string): string =>
  inEnglish(at, chosenLanguage() === 'de' ? pattern.replace(/\bd(?= MMM)/, 'd.') : pattern);

const named = (options: Intl.DateTimeFormatOptions, at: number): string =>
  new Intl.DateTimeFormat(region(), { ...options, timeZone: 'UTC' }).format(at);

/** What a month is called, counted from 1. */
export const monthName = (month: number): string => named({ month: 'long' }, Date.UTC(2023, month - 1, 1));

/** What a day of the week is called; Sunday is 0. */
export const weekdayName = (day: number): string => named({ weekday: 'long' }, Date.UTC(2023, 0, 1 + day));

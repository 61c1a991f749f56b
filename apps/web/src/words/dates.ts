import { format as inEnglish } from 'date-fns';
import { chosenLanguage } from './language';

/** A moment by a pattern of date-fns, written as the chosen language does: a day of the month is an ordinal in German. */
export const format = (at: Date | number | string, pattern: string): string =>
  inEnglish(at, chosenLanguage() === 'de' ? pattern.replace(/\bd(?= MMM)/, 'd.') : pattern);

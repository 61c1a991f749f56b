import { toWords, toWordsOrdinal } from 'number-to-words';
import { NICHES, WORD_CLASSES, type WordClass } from '../phrases';
import { MOST_ROWS } from './types';

/** How numbers are written: First, 1st, one, 1, 01. */
export const NUMBER_STYLES = ['First', '1st', 'One', '1', '01'] as const;
export type NumberStyle = (typeof NUMBER_STYLES)[number];

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** What stands behind a number's figures: st, nd, rd, th. */
function ending(n: number): string {
  const tens = Math.abs(n) % 100;
  if (tens >= 11 && tens <= 13) return 'th';
  return ['th', 'st', 'nd', 'rd'][tens % 10] ?? 'th';
}

/** A whole number in a style; `width` is how many figures `01` has. */
export function numbered(n: number, style: NumberStyle, width = 2): string {
  switch (style) {
    case 'First':
      // The package puts commas between thousands and hundreds, as nobody would on a shirt.
      return capital(toWordsOrdinal(n).replace(/,/g, ''));
    case 'One':
      return capital(toWords(n).replace(/,/g, ''));
    case '1st':
      return `${n}${ending(n)}`;
    case '1':
      return String(n);
    case '01':
      return String(n).padStart(width, '0');
  }
}

/**
 * Numbers from one to another, both among them, by steps; downwards where the first is the larger.
 * Throws a RangeError for what makes none, or more than a table has rows.
 */
export function numbersBetween(from: number, to: number, step: number, style: NumberStyle): string[] {
  if (![from, to, step].every(Number.isInteger) || step < 1)
    throw new RangeError('Numbers and steps are whole, steps 1 or more.');
  if (style !== '1' && Math.min(from, to) < 0) throw new RangeError('Numbers in words begin with 0.');
  const count = Math.floor(Math.abs(to - from) / step) + 1;
  if (count > MOST_ROWS)
    throw new RangeError(`These are ${count} rows: a table has ${MOST_ROWS} at the most.`);
  const width = String(Math.max(Math.abs(from), Math.abs(to))).length;
  const way = to < from ? -step : step;
  return Array.from({ length: count }, (_, i) => numbered(from + i * way, style, Math.max(2, width)));
}

/** Kinds of words that a niche has lists of. */
export const LISTED_CLASSES = WORD_CLASSES.filter((c) => c !== 'chore' && c !== 'fuss');
export type ListedClass = Exclude<WordClass, 'chore' | 'fuss'>;

/** The words of a niche, with a capital as a cell has them; none where there is no such niche. */
export const nicheWords = (niche: string, kind: ListedClass): string[] =>
  (NICHES.find((n) => n.id === niche)?.words[kind] ?? []).map(capital);

/** Every one of one list with every one of another, the first changing slowest; each pair once. */
export function allPairs(first: readonly string[], second: readonly string[]): [string, string][] {
  const clean = (list: readonly string[]) => [...new Set(list.map((w) => w.trim()).filter(Boolean))];
  const [a, b] = [clean(first), clean(second)];
  if (a.length * b.length > MOST_ROWS)
    throw new RangeError(
      `${a.length} × ${b.length} are ${a.length * b.length} rows: a table has ${MOST_ROWS} at the most.`,
    );
  return a.flatMap((x) => b.map((y): [string, string] => [x, y]));
}

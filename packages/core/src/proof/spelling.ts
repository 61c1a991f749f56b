import nspell from 'nspell';
import { nearness } from './spelling-nearness';
import type { Spelling } from './types';

/** A Hunspell dictionary: its affix rules and its words. */
export interface Dictionary {
  aff: string;
  dic: string;
}

/** What may be meant, at the most. */
const MOST_MEANT = 5;

/** How unlike a word may be to be meant at all (see `nearness`): long words have room for more slips. */
const furthest = (length: number): number => (length <= 4 ? 1.3 : length <= 7 ? 2.2 : 2.8);

/** The words of the dictionaries by their first letter, in small letters. */
function byFirstLetter(books: readonly object[]): Map<string, Set<string>> {
  const out = new Map<string, Set<string>>();
  for (const book of books)
    // Every form is there, those that come of affix rules too; the package does not say so in its types.
    for (const word of Object.keys((book as { data: Record<string, unknown> }).data)) {
      const first = word[0].toLowerCase();
      const list = out.get(first);
      if (list) list.add(word);
      else out.set(first, new Set([word]));
    }
  return out;
}

/**
 * Looks words up in dictionaries, and in the seller's own words. A word is right when any has it,
 * in the case given, or in small letters when it is written in capitals. What may be meant comes the
 * likeliest first. Answers are remembered, since they take long to find.
 */
export function createSpelling(dictionaries: readonly Dictionary[], own: readonly string[] = []): Spelling {
  const books = dictionaries.map((d) => nspell(d));
  const ownWords = new Set(own.map((w) => w.toLowerCase()));
  const known = new Map<string, string[] | null>();
  const right = (word: string) => books.some((book) => book.correct(word));
  let letters: Map<string, Set<string>> | undefined;

  const near = (lower: string): string[] => {
    letters ??= byFirstLetter(books);
    const most = furthest(lower.length);
    const found = new Map<string, number>();
    const look = (word: string) => {
      if (found.has(word) || word.includes(' ') || Math.abs(word.length - lower.length) > most + 1) return;
      const away = nearness(lower, word.toLowerCase(), most);
      if (away <= most) found.set(word, away);
    };
    // The first letter is seldom wrong; where it changed places with the second, that one leads.
    for (const first of new Set(lower.slice(0, 2))) letters.get(first)?.forEach(look);
    for (const book of books) book.suggest(lower).forEach(look);
    return [...found]
      .sort(([a, x], [b, y]) => x - y || a.length - b.length || (a < b ? -1 : 1))
      .map(([word]) => word)
      .filter(right);
  };

  const look = (given: string): string[] | null => {
    const word = given.replace(/’/g, "'");
    const lower = word.toLowerCase();
    if (ownWords.has(lower) || right(word) || right(lower)) return null;
    const capital = lower[0].toUpperCase() + lower.slice(1);
    if (word === word.toUpperCase() && right(capital)) return null;
    return near(lower).slice(0, MOST_MEANT);
  };
  return {
    doubt(word) {
      if (!known.has(word)) known.set(word, look(word));
      return known.get(word)!;
    },
  };
}

import nspell from 'nspell';
import type { Spelling } from './types';

/** A Hunspell dictionary: its affix rules and its words. */
export interface Dictionary {
  aff: string;
  dic: string;
}

/**
 * Looks words up in dictionaries, and in the seller's own words. A word is right when any has it,
 * in the case given, or in small letters when it is written in capitals. Answers are remembered,
 * since suggestions take long to find.
 */
export function createSpelling(dictionaries: readonly Dictionary[], own: readonly string[] = []): Spelling {
  const books = dictionaries.map((d) => nspell(d));
  const ownWords = new Set(own.map((w) => w.toLowerCase()));
  const known = new Map<string, string[] | null>();
  const right = (word: string) => books.some((book) => book.correct(word));
  const look = (given: string): string[] | null => {
    const word = given.replace(/’/g, "'");
    const lower = word.toLowerCase();
    if (ownWords.has(lower) || right(word) || right(lower)) return null;
    const capital = lower[0].toUpperCase() + lower.slice(1);
    if (word === word.toUpperCase() && right(capital)) return null;
    return [...new Set(books.flatMap((book) => book.suggest(lower)))]
      .filter((w) => !w.includes(' '))
      .slice(0, 5);
  };
  return {
    doubt(word) {
      if (!known.has(word)) known.set(word, look(word));
      return known.get(word)!;
    },
  };
}

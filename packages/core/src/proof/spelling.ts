import nspell from 'nspell';
import { nearness } from './spelling-nearness';
import type { Spelling } from './types';

/** A Hunspell dictionary: its affix rules and its words. */
export interface Dictionary {
  aff: string;
  dic: string;
}

/** Words that are right as they stand, each form for itself. */
export interface WordList {
  has(word: string): boolean;
}

/**
 * A list of words from its text: a word a line, in the order of their code units. A word is found by halving the text,
 * so that a list of any length is at hand as soon as it is loaded; a dictionary's rules take far longer to work out.
 */
export function wordList(text: string): WordList {
  return {
    has(word) {
      if (word === '' || word.includes('\n')) return false;
      // The line that `word` would be lies in text[from, to), which begins and ends with whole lines.
      let from = 0;
      let to = text.length;
      while (from < to) {
        // A line's end belongs to it.
        const start = Math.max(from, text.lastIndexOf('\n', ((from + to) >> 1) - 1) + 1);
        const found = text.indexOf('\n', start);
        const end = found < 0 ? text.length : found;
        const line = text.slice(start, end);
        if (line === word) return true;
        if (line < word) from = end + 1;
        else to = start;
      }
      return false;
    },
  };
}

/** The text of a list (see `wordList`) of all forms of all words that any of the dictionaries has. */
export function formsOf(dictionaries: readonly Dictionary[]): string {
  const forms = dictionaries.flatMap((d) => {
    const book = nspell(d);
    return wordsOf(book).filter((word) => book.correct(word));
  });
  return [...new Set(forms)].sort().join('\n');
}

/** Every form that a dictionary has, those that come of affix rules too; the package does not say so in its types. */
const wordsOf = (book: object): string[] => Object.keys((book as { data: Record<string, unknown> }).data);

/** What may be meant, at the most. */
const MOST_MEANT = 5;

/** How unlike a word may be to be meant at all (see `nearness`): long words have room for more slips. */
const furthest = (length: number): number => (length <= 4 ? 1.3 : length <= 7 ? 2.2 : 2.8);

/** The words of the dictionaries by their first letter, in small letters. */
function byFirstLetter(books: readonly object[]): Map<string, Set<string>> {
  const out = new Map<string, Set<string>>();
  for (const book of books)
    for (const word of wordsOf(book)) {
      const first = word[0].toLowerCase();
      const list = out.get(first);
      if (list) list.add(word);
      else out.set(first, new Set([word]));
    }
  return out;
}

/**
 * Looks words up in dictionaries, in the seller's own words, and in a list that is asked first. A word is right when
 * any has it, in the case given, or in small letters when it is written in capitals. What may be meant comes the
 * likeliest first, and of the dictionaries alone. Answers are remembered, since they take long to find.
 */
export function createSpelling(
  dictionaries: readonly Dictionary[],
  own: readonly string[] = [],
  list?: WordList,
): Spelling {
  let read: ReturnType<typeof nspell>[] | undefined;
  // Working out their rules takes most of a second: nobody waits for it whose words are all in the list.
  const books = () => (read ??= dictionaries.map((d) => nspell(d)));
  const ownWords = new Set(own.map((w) => w.toLowerCase()));
  const known = new Map<string, string[] | null>();
  const inBooks = (word: string) => books().some((book) => book.correct(word));
  let letters: Map<string, Set<string>> | undefined;

  const near = (lower: string): string[] => {
    letters ??= byFirstLetter(books());
    const most = furthest(lower.length);
    const found = new Map<string, number>();
    const look = (word: string) => {
      if (found.has(word) || word.includes(' ') || Math.abs(word.length - lower.length) > most + 1) return;
      const away = nearness(lower, word.toLowerCase(), most);
      if (away <= most) found.set(word, away);
    };
    // The first letter is seldom wrong; where it changed places with the second, that one leads.
    for (const first of new Set(lower.slice(0, 2))) letters.get(first)?.forEach(look);
    for (const book of books()) book.suggest(lower).forEach(look);
    return [...found]
      .sort(([a, x], [b, y]) => x - y || a.length - b.length || (a < b ? -1 : 1))
      .map(([word]) => word)
      .filter(inBooks);
  };

  const look = (given: string): string[] | null => {
    const word = given.replace(/’/g, "'");
    const lower = word.toLowerCase();
    if (ownWords.has(lower)) return null;
    const forms = [word, lower];
    if (word === word.toUpperCase()) forms.push(lower[0].toUpperCase() + lower.slice(1));
    if (list && forms.some((form) => list.has(form))) return null;
    return forms.some(inBooks) ? null : near(lower).slice(0, MOST_MEANT);
  };
  return {
    doubt(word) {
      if (!known.has(word)) known.set(word, look(word));
      return known.get(word)!;
    },
  };
}

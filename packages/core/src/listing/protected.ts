import { list, readDocument, record, text } from '../fields';
import { placesOfWords } from '../wording';

/** Words that somebody else has the right to. */
export interface ProtectedWord {
  words: string;
  /** Whose they are, and what for: shown where they are found. */
  why: string;
}

export const PROTECTED_FORMAT = 'brelm-protected-words';

/** Words that are kept. */
const MOST_WORDS = 5000;

export const PROTECTED_LIST = list(
  record<ProtectedWord>({
    words: text({ max: 120, pattern: /[\p{L}\p{N}]/u, says: 'must have a letter or a digit' }),
    why: text({ max: 400, fallback: '' }),
  }),
  { most: MOST_WORDS },
);

const BODY = record<{ words: ProtectedWord[] }>({ words: PROTECTED_LIST });

/** Reads a list of protected words. Throws a DocumentError that lists what is wrong by field. */
export const readProtected = (document: unknown): ProtectedWord[] =>
  readDocument(document, { format: PROTECTED_FORMAT, version: 1, body: BODY }).words;

/** Those of the protected words that stand in a text. */
export const protectedIn = (text: string, words: readonly ProtectedWord[]): ProtectedWord[] =>
  words.filter((w) => placesOfWords(text, w.words).length > 0);

import {
  createSpelling,
  doubtfulIn,
  wordList,
  type Dictionary,
  type Spelling,
  type WordList,
} from '@brelm/core/proof';
import { readAt } from './asked-again';

const BOOKS = ['en-gb', 'en'];

async function text(path: string): Promise<string> {
  const response = await readAt(`dictionaries/${path}`);
  if (!response.ok) throw new Error(`dictionary: ${response.status}`);
  return response.text();
}

async function book(id: string): Promise<Dictionary> {
  const [aff, dic] = await Promise.all([text(`${id}/aff`), text(`${id}/dic`)]);
  return { aff, dic };
}

/** A shop's own name is right, however it is spelt. */
const shopWords = (): Promise<string[]> =>
  readAt('shop').then(
    async (response) => ((await response.json()) as { name: string | null }).name?.split(/\s+/) ?? [],
    () => [],
  );

/** The words that the seller has added. */
const addedWords = (): Promise<string[]> =>
  readAt('words').then(
    async (response) => (response.ok ? ((await response.json()) as string[]) : []),
    () => [],
  );

/** What is kept once it was had; asked for anew when it could not be. */
function kept<T>(ask: () => Promise<T>): { had(): Promise<T>; forget(): void } {
  let made: Promise<T> | undefined;
  return {
    had: () =>
      (made ??= ask().catch((error: unknown) => {
        made = undefined;
        throw error;
      })),
    forget: () => (made = undefined),
  };
}

const list = kept<WordList>(async () => wordList(await text('forms')));
const own = kept(async () => (await Promise.all([shopWords(), addedWords()])).flat());
const byList = kept(async () => {
  const [words, forms] = await Promise.all([own.had(), list.had()]);
  return createSpelling([], words, forms);
});
const byBooks = kept(async () => {
  const [words, forms, books] = await Promise.all([own.had(), list.had(), Promise.all(BOOKS.map(book))]);
  return createSpelling(books, words, forms);
});

/**
 * British and American spelling of some lines, or of any when none are given; undefined while it cannot be had. Lines
 * whose words are all known need the list of words alone: the dictionaries are loaded for what may have been meant.
 */
export async function spelling(lines?: readonly string[]): Promise<Spelling | undefined> {
  try {
    if (lines) {
      const known = await byList.had();
      if (doubtfulIn(lines, known).length === 0) return known;
    }
    return await byBooks.had();
  } catch {
    return undefined;
  }
}

/** Has it made anew: the seller's words have changed. */
export function forgetSpelling(): void {
  own.forget();
  byList.forget();
  byBooks.forget();
}

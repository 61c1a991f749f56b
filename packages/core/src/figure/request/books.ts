import { BACKDROPS, HELD, SEATS, SUBJECTS, WORN } from '../book';

/** Every word of the books with the ids that it can be, by book. */
type Book = ReadonlyMap<string, readonly string[]>;
const bookOf = (entries: readonly { id: string; words: readonly string[] }[]): Book => {
  // One whose first word it is comes before those that are only called so, too.
  const book = new Map<string, string[]>();
  const add = (word: string, id: string) => void book.set(word, [...(book.get(word) ?? []), id]);
  for (const { id, words } of entries) add(words[0], id);
  for (const { id, words } of entries) for (const word of words.slice(1)) add(word, id);
  return book;
};
export const BOOKS = {
  subject: bookOf(SUBJECTS),
  worn: bookOf(WORN),
  held: bookOf(HELD),
  seat: bookOf(SEATS),
  backdrop: bookOf(BACKDROPS),
};
/** What hangs above. */
export const HIGH: ReadonlySet<string> = new Set(
  BACKDROPS.filter((b) => b.place === 'above').map((b) => b.id),
);

export type BookName = keyof typeof BOOKS;
export const BOOK_NAMES = Object.keys(BOOKS) as BookName[];

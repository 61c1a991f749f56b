import { choice, list, number, readAlone, record, text, type Field } from '@brelm/core/fields';
import type { MarketWords } from '@brelm/contract';

/** A listing as it is handed in, without its files. */
export interface HandedWords extends MarketWords {
  reference: string;
  product: string;
}

/** Longer texts than any marketplace takes are its business to refuse, up to here. */
const LONG = 100_000;

const WORDS = {
  reference: text({ max: 80, pattern: /^[\w-]+$/, says: 'must be letters, digits, _ and -' }),
  product: text({ max: 120 }),
  title: text({ max: 4000, fallback: '' }),
  description: text({ max: LONG, fallback: '' }),
  points: list(text({ max: 4000 }), { most: 50, optional: true }),
  tags: list(text({ max: 1000 }), { most: 1000, optional: true }),
  price: number({ min: 0, max: 1e9, whole: true }),
  colours: list(text({ max: 120 }), { most: 400, optional: true }),
};
const LISTING = record<HandedWords>(WORDS);

/** A file of a listing, and by which name its bytes were handed in. */
export interface NamedFile {
  kind: 'print' | 'picture';
  side: string;
  name: string;
  file: string;
}
const FILE: Field<NamedFile> = record<NamedFile>({
  kind: choice(['print', 'picture']),
  side: text({ max: 80, fallback: '' }),
  name: text({ max: 300 }),
  file: text({ max: 200 }),
});
const WITH_FILES = record<HandedWords & { files: NamedFile[] }>({
  ...WORDS,
  files: list(FILE, { most: 60, optional: true }),
});

/** Reads a listing without its files. Throws a DocumentError by field. */
export const readHanded = (value: unknown): HandedWords => readAlone(LISTING, value);

/** The same with the names of its files. */
export const readHandedFiles = (value: unknown): HandedWords & { files: NamedFile[] } =>
  readAlone(WITH_FILES, value);

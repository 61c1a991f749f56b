import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { createSpelling, wordList, type Dictionary, type Spelling } from '@brelm/core/proof';

/** British and American English: a word is right when either has it. */
export const DICTIONARIES = ['en-gb', 'en'] as const;
export type DictionaryId = (typeof DICTIONARIES)[number];

/** The file of a dictionary's affix rules or of its words. */
export const dictionaryFile = (id: DictionaryId, part: 'aff' | 'dic'): string =>
  join(dirname(require.resolve(`dictionary-${id}`)), `index.${part}`);

/** The file of all forms of all their words, for core's `wordList`; the build makes it. */
export const FORMS_FILE = join(__dirname, '../../made/forms.txt');

let spelling: Spelling | undefined;

/** Spelling by the dictionaries that ship with the application, read when first asked for. */
export function shippedSpelling(): Spelling {
  spelling ??= createSpelling(
    DICTIONARIES.map((id): Dictionary => ({
      aff: readFileSync(dictionaryFile(id, 'aff'), 'utf8'),
      dic: readFileSync(dictionaryFile(id, 'dic'), 'utf8'),
    })),
    [],
    wordList(readFileSync(FORMS_FILE, 'utf8')),
  );
  return spelling;
}

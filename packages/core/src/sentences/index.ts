/**
 * What Brelm says, in one place, by key and ready for other languages: a sentence is a key with what is to be said in it. A new
 * language is one file with all keys, and one line here. What the proof's checks say is here so far.
 */
import { IntlMessageFormat } from 'intl-messageformat';
import { ENGLISH } from './english';
import { GERMAN } from './german';

export type SentenceKey = keyof typeof ENGLISH;
export type SentenceValues = Readonly<Record<string, string | number>>;

/** A sentence before it is put into words of any language: plain data. */
export interface Sentence {
  key: SentenceKey;
  values: SentenceValues;
}

export const LANGUAGES = { en: ENGLISH, de: GERMAN } as const satisfies Record<
  string,
  Readonly<Record<SentenceKey, string>>
>;
export type Language = keyof typeof LANGUAGES;

const formats = new Map<string, IntlMessageFormat>();

/** A sentence in words. Throws an Error where a value that it names is missing. */
export function inWords({ key, values }: Sentence, language: Language = 'en'): string {
  const known = `${language} ${key}`;
  let format = formats.get(known);
  if (!format) {
    // A title with a tag in it is text like any other.
    format = new IntlMessageFormat(LANGUAGES[language][key], language, undefined, { ignoreTag: true });
    formats.set(known, format);
  }
  return String(format.format(values));
}

/** A sentence with its words in English, as findings have it. */
export const told = (key: SentenceKey, values: SentenceValues = {}): { message: string; said: Sentence } => {
  const said = { key, values };
  return { message: inWords(said), said };
};

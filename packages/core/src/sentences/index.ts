/**
 * What Brelm says, in one place, by key and ready for other languages: a sentence is a key with what is to be said in it. A new
 * language is one file with all keys, and one line here. Here are what the judges say (of
 * the proof, of placements, cuts, sheets and seats) and what their mends are called, so far.
 */
import { IntlMessageFormat } from 'intl-messageformat';
import { ENGLISH } from './english';
import { GERMAN } from './german';

export type SentenceKey = keyof typeof ENGLISH;
/** Several things are joined as the language does (“a, b and c”); each may be a sentence, or a part of one, itself. */
export type SentenceValue = string | number | readonly (string | Sentence)[];
export type SentenceValues = Readonly<Record<string, SentenceValue>>;

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
export const isLanguage = (text: string): text is Language => Object.hasOwn(LANGUAGES, text);

/** Whose rules are followed where those of a language differ. */
const REGIONS = { en: 'en-GB', de: 'de-DE' } as const satisfies Record<Language, string>;

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
  return String(
    format.format(
      Object.fromEntries(
        Object.entries(values).map(([name, value]) => [
          name,
          typeof value === 'object' ? joined(value, language) : value,
        ]),
      ),
    ),
  );
}

const joined = (parts: readonly (string | Sentence)[], language: Language): string =>
  new Intl.ListFormat(REGIONS[language]).format(
    parts.map((p) => (typeof p === 'string' ? p : inWords(p, language))),
  );

/** A sentence with its words in English, as findings have it. */
export const told = (key: SentenceKey, values: SentenceValues = {}): { message: string; said: Sentence } => {
  const said = { key, values };
  return { message: inWords(said), said };
};

/** What something is called, with the same before it is put into words: as mends have it. */
export const titled = (key: SentenceKey, values: SentenceValues = {}): { title: string; said: Sentence } => {
  const { message, said } = told(key, values);
  return { title: message, said };
};

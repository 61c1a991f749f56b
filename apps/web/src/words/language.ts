/** Languages that the interface is written in, by what each calls itself. */
export const LANGUAGES = { en: 'English', de: 'Deutsch' } as const;
export type Language = keyof typeof LANGUAGES;

/** Whose rules numbers, dates and plurals follow. */
export const REGION = { en: 'en-GB', de: 'de-DE' } as const satisfies Record<Language, string>;

const KEPT = 'brelm-language';
const isLanguage = (text: string | null): text is Language => text !== null && Object.hasOwn(LANGUAGES, text);

let chosen: Language | null = null;

/** The language of this browser's Brelm: English until another is chosen. Workers, which have no storage, speak English. */
export function chosenLanguage(): Language {
  if (chosen) return chosen;
  const kept = typeof localStorage === 'undefined' ? null : localStorage.getItem(KEPT);
  return (chosen = isLanguage(kept) ? kept : 'en');
}

/** Chooses the language; all is said in it once the page is loaded anew. */
export const chooseLanguage = (language: Language): void => localStorage.setItem(KEPT, language);

/** The rules that numbers and dates are written by. */
export const region = (): string => REGION[chosenLanguage()];

/** A catalogue as plain data: messages by key. */
export type Words = Readonly<Record<string, unknown>>;
const given = new Map<string, Words>();

/** Gives the words of a room in the chosen language, where that is another than English; before anything is said. */
export const giveWords = (room: string, words: Words): void => void given.set(room, words);
export const givenWords = (room: string): Words | undefined => given.get(room);

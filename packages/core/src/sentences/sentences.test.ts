import { TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { IntlMessageFormat } from 'intl-messageformat';
import { inWords, LANGUAGES, told, type Language, type Sentence, type SentenceKey } from './index';

const KEYS = Object.keys(LANGUAGES.en) as SentenceKey[];

/** What a sentence names, with how each is said. */
function namedIn(text: string, language: string): string[] {
  const walk = (elements: readonly MessageFormatElement[]): string[] =>
    elements.flatMap((e) => {
      if (e.type === TYPE.literal || e.type === TYPE.pound) return [];
      const own = `${TYPE[e.type]} ${(e as { value: string }).value}`;
      if (e.type === TYPE.plural || e.type === TYPE.select)
        return [
          own,
          ...(e.type === TYPE.select ? [`${own}: ${Object.keys(e.options).sort().join(' ')}`] : []),
          ...Object.values(e.options).flatMap((o) => walk(o.value)),
        ];
      return [own];
    });
  const format = new IntlMessageFormat(text, language, undefined, { ignoreTag: true });
  return [...new Set(walk(format.getAst()))].sort();
}

describe('sentences', () => {
  it.each(KEYS)('“%s” names the same in every language, and is another sentence in each', (key) => {
    const english = namedIn(LANGUAGES.en[key], 'en');
    for (const language of Object.keys(LANGUAGES) as Language[]) {
      expect(namedIn(LANGUAGES[language][key], language)).toEqual(english);
      expect(language === 'en' || LANGUAGES[language][key] !== LANGUAGES.en[key]).toBe(true);
    }
  });

  it('are the same keys in every language', () => {
    for (const sentences of Object.values(LANGUAGES))
      expect(Object.keys(sentences).sort()).toEqual([...KEYS].sort());
  });

  it('say one and several, and numbers as the language writes them', () => {
    const thin = (n: number) => ({
      key: 'thin.ink' as const,
      values: { title: 'MOTH', n, mm: 0.2, least: 0.35 },
    });
    expect(inWords(thin(1))).toBe('“MOTH” has a line as thin as 0.20 mm: under 0.35 mm may not print');
    expect(inWords(thin(3))).toBe('“MOTH” has 3 lines as thin as 0.20 mm: under 0.35 mm may not print');
    expect(inWords(thin(1), 'de')).toBe(
      '„MOTH“ hat eine Linie von nur 0,20 mm: Unter 0,35 mm druckt sie vielleicht nicht',
    );
  });

  it('take titles as they are, whatever is in them', () => {
    const title = "<b>{title}</b> '{0}' # {n, plural, other {x}}";
    expect(told('ties.gone', { title }).message).toContain(`“${title}”`);
  });

  it('join several things as the language does, sentences among them', () => {
    const write = (...words: string[]) => ({
      key: 'mend.spelling' as const,
      values: { words: words.map((word) => ({ key: 'mend.word' as const, values: { word } })) },
    });
    expect(inWords(write('OWL'))).toBe('Write “OWL”');
    expect(inWords(write('OWL', 'MOTH', 'NEWT'))).toBe('Write “OWL”, “MOTH” and “NEWT”');
    expect(inWords(write('OWL', 'MOTH'), 'de')).toBe('„OWL“ und „MOTH“ schreiben');
    const keyline = (colour: string | Sentence) => ({
      key: 'mend.keyline' as const,
      values: { px: 1200, colour: [colour] },
    });
    expect(inWords(keyline('#ffffff'))).toBe('Add a 1200 px keyline in #ffffff');
    expect(inWords(keyline({ key: 'mend.ink', values: { ink: 'Rust' } }))).toBe(
      'Add a 1200 px keyline in the ink Rust',
    );
  });

  it('throw where something that they name is missing', () => {
    expect(() => told('contrast.covered')).toThrow(/title/);
  });
});

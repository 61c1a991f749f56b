import indefinite from 'indefinite';
import pluralize from 'pluralize';

/** What stands in places, by their names in small letters. */
export type PlaceValues = Readonly<Record<string, string>>;

export interface FilledText {
  text: string;
  /** Places that nobody has named, as they are written. */
  unknown: string[];
  /** Places that are known and have no words. */
  empty: string[];
}

/** A place with its article, or a brace that is meant as one. */
const PLACE = /\{\{|\}\}|\{\s*(?:(an?)\s+)?(\p{L}[\p{L}\p{N} -]*?)\s*\}/giu;

const lastWord = /\p{L}[\p{L}\p{M}'’]*(?=[^\p{L}]*$)/u;

for (const [one, many] of [
  ['dormouse', 'dormice'],
  ['woodlouse', 'woodlice'],
  ['lens', 'lenses'],
])
  pluralize.addIrregularRule(one, many);

/** Words in the plural: of the last of them, or of the last before “of”: cups of tea. */
export function pluralOf(words: string): string {
  const of = words.search(/\sof\s/);
  const [head, rest] = of < 0 ? [words, ''] : [words.slice(0, of), words.slice(of)];
  return head.replace(lastWord, (word) => pluralize.plural(word)) + rest;
}

/** Words with the article that is said before them. */
export function withArticle(words: string, capital: boolean): string {
  const made = indefinite(words, { articleOnly: true }) as string;
  return `${capital ? made[0].toUpperCase() + made.slice(1) : made} ${words}`;
}

/** The value in the case in which its place is written: all capitals, a capital at the start, or as it is. */
function inCase(value: string, name: string): string {
  const letters = name.replace(/[^\p{L}]/gu, '');
  if (letters.length > 1 && letters === letters.toUpperCase()) return value.toUpperCase();
  const [first] = letters;
  if (first !== first.toUpperCase() || first === first.toLowerCase()) return value;
  const [start = ''] = value;
  return start.toUpperCase() + value.slice(start.length);
}

function valueOf(values: PlaceValues, name: string): string | undefined {
  const known = (n: string) => (Object.hasOwn(values, n) ? values[n] : undefined);
  const own = known(name);
  if (own !== undefined) return own;
  const one = known(pluralize.singular(name));
  return one === undefined || pluralize.singular(name) === name ? undefined : pluralOf(one);
}

/** Spaces that an empty place leaves behind are taken out. */
const tidied = (text: string): string =>
  text
    .replace(/[^\S\n]{2,}/g, ' ')
    .replace(/[^\S\n]+([,.;:!?])/g, '$1')
    .replace(/^[^\S\n]+|[^\S\n]+$/gm, '');

/**
 * A template with its places filled. `{product}` is the value as it is, `{Product}` with a capital at the start,
 * `{PRODUCT}` in capitals, `{products}` in the plural, `{a product}` and `{A product}` with the article that is said
 * before it; `{{` and `}}` are braces. What nobody has named stays as it is written.
 */
export function fillTemplate(template: string, values: PlaceValues): FilledText {
  const [unknown, empty] = [new Set<string>(), new Set<string>()];
  const text = template.replace(PLACE, (whole, article?: string, name?: string) => {
    if (name === undefined) return whole[0];
    const value = valueOf(values, name.toLowerCase());
    if (value === undefined) {
      unknown.add(whole);
      return whole;
    }
    if (value.trim() === '') {
      empty.add(name.toLowerCase());
      return '';
    }
    const cased = inCase(value, name);
    return article ? withArticle(cased, article[0] === 'A') : cased;
  });
  return { text: empty.size ? tidied(text) : text, unknown: [...unknown], empty: [...empty] };
}

/** Words as a template that says just them. */
export const asTemplate = (words: string): string => words.replace(/[{}]/g, (brace) => brace + brace);

/** A template whose words have been swapped for a place wherever they stand whole; places stay as they are. */
export function withPlace(template: string, words: string, place: string): string {
  const wanted = words.trim();
  if (!wanted) return template;
  const escaped = wanted.replace(/[.*+?^${}()|[\]\\]/g, '\\$&').replace(/\s+/g, '\\s+');
  const found = new RegExp(`\\{[^{}]*\\}|(?<![\\p{L}\\p{N}])${escaped}(?![\\p{L}\\p{N}])`, 'giu');
  return template.replace(found, (whole) => {
    if (whole.startsWith('{')) return whole;
    const capital = whole[0] !== whole[0].toLowerCase();
    const all = whole.length > 1 && whole === whole.toUpperCase() && whole !== whole.toLowerCase();
    const name = all ? place.toUpperCase() : capital ? place[0].toUpperCase() + place.slice(1) : place;
    return `{${name}}`;
  });
}

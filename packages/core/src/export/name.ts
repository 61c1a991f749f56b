import { slugOf, type FileFormat } from '../design';

const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)$/i;

/** Longest name of a file without its ending: what every system takes, with room for a number and the ending. */
const MOST = 180;

/** Text as a piece of a file name that is safe on every system: letters, digits and single dashes. */
export function slug(text: string): string {
  const plain = slugOf(text);
  if (!plain) return 'untitled';
  return RESERVED.test(plain) ? `${plain}-file` : plain;
}

/** What a pattern of file names may say, each in braces. */
export const NAME_WORDS = {
  design: 'the design’s name',
  marketplace: 'the marketplace',
  product: 'the product’s id, e.g. pinfold-tee-front',
  side: 'the side, where a product has several',
  colourway: 'the colourway, where a design has several',
  garment: 'the garment colour, where its position is its own',
  w: 'width, px',
  h: 'height, px',
  dpi: 'resolution',
  mirror: '“mirrored”, where the file is',
} as const;
export type NameWord = keyof typeof NAME_WORDS;

export const NAME_PATTERN = '{design}-{product}-{side}-{colourway}-{garment}-{mirror}-{w}x{h}';

/** What one file's name is made of. */
export type NameParts = Record<NameWord, string | number | null>;

export const ENDINGS: Record<FileFormat, string> = {
  png: 'png',
  jpeg: 'jpg',
  webp: 'webp',
  svg: 'svg',
  pdf: 'pdf',
};

/** Words of one's own beside those of every file, by their names in any case: the cells of a row by their columns. */
export type MoreWords = Readonly<Record<string, string>>;

/** Whether files say a word by themselves. */
export const isNameWord = (word: string): word is NameWord => Object.hasOwn(NAME_WORDS, word);

/** What is wrong with a pattern, in words; null when it can be used. `more`: names of words of one's own, in any case. */
export function patternFault(pattern: string, more: readonly string[] = []): string | null {
  if (pattern.trim() === '') return 'the pattern is empty: write, e.g., {design}-{w}x{h}';
  const odd = /\{([^{}]*)\}/g;
  const own = new Set(more.map((w) => w.trim().toLowerCase()));
  for (const [, word] of pattern.matchAll(odd))
    if (!isNameWord(word) && !own.has(word.trim().toLowerCase()))
      return `there is no {${word.slice(0, 30)}}: use ${[...more, ...Object.keys(NAME_WORDS)]
        .map((w) => `{${w}}`)
        .join(' ')}`;
  if (/[{}]/.test(pattern.replace(odd, ''))) return 'a brace has no partner';
  if (!pattern.includes('{')) return 'the pattern says the same for every file: put {design} in it';
  return null;
}

/**
 * A name by a pattern, without its ending: words in braces are filled in, empty ones leave with their
 * dash, the rest is letters, digits, dots, underscores and dashes. Never reserved, never too long. What files say by
 * themselves goes before words of one's own.
 */
export function nameBy(pattern: string, parts: NameParts, more: MoreWords = {}): string {
  const own = new Map(Object.entries(more).map(([name, says]) => [name.trim().toLowerCase(), says.trim()]));
  const words = pattern.replace(/\{([^{}]+)\}/g, (_, word: string) => {
    const value = isNameWord(word) ? parts[word] : own.get(word.trim().toLowerCase());
    if (value === undefined || value === null || value === '') return '';
    return typeof value === 'number' ? String(value) : slug(value);
  });
  const clean = words
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9._-]+/g, '-')
    .replace(/([-_.])[-_.]*/g, '$1')
    .replace(/^[-_.]+|[-_.]+$/g, '');
  // The end says which file it is: a long name gives way in its beginning.
  const short =
    clean.length > MOST
      ? `${clean.slice(0, 60).replace(/[-_.]+$/, '')}-${clean.slice(61 - MOST).replace(/^[-_.]+/, '')}`
      : clean;
  const name = short || 'untitled';
  return RESERVED.test(name.split('.')[0]) ? `file-${name}` : name;
}

/** Names that differ for every file, also on systems that do not tell capitals: later ones get `-2`, `-3` …. */
export function uniqueNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const dot = name.lastIndexOf('.');
    const [stem, ending] = dot > 0 ? [name.slice(0, dot), name.slice(dot)] : [name, ''];
    let own = name;
    for (let n = 2; taken.has(own.toLowerCase()); n++) own = `${stem}-${n}${ending}`;
    taken.add(own.toLowerCase());
    return own;
  });
}

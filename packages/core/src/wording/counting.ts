/** How marketplaces count the length of a text. */
export const COUNTINGS = ['characters', 'code points', 'utf-16', 'bytes'] as const;
export type Counting = (typeof COUNTINGS)[number];

const graphemes = new Intl.Segmenter('en', { granularity: 'grapheme' });
const utf8 = new TextEncoder();

/** Letters as a reader sees them: an emoji of several code points is one. */
export const lettersOf = (text: string): string[] => [...graphemes.segment(text)].map((s) => s.segment);

/** The length of a text: grapheme clusters (UAX 29), code points, UTF-16 units or UTF-8 bytes. */
export function lengthIn(text: string, counting: Counting = 'characters'): number {
  switch (counting) {
    case 'characters':
      return lettersOf(text).length;
    case 'code points':
      return [...text].length;
    case 'utf-16':
      return text.length;
    case 'bytes':
      return utf8.encode(text).length;
  }
}

/** The start of a text that is no longer than `most`, never through a letter. */
function startOf(text: string, most: number, counting: Counting): string {
  let [kept, length] = ['', 0];
  for (const letter of lettersOf(text)) {
    length += lengthIn(letter, counting);
    if (length > most) break;
    kept += letter;
  }
  return kept;
}

/** A text no longer than `most`: its first whole words, or what fits of the first where none does. */
export function shortenedTo(text: string, most: number, counting: Counting = 'characters'): string {
  if (lengthIn(text, counting) <= most) return text;
  const start = startOf(text, most, counting);
  // What was cut in the middle of a word goes back to the word before.
  const whole = /\s/.test(text.slice(start.length, start.length + 1)) ? start : start.replace(/\S+$/, '');
  return (whole.trim() ? whole : start).replace(/[\s,;:–—-]+$/u, '');
}

import pluralize from 'pluralize';

/** Letters without their marks and in small, as they are compared. */
export const folded = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase();

/** The words of a tag in the singular, folded. */
export const wordsOfTag = (tag: string): string[] =>
  (folded(tag).match(/[\p{L}\p{N}]+(?:['’][\p{L}\p{N}]+)*/gu) ?? []).map((w) => pluralize.singular(w));

/** What two tags have in common that say the same: its words in the singular, whatever their order. */
export const tagKey = (tag: string): string => [...new Set(wordsOfTag(tag))].sort().join(' ');

/** Tags out of a text that was typed or pasted: by commas, semicolons, lines or hash signs; each once. */
export function tagsIn(text: string): string[] {
  const seen = new Set<string>();
  return text
    .split(/[,;\n\r\t]+|(?:^|\s)#(?=\S)/u)
    .map((tag) => tag.trim().replace(/^#+/, '').replace(/\s+/g, ' '))
    .filter((tag) => {
      const key = folded(tag);
      if (!tag || seen.has(key)) return false;
      seen.add(key);
      return true;
    });
}

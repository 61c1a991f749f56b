/** Text as lower-case letters, digits and single dashes, at most `most` long; empty where nothing is left. */
export const slugOf = (text: string, most = 80): string =>
  text
    .normalize('NFKD')
    .replace(/[\p{M}'’]/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, most)
    .replace(/^-+|-+$/g, '');

/** A slug that none of `taken` is: with `-2`, `-3` … where it must; `otherwise` where nothing is left. */
export function freshSlug(text: string, taken: ReadonlySet<string>, otherwise: string): string {
  const stem = slugOf(text) || otherwise;
  for (let n = 1; ; n++) {
    const id = n === 1 ? stem : `${stem}-${n}`;
    if (!taken.has(id)) return id;
  }
}

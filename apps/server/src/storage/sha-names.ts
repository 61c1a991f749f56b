/** Digits of a SHA-256. */
const LENGTH = 64;

const isHex = (c: number): boolean => (c >= 0x30 && c <= 0x39) || (c >= 0x61 && c <= 0x66);

/**
 * What `/[0-9a-f]{64}/g` finds in a text, in its order. Only each 64th character is looked at where there is none: a
 * drawing of 20 MB of digits and points is read in a few milliseconds instead of half a second.
 */
export function shaNames(text: string): string[] {
  const found: string[] = [];
  let free = 0;
  for (let at = LENGTH - 1; at < text.length; at += LENGTH) {
    if (!isHex(text.charCodeAt(at))) continue;
    let from = at;
    while (from > free && isHex(text.charCodeAt(from - 1))) from--;
    let to = at + 1;
    while (to < text.length && isHex(text.charCodeAt(to))) to++;
    for (; to - from >= LENGTH; from += LENGTH) found.push(text.slice(from, from + LENGTH));
    // The next one ends 64 characters further at the earliest: what is no digit ends here.
    free = to;
    at = to;
  }
  return found;
}

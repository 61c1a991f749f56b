/** Words that a line does not end with. */
const HANGING = /^(?:a|an|the|of|to|in|on|at|by|for|and|or|but|&|my|your|i’m|than|is|with|no|more)$/i;
const RESTS = /[,.;:!?–—]$/;
/** Words up to which every way to break is tried; longer phrases have fewer breaks to choose from. */
const MOST_WORDS = 24;

/**
 * A phrase in so many lines, or fewer where it has fewer words; broken so that lines come as near as can be to the shares
 * of its length that are asked for, after what rests and before what hangs.
 *
 * @param shares how long each line is to be, one for each line; they are only compared with one another
 */
export function splitPhrase(phrase: string, shares: readonly number[]): string[] {
  const words = phrase.trim().split(/\s+/).filter(Boolean);
  const n = Math.min(shares.length, words.length);
  if (n < 2) return words.length ? [words.join(' ')] : [];
  if (words.length > MOST_WORDS) {
    // Glued in pairs, so that there is an end to the ways.
    const pairs = Array.from({ length: Math.ceil(words.length / 2) }, (_, i) =>
      words.slice(2 * i, 2 * i + 2).join('\u00a0'),
    );
    return splitPhrase(pairs.join(' '), shares).map((l) => l.replace(/\u00a0/g, ' '));
  }
  const wanted = shares.slice(0, n);
  const sum = wanted.reduce((a, b) => a + b, 0) || 1;
  const total = words.join(' ').length;
  const lengths = words.map((w) => w.length);
  let best: { cost: number; at: number[] } = { cost: Infinity, at: [] };
  const cost = (from: number, to: number, line: number): number => {
    const length = lengths.slice(from, to).reduce((a, b) => a + b + 1, -1);
    const off = length / total - wanted[line] / sum;
    const last = words[to - 1];
    const rest = to === words.length ? 0 : RESTS.test(last) ? -0.03 : HANGING.test(last) ? 0.06 : 0;
    return off * off + rest;
  };
  const go = (line: number, from: number, so: number, at: number[]) => {
    if (so >= best.cost + 0.1) return;
    if (line === n - 1) {
      const all = so + cost(from, words.length, line);
      if (all < best.cost) best = { cost: all, at };
      return;
    }
    for (let to = from + 1; to <= words.length - (n - 1 - line); to++)
      go(line + 1, to, so + cost(from, to, line), [...at, to]);
  };
  go(0, 0, 0, []);
  return [0, ...best.at].map((from, i) => words.slice(from, best.at[i] ?? words.length).join(' '));
}

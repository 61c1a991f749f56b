const VOWELS = new Set('aeiouy');

/** Letters that are taken for one another, since they sound alike. */
const ALIKE = new Set(
  ['ck', 'cs', 'sz', 'gj', 'fv', 'dt', 'bp', 'mn', 'kq', 'qu'].flatMap((p) => [p, p[1] + p[0]]),
);

// What slips cost: those that people make often cost less. A letter left out is commoner than one too many,
// and both are commoner than a wrong one.
const DOUBLED = 0.5;
const LEFT_OUT = 0.9;
const TOO_MANY = 1;
const SWAPPED = 0.8;
const OTHER_VOWEL = 0.7;
const SOUNDS_ALIKE = 0.8;
const WRONG = 1.3;
/** The first letter is the one that people get right. */
const AT_FIRST = 0.6;

function replaced(a: string, b: string): number {
  if (a === b) return 0;
  if (VOWELS.has(a) && VOWELS.has(b)) return OTHER_VOWEL;
  return ALIKE.has(a + b) ? SOUNDS_ALIKE : WRONG;
}

/**
 * How far what was typed is from a word that may be meant: the cheapest way from one to the other by letters
 * left out, added, replaced and exchanged with their neighbour (optimal string alignment: Damerau 1964, in
 * the form without a second change of the same letters), weighted by how often people make each slip. 0 for
 * the same word; Infinity as soon as it is known to be over `most`.
 */
export function nearness(typed: string, meant: string, most = Infinity): number {
  const [n, m] = [typed.length, meant.length];
  let before: number[] = [];
  let last: number[] = [0];
  for (let j = 1; j <= m; j++)
    last[j] = last[j - 1] + (meant[j - 1] === meant[j - 2] ? DOUBLED : LEFT_OUT) + (j === 1 ? AT_FIRST : 0);
  for (let i = 1; i <= n; i++) {
    const first = i === 1 ? AT_FIRST : 0;
    const row = [last[0] + TOO_MANY + first];
    let least = row[0];
    for (let j = 1; j <= m; j++) {
      const cost = replaced(typed[i - 1], meant[j - 1]);
      let best = last[j - 1] + cost + (cost > 0 && i === 1 && j === 1 ? AT_FIRST : 0);
      best = Math.min(best, row[j - 1] + (meant[j - 1] === meant[j - 2] ? DOUBLED : LEFT_OUT));
      best = Math.min(best, last[j] + (typed[i - 1] === typed[i - 2] ? DOUBLED : TOO_MANY));
      if (i > 1 && j > 1 && typed[i - 1] === meant[j - 2] && typed[i - 2] === meant[j - 1])
        best = Math.min(best, before[j - 2] + SWAPPED);
      row[j] = best;
      least = Math.min(least, best);
    }
    // Two rows are needed to see an exchange, so a row over the limit may still lead back under it.
    if (least > most + SWAPPED) return Infinity;
    before = last;
    last = row;
  }
  return last[m] <= most ? last[m] : Infinity;
}

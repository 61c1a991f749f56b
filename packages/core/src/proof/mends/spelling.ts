import { replaceInLine, type Edit } from '../../design';
import type { LetteringPart, Part } from '../../parts';
import { titled } from '../../sentences';
import { doubtfulIn, inCaseOf } from '../checks/spelling';
import type { Mend, Spelling } from '../types';

const EXACTLY = { matchCase: true, wholeWords: true };
const withWord = (part: LetteringPart, word: string, by: string): LetteringPart => ({
  ...part,
  lines: part.lines.map((line) => replaceInLine(line, word, by, EXACTLY)),
});

/** Words that may have been meant, the likeliest first. */
export function spellingMends(part: Part, spelling: Spelling | undefined): Mend[] {
  if (part.kind !== 'lettering' || !spelling) return [];
  const doubtful = doubtfulIn(
    part.lines.map((l) => l.text),
    spelling,
  );
  // One word mended leaves the finding when another is doubtful: all are mended together.
  if (!doubtful.every((d) => d.meant.length > 0)) return [];
  const ways = Math.min(3, Math.max(...doubtful.map((d) => d.meant.length)));
  return [...Array(ways).keys()].map((n) => {
    const chosen = doubtful.map((d) => ({
      word: d.word,
      by: inCaseOf(d.meant[Math.min(n, d.meant.length - 1)], d.word),
    }));
    const mended = chosen.reduce((p, c) => withWord(p, c.word, c.by), part);
    return {
      id: `spelling-${n + 1}`,
      ...titled('mend.spelling', {
        words: chosen.map((c) => ({ key: 'mend.word', values: { word: c.by } })),
      }),
      edits: [{ op: 'updatePart', part: part.id, change: { lines: mended.lines } } as Edit],
    };
  });
}

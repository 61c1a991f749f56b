import { partTitle, replaceInLine, type Edit, type LetteringPart } from '../design';
import { groupBounds } from '../drawing';
import { regionOf } from './region';
import type { DrawnInput, Finding } from './types';

/** Words in which spelling is looked at: letters, with apostrophes inside. */
const WORD = /\p{L}+(?:['’]\p{L}+)*/gu;

/** As `like` is written: all capitals, one capital, or small. */
function inCaseOf(word: string, like: string): string {
  if (like === like.toUpperCase() && like.length > 1) return word.toUpperCase();
  if (like[0] === like[0].toUpperCase()) return word[0].toUpperCase() + word.slice(1);
  return word;
}

const EXACTLY = { matchCase: true, wholeWords: true };
const withWord = (part: LetteringPart, word: string, by: string): LetteringPart => ({
  ...part,
  lines: part.lines.map((line) => replaceInLine(line, word, by, EXACTLY)),
});

/** Words of the lettering that no dictionary at hand has. A name or a joke may well be right: a note. */
export function spellingFindings(input: DrawnInput): Finding[] {
  const { spelling } = input;
  if (!spelling) return [];
  return input.drawing.groups.flatMap((group): Finding[] => {
    const part = input.design.parts.find((p) => p.id === group.part)!;
    if (part.kind !== 'lettering') return [];
    const words = new Set(part.lines.flatMap((l) => l.text.match(WORD) ?? []));
    const doubtful = [...words].flatMap((word) => {
      if (word.length < 2) return [];
      const meant = spelling.doubt(word);
      return meant ? [{ word, meant }] : [];
    });
    if (doubtful.length === 0) return [];
    const title = partTitle(part);
    const list = doubtful.map((d) => `“${d.word}”`).join(', ');
    return [
      {
        check: 'spelling',
        severity: 'note',
        part: part.id,
        message:
          list === `“${title}”` ? `${list} is in no dictionary` : `${list} in “${title}”: in no dictionary`,
        figure: doubtful.length,
        threshold: 0,
        unit: 'pieces',
        region: regionOf(groupBounds(group)),
        // One word mended leaves the finding when another is doubtful: all are mended together.
        mends: doubtful.every((d) => d.meant.length > 0)
          ? [...Array(Math.min(3, Math.max(...doubtful.map((d) => d.meant.length)))).keys()].map((n) => {
              const chosen = doubtful.map((d) => ({
                word: d.word,
                by: inCaseOf(d.meant[Math.min(n, d.meant.length - 1)], d.word),
              }));
              const mended = chosen.reduce((p, c) => withWord(p, c.word, c.by), part);
              return {
                id: `spelling-${n + 1}`,
                title: `Write ${chosen.map((c) => `“${c.by}”`).join(' and ')}`,
                edits: [{ op: 'updatePart', part: part.id, change: { lines: mended.lines } } as Edit],
              };
            })
          : [],
      },
    ];
  });
}

import { groupBounds } from '../../drawing';
import { regionOf } from '../measure';
import type { Artwork, Finding, Spelling } from '../types';

/** Words in which spelling is looked at: letters, with apostrophes inside. */
const WORD = /\p{L}+(?:['’]\p{L}+)*/gu;

/** The doubtful words of some lines, each once, with what may be meant. */
export const doubtfulIn = (
  lines: readonly string[],
  spelling: Spelling,
): { word: string; meant: string[] }[] =>
  [...new Set(lines.flatMap((line) => line.match(WORD) ?? []))].flatMap((word) => {
    if (word.length < 2) return [];
    const meant = spelling.doubt(word);
    return meant ? [{ word, meant }] : [];
  });

/** Words of the lettering that no dictionary at hand has. A name or a joke may well be right: a note. */
export function spellingFindings({ drawing, spelling }: Artwork): Finding[] {
  if (!spelling) return [];
  return drawing.groups.flatMap((group): Finding[] => {
    const { title, words } = group.about;
    const doubtful = doubtfulIn(words, spelling);
    if (doubtful.length === 0) return [];
    const list = doubtful.map((d) => `“${d.word}”`).join(', ');
    return [
      {
        check: 'spelling',
        severity: 'note',
        part: group.part,
        message:
          list === `“${title}”` ? `${list} is in no dictionary` : `${list} in “${title}”: in no dictionary`,
        figure: doubtful.length,
        threshold: 0,
        unit: 'pieces',
        region: regionOf(groupBounds(group)),
        mends: [],
      },
    ];
  });
}

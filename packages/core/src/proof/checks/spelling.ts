import { told } from '../../sentences';
import { groupBounds } from '../../drawing';
import { regionOf } from '../measure';
import type { Artwork, Finding, Spelling } from '../types';

/** Words in which spelling is looked at: letters, with apostrophes inside. */
const WORD = /\p{L}+(?:['’]\p{L}+)*/gu;

/** Endings of addresses that sellers print. */
const ENDINGS =
  'com|org|net|info|biz|io|co|shop|store|art|dev|app|eu|uk|us|ca|au|nz|ie|de|fr|nl|es|it|se|no|dk|fi|pl|at|ch|be|pt|jp|example';
/** Addresses of the web and of mail, names on networks, and hashtags: spelt as they are. */
const NO_WORDS = new RegExp(
  [
    String.raw`[#@][\p{L}\p{N}_.]+`,
    String.raw`[^\s@]+@[^\s@]+`,
    String.raw`https?:\S+`,
    String.raw`www\.\S+`,
    String.raw`[\p{L}\p{N}-]+(?:\.[\p{L}\p{N}-]+)*\.(?:${ENDINGS})(?![\p{L}\p{N}])(?:\/\S*)?`,
  ].join('|'),
  'giu',
);

/** A word where it stands: the index of its first character. */
export interface WordAt {
  word: string;
  at: number;
}

/** The words of a line whose spelling can be looked at: addresses and hashtags are none. */
export const spellableIn = (line: string): WordAt[] =>
  [...line.replace(NO_WORDS, (no) => ' '.repeat(no.length)).matchAll(WORD)]
    .map(([word], i, all) => ({ word, at: all[i].index }))
    .filter(({ word }) => word.length > 1);

/** A word as `like` is written: all capitals, one capital, or as it stands. */
export function inCaseOf(word: string, like: string): string {
  if (like === like.toUpperCase() && like.length > 1) return word.toUpperCase();
  if (like[0] === like[0].toUpperCase()) return word[0].toUpperCase() + word.slice(1);
  return word;
}

/** The doubtful words of some lines, each once, with what may be meant. */
export const doubtfulIn = (
  lines: readonly string[],
  spelling: Spelling,
): { word: string; meant: string[] }[] =>
  [...new Set(lines.flatMap((line) => spellableIn(line).map((w) => w.word)))].flatMap((word) => {
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
        ...(list === `“${title}”`
          ? told('spelling.word', { words: list })
          : told('spelling.words', { words: list, title })),
        figure: doubtful.length,
        threshold: 0,
        unit: 'pieces',
        region: regionOf(groupBounds(group)),
        mends: [],
      },
    ];
  });
}

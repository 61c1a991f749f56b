import { sidesOf, type Design } from '../design';
import { wordsOfPart } from '../parts';

/** The lines of the lettering, from the top of the first side down; what is hidden is left out. */
export const artworkLines = (design: Design): string[] =>
  sidesOf(design).flatMap(({ parts }) =>
    parts
      .filter((p) => p.kind === 'lettering' && !p.hidden)
      .sort((a, b) => a.place.y - b.place.y)
      .flatMap(wordsOfPart)
      .map((line) => line.replace(/\s+/g, ' ').trim())
      .filter(Boolean),
  );

/** Those lines as a phrase: what is set in capitals is said in small letters. */
export const phraseOf = (lines: readonly string[]): string =>
  lines.map((line) => (line === line.toUpperCase() ? line.toLowerCase() : line)).join(' ');

/** Names of the figures on it, for what may be said of them. */
export const figuresOf = (design: Design): string[] => [
  ...new Set(
    sidesOf(design).flatMap(({ parts }) =>
      parts.filter((p) => p.kind === 'motif' && !p.hidden && p.name).map((p) => p.name),
    ),
  ),
];

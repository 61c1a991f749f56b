import type { Sentence } from '../sentences';
import type { Drawing } from '../drawing';

export type TroubleKind =
  | 'empty'
  | 'column'
  | 'long'
  | 'small'
  | 'figure'
  | 'picture'
  | 'colour'
  | 'answer'
  | 'part'
  | 'formula'
  | 'letters'
  | 'typeface'
  | 'twin'
  | 'name'
  | 'spelling'
  | 'protected'
  | 'proof';

/** What is wrong with a row. */
export interface Trouble {
  severity: 'stop' | 'watch' | 'note';
  kind: TroubleKind;
  message: string;
  /** The same before it is put into words, where it can be said in other languages. */
  said?: Sentence;
  /** Which check of a proof says so, and of which part; empty for the whole artwork. */
  check?: string;
}

/** Words in a message: not more of them than one reads. */
export const quoted = (words: string): string =>
  words.length > 40 ? `“${words.slice(0, 38)}…”` : `“${words}”`;

/** What of a drawing cannot be drawn as the row says. */
export function drawingTroubles(
  { faults }: Pick<Drawing, 'faults'>,
  nameOfFace: (id: string) => string,
): Trouble[] {
  return faults.flatMap((f): Trouble[] => {
    if (f.kind === 'no-letter')
      return [
        {
          severity: 'stop',
          kind: 'letters',
          message: `${nameOfFace(f.face)} has no ${f.characters.slice(0, 6).join(' ')}: other words, or another typeface.`,
        },
      ];
    if (f.kind === 'no-typeface')
      return [
        {
          severity: 'stop',
          kind: 'typeface',
          message: `${nameOfFace(f.face)} is not here: that line does not print.`,
        },
      ];
    return [];
  });
}

import { useEffect, useState } from 'react';
import { spellableIn } from '@brelm/core/proof';
import { doubts } from '../../workers/proof-client';

export interface Doubt {
  word: string;
  meant: string[];
}

/** The rest after the last change before words are looked up, ms. */
const REST_MS = 500;

/** The words of lines whose spelling can be looked at, each once. */
export const spellableWords = (lines: readonly { text: string }[]): string[] => [
  ...new Set(lines.flatMap((l) => spellableIn(l.text).map((w) => w.word))),
];

/** Those of the words that no dictionary has; `round` has them looked up anew. */
export function useDoubts(words: readonly string[], round = 0): Doubt[] {
  const key = words.join(' ');
  const [found, setFound] = useState<Doubt[]>([]);
  useEffect(() => {
    let wanted = true;
    const timer = setTimeout(() => {
      if (key === '') setFound([]);
      else
        void doubts(key.split(' ')).then(
          (d) => wanted && setFound(d),
          () => undefined,
        );
    }, REST_MS);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [key, round]);
  return found.filter((f) => words.includes(f.word));
}

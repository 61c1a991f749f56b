import { useEffect, useState } from 'react';
import type { LetteringPart } from '@brelm/core/parts';
import { useAddWordMutation } from '../../store/api';
import { doubts, forgetWords } from '../../workers/proof-client';

const WORD = /\p{L}+(?:['’]\p{L}+)*/gu;
const REST_MS = 500;

/** As `like` is written: all capitals, one capital, or small. */
function inCaseOf(word: string, like: string): string {
  if (like.length > 1 && like === like.toUpperCase()) return word.toUpperCase();
  return like[0] === like[0].toUpperCase() ? word[0].toUpperCase() + word.slice(1) : word;
}

/** Words that no dictionary has, quietly, with what may have been meant. */
export function SpellingNote({
  part,
  onReplace,
}: {
  part: LetteringPart;
  onReplace: (word: string, by: string) => void;
}) {
  const words = [...new Set(part.lines.flatMap((l) => l.text.match(WORD) ?? []))].filter((w) => w.length > 1);
  const key = words.join(' ');
  const [found, setFound] = useState<{ word: string; meant: string[] }[]>([]);
  const [added, setAdded] = useState(0);
  const [addWord] = useAddWordMutation();
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
  }, [key, added]);
  const shown = found.filter((f) => words.includes(f.word)).slice(0, 4);
  if (shown.length === 0) return null;
  return (
    <ul className="flex flex-col gap-0.5 text-[12.5px] text-muted" aria-label="Doubtful words">
      {shown.map(({ word, meant }) => (
        <li key={word} className="flex flex-wrap items-baseline gap-x-2">
          <span className="underline decoration-ochre decoration-dotted underline-offset-2">{word}</span>
          {meant.slice(0, 3).map((m) => (
            <button
              key={m}
              type="button"
              aria-label={`Write ${inCaseOf(m, word)} instead of ${word}`}
              className="text-spruce hover:underline"
              onClick={() => onReplace(word, inCaseOf(m, word))}
            >
              {inCaseOf(m, word)}
            </button>
          ))}
          <button
            type="button"
            aria-label={`Add ${word} to my words`}
            className="hover:underline"
            onClick={() =>
              void addWord(word)
                .unwrap()
                .then(async () => {
                  await forgetWords();
                  setAdded((n) => n + 1);
                })
            }
          >
            it is right
          </button>
        </li>
      ))}
    </ul>
  );
}

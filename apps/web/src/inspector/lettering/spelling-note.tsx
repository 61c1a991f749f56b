import { useState } from 'react';
import type { LetteringPart } from '@brelm/core/parts';
import { inCaseOf } from '@brelm/core/proof';
import { useAddWordMutation } from '../../store/api';
import { forgetWords } from '../../workers/proof-client';
import { spellableWords, useDoubts } from './use-doubts';
import { say } from '../../words/lettering';

/** Words that no dictionary has, quietly, with what may have been meant. */
export function SpellingNote({
  part,
  onReplace,
}: {
  part: LetteringPart;
  onReplace: (word: string, by: string) => void;
}) {
  const [added, setAdded] = useState(0);
  const [addWord] = useAddWordMutation();
  const shown = useDoubts(spellableWords(part.lines), added).slice(0, 4);
  if (shown.length === 0) return null;
  return (
    <ul className="flex flex-col gap-0.5 text-[12.5px] text-muted" aria-label={say('doubtfulWords')}>
      {shown.map(({ word, meant }) => (
        <li key={word} className="flex flex-wrap items-baseline gap-x-2">
          <span className="underline decoration-ochre decoration-dotted underline-offset-2">{word}</span>
          {meant.slice(0, 3).map((m) => (
            <button
              key={m}
              type="button"
              aria-label={say('writeInsteadOf', { inCase: inCaseOf(m, word), word })}
              className="text-spruce hover:underline"
              onClick={() => onReplace(word, inCaseOf(m, word))}
            >
              {inCaseOf(m, word)}
            </button>
          ))}
          <button
            type="button"
            aria-label={say('itIsRightAddTo', { word })}
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
            {say('itIsRight')}
          </button>
        </li>
      ))}
    </ul>
  );
}

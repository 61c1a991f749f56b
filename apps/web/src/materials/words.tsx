import { X } from 'lucide-react';
import { useState } from 'react';
import { reasonOf, useAddWordMutation, useRemoveWordMutation, useWordsQuery } from '../store/api';
import { Button, notify } from '../ui';
import { forgetWords } from '../workers/proof-client';
import { say } from '../words/materials';

/** Words that are right, whatever the dictionaries say. */
export function OwnWords() {
  const { data: words = [] } = useWordsQuery();
  const [add] = useAddWordMutation();
  const [remove] = useRemoveWordMutation();
  const [word, setWord] = useState('');
  const said = (change: Promise<unknown>) =>
    void change.then(
      () => forgetWords(),
      (error: unknown) => notify('fault', reasonOf(error)),
    );
  return (
    <section aria-label={say('words')}>
      <h2 className="mt-8 text-xl">{say('words')}</h2>
      <p className="mt-1 mb-3 text-muted">{say('rightWhateverTheDictionariesSay')}</p>
      <form
        className="flex gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (word.trim())
            said(
              add(word.trim())
                .unwrap()
                .then(() => setWord('')),
            );
        }}
      >
        <input
          aria-label={say('aWordThatIsRight')}
          className="field !h-8 max-w-xs flex-1"
          maxLength={60}
          value={word}
          onChange={(e) => setWord(e.target.value)}
        />
        <Button type="submit" disabled={!word.trim()}>
          {say('add')}
        </Button>
      </form>
      <ul className="mt-2 flex flex-wrap gap-1.5">
        {words.map((w) => (
          <li key={w} className="flex items-center rounded-md border border-line bg-card pl-2">
            {w}
            <button
              type="button"
              aria-label={say('remove2', { w })}
              className="flex h-7 w-7 items-center justify-center text-muted hover:text-ink"
              onClick={() => said(remove(w).unwrap())}
            >
              <X size={14} aria-hidden />
            </button>
          </li>
        ))}
        {words.length === 0 && <li className="text-[13px] text-muted">{say('noneYet')}</li>}
      </ul>
    </section>
  );
}

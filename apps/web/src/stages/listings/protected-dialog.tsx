import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { reasonOf } from '../../store/api';
import {
  useFreeWordsMutation,
  useProtectedWordsQuery,
  useProtectWordsMutation,
} from '../../store/listings-api';
import { Button, IconButton, Modal } from '../../ui';
import { say } from '../../words/listings';

/** Words that somebody else has the right to: a listing that has one is stopped. */
export function ProtectedDialog({ onClose }: { onClose: () => void }) {
  const { data = [] } = useProtectedWordsQuery();
  const [protect, protecting] = useProtectWordsMutation();
  const [free] = useFreeWordsMutation();
  const [words, setWords] = useState('');
  const [why, setWhy] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const add = async () => {
    setFault(null);
    try {
      await protect({ words: words.trim(), why: why.trim() }).unwrap();
      setWords('');
      setWhy('');
    } catch (error) {
      setFault(reasonOf(error));
    }
  };
  return (
    <Modal open title={say('protectedWords')} wide onClose={onClose}>
      <p className="mb-2 text-muted">{say('aListingThatHasOne')}</p>
      <ul className="max-h-72 overflow-y-auto">
        {data.map((w) => (
          <li key={w.words} className="flex items-center gap-2 border-t border-line py-1 first:border-0">
            <span className="w-48 shrink-0 truncate font-medium">{w.words}</span>
            <span className="min-w-0 flex-1 truncate text-[13px] text-muted" title={w.why}>
              {w.why}
            </span>
            <IconButton label={say('takeOffTheList', { words: w.words })} onClick={() => void free(w.words)}>
              <Trash2 size={14} />
            </IconButton>
          </li>
        ))}
      </ul>
      <form
        className="mt-3 flex flex-wrap items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (words.trim()) void add();
        }}
      >
        <label className="min-w-40 flex-1">
          <span className="block text-[11.5px] text-muted">{say('words')}</span>
          <input className="field" maxLength={120} value={words} onChange={(e) => setWords(e.target.value)} />
        </label>
        <label className="min-w-48 flex-[2]">
          <span className="block text-[11.5px] text-muted">{say('whoseTheyAreAndWhat')}</span>
          <input className="field" maxLength={400} value={why} onChange={(e) => setWhy(e.target.value)} />
        </label>
        <Button type="submit" disabled={protecting.isLoading || !words.trim()}>
          {say('add')}
        </Button>
      </form>
      {fault && (
        <p role="alert" className="mt-1 text-[13px] text-rust">
          {fault}
        </p>
      )}
    </Modal>
  );
}

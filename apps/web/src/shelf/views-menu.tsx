import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { Bookmark } from 'lucide-react';
import { useState } from 'react';
import type { ShelfAsked } from '@brelm/contract';
import { reasonOf } from '../store/api';
import { useKeepViewMutation, useShelfViewsQuery } from '../store/shelf-api';
import { Button } from '../ui';
import { addressOf, askedBy, keptOf } from './use-asked';
import { ViewRow } from './view-row';
import { say } from '../words/shelfDialogs';

/** Views of the shelf that are kept: what is asked, under a name. */
export function ViewsMenu({ asked, onAsk }: { asked: ShelfAsked; onAsk: (asked: ShelfAsked) => void }) {
  const { data: views = [] } = useShelfViewsQuery();
  const [keep, keeping] = useKeepViewMutation();
  const [name, setName] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const here = addressOf(asked).toString();
  const current = views.find((v) => addressOf(askedBy(v)).toString() === here);
  const keepIt = async () => {
    setFault(null);
    try {
      await keep({ name, asked: keptOf(asked) }).unwrap();
      setName('');
    } catch (error) {
      setFault(reasonOf(error));
    }
  };
  return (
    <Popover>
      <PopoverButton className="field inline-flex !h-7 !w-auto max-w-44 items-center gap-1.5 px-2 text-[13px]">
        <Bookmark size={14} aria-hidden className="shrink-0" />
        <span className="truncate">{current?.name ?? say('views')}</span>
      </PopoverButton>
      <PopoverPanel
        anchor={{ to: 'bottom end', gap: 4 }}
        className="z-50 w-72 rounded-md border border-edge bg-card p-2 text-[13px]"
      >
        {({ close }) => (
          <>
            {views.length === 0 ? (
              <p className="px-1 pb-2 text-muted">{say('whatYouLookForOften')}</p>
            ) : (
              <ul className="mb-2 max-h-64 overflow-y-auto" aria-label={say('keptViews')}>
                {views.map((view) => (
                  <ViewRow
                    key={view.id}
                    view={view}
                    current={view === current}
                    onLook={() => {
                      onAsk(askedBy(view));
                      close();
                    }}
                  />
                ))}
              </ul>
            )}
            {!current && (
              <form
                className="flex items-end gap-2 border-t border-line pt-2"
                onSubmit={(e) => {
                  e.preventDefault();
                  void keepIt();
                }}
              >
                <label className="min-w-0 flex-1">
                  <span className="block text-[11.5px] text-muted">{say('keepWhatIsShownAs')}</span>
                  <input
                    className="field"
                    maxLength={80}
                    value={name}
                    aria-invalid={fault ? true : undefined}
                    aria-describedby={fault ? 'view-fault' : undefined}
                    onChange={(e) => {
                      setName(e.target.value);
                      setFault(null);
                    }}
                  />
                </label>
                <Button type="submit" disabled={!name.trim() || keeping.isLoading}>
                  {say('keep')}
                </Button>
              </form>
            )}
            {fault && (
              <p id="view-fault" role="alert" className="mt-1 text-rust">
                {fault}
              </p>
            )}
          </>
        )}
      </PopoverPanel>
    </Popover>
  );
}

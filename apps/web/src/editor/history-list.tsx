import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { History } from 'lucide-react';
import { useAppDispatch, useAppSelector } from '../store';
import { wentTo } from '../store/editor';
import { say } from '../words/editor';

/** Every step of this sitting, the latest first; one that is chosen is gone back to. */
export function HistoryList() {
  const dispatch = useAppDispatch();
  const past = useAppSelector((s) => s.editor.past);
  const future = useAppSelector((s) => s.editor.future);
  const steps = [
    say('asItWasOpened'),
    ...past.map((p) => p.label),
    ...[...future].reverse().map((f) => f.label),
  ];
  return (
    <Popover className="relative">
      <PopoverButton
        aria-label={say('history')}
        title={say('historyEveryStepOfThis')}
        className="inline-flex h-7 w-7 items-center justify-center rounded-md text-ink hover:bg-line"
      >
        <History size={17} aria-hidden />
      </PopoverButton>
      <PopoverPanel
        anchor={{ to: 'bottom end', gap: 6 }}
        className="z-40 max-h-[60vh] w-64 overflow-y-auto rounded-md border border-edge bg-card p-1.5"
      >
        <ol aria-label={say('steps')}>
          {steps
            .map((label, at) => (
              <li key={at}>
                <button
                  type="button"
                  aria-current={at === past.length ? 'step' : undefined}
                  className={`w-full truncate rounded-md px-2 py-1 text-left text-[13px] ${
                    at === past.length
                      ? 'bg-line font-medium'
                      : at > past.length
                        ? 'text-muted hover:bg-line'
                        : 'hover:bg-line'
                  }`}
                  onClick={() => dispatch(wentTo(at))}
                >
                  {label}
                </button>
              </li>
            ))
            .reverse()}
        </ol>
      </PopoverPanel>
    </Popover>
  );
}

import { useSyncExternalStore } from 'react';
import { X } from 'lucide-react';
import { IconButton } from './button';
import { say } from '../words/ui';

interface Notice {
  id: number;
  text: string;
  kind: 'working' | 'done' | 'fault' | 'asked';
  /** What can be done about it. */
  actions: readonly NoticeAction[];
}

export interface NoticeAction {
  label: string;
  run: () => void;
}

let notices: Notice[] = [];
let next = 1;
const listeners = new Set<() => void>();
const set = (list: Notice[]) => {
  notices = list;
  for (const l of listeners) l();
};

export const dropNotice = (id: number): void => set(notices.filter((n) => n.id !== id));

function show(kind: Notice['kind'], text: string, actions: readonly NoticeAction[]): number {
  const id = next++;
  set([...notices, { id, kind, text, actions }]);
  return id;
}

/** Shows a line at the foot of the screen. Faults stay until they are sent away. */
export function notify(kind: Notice['kind'], text: string, action?: NoticeAction): number {
  const id = show(kind, text, action ? [action] : []);
  if (kind === 'done') setTimeout(() => dropNotice(id), 8000);
  return id;
}

/** What can be put off goes by itself, so that it covers nothing for long, ms. */
const ASKED_MS = 20_000;

/** Asks something at the foot of the screen that can be put off. */
export function askBelow(text: string, answers: readonly NoticeAction[]): void {
  const id = show('asked', text, answers);
  setTimeout(() => dropNotice(id), ASKED_MS);
}

export function Notices() {
  const list = useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => notices,
  );
  return (
    <div
      role="status"
      aria-live="polite"
      className="pointer-events-none fixed bottom-12 left-1/2 z-40 flex w-[30rem] max-w-[90vw] -translate-x-1/2 flex-col gap-2"
    >
      {list.map((n) => (
        <div
          key={n.id}
          className={`pointer-events-auto flex items-start gap-2 rounded-md border bg-card px-3 py-2 text-[13px] ${n.kind === 'fault' ? 'border-rust' : 'border-edge'}`}
        >
          <p className="min-w-0 flex-1 py-0.5 break-words">
            {n.kind === 'fault' && <span className="sr-only">{say('fault')} </span>}
            {n.text}
            {n.actions.map(({ label, run }) => (
              <button
                key={label}
                type="button"
                className="ml-2 font-medium text-spruce underline"
                onClick={() => {
                  dropNotice(n.id);
                  run();
                }}
              >
                {label}
              </button>
            ))}
          </p>
          {n.kind !== 'working' && (
            <IconButton
              label={n.kind === 'asked' ? say('later') : say('dismiss')}
              onClick={() => dropNotice(n.id)}
            >
              <X size={15} />
            </IconButton>
          )}
        </div>
      ))}
    </div>
  );
}

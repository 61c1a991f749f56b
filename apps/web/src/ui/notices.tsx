import { useSyncExternalStore } from 'react';
import { X } from 'lucide-react';
import { IconButton } from './button';

interface Notice {
  id: number;
  text: string;
  kind: 'working' | 'done' | 'fault';
  /** What can be done about it. */
  action?: { label: string; run: () => void };
}

let notices: Notice[] = [];
let next = 1;
const listeners = new Set<() => void>();
const set = (list: Notice[]) => {
  notices = list;
  for (const l of listeners) l();
};

export const dropNotice = (id: number): void => set(notices.filter((n) => n.id !== id));

/** Shows a line at the foot of the screen. Faults stay until they are sent away. */
export function notify(kind: Notice['kind'], text: string, action?: Notice['action']): number {
  const id = next++;
  set([...notices, { id, kind, text, action }]);
  if (kind === 'done') setTimeout(() => dropNotice(id), 8000);
  return id;
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
      className="pointer-events-none fixed bottom-4 left-1/2 z-40 flex w-[30rem] max-w-[90vw] -translate-x-1/2 flex-col gap-2"
    >
      {list.map((n) => (
        <div
          key={n.id}
          className={`pointer-events-auto flex items-start gap-2 rounded-md border bg-card px-3 py-2 text-[13px] ${n.kind === 'fault' ? 'border-rust' : 'border-edge'}`}
        >
          <p className="min-w-0 flex-1 py-0.5 break-words">
            {n.kind === 'fault' && <span className="sr-only">Fault: </span>}
            {n.text}
            {n.action && (
              <button
                type="button"
                className="ml-1.5 font-medium text-spruce underline"
                onClick={() => {
                  dropNotice(n.id);
                  n.action!.run();
                }}
              >
                {n.action.label}
              </button>
            )}
          </p>
          {n.kind !== 'working' && (
            <IconButton label="Dismiss" onClick={() => dropNotice(n.id)}>
              <X size={15} />
            </IconButton>
          )}
        </div>
      ))}
    </div>
  );
}

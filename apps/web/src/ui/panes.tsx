import { useEffect, useState, type ReactNode } from 'react';
import { say } from '../words/ui';

/**
 * What is worked on, with panels beside it; in a window too narrow for that, one of them at a time, with a switch above. All
 * stay there while another is shown, so nothing in them is lost.
 */
export function Panes({
  names,
  start = 1,
  shown: asked,
  className,
  children,
}: {
  /** Of each child, in their order. */
  names: readonly string[];
  /** Which one a narrow window shows first. */
  start?: number;
  /** Which one it shows whenever this becomes another. */
  shown?: number;
  /** How they lie beside each other where there is room. */
  className: string;
  children: ReactNode;
}) {
  const [chosen, setChosen] = useState(asked ?? start);
  useEffect(() => {
    if (asked !== undefined) setChosen(asked);
  }, [asked]);
  const shown = Math.min(chosen, names.length - 1);
  return (
    <div data-shown={shown} className={`panes min-h-0 flex-1 ${className}`}>
      <div role="group" aria-label={say('shown')} className="pane-switch border-b border-line bg-paper">
        {names.map((name, i) => (
          <button
            key={name}
            type="button"
            aria-pressed={i === shown}
            className={`min-w-0 flex-1 truncate border-b-2 px-2 py-1.5 font-medium ${i === shown ? 'border-spruce text-ink' : 'border-transparent text-muted'}`}
            onClick={() => setChosen(i)}
          >
            {name}
          </button>
        ))}
      </div>
      {children}
    </div>
  );
}

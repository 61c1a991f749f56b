import { useEffect, useRef, type RefObject } from 'react';
import { commandOf, type CommandId } from './catalogue';
import { isLetterName, nameOf } from './key-words';
import { keysNow, keysOf } from './own-keys';

const TEXTLESS = new Set(['checkbox', 'radio', 'color', 'range', 'button', 'file']);

const ARROWS = /^(Arrow|Page|Home|End)/;

/** True where a key belongs to what is being written; a box that is ticked takes only its own keys. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement
    ? !TEXTLESS.has(target.type)
    : target instanceof HTMLElement &&
      (target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName));

/** Undo and redo in a field in which nothing is typed are the design's. */
const isUndoOf = (e: KeyboardEvent): boolean =>
  (e.ctrlKey || e.metaKey) &&
  /^[zy]$/i.test(e.key) &&
  e.target instanceof HTMLInputElement &&
  e.target.dataset.typed === 'false';

/** What a command does here. Where it is found by another name than the catalogue has, that is its second half; by none where it is null. */
export type KeyAction = (() => void) | readonly [run: () => void, does: string | null];
export type KeyTable = Partial<Record<CommandId, KeyAction>>;

interface Listening {
  commands: KeyTable;
  /** Keys that are no commands and cannot be changed, as `nameOf` writes them. */
  fixed: Readonly<Record<string, () => void>>;
}

const runOf = (action: KeyAction): (() => void) => (typeof action === 'function' ? action : action[0]);
const commandsOf = (table: KeyTable) => Object.entries(table) as [CommandId, KeyAction][];

/** What is done for a key, by the keys of this browser; a command before what is fixed. */
function actionFor(name: string, { commands, fixed }: Listening): (() => void) | undefined {
  const { own, letters } = keysNow();
  if (!letters && isLetterName(name)) return undefined;
  for (const [id, action] of commandsOf(commands)) if (keysOf(id, own).includes(name)) return runOf(action);
  return fixed[name];
}

/** Tables of what is shown now. */
const tables = new Set<RefObject<Listening>>();

export interface LiveCommand {
  id: CommandId;
  does: string;
  run: () => void;
}

/** The commands of what is shown now, those of the innermost first, each once. */
export function liveCommands(): LiveCommand[] {
  const all = [...tables].flatMap((table) =>
    commandsOf(table.current.commands).flatMap(([id, action]): LiveCommand[] => {
      const does = typeof action === 'function' ? commandOf(id).does : action[1];
      return does === null ? [] : [{ id, does, run: runOf(action) }];
    }),
  );
  return all.filter((c, i) => all.findIndex((o) => o.id === c.id) === i);
}

/**
 * Calls what the table has for a key, unless somebody is typing or a dialog is open. An `outermost` one leaves keys to all
 * others that have them, whichever of them was there first.
 */
export function useKeys(
  commands: KeyTable,
  { fixed = {}, outermost = false }: { fixed?: Listening['fixed']; outermost?: boolean } = {},
): void {
  const current = useRef<Listening>({ commands, fixed });
  useEffect(() => {
    current.current = { commands, fixed };
  });
  useEffect(() => {
    tables.add(current);
    return () => void tables.delete(current);
  }, []);
  useEffect(() => {
    const down = (e: KeyboardEvent) => {
      if (e.defaultPrevented || e.altKey || (isTyping(e.target) && !isUndoOf(e))) return;
      // A slider and a choice have the arrows to themselves.
      if (e.target instanceof HTMLInputElement && /^(range|radio)$/.test(e.target.type) && ARROWS.test(e.key))
        return;
      // Enter presses what has the focus.
      if (e.key === 'Enter' && (e.target as Element).closest?.('button, a, summary, input')) return;
      const name = nameOf(e);
      const action = actionFor(name, current.current);
      if (!action) return;
      if (outermost && [...tables].some((other) => other !== current && actionFor(name, other.current)))
        return;
      // Last, since a large page is walked through for it.
      if (document.querySelector('[role="dialog"], [role="menu"], [role="listbox"]')) return;
      e.preventDefault();
      action();
    };
    window.addEventListener('keydown', down);
    return () => window.removeEventListener('keydown', down);
  }, [outermost]);
}

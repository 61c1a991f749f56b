import { useEffect, useRef, type RefObject } from 'react';

const TEXTLESS = new Set(['checkbox', 'radio', 'color', 'range', 'button', 'file']);

const ARROWS = /^(Arrow|Page|Home|End)/;

/** True where a key belongs to what is being written; a box that is ticked takes only its own keys. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement
    ? !TEXTLESS.has(target.type)
    : target instanceof HTMLElement &&
      (target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName));

/** A key as it is written in a table: `Ctrl+z`, `Shift+G`, `ArrowLeft`, `?`. Letters are lower case without Shift. */
function nameOf(e: KeyboardEvent): string {
  const key = e.key.length === 1 && !e.shiftKey ? e.key.toLowerCase() : e.key;
  const shift = e.shiftKey && (key.length > 1 || /[a-z]/i.test(key)) ? 'Shift+' : '';
  return `${e.ctrlKey || e.metaKey ? 'Ctrl+' : ''}${shift}${key}`;
}

const LETTERS_OFF = 'brelm-letter-keys-off';

/** Whether single letters and signs work as keys in this browser (WCAG 2.2, 2.1.4). */
export const letterKeys = (): boolean => localStorage.getItem(LETTERS_OFF) === null;

export function setLetterKeys(on: boolean): void {
  if (on) localStorage.removeItem(LETTERS_OFF);
  else localStorage.setItem(LETTERS_OFF, '1');
}

/** A key that writes a letter or a sign, alone or with Shift. */
const isLetter = (e: KeyboardEvent): boolean => e.key.length === 1 && !e.ctrlKey && !e.metaKey;

/** Undo and redo in a field in which nothing is typed are the design's. */
const isUndoOf = (e: KeyboardEvent): boolean =>
  (e.ctrlKey || e.metaKey) &&
  /^[zy]$/i.test(e.key) &&
  e.target instanceof HTMLInputElement &&
  e.target.dataset.typed === 'false';

/** What a key does; with a name it is a command, which is found by that, too. */
export type KeyAction = (() => void) & { does?: string };

/** An action that is found by its name. */
export const named = (does: string, run: () => void): KeyAction => Object.assign(() => run(), { does });

/** The keys of undo and redo. */
export const undoKeys = (undo: () => void, redo: () => void): Record<string, KeyAction> => ({
  'Ctrl+z': named('Undo', undo),
  'Ctrl+y': named('Redo', redo),
  'Ctrl+Shift+Z': redo,
});

type Table = Record<string, KeyAction>;
/** Tables of what is shown now. */
const tables = new Set<RefObject<Table>>();

export interface Command {
  key: string;
  does: string;
  run: () => void;
}

/** The named commands of what is shown now, those of the innermost first, each once. */
export function liveCommands(): Command[] {
  const all = [...tables].flatMap((table) =>
    Object.entries(table.current).flatMap(([key, run]): Command[] =>
      run.does === undefined ? [] : [{ key, does: run.does, run }],
    ),
  );
  return all.filter((c, i) => all.findIndex((o) => o.does === c.does) === i);
}

/**
 * Calls what the table has for a key, unless somebody is typing or a dialog is open. An `outermost` one leaves keys to all
 * others that have them, whichever of them was there first.
 */
export function useKeys(table: Table, outermost = false): void {
  const current = useRef(table);
  useEffect(() => {
    current.current = table;
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
      const action = current.current[name];
      if (outermost && [...tables].some((other) => other !== current && other.current[name])) return;
      if (!action || (isLetter(e) && !letterKeys())) return;
      // Last, since a large page is walked through for it.
      if (document.querySelector('[role="dialog"], [role="menu"], [role="listbox"]')) return;
      e.preventDefault();
      action();
    };
    window.addEventListener('keydown', down);
    return () => window.removeEventListener('keydown', down);
  }, [outermost]);
}

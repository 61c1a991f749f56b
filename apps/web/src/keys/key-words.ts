const NAMES: Readonly<Record<string, string>> = {
  PageUp: 'Page Up',
  PageDown: 'Page Down',
  '-': '−',
  ' ': 'Space',
};

/** A key as it is written in a table: `Ctrl+z`, `Shift+G`, `ArrowLeft`, `?`. Letters are lower case without Shift. */
export function nameOf(e: Pick<KeyboardEvent, 'key' | 'shiftKey' | 'ctrlKey' | 'metaKey'>): string {
  const key = e.key.length === 1 && !e.shiftKey ? e.key.toLowerCase() : e.key;
  const shift = e.shiftKey && (key.length > 1 || /[a-z]/i.test(key)) ? 'Shift+' : '';
  return `${e.ctrlKey || e.metaKey ? 'Ctrl+' : ''}${shift}${key}`;
}

/** The pieces of a name: `Ctrl+z` has two, the sign of addition one. */
const piecesOf = (name: string): string[] =>
  name.endsWith('+') ? [...name.slice(0, -1).split('+').filter(Boolean), '+'] : name.split('+');

/** A key of a table as it is written for people: `Ctrl+z` is Ctrl Z. */
export const keyWords = (name: string): string =>
  piecesOf(name)
    .map((p) => NAMES[p] ?? (p.length === 1 ? p.toUpperCase() : p))
    .join(' ');

/** Whether a name is that of a key that writes a letter or a sign, alone or with Shift (WCAG 2.2, 2.1.4). */
export const isLetterName = (name: string): boolean => {
  const pieces = piecesOf(name);
  return pieces.at(-1)!.length === 1 && pieces[0] !== 'Ctrl';
};

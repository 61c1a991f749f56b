const NAMES: Readonly<Record<string, string>> = {
  PageUp: 'Page Up',
  PageDown: 'Page Down',
  '-': '−',
};

/** A key of a table as it is written for people: `Ctrl+z` is Ctrl Z. */
export const keyWords = (key: string): string => {
  const pieces = key === '+' ? ['+'] : key.split('+');
  return pieces.map((p) => NAMES[p] ?? (p.length === 1 ? p.toUpperCase() : p)).join(' ');
};

/** Where commands can be given, each with the heading that they stand under. */
export const KEY_PLACES = {
  everywhere: 'Everywhere',
  shelf: 'On the shelf',
  design: 'In a design',
  artwork: 'Artwork',
  placement: 'Placement',
  sheets: 'Sheets',
} as const;
export type KeyPlace = keyof typeof KEY_PLACES;

/** What is shown together with a place, and so listens at the same time. */
const AROUND: Readonly<Record<KeyPlace, readonly KeyPlace[]>> = {
  everywhere: [],
  shelf: ['everywhere'],
  design: ['everywhere'],
  artwork: ['design', 'everywhere'],
  placement: ['design', 'everywhere'],
  sheets: ['everywhere'],
};

export interface CommandEntry {
  /** What it does, as it is found and listed. */
  does: string;
  /** As they are written by `nameOf`; the first is the one that is shown. */
  keys: readonly string[];
  places: readonly KeyPlace[];
  /** Its key is the same in every program, or belongs to the system: it cannot be changed. */
  fixed?: true;
}

const command = (
  does: string,
  keys: string | readonly string[],
  places: KeyPlace | readonly KeyPlace[],
): CommandEntry => ({
  does,
  keys: typeof keys === 'string' ? [keys] : keys,
  places: typeof places === 'string' ? [places] : places,
});
const fixed = (...of: Parameters<typeof command>): CommandEntry => ({ ...command(...of), fixed: true });

/** Every command that has a key, in the order in which they are listed. A new one is a line here and a name in a table of `useKeys`. */
export const COMMANDS = {
  'find-anything': fixed('Find anything', 'Ctrl+k', 'everywhere'),
  search: command('Search what is shown; where nothing is searched, find anything', '/', 'everywhere'),
  help: command('Help for what is shown', 'F1', 'everywhere'),
  keys: command('All keys', '?', 'everywhere'),
  undo: fixed('Undo', 'Ctrl+z', 'everywhere'),
  redo: fixed('Redo', ['Ctrl+y', 'Ctrl+Shift+Z'], 'everywhere'),

  'new-design': command('New design', 'n', 'shelf'),

  'to-artwork': command('To the artwork', '1', 'design'),
  'to-garments': command('To the garments', '2', 'design'),
  'to-cut': command('To the cut line', '3', 'design'),
  'to-mockups': command('To the mockups', '4', 'design'),
  'to-placement': command('To the placement', '5', 'design'),
  'to-listings': command('To the listings', '6', 'design'),
  comments: command('Comments', 'n', 'design'),
  'next-colourway': command('Next colourway', 'c', 'design'),
  'next-side': command('Next side', 's', 'design'),
  'side-before': command('Side before', 'Shift+S', 'design'),

  'add-part': command('Add a part', 'a', 'artwork'),
  'order-figure': command('Have a figure drawn', 'Shift+A', 'artwork'),
  'draw-line': command('Draw a line by hand', 'd', 'artwork'),
  'next-garment': command('Next garment behind the artwork', 'g', 'artwork'),
  'garment-before': command('Garment before', 'Shift+G', 'artwork'),
  'fit-board': command('Fit the board to the window', 'f', 'artwork'),
  'fit-chosen': command('Fit what is chosen to the window', 'Shift+F', 'artwork'),
  'zoom-in': command('Zoom in', ['+', '='], 'artwork'),
  'zoom-out': command('Zoom out', '-', 'artwork'),
  'choose-all': command('Choose all parts, or all stickers of a sheet', 'Ctrl+a', ['artwork', 'sheets']),
  duplicate: command('Duplicate what is chosen', 'Ctrl+d', ['artwork', 'sheets']),
  remove: fixed('Remove what is chosen', ['Delete', 'Backspace'], ['artwork', 'sheets']),
  mirror: command('Mirror a copy across the middle', 'm', 'artwork'),
  bundle: command('Bundle what is chosen', 'b', 'artwork'),
  unbundle: command('Take the bundle apart', 'Shift+B', 'artwork'),
  weld: command('Weld what is chosen into one outline, or no longer', 'j', 'artwork'),
  window: command('Show inside the part behind it, or no longer', 'w', 'artwork'),
  'knock-out': command('Knock out of what is below, or no longer', 'k', 'artwork'),
  'set-apart': command('Set what is chosen into its pieces', 'Shift+K', 'artwork'),
  forwards: command('One part forwards', 'PageUp', 'artwork'),
  backwards: command('One part backwards', 'PageDown', 'artwork'),
  'to-front': command('To the front', 'Shift+PageUp', 'artwork'),
  'to-back': command('To the back', 'Shift+PageDown', 'artwork'),
  type: fixed('Type in the lettering that is chosen', 'Enter', 'artwork'),
  replace: command('Find and replace in the lettering', 'Ctrl+h', 'artwork'),

  'add-product': command('Add a product', 'a', 'placement'),
  'place-by-ink': command('Place it by its ink', 'p', 'placement'),
} as const satisfies Record<string, CommandEntry>;

export type CommandId = keyof typeof COMMANDS;

export const commandOf = (id: CommandId): CommandEntry => COMMANDS[id];
export const COMMAND_IDS = Object.keys(COMMANDS) as CommandId[];

/** Whether two commands can be given at the same time, so that one key cannot mean both. */
export const meet = (a: CommandEntry, b: CommandEntry): boolean =>
  a.places.some((p) => b.places.some((q) => p === q || AROUND[p].includes(q) || AROUND[q].includes(p)));

/** What is done with keys that cannot be changed, or by the pointer with a key held. */
export const GESTURES: readonly (readonly [keys: string, does: string])[] = [
  ['Arrows', 'Move what is chosen by 1 px, with Shift by 10'],
  ['Escape', 'Choose nothing; leave a field or a tool'],
  ['Double-click', 'Type in lettering on the board; choose one part out of its bundle'],
  ['Ctrl C, Ctrl X, Ctrl V', 'Copy, cut, paste parts, pictures, SVG or words; also between designs'],
  ['Alt', 'Held while dragging: nothing snaps; in the stack: it shows inside what it is dropped on'],
  ['Ctrl', 'Held while dropping on the board: it shows inside what lies there'],
  ['Shift', 'Held while turning: by 15°'],
  ['Ctrl wheel', 'Zoom at the pointer; the wheel alone moves the board'],
  ['Ctrl D', 'In a series: what stands in the cell above'],
  ['Delete', 'In a series: empty the cell, on its number remove the row'],
];

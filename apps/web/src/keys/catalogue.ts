import { say } from '../words/keys';

/** Where commands can be given, each with the heading that they stand under. */
export const KEY_PLACES = {
  everywhere: say('everywhere'),
  shelf: say('onTheShelf'),
  design: say('inADesign'),
  artwork: say('artwork'),
  placement: say('placement'),
  sheets: say('sheets'),
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
  'find-anything': fixed(say('findAnything'), 'Ctrl+k', 'everywhere'),
  search: command(say('searchWhatIsShownWhere'), '/', 'everywhere'),
  help: command(say('helpForWhatIsShown'), 'F1', 'everywhere'),
  keys: command(say('allKeys'), '?', 'everywhere'),
  undo: fixed(say('undo'), 'Ctrl+z', 'everywhere'),
  redo: fixed(say('redo'), ['Ctrl+y', 'Ctrl+Shift+Z'], 'everywhere'),

  'new-design': command(say('newDesign'), 'n', 'shelf'),

  'to-artwork': command(say('toTheArtwork'), '1', 'design'),
  'to-garments': command(say('toTheGarments'), '2', 'design'),
  'to-cut': command(say('toTheCutLine'), '3', 'design'),
  'to-mockups': command(say('toTheMockups'), '4', 'design'),
  'to-placement': command(say('toThePlacement'), '5', 'design'),
  'to-listings': command(say('toTheListings'), '6', 'design'),
  comments: command(say('comments'), 'n', 'design'),
  'next-colourway': command(say('nextColourway'), 'c', 'design'),
  'next-side': command(say('nextSide'), 's', 'design'),
  'side-before': command(say('sideBefore'), 'Shift+S', 'design'),

  'add-part': command(say('addAPart'), 'a', 'artwork'),
  'order-figure': command(say('haveAFigureDrawn'), 'Shift+A', 'artwork'),
  'draw-line': command(say('drawALineByHand'), 'd', 'artwork'),
  'next-garment': command(say('nextGarmentBehindTheArtwork'), 'g', 'artwork'),
  'garment-before': command(say('garmentBefore'), 'Shift+G', 'artwork'),
  'fit-board': command(say('fitTheBoardToThe'), 'f', 'artwork'),
  'fit-chosen': command(say('fitWhatIsChosenTo'), 'Shift+F', 'artwork'),
  'zoom-in': command(say('zoomIn'), ['+', '='], 'artwork'),
  'zoom-out': command(say('zoomOut'), '-', 'artwork'),
  'choose-all': command(say('chooseAllPartsOrAll'), 'Ctrl+a', ['artwork', 'sheets']),
  duplicate: command(say('duplicateWhatIsChosen'), 'Ctrl+d', ['artwork', 'sheets']),
  remove: fixed(say('removeWhatIsChosen'), ['Delete', 'Backspace'], ['artwork', 'sheets']),
  mirror: command(say('mirrorACopyAcrossThe'), 'm', 'artwork'),
  bundle: command(say('bundleWhatIsChosen'), 'b', 'artwork'),
  unbundle: command(say('takeTheBundleApart'), 'Shift+B', 'artwork'),
  weld: command(say('weldWhatIsChosenInto'), 'j', 'artwork'),
  window: command(say('showInsideThePartBehind'), 'w', 'artwork'),
  'knock-out': command(say('knockOutOfWhatIs'), 'k', 'artwork'),
  'set-apart': command(say('setWhatIsChosenInto'), 'Shift+K', 'artwork'),
  forwards: command(say('onePartForwards'), 'PageUp', 'artwork'),
  backwards: command(say('onePartBackwards'), 'PageDown', 'artwork'),
  'to-front': command(say('toTheFront'), 'Shift+PageUp', 'artwork'),
  'to-back': command(say('toTheBack'), 'Shift+PageDown', 'artwork'),
  type: fixed('Type in the lettering that is chosen', 'Enter', 'artwork'),
  replace: command(say('findAndReplaceInThe'), 'Ctrl+h', 'artwork'),

  'add-product': command(say('addAProduct'), 'a', 'placement'),
  'place-by-ink': command(say('placeItByItsInk'), 'p', 'placement'),
} as const satisfies Record<string, CommandEntry>;

export type CommandId = keyof typeof COMMANDS;

export const commandOf = (id: CommandId): CommandEntry => COMMANDS[id];
export const COMMAND_IDS = Object.keys(COMMANDS) as CommandId[];

/** Whether two commands can be given at the same time, so that one key cannot mean both. */
export const meet = (a: CommandEntry, b: CommandEntry): boolean =>
  a.places.some((p) => b.places.some((q) => p === q || AROUND[p].includes(q) || AROUND[q].includes(p)));

/** What is done with keys that cannot be changed, or by the pointer with a key held. */
export const GESTURES: readonly (readonly [keys: string, does: string])[] = [
  ['Arrows', say('moveWhatIsChosenBy')],
  ['Escape', say('chooseNothingLeaveAField')],
  [say('doubleClick'), say('typeInLetteringOnThe')],
  ['Ctrl C, Ctrl X, Ctrl V', say('copyCutPastePartsPictures')],
  ['Alt', say('heldWhileDraggingNothingSnaps')],
  ['Ctrl', say('heldWhileDroppingOnThe')],
  ['Shift', say('heldWhileTurningBy15')],
  ['Ctrl wheel', say('zoomAtThePointerThe')],
  ['Ctrl D', say('inASeriesWhatStands')],
  ['Delete', say('inASeriesEmptyThe')],
];

import { useState } from 'react';
import { Modal } from './ui';
import { letterKeys, setLetterKeys } from './use-keys';

const KEYS: [string, string][] = [
  ['Ctrl K', 'find anything: designs, parts, inks, settings, commands, materials, products'],
  ['/', 'search the shelf, the spec book, or the rows of a series; elsewhere find anything'],
  ['A, Shift A', 'add a part; have a figure drawn from words'],
  ['D', 'draw a line by hand; Escape to end'],
  ['G, Shift G', 'next, previous garment behind the artwork'],
  ['C', 'next colourway'],
  ['F, Shift F', 'fit the board, the selection to the window'],
  ['S, Shift S', 'next, previous side of the design'],
  ['1–6', 'the stages: artwork, garments, cut line, mockups, placement, listings'],
  ['P', 'under placement: place it by its ink'],
  ['+, −', 'zoom in, out'],
  ['Arrows', 'move the selected parts by 1 px, with Shift by 10'],
  ['Delete', 'remove the selected parts; in a series empty the cell, on its number remove the row'],
  ['Ctrl A', 'select all parts'],
  ['M', 'mirror a copy across the board’s middle'],
  ['B, Shift B', 'bundle the selected parts; take their bundle apart'],
  ['W', 'show the selected parts inside the one at their back; or no longer'],
  ['K, Shift K', 'knock the selected parts out of all below them, or no longer; set them into their pieces'],
  ['J', 'weld the selected parts into one outline; or no longer'],
  ['Double-click', 'type in lettering on the board; choose one part out of its bundle'],
  ['Enter', 'type in the selected lettering; Escape to end'],
  ['N', 'on the shelf a new design; in a design its comments'],
  ['Ctrl H', 'find and replace in the lettering'],
  ['Page Up, Page Down', 'one part forwards, backwards; with Shift all the way'],
  ['Ctrl C, Ctrl X, Ctrl V', 'copy, cut, paste parts, pictures, SVG or words; also between designs'],
  ['Alt', 'held while dragging: nothing snaps; in the stack: it shows inside what it is dropped on'],
  ['Ctrl', 'held while dropping on the board: it shows inside what lies there'],
  ['Shift', 'held while turning: by 15°'],
  ['Ctrl D', 'duplicate the selected parts; in a series take what stands in the cell above'],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
  ['Escape', 'select nothing; leave a field'],
  ['Ctrl wheel', 'zoom at the pointer; the wheel alone moves the board'],
  ['F1', 'help for what is shown'],
  ['?', 'this list'],
];

export function KeysHelp({ open, onClose }: { open: boolean; onClose: () => void }) {
  const [letters, setLetters] = useState(letterKeys);
  return (
    <Modal open={open} onClose={onClose} title="Keys">
      <label className="mb-3 flex items-center gap-2 border-b border-line pb-3">
        <input
          type="checkbox"
          className="h-4 w-4 accent-spruce"
          checked={letters}
          onChange={(e) => {
            setLetterKeys(e.target.checked);
            setLetters(e.target.checked);
          }}
        />
        <span>Single letters and signs work as keys</span>
      </label>
      <dl className="grid grid-cols-[9rem_1fr] gap-y-1.5">
        {KEYS.map(([keys, what]) => (
          <div key={keys} className="contents">
            <dt className="font-medium">{keys}</dt>
            <dd className="text-muted">{what}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}

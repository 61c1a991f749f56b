import { boxCentre, boxWidth, transformBox } from '../geometry';
import { designOf, loadFace, reread } from '../../testing';
import {
  DAY,
  fromStarter,
  reworded,
  wordsAsRead,
  wordSlots,
  wordsOf,
  type Design,
  type FromStarter,
} from '../design';
import { lettering, letteringLine, place, type LetteringPart, type Part } from '../parts';
import { partLocalBox, partMatrix } from './index';
import type { Typeface } from '../type';

let face: Typeface;
beforeAll(async () => {
  face = await loadFace('alfa-slab-one');
});
const materials = { face: () => face };
const starter = (): Design => {
  const word = {
    ...lettering('word', '', place(450, 300), [letteringLine('OWLS', 'alfa-slab-one', 100, 'pale')]),
    slot: 'first line',
  };
  const fixed = lettering('fixed', '', place(450, 600), [letteringLine('club', 'alfa-slab-one', 60, 'rust')]);
  return {
    ...designOf({ pale: '#f2ead8', rust: '#b3492a' }, word, fixed),
    colourways: [
      { id: 'base', name: 'Night', inks: {}, garments: [] },
      {
        id: DAY,
        name: 'Day',
        inks: { pale: '#20262a' },
        garments: ['bone'],
        parts: { fixed: { hidden: true } },
      },
    ],
    accepted: [{ check: 'contrast', part: 'word', garment: null, reason: 'x' }],
  };
};
const boxOf = (part: Part) => partLocalBox(part, starter(), materials);
const onBoard = (part: Part) => transformBox(boxOf(part), partMatrix(part));
const make = (over: Partial<FromStarter> = {}) => {
  const from = starter();
  return fromStarter(from, {
    name: 'Mine',
    board: from.board,
    backdrop: 'soot',
    garments: ['soot', 'pine'],
    pale: false,
    words: {},
    boxOf,
    ...over,
  });
};

describe('starters', () => {
  it('ask for their words in the order in which they are read', () => {
    const at = (id: string, x: number, y: number) => ({
      ...lettering(id, '', place(x, y), [letteringLine(id, 'alfa-slab-one', 60, 'pale')]),
      slot: id,
    });
    const parts = [at('foot', 450, 800), at('right', 700, 404), at('left', 200, 410), at('top', 450, 100)];
    const shuffled = designOf({ pale: '#f2ead8' }, ...parts);
    expect(wordsAsRead(shuffled).map((p) => p.slot)).toEqual(['top', 'left', 'right', 'foot']);
    expect(wordSlots(shuffled).map((p) => p.slot)).toEqual(['foot', 'right', 'left', 'top']);
  });

  it('name the places for words, and what stands there', () => {
    expect(wordSlots(starter()).map((p) => [p.id, p.slot, wordsOf(p)])).toEqual([
      ['word', 'first line', 'OWLS'],
    ]);
  });

  it('make a design of their own, with no places left and nothing accepted', () => {
    const design = make();
    expect(design).toMatchObject({
      name: 'Mine',
      backdrop: 'soot',
      garments: ['soot', 'pine'],
      accepted: [],
    });
    expect(design.parts.every((p) => p.slot === null)).toBe(true);
    expect(design.colourways).toHaveLength(1);
    expect(reread(design)).toEqual(design);
  });

  it('wear their day on a pale garment', () => {
    const day = make({ pale: true });
    expect(day.inks.map((i) => i.value)).toEqual(['#20262a', '#b3492a']);
    expect(day.parts.find((p) => p.id === 'fixed')!.hidden).toBe(true);
    expect(make().inks[0].value).toBe('#f2ead8');
  });

  it('take longer words in the width that there was, about the same middle', () => {
    const before = onBoard(starter().parts[0]);
    for (const words of ['MIDNIGHT OWLS OF THE PARISH', 'O', 'TWO\nLINES OF IT']) {
      const part = make({ words: { word: words } }).parts[0] as LetteringPart;
      expect(wordsOf(part)).toBe(words);
      const box = onBoard(part);
      expect(boxWidth(box)).toBeLessThanOrEqual(boxWidth(before) + 0.01);
      expect(boxCentre(box)[0]).toBeCloseTo(boxCentre(before)[0], 4);
      expect(boxCentre(box)[1]).toBeCloseTo(boxCentre(before)[1], 4);
    }
    expect(make({ words: { word: '   ' } }).parts[0]).toMatchObject({ lines: [{ text: 'OWLS' }] });
  });

  it('keep a ring as large as it was, and make longer words smaller on it', () => {
    const from = starter();
    const ring = {
      ...(from.parts[0] as LetteringPart),
      baseline: {
        ...{ kind: 'ring', radius: 200, start: 0, direction: 'clockwise' },
        ...{ side: 'outside', halves: false, separator: '' },
      } as LetteringPart['baseline'],
    };
    const long = reworded(ring, 'MIDNIGHT OWLS', boxOf);
    expect([long.baseline, long.place]).toEqual([ring.baseline, ring.place]);
    const wide = (p: LetteringPart) => boxWidth(boxOf({ ...p, baseline: { kind: 'straight' } }));
    expect(wide(long)).toBeCloseTo(wide(ring), 1);
    expect(reworded(ring, 'O', boxOf).lines[0].size).toBe(ring.lines[0].size);
  });

  it('keep turned words about their middle, too', () => {
    const turned = { ...(starter().parts[0] as LetteringPart), place: { ...place(450, 300), turn: 30 } };
    const after = reworded(turned, 'MANY MORE OWLS', boxOf);
    expect(boxCentre(onBoard(after))[0]).toBeCloseTo(boxCentre(onBoard(turned))[0], 4);
    expect(boxCentre(onBoard(after))[1]).toBeCloseTo(boxCentre(onBoard(turned))[1], 4);
  });

  it('fit another board', () => {
    const board = { ...starter().board, width: 450, height: 900 };
    expect(make({ board }).parts[0].place).toMatchObject({ x: 225, y: 375, scaleX: 0.5 });
  });
});

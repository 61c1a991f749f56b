import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import { formOf, parseSvgPath, pathBounds, startValues, transformPath } from '../geometry';
import {
  areaOf,
  gapBetween,
  gridOn,
  judgeSheet,
  marksOf,
  moreThatFit,
  newSheet,
  PACK_TURNS,
  packedOn,
  placedOutline,
  readSheet,
  sheetDocument,
  sheetSchema,
  snapped,
  type PlacedSticker,
  type Sheet,
  type StickerShape,
} from './index';

const DOCS = join(__dirname, '../../../../docs');

const shaped = (d: string): StickerShape => {
  const path = parseSvgPath(d);
  const { left, right, top, bottom } = pathBounds(path);
  return {
    path: transformPath(path, [1, 0, 0, 1, -(left + right) / 2, -(top + bottom) / 2]),
    width: right - left,
    height: bottom - top,
    border: 3,
  };
};
const box = (w: number, h: number) => shaped(`M0 0H${w}V${h}H0Z`);
const form = (id: string, size: number): StickerShape => {
  const known = formOf(id)!;
  const path = known.path(startValues(known, size));
  const b = pathBounds(path);
  return {
    path: transformPath(path, [1, 0, 0, 1, -(b.left + b.right) / 2, -(b.top + b.bottom) / 2]),
    width: b.right - b.left,
    height: b.bottom - b.top,
    border: 3,
  };
};
const BOARD = { width: 152, height: 229, margin: 6, gap: 4 };
const sheetOf = (
  kinds: Record<string, StickerShape>,
  placed: PlacedSticker[],
  more: Partial<Sheet> = {},
): Sheet => ({
  ...newSheet('A sheet'),
  ...BOARD,
  stickers: Object.keys(kinds).map((id) => ({
    ...{ id, design: `d-${id}`, name: id.toUpperCase(), side: null, colourway: null, size: 1 },
  })),
  placed,
  ...more,
});
const codes = (kinds: Record<string, StickerShape>, placed: PlacedSticker[], more?: Partial<Sheet>) =>
  judgeSheet(sheetOf(kinds, placed, more), new Map(Object.entries(kinds))).map((f) => f.code);

describe('a sheet as a document', () => {
  const sheet = sheetOf({ a: box(20, 20) }, [{ sticker: 'a', x: 30, y: 30, turn: 90 }], { number: 'N 7' });
  it('is read as it was written', () => {
    expect(readSheet(JSON.parse(sheetDocument(sheet)))).toEqual(sheet);
  });

  it('is what docs/sheet.schema.json says, which takes what the reader takes: `npm run schema` writes it', () => {
    const kept = JSON.parse(readFileSync(join(DOCS, 'sheet.schema.json'), 'utf8')) as object;
    expect(kept).toEqual(JSON.parse(JSON.stringify(sheetSchema())));
    const valid = new Ajv2020({ strict: false }).compile(kept);
    expect(valid(JSON.parse(sheetDocument(sheet)))).toBe(true);
    for (const change of [{ gap: -1 }, { dpi: 10 }, { marks: 'dots' }, { colour: 'red' }, { width: 'wide' }])
      expect(valid({ ...sheet, ...change })).toBe(false);
    const demo = join(DOCS, '../demo/sheets');
    for (const name of readdirSync(demo))
      expect(valid(JSON.parse(readFileSync(join(demo, name), 'utf8')))).toBe(true);
  });

  it.each<[string, object, RegExp]>([
    [
      'a sticker that is not there',
      { placed: [{ sticker: 'b', x: 1, y: 1, turn: 0 }] },
      /placed\[0\]\.sticker/,
    ],
    ['a margin of half of it', { margin: 80 }, /margin/],
    ['a size of nothing', { width: 0 }, /width/],
    [
      'more px than can be painted',
      { width: 1500, height: 1500, dpi: 600 },
      /dpi: makes it 35433 × 35433 px/,
    ],
    ['the same id twice', { stickers: [...sheet.stickers, ...sheet.stickers] }, /stickers\[1\]\.id/],
    ['a newer version', { version: 9 }, /reads version 1/],
    ['another format', { format: 'brelm-design' }, /format/],
    ['what nobody knows', { colour: 'red' }, /colour/],
  ])('refuses %s by its field', (_, change, says) => {
    expect(() => readSheet({ ...sheet, ...change })).toThrow(says);
  });
  it('refuses what is no document', () => {
    for (const nothing of [null, 7, 'x', []]) expect(() => readSheet(nothing)).toThrow(/format/);
  });
});

describe('a grid', () => {
  it('takes as many as go in, turned where that takes more, and tells how many before', () => {
    // 140 × 217 mm of room: 3 × 5 of 44 × 40 upright; turned, 3 × 4.
    expect(moreThatFit(BOARD, box(44, 40))).toBe(15);
    expect(moreThatFit(BOARD, box(100, 44))).toBe(6);
    expect(moreThatFit(BOARD, box(141, 10))).toBe(5 + 5);
    expect(moreThatFit(BOARD, box(300, 10))).toBe(0);
  });

  it('lays kinds below one another, and says what is left over', () => {
    const laid = gridOn(BOARD, [
      { sticker: 'a', shape: box(40, 30), count: 4 },
      { sticker: 'b', shape: box(130, 100), count: 3 },
    ]);
    expect(laid.placed.map((p) => p.sticker)).toEqual(['a', 'a', 'a', 'a', 'b']);
    expect(laid.left).toBe(2);
    expect(codes({ a: box(40, 30), b: box(130, 100) }, laid.placed)).toEqual([]);
  });
});

describe('packing', () => {
  it('turns by any angle where only that finds room, and keeps the gap', () => {
    // A strip of 100 × 8 mm on a square of 80 mm lies only along its diagonal.
    const strip = box(100, 8);
    const board = { width: 86, height: 86, margin: 3, gap: 1 };
    const asked = [{ sticker: 'a', shape: strip, count: 1 }];
    expect(packedOn(board, asked).placed).toEqual([]);
    const { placed, left } = packedOn(board, asked, PACK_TURNS.turned);
    expect([placed.length, left]).toEqual([1, 0]);
    expect(placed.every((p) => p.turn % 90 !== 0)).toBe(true);
    const { left: l, top, right, bottom } = pathBounds(placedOutline(strip, placed[0]));
    expect(Math.min(l, top, 86 - right, 86 - bottom)).toBeGreaterThanOrEqual(3 - 0.01);
  });

  it('nests what a grid of boxes cannot', () => {
    // A quarter of each box is empty: two L go together.
    const l = shaped('M0 0H40V14H14V40H0Z');
    const board = { width: 100, height: 70, margin: 2, gap: 2 };
    const packed = packedOn(board, [{ sticker: 'l', shape: l, count: null }]).placed;
    expect(packed.length).toBeGreaterThan(moreThatFit(board, l));
    expect(judgeSheet(sheetOf({ l }, packed, board), new Map([['l', l]]))).toEqual([]);
  });

  it('turns nothing where it may not, and ends where it is stopped', () => {
    const long = box(90, 20);
    const { placed } = packedOn(BOARD, [{ sticker: 'a', shape: long, count: 5 }], [0]);
    expect(placed.map((p) => p.turn)).toEqual([0, 0, 0, 0, 0]);
    expect(packedOn(BOARD, [{ sticker: 'a', shape: long, count: 5 }], [0], () => true)).toEqual({
      ...{ placed: [], left: 5 },
    });
    expect(packedOn(BOARD, [{ sticker: 'a', shape: box(500, 500), count: 1 }]).left).toBe(1);
  });

  it('fills a large sheet to the most that one holds', () => {
    const board = { width: 1200, height: 1200, margin: 10, gap: 2 };
    const { placed } = packedOn(board, [{ sticker: 'a', shape: box(30, 20), count: null }]);
    expect(placed).toHaveLength(500);
    expect(codes({ a: box(30, 20) }, placed, board)).toEqual([]);
  });

  it('keeps whatever it lays apart and within the margin', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            id: fc.constantFrom('shield', 'star', 'ellipse', 'ticket', 'gear'),
            size: fc.integer({ min: 15, max: 60 }),
            count: fc.integer({ min: 1, max: 3 }),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        fc.integer({ min: 0, max: 6 }),
        (asked, gap) => {
          const kinds = Object.fromEntries(asked.map((a, i) => [`k${i}`, form(a.id, a.size)]));
          const { placed, left } = packedOn(
            { ...BOARD, gap },
            asked.map((a, i) => ({ sticker: `k${i}`, shape: kinds[`k${i}`], count: a.count })),
          );
          expect(placed.length + left).toBe(asked.reduce((sum, a) => sum + a.count, 0));
          expect(codes(kinds, placed, { gap }).filter((c) => c !== 'empty')).toEqual([]);
        },
      ),
      { seed: 61, numRuns: 12, endOnFailure: true },
    );
  });
});

describe('what is wrong with a sheet', () => {
  const a = box(40, 40);
  const at = (x: number, y: number, turn = 0): PlacedSticker => ({ sticker: 'a', x, y, turn });
  it('has nothing to say of what lies a gap apart', () => {
    expect(codes({ a }, [at(30, 30), at(74, 30), at(30, 74)])).toEqual([]);
  });
  it('tells overlaps, gaps that are too small, and what runs into the margin', () => {
    expect(codes({ a }, [at(30, 30), at(60, 30)])).toEqual(['overlap']);
    expect(codes({ a }, [at(30, 30), at(30, 30)])).toEqual(['overlap']);
    expect(codes({ a }, [at(30, 30), at(72, 30)])).toEqual(['gap']);
    expect(codes({ a }, [at(25, 30)])).toEqual(['beyond']);
    expect(codes({ a }, [])).toEqual(['empty']);
    const [gap] = judgeSheet(sheetOf({ a }, [at(30, 30), at(72, 30)]), new Map([['a', a]]));
    expect(gap.message).toBe('“A” and “A” are 2 mm apart; the sheet asks for 4 mm.');
    expect(gap.placed).toEqual([0, 1]);
  });
  it('knows a corner that is turned towards its neighbour', () => {
    // Turned by 45°, a square of 40 reaches 28.3 mm from its middle.
    expect(codes({ a }, [at(40, 40), at(40 + 20 + 28.3 + 5, 40, 45)])).toEqual([]);
    expect(codes({ a }, [at(40, 40), at(40 + 20 + 28.3 + 3, 40, 45)])).toEqual(['gap']);
  });
  it('asks for the border that its product asks for', () => {
    const near = judgeSheet(sheetOf({ a }, [at(30, 30)]), new Map([['a', { ...a, border: 1.5 }]]), {
      borderMm: 2,
    });
    expect(near.map((f) => f.code)).toEqual(['border']);
    expect(
      judgeSheet(sheetOf({ a }, [at(30, 30)]), new Map([['a', { ...a, border: 2 }]]), { borderMm: 2 }),
    ).toEqual([]);
  });
  it('says which design is gone', () => {
    const sheet = sheetOf({ a }, [at(30, 30)]);
    const [found] = judgeSheet(sheet, new Map());
    expect(found).toMatchObject({ code: 'gone', severity: 'stop', placed: [0] });
  });

  it('measures a gap from outline to outline', () => {
    const disc = form('ellipse', 20);
    const gap = (dx: number) =>
      gapBetween(
        placedOutline(disc, { sticker: '', x: 0, y: 0, turn: 0 }),
        placedOutline(disc, { sticker: '', x: dx, y: 0, turn: 33 }),
      ).gap;
    expect(gap(disc.width + 5)).toBeCloseTo(5, 1);
    expect(gap(disc.width - 1)).toBe(-1);
    expect(areaOf(disc)).toBeCloseTo((Math.PI * disc.width * disc.height) / 4, 0);
  });
});

describe('snapping', () => {
  const room = { left: 6, top: 6, right: 146, bottom: 223 };
  const at = (left: number, top: number, w = 40, h = 40) => ({ left, top, right: left + w, bottom: top + h });
  it('goes to the margin, to an even gap, in line with a neighbour, or nowhere', () => {
    expect(snapped(at(7, 8), [], room, 4, 2.5)).toMatchObject({ dx: -1, dy: -2 });
    const other = at(6, 6);
    expect(snapped(at(51, 6.5), [other], room, 4, 2)).toMatchObject({ dx: -1, dy: -0.5 });
    expect(snapped(at(80, 90), [other], room, 4, 2)).toEqual({ dx: 0, dy: 0, lines: [] });
  });
});

describe('marks', () => {
  it.each(['brackets', 'crosses'] as const)('%s lie wholly on the sheet, alike at all corners', (marks) => {
    const { left, top, right, bottom } = pathBounds(marksOf({ ...BOARD, marks }));
    expect(left).toBeCloseTo(BOARD.width - right);
    expect(top).toBeCloseTo(BOARD.height - bottom);
    expect(left).toBeGreaterThan(0);
  });
  it('are none where none are asked for', () => expect(marksOf({ ...BOARD, marks: 'none' })).toEqual([]));
});

import { NO_FACES, NO_PICTURES, surfaces } from '../../testing/base';
import { designOf } from '../../testing';
import { cutOut, newCutLine } from '../cutline';
import type { Design } from '../design';
import { allItemsOf, cutPathsOf, drawingBounds, paintSurface, writeSvg } from '../drawing';
import { flatten, pathBounds, signedArea, type Box } from '../geometry';
import { place, shapeOf } from '../parts';
import { resolve } from '../resolve';
import {
  idOn,
  marksOf,
  newSheet,
  numberAt,
  SHEET_MARKS,
  sheetDrawing,
  type Sheet,
  type SheetArt,
} from './index';

/** An ellipse of 600 × 300 px at 300 dpi (50.8 × 25.4 mm), off the middle of its board. */
const design: Design = designOf(
  { dark: '#20262a', pale: '#f2ead8' },
  shapeOf('oval', place(400, 300), 'ellipse', 600, 'dark'),
);
const oval = { ...design, board: { ...design.board, dpi: 300 } };
oval.parts = [
  {
    ...shapeOf('oval', place(400, 300), 'ellipse', 600, 'dark'),
    values: { width: 600, height: 300 },
  } as never,
];

const artOf = (size = 1): SheetArt => {
  const flat = resolve(oval, undefined, NO_FACES);
  const settings = { ...newCutLine('pale'), distance: 2, radius: 1 };
  const { drawing, cut, scale } = cutOut(
    { ...flat, dpi: flat.dpi / size },
    settings,
    'kiss',
    NO_PICTURES,
    surfaces,
  );
  return { drawing, cut: cut!, scale };
};
const sheetOf = (more: Partial<Sheet> = {}): Sheet => ({
  ...newSheet('Ovals'),
  ...{ width: 150, height: 100, dpi: 254 },
  stickers: ['a', 'b'].map((id) => ({
    ...{ id, design: id, name: id, side: null, colourway: null, size: 1 },
  })),
  placed: [
    { sticker: 'a', x: 40, y: 50, turn: 0 },
    { sticker: 'b', x: 110, y: 50, turn: 90 },
  ],
  ...more,
});
const art = (size = 1) => new Map([...'ab'].map((id) => [id, artOf(size)]));
/** Boxes of what is cut, mm. */
const cuts = (sheet: Sheet, size = 1): Box[] => {
  const paths = cutPathsOf(sheetDrawing(sheet, art(size))).get('Kiss cut')!;
  return flatten(paths, 0.05)
    .filter((l) => signedArea(l.points) > 0)
    .map(({ points }) => {
      const b = pathBounds([...points].flatMap((v, i) => (i % 2 ? [] : [i ? 1 : 0, v, points[i + 1]])));
      return { left: b.left / 10, right: b.right / 10, top: b.top / 10, bottom: b.bottom / 10 };
    });
};
const size = (b: Box) => [b.right - b.left, b.bottom - b.top];
const middle = (b: Box) => [(b.left + b.right) / 2, (b.top + b.bottom) / 2];

describe('the drawing of a sheet', () => {
  it('has every sticker in mm where it lies, turned with its cut', () => {
    const [a, b] = cuts(sheetOf());
    expect(size(a).map((v) => Math.round(v * 10) / 10)).toEqual([54.8, 29.4]);
    expect(size(b).map((v) => Math.round(v * 10) / 10)).toEqual([29.4, 54.8]);
    expect(middle(a)[0]).toBeCloseTo(40, 1);
    expect(middle(b)[0]).toBeCloseTo(110, 1);
    expect(middle(b)[1]).toBeCloseTo(50, 1);
  });

  it('makes artwork smaller, and its border not', () => {
    const [a] = cuts(sheetOf(), 0.5);
    expect(size(a)[0]).toBeCloseTo(25.4 + 4, 0);
    expect(size(a)[1]).toBeCloseTo(12.7 + 4, 0);
  });

  it('keeps apart what designs call alike: parts, inks, pictures', () => {
    const drawing = sheetDrawing(sheetOf(), art());
    const parts = drawing.groups.map((g) => g.part);
    expect(new Set(parts).size).toBe(parts.length);
    expect(drawing.inks.map((i) => i.id)).toEqual(['a:dark', 'a:pale', 'b:dark', 'b:pale']);
    const inks = drawing.groups.flatMap((g) =>
      [...allItemsOf(g)].flatMap((i) => (i.kind === 'outline' ? [i.ink] : [])),
    );
    expect(new Set(inks.filter(Boolean))).toEqual(new Set(['a:pale', 'a:dark', 'b:pale', 'b:dark']));
    expect(idOn('a', 'moon')).toBe('a:moon');
    // An SVG's ids are names: no bracket is one.
    const ids = [...writeSvg(drawing, { picture: () => null }).matchAll(/<g id="([^"]*)"/g)].map((m) => m[1]);
    for (const id of ids) expect(id).toMatch(/^[A-Za-z_][\w.-]*$/);
  });

  it('is printed as it is cut: ink lies within the cut, and nothing elsewhere', () => {
    const drawing = sheetDrawing(sheetOf(), art());
    const { context, width, height } = paintSurface(drawing, 0.2, NO_PICTURES, surfaces);
    const { data } = context.getImageData(0, 0, width, height);
    const alpha = (x: number, y: number) => data[(Math.round(y * 2) * width + Math.round(x * 2)) * 4 + 3];
    expect([alpha(40, 50), alpha(66, 50), alpha(110, 76)]).toEqual([255, 255, 255]);
    expect([alpha(40, 68), alpha(75, 50), alpha(110, 80), alpha(94, 50)]).toEqual([0, 0, 0, 0]);
  });

  it('leaves out what is not known, and has marks and number on the sheet', () => {
    const plain = sheetDrawing(sheetOf(), new Map());
    expect(plain.groups).toEqual([]);
    const marked = sheetDrawing(sheetOf({ marks: 'crosses' }), new Map(), [0, 0, 0, 1, 20, 0, 1, 20, -3, 5]);
    expect(marked.groups.map((g) => g.part)).toEqual(['marks', 'number']);
    const { left, top, right, bottom } = drawingBounds(marked);
    expect(Math.min(left, top)).toBeGreaterThan(0);
    expect(right).toBeLessThan(marked.width);
    expect(bottom).toBeLessThan(marked.height);
  });

  it.each(SHEET_MARKS)('its number stands clear of its marks (%s)', (marks) => {
    const sheet = sheetOf({ marks, margin: 3 });
    const [x, y] = numberAt(sheet);
    expect(y).toBeLessThan(sheet.height - 2);
    const lines = flatten(marksOf(sheet), 0.1).map(({ points }) =>
      pathBounds([...points].flatMap((v, i) => (i % 2 ? [] : [i ? 1 : 0, v, points[i + 1]]))),
    );
    const own = { left: x, right: x + 30, top: y - 3, bottom: y };
    // In the left half; the marks in the middle of the lower side are another matter of its length.
    for (const b of lines.filter((l) => l.right < sheet.width / 3))
      expect(b.right < own.left || b.left > own.right || b.bottom < own.top || b.top > own.bottom).toBe(true);
  });
});

import fc from 'fast-check';
import { applyEdits, clippingOf, inTheMiddle, pasteEdits, readClipping, type Design } from './index';
import { code, picture, place, shapeOf } from '../parts';
import { circle, designOf, shape, reread } from '../../testing';

const material = {
  id: 'pic',
  name: 'moon',
  sha256: 'a'.repeat(64),
  width: 9,
  height: 9,
  licence: { id: 'own' },
};
const from: Design = {
  ...designOf(
    { bone: '#f2ead8', rust: '#b3492a', night: '#20262a' },
    { ...shape('owl', circle(450, 450, 50), 'bone'), keylines: [{ ink: 'rust', width: 8, join: 'round' }] },
    {
      ...shapeOf('burst', place(100, 200), 'star', 300, 'rust'),
      shade: { kind: 'drop', ink: 'night', dx: 6, dy: 6 },
    },
    code('qr', place(100, 100, 4), 'owls', 'night', 'bone'),
    picture('moon', place(300, 300), material),
  ),
  materials: [material],
};
const all = from.parts.map((p) => p.id);

describe('a clipping', () => {
  it('holds the parts and only the inks and materials that they need', () => {
    const clipping = readClipping(clippingOf(from, ['owl']))!;
    expect(clipping.parts.map((p) => p.id)).toEqual(['owl']);
    expect(clipping.inks.map((i) => i.id)).toEqual(['bone', 'rust']);
    expect(clipping.materials).toEqual([]);
  });

  it('pasted where it came from makes copies beside, with no new inks', () => {
    const { edits, select } = pasteEdits(from, readClipping(clippingOf(from, all))!, {
      scale: 1,
      x: 10,
      y: 10,
    });
    const after = applyEdits(from, edits);
    expect(after.inks).toEqual(from.inks);
    expect(after.materials).toEqual(from.materials);
    expect(after.parts).toHaveLength(8);
    expect(after.parts.slice(0, 4).map((p) => p.id)).toEqual(select);
    expect(new Set(after.parts.map((p) => p.id)).size).toBe(8);
    expect(after.parts[0].place).toMatchObject({ x: 460, y: 460 });
    expect(reread(after)).toEqual(after);
  });

  it('pasted into another design brings its inks and pictures, at the same size in inches', () => {
    const other = { ...designOf({ bone: '#101010', pale: '#f2ead8' }), board: { ...from.board, dpi: 600 } };
    const after = applyEdits(other, pasteEdits(other, readClipping(clippingOf(from, all))!).edits);
    expect(after.inks.map((i) => i.value)).toEqual(['#101010', '#f2ead8', '#b3492a', '#20262a']);
    const [owl, burst, qr] = after.parts;
    expect(owl.place).toMatchObject({ x: 900, scaleX: 2 });
    expect(owl.keylines).toEqual([{ ink: 'rust', width: 16, join: 'round' }]);
    expect(owl.kind === 'motif' && owl.outlines[0].ink).toBe('pale');
    expect(burst.shade).toMatchObject({ dx: 12, ink: 'night' });
    expect(qr).toMatchObject({ ink: 'night', ground: 'pale' });
    expect(after.materials).toEqual([material]);
    expect(reread(after)).toEqual(after);
  });

  it('put in the middle of another board is as large in inches, or as large as fits', () => {
    const size = fc.integer({ min: 100, max: 6000 });
    const box = fc.record({
      left: fc.integer({ min: -900, max: 900 }),
      top: fc.integer({ min: -900, max: 900 }),
    });
    fc.assert(
      fc.property(
        size,
        size,
        box,
        size,
        size,
        fc.constantFrom(150, 300, 600),
        (w, h, at, wide, high, dpi) => {
          const board = { ...from.board, width: w, height: h, dpi };
          const there = { ...at, right: at.left + wide, bottom: at.top + high };
          const { scale, x, y } = inTheMiddle({ board }, from.board, there);
          const k = (scale * dpi) / from.board.dpi;
          const [left, right] = [there.left, there.right].map((v) => k * v + x);
          const [top, bottom] = [there.top, there.bottom].map((v) => k * v + y);
          expect((left + right) / 2).toBeCloseTo(w / 2, 6);
          expect((top + bottom) / 2).toBeCloseTo(h / 2, 6);
          expect(scale).toBeLessThanOrEqual(1);
          // It fits, and is smaller only where it has to be.
          const fills = Math.max((right - left) / w, (bottom - top) / h);
          expect(fills).toBeLessThan(0.9 + 1e-9);
          if (scale < 1) expect(fills).toBeCloseTo(0.9, 6);
        },
      ),
      { seed: 20261130 },
    );
    // What lay about the place that is taken to the middle lies there.
    const other = { ...designOf({ bone: '#101010' }), board: { ...from.board, dpi: 600 } };
    const owl = from.parts[0].place;
    const around = { left: owl.x - 50, top: owl.y - 20, right: owl.x + 50, bottom: owl.y + 20 };
    const clipping = readClipping(clippingOf(from, ['owl']))!;
    const after = applyEdits(
      other,
      pasteEdits(other, clipping, inTheMiddle(other, from.board, around)).edits,
    );
    expect(after.parts[0].place).toMatchObject({
      x: other.board.width / 2,
      y: other.board.height / 2,
      scaleX: 2,
    });
  });

  it('is told from anything else, and a damaged one is none', () => {
    for (const text of [
      '',
      'owls',
      '{',
      '{"format":"brelm-parts"}',
      '[]',
      '<svg/>',
      clippingOf(from, all).replace('"star"', '"dodo"'),
    ])
      expect(readClipping(text)).toBeNull();
  });
});

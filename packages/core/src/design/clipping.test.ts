import { applyEdits, clippingOf, pasteEdits, readClipping, type Design } from './index';
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
    const { edits, select } = pasteEdits(from, readClipping(clippingOf(from, all))!, 10);
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

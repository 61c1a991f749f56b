import { applyEdit, emptyDesign, type Design } from '@brelm/core/design';
import { line, place, type LineNode, type LinePart } from '@brelm/core/parts';
import { rubEdits } from './rub-edits';

const board = { spec: 'pinfold/tee-front', side: 'front', width: 4500, height: 5400, dpi: 300 };
const base = emptyDesign('Rubbed', board, 'soot', ['soot'], { name: 'Bone', value: '#efe8d6' });
const node = (x: number, y: number): LineNode => ({ x, y, inX: x, inY: y, outX: x, outY: y, pressure: 1 });
const bar = (id: string, y: number, over: Partial<LinePart> = {}): LinePart => ({
  ...line(id, [node(1000, y), node(3000, y)], { ink: base.inks[0].id, width: 20, pen: 'even', nib: 45 }),
  ...over,
});
const design = (...parts: LinePart[]): Design => ({ ...base, parts });
const left = (of: Design) =>
  of.parts
    .filter((p): p is LinePart => p.kind === 'line')
    .map((p) => {
      const xs = p.nodes.map((n) => p.place.x + n.x * p.place.scaleX);
      return [Math.round(Math.min(...xs)), Math.round(Math.max(...xs))];
    })
    .sort((a, b) => a[0] - b[0]);
const box = (x0: number, y0: number, x1: number, y1: number) =>
  [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ] as const;
const near = (found: number[][], wanted: number[][], within = 12) => {
  expect(found).toHaveLength(wanted.length);
  found.forEach((ends, i) => ends.forEach((v, k) => expect(Math.abs(v - wanted[i][k])).toBeLessThan(within)));
};

describe('lines that are rubbed out', () => {
  it('by going around some of one, are cut there; each piece is a line of its own', () => {
    const of = design(bar('a', 1000), bar('b', 2000));
    const edits = rubEdits(of, { within: box(1800, 900, 2200, 1100) });
    const after = edits.reduce(applyEdit, of);
    near(left(after), [
      [1000, 1800],
      [1000, 3000],
      [2200, 3000],
    ]);
    expect(new Set(after.parts.map((p) => p.id)).size).toBe(3);
  });

  it('as a whole, are gone', () => {
    const of = design(bar('a', 1000), bar('b', 2000));
    const after = rubEdits(of, { within: box(900, 900, 3100, 1100) }).reduce(applyEdit, of);
    expect(after.parts.map((p) => p.id)).toEqual(['b']);
  });

  it('are rubbed on the board, however they are placed and scaled', () => {
    const half = bar('a', 1000, { place: { ...place(2000, 1000), scaleX: 0.5, scaleY: 0.5 } });
    const of = design(half);
    near(left(of), [[1500, 2500]]);
    near(left(rubEdits(of, { within: box(1400, 900, 2000, 1100) }).reduce(applyEdit, of)), [[2000, 2500]]);
    const along = rubEdits(of, { along: [[1500, 1000]], r: 95 }).reduce(applyEdit, of);
    // Cut to a quarter of what rubs.
    near(left(along), [[1600, 2500]], 95 / 4);
  });

  it('are left alone where they are locked, hidden, or missed', () => {
    const of = design(bar('a', 1000, { locked: true }), bar('b', 1000, { hidden: true }), bar('c', 4000));
    expect(rubEdits(of, { within: box(1800, 900, 2200, 1100) })).toEqual([]);
  });
});

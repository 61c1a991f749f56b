import fc from 'fast-check';
import { applyEdits, copyEdits, depthEdits, type Depth, type Design } from './index';
import { circle, designOf, shape, reread } from '../../testing';

const NAMES = ['a', 'b', 'c', 'd', 'e'];
const design: Design = {
  ...designOf({ ink: '#ffffff', k: '#000000' }, ...NAMES.map((id) => shape(id, circle(450, 450, 50), 'ink'))),
  colourways: [
    { id: 'base', name: 'Base', inks: {}, garments: [] },
    { id: 'day', name: 'Day', inks: {}, garments: [], parts: { c: { hidden: true } } },
  ],
};
const order = (d: Design) => d.parts.map((p) => p.id).join(' ');

describe('copies', () => {
  const aside = (ids: string[]) =>
    copyEdits(design, ids, (p) => ({ place: { ...p.place, x: p.place.x + 10 } }));

  it('lie each just in front of its original, in the same order, and are selected', () => {
    const { edits, select } = aside(['b', 'd']);
    const after = applyEdits(design, edits);
    expect(order(after)).toBe('a b-1 b c d-1 d e');
    expect(select).toEqual(['b-1', 'd-1']);
    expect(after.parts[1].place.x).toBe(design.parts[1].place.x + 10);
    expect(after.parts[2]).toBe(design.parts[1]);
  });

  it('are as their originals in every colourway', () => {
    const after = applyEdits(design, aside(['c']).edits);
    expect(after.colourways[1].parts).toEqual({ c: { hidden: true }, 'c-1': { hidden: true } });
    expect(reread(after)).toEqual(after);
  });

  it('of copies are counted on, and a locked part’s copy can be moved', () => {
    const locked = { ...design, parts: design.parts.map((p) => ({ ...p, locked: true })) };
    const once = applyEdits(locked, copyEdits(locked, ['a'], () => ({})).edits);
    const twice = applyEdits(once, copyEdits(once, ['a-1'], () => ({})).edits);
    expect(order(twice)).toBe('a-2 a-1 a b c d e');
    expect(twice.parts.slice(0, 3).map((p) => p.locked)).toEqual([false, false, true]);
    expect(copyEdits(design, ['nobody'], () => ({}))).toEqual({ edits: [], select: [] });
  });
});

describe('depth', () => {
  const moved = (ids: string[], to: Depth) => order(applyEdits(design, depthEdits(design, ids, to)));

  it.each([
    [['c'], 'forwards', 'a c b d e'],
    [['c'], 'backwards', 'a b d c e'],
    [['c'], 'front', 'c a b d e'],
    [['c'], 'back', 'a b d e c'],
    [['b', 'c'], 'forwards', 'b c a d e'],
    [['b', 'c'], 'backwards', 'a d b c e'],
    [['a', 'd'], 'forwards', 'a b d c e'],
    [['b', 'e'], 'backwards', 'a c b d e'],
    [['d', 'b'], 'front', 'b d a c e'],
    [['a', 'c'], 'back', 'b d e a c'],
    [['a'], 'forwards', 'a b c d e'],
    [[], 'front', 'a b c d e'],
  ] as [string[], Depth, string][])('%j %s: %s', (ids, to, expected) => {
    expect(moved(ids, to)).toBe(expected);
  });

  it('keeps every part once, and the order of those that move and of those that do not', () => {
    const some = fc.subarray(NAMES);
    fc.assert(
      fc.property(
        some,
        fc.constantFrom('forwards', 'backwards', 'front', 'back') as fc.Arbitrary<Depth>,
        (ids, to) => {
          const after = moved(ids, to).split(' ');
          expect([...after].sort()).toEqual(NAMES);
          expect(after.filter((id) => ids.includes(id))).toEqual(NAMES.filter((id) => ids.includes(id)));
          expect(after.filter((id) => !ids.includes(id))).toEqual(NAMES.filter((id) => !ids.includes(id)));
        },
      ),
    );
  });

  it('makes no edit where nothing moves', () => {
    expect(depthEdits(design, ['a'], 'front')).toEqual([]);
    expect(depthEdits(design, NAMES, 'backwards')).toEqual([]);
  });
});

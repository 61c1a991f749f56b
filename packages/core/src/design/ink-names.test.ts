import fc from 'fast-check';
import { circle, designOf, reread, shape } from '../../testing';
import { anyHex } from '../../testing/any';
import { applyEdit, clippingOf, pasteEdits, applyEdits, readClipping, type Design, type Edit } from './index';

const SEED = 16;
const design = (): Design => ({
  ...designOf({ a: '#f2ead8' }, shape('moth', circle(450, 450, 50), 'a')),
  inks: [{ id: 'a', name: 'Bone', value: '#f2ead8' }],
});
const names = (d: Design) => d.inks.map((i) => i.name);
const add = (id: string, name: string, value = '#b3492a'): Edit => ({
  op: 'addInk',
  ink: { id, name, value },
});

describe('names of inks', () => {
  it('are never twins, whether an ink is added, renamed or pasted', () => {
    const two = applyEdits(design(), [add('b', 'Bone'), add('c', 'Bone')]);
    expect(names(two)).toEqual(['Bone', 'Bone 2', 'Bone 3']);
    expect(names(applyEdit(two, { op: 'renameInk', ink: 'c', name: 'Bone 2' }))).toEqual([
      'Bone',
      'Bone 2',
      'Bone 2 2',
    ]);
    expect(names(applyEdit(two, { op: 'renameInk', ink: 'a', name: 'Bone' }))).toEqual(names(two));
    const other = { ...design(), inks: [{ id: 'a', name: 'Bone', value: '#e8dcc0' }] };
    const clipping = readClipping(clippingOf(other, ['moth']))!;
    expect(names(applyEdits(design(), pasteEdits(design(), clipping).edits))).toEqual(['Bone', 'Bone 2']);
  });

  it('follow the colour where they are only its name, and stay where the seller gave them', () => {
    const navy = applyEdit(design(), { op: 'setInk', ink: 'a', value: '#1f2a52' });
    expect(names(navy)).toEqual(['Navy']);
    const lighter = applyEdit(design(), { op: 'setInk', ink: 'a', value: '#f3ebda' });
    expect(names(lighter)).toEqual(['Bone']);
    const own = applyEdit(design(), { op: 'renameInk', ink: 'a', name: 'Moon' });
    expect(names(applyEdit(own, { op: 'setInk', ink: 'a', value: '#1f2a52' }))).toEqual(['Moon']);
    const second = applyEdits(design(), [
      add('b', 'Navy', '#1f2a52'),
      { op: 'setInk', ink: 'a', value: '#1f2a53' },
    ]);
    expect(names(second)).toEqual(['Navy 2', 'Navy']);
  });

  it('stay as they are in a colourway, which has values alone', () => {
    const night = { id: 'night', name: 'Night', inks: {}, garments: [] };
    const both = applyEdit(design(), { op: 'addColourway', colourway: night });
    const base = applyEdit(both, { op: 'addColourway', colourway: { ...night, id: 'base' }, at: 0 });
    expect(names(applyEdit(base, { op: 'setInk', ink: 'a', value: '#1f2a52', colourway: 'night' }))).toEqual([
      'Bone',
    ]);
  });

  it('are unique and can be kept, whatever is done', () => {
    const anyEdit: fc.Arbitrary<Edit> = fc.oneof(
      fc
        .tuple(fc.nat(5), fc.constantFrom('Bone', 'Navy', 'N'.repeat(120)), anyHex)
        .map(([i, n, v]) => add(`i${i}`, n, v)),
      fc.tuple(fc.nat(5), anyHex).map(([i, value]): Edit => ({ op: 'setInk', ink: `i${i}`, value })),
      fc
        .tuple(fc.nat(5), fc.constantFrom('Bone', 'N'.repeat(120)))
        .map(([i, name]): Edit => ({ op: 'renameInk', ink: `i${i}`, name })),
    );
    fc.assert(
      fc.property(fc.array(anyEdit, { maxLength: 14 }), (edits) => {
        const after = applyEdits(design(), edits);
        expect(new Set(names(after)).size).toBe(after.inks.length);
        expect(reread(after).inks).toEqual(after.inks);
      }),
      { seed: SEED, numRuns: 100 },
    );
  });
});

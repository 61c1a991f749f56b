import fc from 'fast-check';
import { circle, designOf, shape, reread } from '../../testing';
import {
  applyEdits,
  bundleEdits,
  clippingOf,
  copyEdits,
  pasteEdits,
  readClipping,
  reorderEdits,
  stackRuns,
  unbundleEdits,
  withBundled,
  type Design,
} from './index';

const NAMES = ['a', 'b', 'c', 'd', 'e'];
const five = designOf({ ink: '#ff0000' }, ...NAMES.map((id) => shape(id, circle(450, 450, 20), 'ink')));
const order = (design: Design) => design.parts.map((p) => p.id).join('');
const bundled = (design: Design, ...ids: string[]) => applyEdits(design, bundleEdits(design, ids, 'Pair'));
const runs = (design: Design) => stackRuns(design).map((r) => r.parts.join(''));

describe('bundles', () => {
  it('gather their parts where the frontmost lies, in their order', () => {
    const design = bundled(five, 'e', 'b', 'd');
    expect(order(design)).toBe('abdec');
    expect(runs(design)).toEqual(['a', 'bde', 'c']);
    expect(withBundled(design, ['d'])).toEqual(['b', 'd', 'e']);
    expect(reread(design)).toEqual(design);
  });

  it('take two parts or more, and none that are left empty stays', () => {
    expect(bundleEdits(five, ['a'])).toEqual([]);
    const again = bundled(bundled(five, 'a', 'b'), 'a', 'b', 'c');
    expect(again.bundles).toHaveLength(1);
    expect(runs(again)).toEqual(['abc', 'd', 'e']);
  });

  it('come apart where they are', () => {
    const design = bundled(five, 'a', 'c');
    const apart = applyEdits(design, unbundleEdits(design, ['a']));
    expect(order(apart)).toBe('acbde');
    expect(apart.bundles).toEqual([]);
    expect(runs(apart)).toEqual(['a', 'c', 'b', 'd', 'e']);
  });

  it('take in a part that is dragged among them, and let go one that is dragged away', () => {
    const design = bundled(five, 'a', 'b');
    const joined = applyEdits(design, reorderEdits(design, 'd', 1));
    expect(runs(joined)).toEqual(['adb', 'c', 'e']);
    const left = applyEdits(joined, reorderEdits(joined, 'd', 4));
    expect(runs(left)).toEqual(['ab', 'c', 'e', 'd']);
    const alone = bundled(five, 'a', 'b');
    const one = applyEdits(alone, reorderEdits(alone, 'a', 4));
    expect(one.parts.at(-1)).toMatchObject({ id: 'a', bundle: null });
  });

  it('copied whole are a bundle of their own; a copy of one part stays with it', () => {
    const design = bundled(five, 'a', 'b');
    const whole = applyEdits(design, copyEdits(design, ['a', 'b'], () => ({})).edits);
    expect(whole.bundles).toHaveLength(2);
    const [first, second] = whole.bundles.map((b) => whole.parts.filter((p) => p.bundle === b.id).length);
    expect([first, second]).toEqual([2, 2]);
    const single = applyEdits(design, copyEdits(design, ['a'], () => ({})).edits);
    expect(single.bundles).toHaveLength(1);
    expect(single.parts.filter((p) => p.bundle !== null)).toHaveLength(3);
  });

  it('go with a clipping, under an id that is free there', () => {
    const design = bundled(five, 'a', 'b');
    const clipping = readClipping(clippingOf(design, ['a', 'b']))!;
    const there = applyEdits(design, pasteEdits(design, clipping).edits);
    expect(there.bundles.map((b) => b.name)).toEqual(['Pair', 'Pair']);
    expect(runs(there)).toEqual(['a-1b-1', 'ab', 'c', 'd', 'e']);
    expect(reread(there)).toEqual(there);
  });

  it('lose no part and name none that is not there, whatever is done', () => {
    const deed = fc.tuple(
      fc.constantFrom('bundle', 'unbundle', 'move'),
      fc.subarray(NAMES, { minLength: 1 }),
      fc.nat(4),
    );
    fc.assert(
      fc.property(fc.array(deed, { maxLength: 8 }), (deeds) => {
        let design = five;
        for (const [what, ids, to] of deeds)
          design = applyEdits(
            design,
            what === 'bundle'
              ? bundleEdits(design, ids)
              : what === 'unbundle'
                ? unbundleEdits(design, ids)
                : reorderEdits(design, ids[0], to),
          );
        expect([...order(design)].sort().join('')).toBe('abcde');
        expect(reread(design)).toEqual(design);
        for (const { id } of design.bundles) expect(design.parts.some((p) => p.bundle === id)).toBe(true);
      }),
    );
  });
});

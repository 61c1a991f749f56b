import fc from 'fast-check';
import { circle, designOf, shape, reread } from '../../testing';
import {
  applyEdits,
  bundleEdits,
  clippingOf,
  copyEdits,
  depthEdits,
  pasteEdits,
  partsOfBundle,
  readClipping,
  reorderEdits,
  stackTree,
  unbundleEdits,
  unitsOf,
  withBundled,
  type Design,
  type Edit,
  type StackNode,
} from './index';

const NAMES = ['a', 'b', 'c', 'd', 'e', 'f'];
const six = designOf({ ink: '#ff0000' }, ...NAMES.map((id) => shape(id, circle(450, 450, 20), 'ink')));
const done = (design: Design, edits: readonly Edit[]) => applyEdits(design, edits);
const bundled = (design: Design, ids: string, name = 'Pair') =>
  done(design, bundleEdits(design, [...ids], name));
/** The stack in one line: bundles in brackets. */
const shown = (nodes: readonly StackNode[]): string =>
  nodes.map((n) => ('part' in n ? n.part : `(${shown(n.nodes)})`)).join('');
const stack = (design: Design) => shown(stackTree(design));
const part = (id: string) => ({ part: id });
const around = (design: Design, id: string) => ({ bundle: design.parts.find((p) => p.id === id)!.bundle! });

describe('bundles', () => {
  it('gather their parts where the frontmost lies, in their order', () => {
    const design = bundled(six, 'ebd');
    expect(stack(design)).toBe('a(bde)cf');
    expect(withBundled(design, ['d'])).toEqual(['b', 'd', 'e']);
    expect(reread(design)).toEqual(design);
  });

  it('take two things or more', () => {
    expect(bundleEdits(six, ['a'])).toEqual([]);
    const pair = bundled(six, 'ab');
    expect(bundleEdits(pair, ['a', 'b'])).toEqual([]);
  });

  it('nest: whole bundles lie in a new one as they are, and it lies in the one in which all of it lay', () => {
    const outer = bundled(bundled(six, 'ab'), 'abd');
    expect(stack(outer)).toBe('((ab)d)cef');
    expect(withBundled(outer, ['b'])).toEqual(['a', 'b', 'd']);
    const inner = bundled(bundled(six, 'abcd'), 'bd');
    expect(stack(inner)).toBe('(a(bd)c)ef');
    expect(reread(inner)).toEqual(inner);
    // One that is taken out of another's midst leaves it.
    expect(stack(bundled(bundled(six, 'abc'), 'be'))).toBe('(be)(ac)df');
    expect(stack(bundled(bundled(six, 'ab'), 'ac'))).toBe('(ac)(b)def');
  });

  it('come apart where they are, a step at a time', () => {
    const outer = bundled(bundled(six, 'ab'), 'abd');
    const once = done(outer, unbundleEdits(outer, ['a', 'b', 'd']));
    expect(stack(once)).toBe('(ab)dcef');
    expect(stack(done(once, unbundleEdits(once, ['a'])))).toBe('abdcef');
    // What lay in a bundle that lay in another lies then in that.
    expect(stack(done(outer, unbundleEdits(outer, ['a'])))).toBe('(abd)cef');
  });

  it('are one thing of what is chosen once all of them is', () => {
    const outer = bundled(bundled(six, 'ab'), 'abd');
    expect(unitsOf(outer, ['a', 'b', 'd', 'f']).map((u) => u.parts.join(''))).toEqual(['abd', 'f']);
    expect(unitsOf(outer, ['a', 'b']).map((u) => u.parts.join(''))).toEqual(['ab']);
    expect(unitsOf(outer, ['a', 'd']).map((u) => [u.parts.join(''), u.bundle])).toEqual([
      ['a', null],
      ['d', null],
    ]);
  });

  it('take in a row that is dragged among them, and let go one that is dragged away', () => {
    const design = bundled(six, 'ab');
    const joined = done(design, reorderEdits(design, part('d'), part('b')));
    expect(stack(joined)).toBe('(adb)cef');
    const left = done(joined, reorderEdits(joined, part('d'), part('f')));
    expect(stack(left)).toBe('(ab)cefd');
    const before = done(joined, reorderEdits(joined, part('d'), around(joined, 'a')));
    expect(stack(before)).toBe('d(ab)cef');
    const last = done(bundled(six, 'ab'), []);
    expect(stack(done(last, reorderEdits(last, part('a'), part('f'))))).toBe('(b)cdefa');
  });

  it('are dragged as one, also into each other, and never into themselves', () => {
    const two = bundled(bundled(six, 'ab'), 'de');
    const [ab, de] = [around(two, 'a'), around(two, 'd')];
    expect(stack(done(two, reorderEdits(two, ab, part('f'))))).toBe('c(de)f(ab)');
    expect(stack(done(two, reorderEdits(two, ab, part('e'))))).toBe('c(de(ab))f');
    expect(stack(done(two, reorderEdits(two, de, ab)))).toBe('(de)(ab)cf');
    expect(reorderEdits(two, ab, part('b'))).toEqual([]);
    expect(reorderEdits(two, ab, ab)).toEqual([]);
    expect(reorderEdits(two, part('nobody'), ab)).toEqual([]);
  });

  it('move in depth as one and are passed as one; what lies in them moves within', () => {
    const design = bundled(six, 'bcd');
    const moved = (ids: string, to: 'forwards' | 'backwards' | 'front' | 'back') =>
      stack(done(design, depthEdits(design, [...ids], to)));
    expect(moved('bcd', 'forwards')).toBe('(bcd)aef');
    expect(moved('a', 'backwards')).toBe('(bcd)aef');
    expect(moved('e', 'forwards')).toBe('ae(bcd)f');
    expect(moved('d', 'front')).toBe('a(dbc)ef');
    expect(moved('b', 'backwards')).toBe('a(cbd)ef');
    expect(moved('bcd', 'back')).toBe('aef(bcd)');
  });

  it('copied whole are bundles of their own in front, nested as they were; a copy of one part stays with it', () => {
    const design = bundled(bundled(six, 'ab'), 'abd');
    const whole = done(design, copyEdits(design, ['a', 'b', 'd'], () => ({})).edits);
    expect(stack(whole)).toBe('((a-1b-1)d-1)((ab)d)cef');
    expect(whole.bundles).toHaveLength(4);
    expect(reread(whole)).toEqual(whole);
    const inner = done(design, copyEdits(design, ['a', 'b'], () => ({})).edits);
    expect(stack(inner)).toBe('((a-1b-1)(ab)d)cef');
    const single = done(design, copyEdits(design, ['b'], () => ({})).edits);
    expect(stack(single)).toBe('((ab-1b)d)cef');
  });

  it('go with a clipping, nested, under ids that are free there', () => {
    const design = bundled(bundled(six, 'ab'), 'abd');
    const clipping = readClipping(clippingOf(design, ['a', 'b', 'd']))!;
    const there = done(design, pasteEdits(design, clipping).edits);
    expect(stack(there)).toBe('((a-1b-1)d-1)((ab)d)cef');
    expect(reread(there)).toEqual(there);
    const some = readClipping(clippingOf(design, ['a']))!;
    expect(reread(done(six, pasteEdits(six, some).edits)).bundles).toHaveLength(2);
  });

  it('go with the last of their parts', () => {
    const design = bundled(bundled(six, 'ab'), 'abd');
    const left = done(design, [{ op: 'removeParts', parts: ['a', 'b'] }]);
    expect([stack(left), left.bundles.length]).toEqual(['(d)cef', 1]);
  });

  it('are refused where one lies in itself, or in none that there is', () => {
    const design = bundled(bundled(six, 'ab'), 'abd');
    const spoilt = (bundle: string) => ({
      ...design,
      bundles: design.bundles.map((b) => ({ ...b, bundle })),
    });
    expect(() => reread(spoilt(design.bundles[0].id))).toThrow('would lie within itself');
    expect(() => reread(spoilt('elsewhere'))).toThrow('there is no bundle "elsewhere" on its side');
  });

  it('lose no part, name none that is not there, and lie together, whatever is done', () => {
    const deed = fc.tuple(
      fc.constantFrom('bundle', 'unbundle', 'move', 'carry', 'depth', 'copy', 'remove'),
      fc.subarray(NAMES, { minLength: 1 }),
      fc.constantFrom(...NAMES),
    );
    fc.assert(
      fc.property(fc.array(deed, { maxLength: 10 }), (deeds) => {
        let design = six;
        let count = 6;
        for (const [what, ids, to] of deeds) {
          const here = design.parts.filter((p) => ids.includes(p.id)).length;
          const own = design.parts.find((p) => p.id === ids[0])?.bundle;
          const edits: Record<typeof what, () => Edit[]> = {
            bundle: () => bundleEdits(design, ids),
            unbundle: () => unbundleEdits(design, ids),
            move: () => reorderEdits(design, part(ids[0]), part(to)),
            carry: () => (own ? reorderEdits(design, { bundle: own }, part(to)) : []),
            depth: () => depthEdits(design, ids, 'backwards'),
            copy: () => (count > 40 ? [] : copyEdits(design, ids, () => ({})).edits),
            remove: () => [{ op: 'removeParts', parts: [ids[0]] }],
          };
          if (what === 'copy' && count <= 40) count += here;
          if (what === 'remove' && design.parts.some((p) => p.id === ids[0])) count--;
          design = done(design, edits[what]());
        }
        expect(new Set(design.parts.map((p) => p.id)).size).toBe(count);
        expect(design.parts).toHaveLength(count);
        expect(reread(design)).toEqual(design);
        for (const { id } of design.bundles) expect(partsOfBundle(design, id).length).toBeGreaterThan(0);
        // Each bundle is one row.
        const text = stack(design);
        expect(text.split('(').length - 1).toBe(design.bundles.length);
      }),
      { seed: 13, numRuns: 300 },
    );
  });
});

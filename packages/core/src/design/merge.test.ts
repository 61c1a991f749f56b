import fc from 'fast-check';
import { circle, designOf, shape, written } from '../../testing';
import { anyDesign } from '../../testing/any';
import { lettering, letteringLine, place, type Part } from '../parts';
import {
  applyEdit,
  applyEdits,
  emptySide,
  freshId,
  mergeDesigns,
  openSide,
  partIds,
  readDesign,
  type Design,
  type Edit,
} from './index';

const INKS = { a: '#ffffff', b: '#b3492a', c: '#20262a' };
const moth = (id: string, ink = 'a'): Part => shape(id, circle(450, 450, 50), ink);
const words = (id: string, text: string): Part =>
  lettering(id, '', place(0, 0), [letteringLine(text, 'rye', 100, 'b')]);
const base = designOf(INKS, moth('front'), words('middle', 'Count owls'), moth('back', 'c'));
const after = (...edits: Edit[]): Design => applyEdits(base, edits);
const change = (part: string, over: object): Edit => ({ op: 'updatePart', part, change: over });
const moved = (part: string, x: number): Edit => ({ op: 'place', part, place: { x } });
const xOf = (part: Part): number => (part as Part & { place: { x: number } }).place.x;
const merged = (mine: Design, theirs: Design): Design => {
  const { design, clashes } = mergeDesigns(base, mine, theirs);
  expect(clashes).toEqual([]);
  return design!;
};
const clashes = (mine: Design, theirs: Design): string[] => mergeDesigns(base, mine, theirs).clashes;
const ids = (design: Design): string[] => design.parts.map((p) => p.id);
const add = (part: Part, at: number): Edit => ({ op: 'addPart', part, at });

describe('two versions of a design', () => {
  it('that changed different parts are one, with both changes', () => {
    const both = merged(after(moved('front', 12)), after(change('back', { hidden: true })));
    expect(both.parts.map((p) => [p.id, xOf(p), p.hidden])).toEqual([
      ['front', 12, false],
      ['middle', 0, false],
      ['back', xOf(base.parts[2]), true],
    ]);
    // What nobody touched is the very same, so that nothing is drawn anew for it.
    expect(both.parts[1]).toBe(base.parts[1]);
  });

  it('that changed the same part are asked about, unless to the same', () => {
    const mine = after(moved('middle', 12));
    expect(clashes(mine, after(moved('middle', 20)))).toEqual(['“Count owls”']);
    expect(clashes(mine, after(change('middle', { y: 20 })))).toEqual(['“Count owls”']);
    expect(merged(mine, after(moved('middle', 12)))).toEqual(mine);
  });

  it('where one took away what the other changed are asked about; what nobody changed goes', () => {
    const gone = after({ op: 'removeParts', parts: ['middle'] });
    expect(ids(merged(gone, after(moved('front', 1))))).toEqual(['front', 'back']);
    expect(clashes(gone, after(moved('middle', 1)))[0]).toMatch(/Count owls.*taken away on the other/);
    expect(clashes(after(moved('middle', 1)), gone)[0]).toMatch(/Count owls.*taken away on the other/);
  });

  it('keep what both added, each where it was put, under ids that differ', () => {
    const mine = after(add(moth('new-1', 'b'), 1));
    const theirs = after(add(words('new-1', 'Not sheep'), 3));
    const both = merged(mine, theirs);
    expect(ids(both)).toEqual(['front', 'new-2', 'middle', 'back', 'new-1']);
    expect(both.parts[1]).toEqual({ ...mine.parts[1], id: 'new-2' });
    expect(both.parts[4]).toEqual(theirs.parts[3]);
  });

  it('tell new inks apart, and paint what was painted in each', () => {
    const inked = (value: string) =>
      after(
        { op: 'addInk', ink: { id: 'ink-1', name: value, value } },
        change(value === '#111111' ? 'front' : 'back', {
          outlines: [{ ...(moth('x') as { outlines: object[] } & Part).outlines[0], ink: 'ink-1' }],
        }),
      );
    const both = merged(inked('#111111'), inked('#222222'));
    const inkOf = (part: Part) => (part as Part & { outlines: { ink: string }[] }).outlines[0].ink;
    const valueOf = (id: string) => both.inks.find((i) => i.id === id)!.value;
    expect([inkOf(both.parts[0]), inkOf(both.parts[2])].map(valueOf)).toEqual(['#111111', '#222222']);
  });

  it('follow whoever moved parts in the stack; both, they ask', () => {
    const restacked = (part: string, to: number) => after({ op: 'reorder', part, to });
    expect(ids(merged(restacked('back', 0), after(add(moth('new'), 2))))).toEqual([
      'back',
      'front',
      'middle',
      'new',
    ]);
    expect(ids(merged(after(add(moth('new'), 2)), restacked('back', 0)))).toEqual([
      'back',
      'front',
      'middle',
      'new',
    ]);
    expect(clashes(restacked('back', 0), restacked('front', 1))).toEqual([
      expect.stringMatching(/order of the parts/),
    ]);
    expect(ids(merged(restacked('back', 0), restacked('back', 0)))).toEqual(['back', 'front', 'middle']);
  });

  it('merge colourways, inks and names field by field', () => {
    const mine = after({ op: 'rename', name: 'Owls' }, { op: 'setInk', ink: 'a', value: '#eeeeee' });
    const theirs = after(
      { op: 'renameInk', ink: 'a', name: 'Bone' },
      { op: 'setInk', ink: 'b', value: '#aa3322' },
    );
    const both = merged(mine, theirs);
    expect(both.name).toBe('Owls');
    expect(both.inks[0]).toMatchObject({ name: 'Bone', value: '#eeeeee' });
    expect(both.inks[1].value).toBe('#aa3322');
    expect(clashes(mine, after({ op: 'rename', name: 'Moths' }))).toEqual(['The name']);
    // Each looks at it on a garment of their own.
    expect(
      clashes(after({ op: 'setBackdrop', garment: 'soot' }), after({ op: 'setBackdrop', garment: 'bone' })),
    ).toEqual([]);
  });

  it('keep a side that one added, open at mine', () => {
    const board = { ...base.board, side: 'back' };
    const theirs = after({
      op: 'addSide',
      side: { ...emptySide('back', '', board), parts: [words('said', 'x')] },
    });
    const both = merged(after(moved('front', 3)), theirs);
    expect([both.side.id, xOf(both.parts[0]), openSide(both, 'back').parts[0].id]).toEqual([
      base.side.id,
      3,
      'said',
    ]);
  });

  it('that do not fit together are asked about: an ink that one took away is in what the other added', () => {
    const spare = applyEdit(base, { op: 'addInk', ink: { id: 'd', name: 'Spare', value: '#123456' } });
    const mine = applyEdit(spare, { op: 'removeInk', ink: 'd' });
    const theirs = applyEdit(spare, add(moth('new', 'd'), 0));
    expect(mergeDesigns(spare, mine, theirs).clashes).toEqual([
      expect.stringMatching(/^Together they do not fit/),
    ]);
  });
});

describe('laws of putting together', () => {
  /** Something that is done to one part of a design: said by which one and how. */
  const anyTouch = fc.record({ at: fc.nat(50), x: fc.integer({ min: -900, max: 900 }), hide: fc.boolean() });
  const touched = (design: Design, part: string, t: { x: number; hide: boolean }): Design =>
    applyEdits(design, [moved(part, t.x), change(part, { hidden: t.hide })]);

  it('nothing and something is something, whatever it was; the same twice is the same', () => {
    fc.assert(
      fc.property(anyDesign, anyDesign, (one, other) => {
        for (const [was, mine, theirs] of [
          [one, one, other],
          [one, other, one],
          [one, other, other],
        ]) {
          const { design, clashes: both } = mergeDesigns(was, mine, theirs);
          expect(both).toEqual([]);
          const { backdrop: _a, ...found } = written(design!);
          const { backdrop: _b, ...expected } = written(other);
          expect(found).toEqual(expected);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('changes of different parts come out as if one after the other, from either side', () => {
    fc.assert(
      fc.property(anyDesign, anyTouch, anyTouch, (design, a, b) => {
        const all = partIds(design).filter((id) => design.parts.some((p) => p.id === id));
        fc.pre(all.length > 1);
        const [one, other] = [all[a.at % all.length], all[b.at % all.length]];
        const [mine, theirs] = [touched(design, one, a), touched(design, other, b)];
        const { design: both } = mergeDesigns(design, mine, theirs);
        const { design: mirrored } = mergeDesigns(design, theirs, mine);
        if (one === other) return expect(both === null).toBe(mirrored === null);
        expect(written(both!)).toEqual(written(touched(mine, other, b)));
        expect(written(mirrored!)).toEqual(written(both!));
      }),
      { numRuns: 100 },
    );
  });

  it('whatever is put together is a design again, or is asked about, from both sides alike', () => {
    const anyStep = fc.record({ kind: fc.constantFrom('touch', 'remove', 'add', 'move'), touch: anyTouch });
    const stepped = (
      design: Design,
      steps: { kind: string; touch: { at: number; x: number; hide: boolean } }[],
      stem: string,
    ) =>
      steps.reduce((d, { kind, touch }) => {
        const part = d.parts[touch.at % Math.max(1, d.parts.length)]?.id;
        if (kind === 'add')
          return applyEdit(
            d,
            add(moth(freshId(stem, partIds(d)), d.inks[0].id), touch.at % (d.parts.length + 1)),
          );
        if (!part) return d;
        if (kind === 'remove') return applyEdit(d, { op: 'removeParts', parts: [part] });
        if (kind === 'move')
          return applyEdit(d, { op: 'reorder', part, to: touch.x < 0 ? 0 : d.parts.length - 1 });
        return touched(d, part, touch);
      }, design);
    const steps = fc.array(anyStep, { maxLength: 4 });
    fc.assert(
      fc.property(anyDesign, steps, steps, fc.boolean(), (design, a, b, alike) => {
        fc.pre(design.inks.length > 0);
        const mine = stepped(design, a, 'moth');
        const theirs = stepped(design, b, alike ? 'moth' : 'owl');
        const [one, other] = [mergeDesigns(design, mine, theirs), mergeDesigns(design, theirs, mine)];
        expect(one.design === null).toBe(other.design === null);
        if (!one.design) return expect(one.clashes.length).toBeGreaterThan(0);
        expect(() => readDesign(written(one.design as Design))).not.toThrow();
        // Nothing that somebody added is lost.
        const count = (d: Design) => d.parts.length;
        expect(count(one.design)).toBe(count(other.design!));
        for (const made of [mine, theirs])
          for (const { id } of made.parts.filter((p) => !design.parts.some((q) => q.id === p.id)))
            expect(ids(one.design).some((i) => i === id || i.startsWith(id.replace(/-\d+$/, '')))).toBe(true);
      }),
      { numRuns: 150 },
    );
  });
});

import fc from 'fast-check';
import { NO_RELATIONS, type Part, type PartRelations } from '../parts';
import { designOf, rect, reread, shape } from '../../testing';
import { clippingOf, pasteEdits, readClipping } from './clipping';
import { copyEdits } from './copies';
import { applyEdit, applyEdits } from './edits';
import { bundleEdits } from './bundles';
import { closesCircle, hangingOn, leftWithoutWindow, tiesOf } from './relations';
import type { Design } from './types';

const INKS = { a: '#ff0000' };
const part = (id: string, relations: Partial<PartRelations> & { hidden?: boolean } = {}): Part => ({
  ...shape(id, rect(10, 10, 50, 50), 'a'),
  ...relations,
});
const inside = (id: string): Partial<PartRelations> => ({ window: { kind: 'part', part: id } });
const cuts = (...parts: string[]): Partial<PartRelations> => ({
  knockOut: { from: 'chosen', parts, gap: 0 },
});
const below: Partial<PartRelations> = { knockOut: { from: 'below', parts: [], gap: 0 } };
const get = (design: Design, id: string) => design.parts.find((p) => p.id === id)!;
const tied = (design: Design, id: string) => tiesOf(design)?.of.get(id);

describe('ties', () => {
  it('are none where no part cuts another', () => {
    expect(tiesOf(designOf(INKS, part('x'), part('y')))).toBeNull();
    expect(tiesOf(designOf(INKS, part('x', { ...inside('y'), hidden: true }), part('y')))).toBeNull();
  });

  it('follow the stack: what knocks out all below cuts no part above it', () => {
    const design = designOf(INKS, part('top'), part('cutter', below), part('one'), part('two'));
    expect(tied(design, 'top')).toBeUndefined();
    for (const id of ['one', 'two']) expect(tied(design, id)).toEqual({ window: null, cutters: ['cutter'] });
  });

  it('reach the other parts of a bundle, and all parts of a window that is a bundle', () => {
    const plain = designOf(INKS, part('w1'), part('w2'), part('x'), part('y'));
    const bundled = applyEdits(plain, bundleEdits(plain, ['w1', 'w2'], 'Frame'));
    const bundle = bundled.bundles[0].id;
    const design = applyEdits(bundled, [
      { op: 'updatePart', part: 'w2', change: { knockOut: { from: 'bundle', parts: [], gap: 0 } } },
      { op: 'updatePart', part: 'x', change: { window: { kind: 'bundle', bundle } } },
    ]);
    expect(tied(design, 'w1')!.cutters).toEqual(['w2']);
    expect(tied(design, 'x')!.window).toEqual(['w1', 'w2']);
    expect(tied(design, 'y')).toBeUndefined();
  });

  it('say which part has lost its window, and pass over a cut that names what is gone', () => {
    const ties = tiesOf(designOf(INKS, part('x', inside('gone')), part('y', cuts('nobody')), part('z')))!;
    expect(ties.lost).toEqual(['x']);
    expect(ties.of.size).toBe(0);
    const hidden = designOf(INKS, part('x', inside('w')), part('w', { hidden: true }));
    expect(tiesOf(hidden)!.lost).toEqual(['x']);
  });

  it('never close a circle: what comes first holds, and the other is named', () => {
    const design = designOf(INKS, part('x', cuts('y')), part('y', cuts('x')));
    const ties = tiesOf(design)!;
    expect(ties.circles).toEqual(['y']);
    expect(ties.of.get('y')!.cutters).toEqual(['x']);
    expect(ties.of.get('x')).toBeUndefined();
    const free = designOf(INKS, part('x', cuts('y')), part('y'));
    expect(closesCircle(free, ['y'], cuts('x'))).toBe(true);
    expect(closesCircle(free, ['y'], inside('x'))).toBe(false);
    expect(closesCircle(free, ['x'], inside('y'))).toBe(true);
    // What is wrong already is no reason to refuse something else.
    expect(closesCircle({ ...design, parts: [...design.parts, part('z')] }, ['z'], cuts('x'))).toBe(false);
  });

  it('of a cutter that shows inside a part below it spare that part', () => {
    const design = designOf(INKS, part('words', { ...below, ...inside('star') }), part('star'), part('back'));
    const ties = tiesOf(design)!;
    expect(ties.circles).toEqual([]);
    expect(ties.of.get('star')).toBeUndefined();
    expect(ties.of.get('back')!.cutters).toEqual(['words']);
  });

  it('are known beforehand to close a circle, just where they would', () => {
    const ids = ['a', 'b', 'c', 'd'];
    const anyTie = fc.oneof(
      fc.constantFrom(...ids).map(inside),
      fc.subarray(ids).map((of) => cuts(...of)),
      fc.constant({}),
    );
    fc.assert(
      fc.property(fc.tuple(...ids.map(() => anyTie)), fc.constantFrom(...ids), (ties, of) => {
        const design = designOf(INKS, ...ids.map((id, i) => part(id, ties[i])));
        // Where something is left out already, what holds depends on the order.
        if (tiesOf(design)?.circles.length || get(design, of).window) return;
        const hanging = hangingOn(design, [of]);
        for (const id of ids)
          if (id !== of) expect([id, hanging.has(id)]).toEqual([id, closesCircle(design, [of], inside(id))]);
      }),
      { seed: 15, numRuns: 400 },
    );
  });

  it('hang on nothing that hangs on them, whatever is asked for', () => {
    const ids = ['a', 'b', 'c', 'd', 'e'];
    const anyRelations = fc.record({
      window: fc.option(fc.constantFrom(...ids).map((id) => ({ kind: 'part' as const, part: id }))),
      knockOut: fc.option(
        fc.record({
          from: fc.constantFrom('below' as const, 'chosen' as const, 'bundle' as const),
          parts: fc.subarray(ids),
          gap: fc.constant(0),
        }),
      ),
    });
    fc.assert(
      fc.property(fc.tuple(...ids.map(() => anyRelations)), (relations) => {
        const ties = tiesOf(designOf(INKS, ...ids.map((id, i) => part(id, relations[i]))));
        const on = (id: string) => [
          ...(ties?.of.get(id)?.window ?? []),
          ...(ties?.of.get(id)?.cutters ?? []),
        ];
        for (const id of ids) {
          const seen = new Set<string>();
          const walk = (at: string) =>
            on(at).forEach((next) => !seen.has(next) && (seen.add(next), walk(next)));
          walk(id);
          expect(seen.has(id)).toBe(false);
        }
      }),
      { seed: 14, numRuns: 300 },
    );
  });
});

describe('ties of parts that come and go', () => {
  const design = designOf(INKS, part('x', inside('w')), part('w'), part('y', cuts('x', 'w')));

  it('go with the part that they hang on, also in colourways', () => {
    const dressed = applyEdit(design, {
      op: 'overridePart',
      colourway: design.colourways[0].id,
      part: 'y',
      change: inside('w'),
    });
    const left = applyEdit(dressed, { op: 'removeParts', parts: ['w'] });
    expect(get(left, 'x').window).toBeNull();
    expect(get(left, 'y').knockOut!.parts).toEqual(['x']);
    expect(left.colourways[0].parts!.y.window).toBeNull();
    expect(get(applyEdit(left, { op: 'removeParts', parts: ['x'] }), 'y').knockOut).toBeNull();
  });

  it('leave those without a window that showed inside what goes, and no others', () => {
    const without = (...ids: string[]) => leftWithoutWindow(design, ids).map((p) => p.id);
    expect(without('w')).toEqual(['x']);
    expect(without('w', 'x')).toEqual([]);
    expect(without('y')).toEqual([]);
  });

  it('to a bundle go with the bundle', () => {
    const bundled = applyEdits(design, bundleEdits(design, ['w', 'y'], ''));
    const bundle = bundled.bundles[0].id;
    const windowed = applyEdit(bundled, {
      op: 'updatePart',
      part: 'x',
      change: { window: { kind: 'bundle', bundle } },
    });
    expect(get(applyEdit(windowed, { op: 'removeBundle', bundle }), 'x').window).toBeNull();
    expect(get(applyEdit(windowed, { op: 'removeParts', parts: ['w', 'y'] }), 'x').window).toBeNull();
  });

  it('are those of the copies where both were copied, else those of the original', () => {
    const both = copyEdits(design, ['x', 'w'], () => ({}));
    const [copyOfX, copyOfW] = both.select;
    const made = applyEdits(design, both.edits);
    expect(get(made, copyOfX).window).toEqual({ kind: 'part', part: copyOfW });
    const alone = copyEdits(design, ['x'], () => ({}));
    expect(get(applyEdits(design, alone.edits), alone.select[0]).window).toEqual({ kind: 'part', part: 'w' });
  });

  it('come along to another design with what they hang on, and only then', () => {
    const into = designOf(INKS, part('w'));
    const paste = (ids: string[]) => {
      const { edits, select } = pasteEdits(into, readClipping(clippingOf(design, ids))!);
      return { made: applyEdits(into, edits), select };
    };
    const whole = paste(['x', 'w']);
    expect(get(whole.made, whole.select[0]).window).toEqual({ kind: 'part', part: whole.select[1] });
    expect(whole.select[1]).not.toBe('w');
    const bare = paste(['x']);
    expect(get(bare.made, bare.select[0]).window).toBeNull();
    expect(get(paste(['y', 'x']).made, 'y').knockOut!.parts).toEqual(['x']);
  });

  it('are kept in the file', () => {
    const read = reread(design);
    expect(read.parts).toEqual(design.parts);
    const old = designOf(INKS, part('x'));
    const { window: _w, knockOut: _k, unprinted: _u, ...bare } = old.parts[0];
    expect(reread({ ...old, parts: [bare as Part] }).parts[0]).toMatchObject(NO_RELATIONS);
  });
});

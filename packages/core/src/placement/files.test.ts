import fc from 'fast-check';
import { circle, garment, SPEC } from '../../testing/base';
import { applyEdits, takeColourwayEdits, type Design } from '../design';
import type { Spec } from '../spec';
import { allPlannedFiles, homeAt, newPlacement, placementOn, plannedFiles } from './index';
import { at, BOARD, designOf, sideOf, specOf } from '../../testing/placing';

describe('which files are made', () => {
  const design: Design = {
    ...designOf(circle(450, 450, 200)),
    colourways: [
      { id: 'base', name: 'Night', inks: {}, garments: ['soot', 'pine'] },
      { id: 'day', name: 'Day', inks: {}, garments: ['bone'] },
    ],
  };
  const files = (d: Design, spec: Spec) =>
    spec.sides
      .flatMap((s) => plannedFiles(d, spec, s))
      .map((f) => `${f.colourway.id}:${f.garments.join('+')}${f.apart ? ` apart ${f.apart}` : ''}`);

  it('is one for each colourway that is sold on the product’s colours', () => {
    expect(files(design, SPEC)).toEqual(['base:soot+pine', 'day:bone']);
    expect(files(design, { ...SPEC, garments: ['pine'] })).toEqual(['base:pine']);
  });
  it('is one more for a garment colour with a position of its own, and follows the placement’s own choice', () => {
    const placement = {
      ...newPlacement(SPEC, SPEC.sides[0], homeAt(BOARD, SPEC.sides[0])),
      apart: { pine: at(0, 1) },
      colourways: { soot: 'day', gone: 'nowhere' },
    };
    expect(files({ ...design, placements: [placement] }, SPEC)).toEqual([
      'day:soot+bone',
      'base:pine apart pine',
    ]);
  });
  const GARMENTS = ['soot', 'pine', 'bone', 'sky'];
  /** A design for some garments, of which some have a colourway, placed on a product that comes in some. */
  const anySold = fc
    .record({
      chosen: fc.subarray(GARMENTS, { minLength: 1 }),
      ticks: fc.array(fc.constantFrom<string | null>('base', 'day', null), { minLength: 4, maxLength: 4 }),
      comesIn: fc.subarray(GARMENTS, { minLength: 1 }),
      own: fc.dictionary(fc.constantFrom(...GARMENTS), fc.constantFrom<string | null>('base', 'day', null)),
    })
    .map(({ chosen, ticks, comesIn, own }) => {
      const ticked = (id: string) => GARMENTS.filter((_, i) => ticks[i] === id);
      const given: Design = {
        ...design,
        garments: chosen,
        colourways: design.colourways.map((c) => ({ ...c, garments: ticked(c.id) })),
      };
      const placement = {
        ...newPlacement(SPEC, SPEC.sides[0], homeAt(BOARD, SPEC.sides[0])),
        colourways: own,
      };
      return { design: { ...given, placements: [placement] }, spec: { ...SPEC, garments: comesIn } };
    });

  it('is none for a colour that is not sold, and no file at all where none is', () => {
    fc.assert(
      fc.property(anySold, ({ design: d, spec }) => {
        const [placement] = d.placements;
        for (const file of plannedFiles(d, spec, SPEC.sides[0]))
          for (const g of file.garments) expect(placement.colourways[g]).not.toBeNull();
        const nowhere = Object.fromEntries(spec.garments.map((g) => [g, null]));
        const unsold = { ...d, placements: [{ ...placement, colourways: nowhere }] };
        expect(plannedFiles(unsold, spec, SPEC.sides[0])).toEqual([]);
      }),
      { seed: 134, numRuns: 300 },
    );
  });

  it('stays when a proposed colourway is taken for other garments, which then have that', () => {
    fc.assert(
      fc.property(anySold, fc.subarray(GARMENTS, { minLength: 1 }), ({ design: d, spec }, wanted) => {
        // A proposal is for garments of which the placement says nothing of its own.
        const own = { ...d.placements[0], colourways: {} };
        const before: Design = { ...d, placements: [own] };
        const taken = { id: 'new', name: 'New', inks: {}, garments: [] };
        const after = applyEdits(before, takeColourwayEdits(before, taken, wanted));
        const planned = (of: Design) => plannedFiles(of, spec, SPEC.sides[0]);
        const pairs = (of: Design) =>
          planned(of).flatMap((f) => f.garments.map((g) => `${f.colourway.id} ${g}`));
        // Each colour that had a file has it still, in its own colourway, or in the new one if that is for it.
        for (const pair of pairs(before)) {
          const garment = pair.split(' ')[1];
          expect(pairs(after)).toContain(wanted.includes(garment) ? `new ${garment}` : pair);
        }
        // Before any was chosen the first colourway stood for the colours of the design.
        const open = before.colourways.every((c) => c.garments.length === 0);
        for (const garment of open ? before.garments : [])
          if (spec.garments.includes(garment) && !wanted.includes(garment))
            expect(pairs(after)).toContain(`base ${garment}`);
      }),
      { seed: 135, numRuns: 300 },
    );
  });

  it('of the first colourway is for none on which that vanishes, if it reads on any', () => {
    const [dark, pale, other] = GARMENTS;
    const open: Design = {
      ...design,
      garments: [dark, pale, other],
      colourways: design.colourways.slice(0, 1).map((c) => ({ ...c, garments: [] })),
    };
    const taken = { id: 'new', name: 'New', inks: {}, garments: [] };
    const of = (vanishes: string[]) =>
      applyEdits(open, takeColourwayEdits(open, taken, [other], vanishes)).colourways.map((c) => c.garments);
    expect(of([])).toEqual([[dark, pale], [other]]);
    expect(of([pale])).toEqual([[dark], [other]]);
    expect(of([dark, pale])).toEqual([[dark, pale], [other]]);
  });

  it('is one for a product without colours, and none for a product that it is not placed on', () => {
    const mug = specOf({ kind: 'mug' });
    expect(files(design, mug)).toEqual([]);
    const placed = {
      ...design,
      placements: [{ ...newPlacement(mug, mug.sides[0], at(0, 1)), colourway: 'day' }],
    };
    expect(files(placed, mug)).toEqual(['day:']);
    expect(files(placed, SPEC)).toEqual([]);
  });
  it('is every colourway where no garment colour is ticked', () => {
    const none = { ...design, colourways: design.colourways.map((c) => ({ ...c, garments: [] })) };
    expect(files(none, SPEC)).toEqual(['base:', 'day:']);
  });
  it('comes in the order of the products’ placements, whatever the order of the book', () => {
    const specs = ['a', 'b', 'c'].map((id) => specOf({ id: `test/${id}` }));
    const on = (id: string) =>
      newPlacement(
        specs.find((s) => s.id === `test/${id}`)!,
        sideOf(),
        at(0, 4),
      );
    const placed = { ...design, placements: [on('c'), on('a')] };
    expect(allPlannedFiles(placed, specs).map((f) => f.spec.id)).toEqual(['test/c', 'test/a']);
  });
  it('has a placement for its own board, and none elsewhere', () => {
    expect(placementOn(design, SPEC, SPEC.sides[0])).toMatchObject({ x: 0, y: 1.5, scale: 1 });
    expect(garment('soot', '#1b1b1d').id).toBe('soot');
  });
});

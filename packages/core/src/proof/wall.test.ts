import fc from 'fast-check';
import { applyEdits, inkValues, type Colourway, type Design } from '../design';
import { circle, designOf, garment, inputOf, shape } from '../../testing';
import { byLightness, proofOf, proposeColourways, proposeGroups, wallOf, wallSummary } from './index';

const SOOT = garment('Soot', '#1b1b1d');
const BONE = garment('Bone', '#f2ead8');
const CLAY = garment('Clay', '#b07a62', '#cfa892');
const colourway = (id: string, inks: Colourway['inks'] = {}): Colourway => ({
  id,
  name: id,
  inks,
  garments: [],
});

const pale = (...more: Colourway[]): Design => ({
  ...designOf({ bone: '#f2ead8' }, shape('w', circle(450, 450, 200), 'bone')),
  colourways: [colourway('base'), ...more],
});

describe('the wall', () => {
  it('judges each colourway by its own values', () => {
    const rows = wallOf(inputOf(pale(colourway('day', { bone: '#20262a' })), [SOOT, BONE]));
    expect(rows.map((r) => [r.colourway, r.garments.map((g) => g.verdict)])).toEqual([
      ['base', ['reads', 'vanishes']],
      ['day', ['vanishes', 'reads']],
    ]);
  });

  it('gives the same with the layers that it kept as without', () => {
    const caches = new Map();
    const first = pale(colourway('day', { bone: '#20262a' }));
    wallOf(inputOf(first, [SOOT, BONE]), caches);
    const moved = applyEdits(first, [
      { op: 'setInk', ink: 'bone', value: '#b3492a', colourway: 'day' },
      { op: 'place', part: 'w', place: { x: 300 } },
    ]);
    expect(wallOf(inputOf(moved, [SOOT, BONE]), caches)).toEqual(wallOf(inputOf(moved, [SOOT, BONE])));
  });

  it('sorts garments from dark to light', () => {
    expect(byLightness([BONE, SOOT, CLAY]).map((g) => g.id)).toEqual(['Soot', 'Clay', 'Bone']);
  });

  it('says in words which garments need which colourway', () => {
    const design = pale(colourway('Day', { bone: '#20262a' }));
    const garments = [SOOT, BONE, garment('White', '#ffffff')];
    const rows = wallOf(inputOf(design, garments));
    const names = new Map(design.colourways.map((c) => [c.id, c.name]));
    expect(wallSummary(rows, garments, new Map(), names)).toBe('Reads on 3 of 3.');
    const all = new Map(garments.map((g) => [g.id, 'base']));
    expect(wallSummary(rows, garments, all, names)).toBe('Reads on 1 of 3. Bone and White need Day.');
    expect(wallSummary(rows.slice(0, 1), garments, new Map(), names)).toBe(
      'Reads on 1 of 3. No colourway reads on Bone and White.',
    );
  });
});

describe('a proposed colourway', () => {
  it('reads on the garment that it is for, and the least change comes first', () => {
    const input = inputOf(pale(), [BONE]);
    const proposals = proposeColourways(input);
    expect(proposals.length).toBeGreaterThanOrEqual(2);
    for (const { inks } of proposals) {
      const design = applyEdits(input.design, [{ op: 'addColourway', colourway: colourway('new', inks) }]);
      const proof = proofOf({ ...input, design, colourway: 'new' });
      expect(proof.garments[0].verdict).toBe('reads');
      expect(inkValues(design, 'base').get('bone')).toBe('#f2ead8');
    }
    const changes = proposals.map((p) => p.change);
    expect(changes).toEqual([...changes].sort((a, b) => a - b));
  });

  it('keeps inks that lie side by side apart', () => {
    const keyed = shape('w', circle(450, 450, 200), 'bone');
    const design = {
      ...designOf(
        { bone: '#f2ead8', dark: '#20262a' },
        { ...keyed, keylines: [{ ink: 'dark', width: 20, join: 'round' as const }] },
      ),
      colourways: [colourway('base')],
    };
    for (const { inks } of proposeColourways(inputOf(design, [garment('Drizzle', '#b9c7cf')])))
      expect(inks.bone).not.toBe('#20262a');
  });

  it('is not made where all reads already, or where nothing can read', () => {
    expect(proposeColourways(inputOf(pale(), [SOOT]))).toEqual([]);
    expect(
      proposeColourways(inputOf(pale(), [garment('Salt and pepper', '#000000', '#ffffff')])).every(
        (p) => Object.keys(p.inks).length > 0,
      ),
    ).toBe(true);
  });
});

describe('colourways as edits', () => {
  it('a garment has one colourway at a time', () => {
    const design = applyEdits(pale(colourway('day')), [
      { op: 'assignGarment', garment: 'Bone', colourway: 'base' },
      { op: 'assignGarment', garment: 'Bone', colourway: 'day' },
      { op: 'assignGarment', garment: 'Soot', colourway: 'base' },
    ]);
    expect(design.colourways.map((c) => c.garments)).toEqual([['Soot'], ['Bone']]);
    const none = applyEdits(design, [{ op: 'assignGarment', garment: 'Bone', colourway: null }]);
    expect(none.colourways[1].garments).toEqual([]);
  });

  it('the base stays first and cannot be removed', () => {
    const design = pale(colourway('a'), colourway('b'));
    expect(applyEdits(design, [{ op: 'removeColourway', colourway: 'base' }])).toBe(design);
    const order = (d: Design) => d.colourways.map((c) => c.id);
    expect(order(applyEdits(design, [{ op: 'moveColourway', colourway: 'b', to: 0 }]))).toEqual([
      'base',
      'b',
      'a',
    ]);
    expect(order(applyEdits(design, [{ op: 'moveColourway', colourway: 'base', to: 2 }]))).toEqual(
      order(design),
    );
  });

  it('an ink goes back to the base’s value', () => {
    const design = applyEdits(pale(colourway('a', { bone: '#123456' })), [
      { op: 'resetInk', ink: 'bone', colourway: 'a' },
    ]);
    expect(inkValues(design, 'a').get('bone')).toBe('#f2ead8');
  });
});

describe('colourways for garments that no one set of values reads on', () => {
  const GREY = garment('Slate', '#767676');
  // Neither black nor white is three times as dark or light as both of its yarns.
  const ASH = garment('Ash', '#585858', '#9c9c9c');
  const rust = () => ({
    ...designOf({ rust: '#b3492a' }, shape('w', circle(450, 450, 200), 'rust')),
    colourways: [colourway('base')],
  });
  const readsOn = (groups: ReturnType<typeof proposeGroups>['groups'], of: ReturnType<typeof garment>[]) =>
    groups.every(({ garments, proposal }) => {
      const design = applyEdits(rust(), [{ op: 'addColourway', colourway: colourway('new', proposal.inks) }]);
      const chosen = of.filter((g) => garments.includes(g.id));
      const { garments: verdicts } = proofOf({ ...inputOf(design, chosen), colourway: 'new' });
      return verdicts.length === garments.length && verdicts.every((v) => v.verdict === 'reads');
    });

  it('are one for the dark ones and one for the pale ones', () => {
    const all = [BONE, SOOT, garment('White', '#ffffff'), garment('Midnight', '#1f2a44'), GREY];
    expect(proposeColourways(inputOf(rust(), all))).toEqual([]);
    const { groups, none } = proposeGroups(inputOf(rust(), all));
    expect(none).toEqual([]);
    expect(groups).toHaveLength(2);
    expect(groups[0].garments.slice(0, 2)).toEqual(['Soot', 'Midnight']);
    expect(groups[1].garments).toEqual(expect.arrayContaining(['Bone', 'White']));
    expect(readsOn(groups, all)).toBe(true);
  });

  it('leave out what nothing reads on, and change nothing where all reads already', () => {
    const { groups, none } = proposeGroups(inputOf(rust(), [ASH, BONE, SOOT]));
    expect(none).toEqual(['Ash']);
    expect(groups.flatMap((g) => g.garments).sort()).toEqual(['Bone', 'Soot']);
    const white = { ...rust(), inks: [{ id: 'rust', name: 'rust', value: '#ffffff' }] };
    const dark = [SOOT, garment('Midnight', '#1f2a44')];
    expect(proposeGroups(inputOf(white, dark))).toEqual({
      groups: [{ garments: ['Soot', 'Midnight'], proposal: { inks: {}, change: 0 } }],
      none: [],
    });
  });

  it('are found for a design of which nothing must be read, too', () => {
    const free = rust();
    const figure = { ...free, parts: free.parts.map((p) => ({ ...p, mustRead: false })) };
    const all = [BONE, SOOT, garment('White', '#ffffff'), garment('Midnight', '#1f2a44'), GREY];
    const { groups, none } = proposeGroups(inputOf(figure, all));
    expect(none).toEqual([]);
    expect(groups).toHaveLength(2);
    expect(readsOn(groups, all)).toBe(true);
  });

  it('are as few as can be, each garment in one, whatever the garments', () => {
    const level = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(fc.uniqueArray(level, { minLength: 1, maxLength: 6 }), (levels) => {
        const all = levels.map((l) => garment(`g${l}`, `#${l.toString(16).padStart(2, '0').repeat(3)}`));
        const input = inputOf(rust(), all);
        const { groups, none } = proposeGroups(input);
        expect([...groups.flatMap((g) => g.garments), ...none].sort()).toEqual(all.map((g) => g.id).sort());
        expect(readsOn(groups, all)).toBe(true);
        // Two that lie beside one another could not have been one.
        for (let i = 1; i < groups.length; i++) {
          const both = [...groups[i - 1].garments, groups[i].garments[0]];
          const one = { ...input, garments: all.filter((g) => both.includes(g.id)) };
          expect(proposeColourways(one)).toEqual([]);
        }
      }),
      { seed: 20_261_129, numRuns: 12 },
    );
  });
});

import fc from 'fast-check';
import { applyEdits, bundleEdits, unitsOf, type Design } from '../design';
import { place } from '../parts';
import { circle, designOf, NO_FACES, NO_PICTURES, rect, shape, surfaces } from '../../testing';
import {
  alignEdits,
  boxOfAll,
  distributeEdits,
  massCentre,
  mirrored,
  resolve,
  snapBox,
  aidTargets,
  snapGaps,
  snapGrid,
  type Alignment,
  type Placed,
} from './index';
import { groupBounds } from '../drawing';

const placedOf = (design: Design): Placed[] =>
  resolve(design, undefined, NO_FACES).groups.map((group) => ({
    parts: design.parts.filter((p) => p.id === group.part),
    box: groupBounds(group),
  }));
const byId = (design: Design, id: string) => placedOf(design).find((p) => p.parts[0].id === id)!.box;
const three = designOf(
  { a: '#ffffff' },
  shape('one', rect(100, 100, 100, 40), 'a'),
  shape('two', rect(250, 300, 60, 80), 'a'),
  shape('three', rect(600, 500, 200, 100), 'a'),
);
const SAFE = { left: 30, top: 30, right: 870, bottom: 870 };

describe('a bundle', () => {
  const bundled = applyEdits(three, bundleEdits(three, ['one', 'two']));
  const placed = (design: Design): Placed[] =>
    unitsOf(design, ['one', 'two', 'three']).map(({ parts: ids }) => {
      const parts = design.parts.filter((p) => ids.includes(p.id));
      return { parts, box: boxOfAll(placedOf(design).filter((p) => ids.includes(p.parts[0].id))) };
    });
  const gap = (design: Design, axis: 'x' | 'y') =>
    design.parts.find((p) => p.id === 'two')!.place[axis] -
    design.parts.find((p) => p.id === 'one')!.place[axis];

  it('is lined up as one thing: its parts stay as they lie to each other', () => {
    for (const how of ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const) {
      const after = applyEdits(bundled, alignEdits(placed(bundled), SAFE, how));
      expect([gap(after, 'x'), gap(after, 'y')]).toEqual([gap(bundled, 'x'), gap(bundled, 'y')]);
    }
    const left = applyEdits(bundled, alignEdits(placed(bundled), SAFE, 'left'));
    expect([byId(left, 'one').left, byId(left, 'two').left]).toEqual([30, 180]);
  });

  it('is spread as one thing, and stays where one of its parts is locked', () => {
    expect(distributeEdits(placed(bundled), 'across')).toEqual([]);
    const apart = applyEdits(bundled, distributeEdits(placed(bundled), 'across', SAFE));
    expect([byId(apart, 'one').left, byId(apart, 'two').left, byId(apart, 'three').right]).toEqual([
      30, 180, 870,
    ]);
    const locked = { ...bundled, parts: bundled.parts.map((p) => ({ ...p, locked: p.id === 'two' })) };
    const moved = alignEdits(placed(locked), SAFE, 'left').map((e) => 'part' in e && e.part);
    expect(moved).toEqual(['three']);
  });
});

describe('align', () => {
  it.each([
    ['left', (b) => b.left, 30],
    ['right', (b) => b.right, 870],
    ['centre', (b) => (b.left + b.right) / 2, 450],
    ['top', (b) => b.top, 30],
    ['bottom', (b) => b.bottom, 870],
    ['middle', (b) => (b.top + b.bottom) / 2, 450],
  ] as [Alignment, (b: { left: number; right: number; top: number; bottom: number }) => number, number][])(
    'to the %s of a box, and nothing else changes',
    (how, side, expected) => {
      const after = applyEdits(three, alignEdits(placedOf(three), SAFE, how));
      for (const { box } of placedOf(after)) expect(side(box)).toBeCloseTo(expected, 6);
      expect(alignEdits(placedOf(after), SAFE, how)).toEqual([]);
    },
  );

  it('leaves locked parts where they are', () => {
    const locked = { ...three, parts: three.parts.map((p) => ({ ...p, locked: p.id === 'two' })) };
    expect(
      alignEdits(placedOf(locked), SAFE, 'left')
        .map((e) => 'part' in e && e.part)
        .sort(),
    ).toEqual(['one', 'three']);
  });

  it('by weight puts a lopsided part where its ink is', () => {
    const flag = designOf(
      { a: '#ffffff' },
      shape('f', `${rect(100, 400, 200, 200)}${rect(300, 495, 400, 10)}`, 'a'),
    );
    const [group] = resolve(flag, undefined, NO_FACES).groups;
    const mass = massCentre(group, NO_PICTURES, surfaces);
    // A square of 40 000 about 200 and a pole of 4 000 about 500.
    expect(mass[0]).toBeCloseTo((40000 * 200 + 4000 * 500) / 44000, 0);
    const after = applyEdits(flag, alignEdits([{ ...placedOf(flag)[0], mass }], SAFE, 'centre'));
    expect(byId(after, 'f').left).toBeCloseTo(100 + 450 - mass[0], 6);
  });
});

describe('distribute', () => {
  it('makes gaps equal and keeps the outermost', () => {
    const after = applyEdits(three, distributeEdits(placedOf(three), 'across'));
    const [one, two, far] = ['one', 'two', 'three'].map((id) => byId(after, id));
    expect([one.left, far.right]).toEqual([100, 800]);
    expect(two.left - one.right).toBeCloseTo(far.left - two.right, 6);
  });

  it('fills a box when one is given; two parts have no gap to share otherwise', () => {
    const pair = { ...three, parts: three.parts.slice(0, 2) };
    expect(distributeEdits(placedOf(pair), 'down')).toEqual([]);
    const after = applyEdits(pair, distributeEdits(placedOf(pair), 'down', SAFE));
    expect(boxOfAll(placedOf(after))).toMatchObject({ top: 30, bottom: 870 });
  });
});

describe('mirror', () => {
  it('twice is nothing, and once puts the box on the other side', () => {
    const turn = fc.integer({ min: -180, max: 180 });
    fc.assert(
      fc.property(fc.integer({ min: 100, max: 800 }), turn, (x, degrees) => {
        const part = { ...shape('d', circle(300, 450, 50), 'a'), place: { ...place(x, 450), turn: degrees } };
        const there = { ...part, ...mirrored(part, 450) };
        const back = { ...there, ...mirrored(there, 450) };
        expect(back.place).toEqual(part.place);
        const box = byId(designOf({ a: '#ffffff' }, part), 'd');
        const other = byId(designOf({ a: '#ffffff' }, there), 'd');
        expect(other.left).toBeCloseTo(900 - box.right, 5);
        expect(other.top).toBeCloseTo(box.top, 5);
      }),
    );
  });
});

describe('snap', () => {
  const box = { left: 104, top: 200, right: 204, bottom: 300 };
  const target = { left: 100, top: 500, right: 400, bottom: 600 };

  it('takes the nearest side or middle, and tells the line', () => {
    const snap = snapBox(box, [{ box: target, middle: true }], 10);
    expect(snap).toMatchObject({ dx: -4, dy: 0, lines: [{ axis: 'x', at: 100, from: 200, to: 600 }] });
    expect(snapBox({ ...box, left: 203, right: 303 }, [{ box: target, middle: true }], 10).dx).toBe(-3);
  });

  it('leaves alone what is farther than it may be', () => {
    expect(snapBox(box, [{ box: target, middle: true }], 3)).toEqual({
      dx: 0,
      dy: 0,
      lines: [],
      measures: [],
    });
    expect(snapBox(box, [], 50).dx).toBe(0);
  });

  it('never moves farther than that, whatever is around', () => {
    const n = fc.integer({ min: 0, max: 900 });
    const anyBox = fc
      .tuple(n, n, n, n)
      .map(([a, b, w, h]) => ({ left: a, top: b, right: a + w, bottom: b + h }));
    fc.assert(
      fc.property(
        anyBox,
        fc.array(anyBox, { maxLength: 5 }),
        fc.integer({ min: 0, max: 40 }),
        (b, others, within) => {
          const { dx, dy } = snapBox(
            b,
            others.map((o) => ({ box: o, middle: true })),
            within,
          );
          expect(Math.abs(dx)).toBeLessThanOrEqual(within);
          expect(Math.abs(dy)).toBeLessThanOrEqual(within);
          const gaps = snapGaps(b, others, within);
          expect(Math.abs(gaps.dx)).toBeLessThanOrEqual(within);
          expect(Math.abs(gaps.dy)).toBeLessThanOrEqual(within);
        },
      ),
    );
  });

  it('tells the clear distance to what it lines up with, the nearest on each side', () => {
    const moving = { left: 202, top: 300, right: 302, bottom: 400 };
    const over = [
      { left: 200, top: 0, right: 260, bottom: 50 },
      { left: 200, top: 100, right: 220, bottom: 180 },
      { left: 200, top: 460, right: 500, bottom: 500 },
    ].map((box) => ({ box, middle: true }));
    const { measures } = snapBox(moving, over, 5);
    expect(measures).toEqual([
      { axis: 'y', at: 250, from: 180, to: 300 },
      { axis: 'y', at: 250, from: 400, to: 460 },
    ]);
  });

  it('meets guides, the margin and the grid', () => {
    const aids = {
      guides: [{ axis: 'x' as const, at: 207 }],
      margin: 30,
      grid: null,
      unit: 'px' as const,
      reference: null,
    };
    const targets = aidTargets(aids, { width: 900, height: 900 });
    expect(snapBox({ left: 203, top: 27, right: 303, bottom: 90 }, targets, 6)).toMatchObject({
      dx: 4,
      dy: 3,
    });
    expect(aidTargets({ ...aids, guides: [], margin: 450 }, { width: 900, height: 900 })).toEqual([]);
    expect(snapGrid({ left: 203, top: 49, right: 299, bottom: 93 }, 50, 6)).toEqual({ dx: 1, dy: 1 });
    expect(snapGrid({ left: 220, top: 20, right: 275, bottom: 75 }, 50, 6)).toEqual({ dx: 0, dy: 0 });
  });

  it('shows the equal gaps that it found', () => {
    const row = [
      { left: 0, top: 0, right: 100, bottom: 60 },
      { left: 150, top: 0, right: 250, bottom: 60 },
    ];
    expect(snapGaps({ left: 296, top: 0, right: 340, bottom: 60 }, row, 10).measures).toEqual([
      { axis: 'x', at: 30, from: 100, to: 150 },
      { axis: 'x', at: 30, from: 250, to: 300 },
    ]);
  });

  it('finds the gap that two others have, and the middle between them', () => {
    const row = [
      { left: 0, top: 0, right: 100, bottom: 100 },
      { left: 150, top: 0, right: 250, bottom: 100 },
    ];
    expect(snapGaps({ left: 296, top: 10, right: 340, bottom: 60 }, row, 10).dx).toBe(4);
    expect(snapGaps({ left: 113, top: 10, right: 133, bottom: 60 }, row, 10).dx).toBe(2);
    expect(snapGaps({ left: 296, top: 400, right: 340, bottom: 460 }, row, 10).dx).toBe(0);
  });
});

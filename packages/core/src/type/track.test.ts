import fc from 'fast-check';
import { longestStretch, radiusForHeight, trackOf, type TrackLine } from './track';
import type { Baseline } from './settings';
import { parseSvgPath } from '../geometry';

const LINE: TrackLine = { index: 0, below: 0, cap: 60, widest: 800, align: 'centre' };

describe('radiusForHeight', () => {
  it('gives the circle whose arc of that length rises by that height', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 5000, noNaN: true }),
        fc.double({ min: 0.01, max: 0.35, noNaN: true }),
        (length, part) => {
          const r = radiusForHeight(length, length * part);
          expect(r * (1 - Math.cos(length / r / 2))).toBeCloseTo(length * part, 3);
        },
      ),
    );
  });

  it('is flat for no height, and the tightest it can be for too much', () => {
    expect(radiusForHeight(100, 0)).toBe(Infinity);
    expect(radiusForHeight(0, 10)).toBe(Infinity);
    expect(radiusForHeight(100, 1e6)).toBeGreaterThan(0);
  });
});

describe('trackOf', () => {
  const baselines: Baseline[] = [
    { kind: 'straight' },
    { kind: 'slope', degrees: -30 },
    { kind: 'arch', by: 'height', value: 120 },
    { kind: 'arch', by: 'height', value: -120 },
    {
      kind: 'ring',
      radius: 500,
      start: 20,
      direction: 'clockwise',
      side: 'inside',
      halves: false,
      separator: '',
    },
    {
      kind: 'ring',
      radius: 500,
      start: 20,
      direction: 'counter',
      side: 'outside',
      halves: false,
      separator: '',
    },
    { kind: 'wave', length: 700, height: 60, phase: 40 },
    { kind: 'along', part: 'x', start: 0.5, flip: false },
    { kind: 'along', part: 'x', start: 0.5, flip: true },
  ];
  // A way with a right angle in it.
  const outline = { points: [-600, 0, 0, 0, 0, 600], closed: false };

  it.each(baselines.map((b) => [`${b.kind} ${JSON.stringify(b).length}`, b] as const))(
    'goes on evenly along %s: a step never throws a letter away',
    (_, baseline) => {
      const track = trackOf(baseline, LINE, outline);
      let last = track(-400);
      for (let x = -396; x <= 400; x += 4) {
        const now = track(x);
        const step = Math.hypot(now.x - last.x, now.y - last.y);
        expect(step).toBeGreaterThan(1);
        expect(step).toBeLessThan(9);
        last = now;
      }
    },
  );

  it('looks the way that it goes', () => {
    for (const baseline of baselines.slice(0, 7)) {
      const track = trackOf(baseline, LINE, null);
      for (const x of [-300, -40, 0, 120, 350]) {
        const [a, b, { angle }] = [track(x - 0.5), track(x + 0.5), track(x)];
        const way = Math.atan2(b.y - a.y, b.x - a.x);
        expect(Math.cos(way - angle)).toBeGreaterThan(0.98);
      }
    }
  });

  it('of a closed outline goes round and round', () => {
    const square = { points: [0, 0, 100, 0, 100, 100, 0, 100], closed: true };
    const baseline: Baseline = { kind: 'along', part: 'x', start: 0, flip: false };
    const track = trackOf(baseline, { ...LINE, cap: 2, widest: 2000 }, square);
    for (const x of [-900, 30, 950]) {
      const { x: px, y: py } = track(x);
      expect(Math.min(px, py, 100 - px, 100 - py)).toBeCloseTo(0, 6);
    }
  });

  it('lays a lower line beside the first, on the side that is down', () => {
    const lower = { ...LINE, index: 1, below: 90 };
    for (const baseline of baselines.slice(0, 4)) {
      const [a, b] = [trackOf(baseline, LINE, null)(0), trackOf(baseline, lower, null)(0)];
      expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeCloseTo(90, 0);
      expect(b.y).toBeGreaterThan(a.y);
    }
  });
});

describe('longestStretch', () => {
  it('is the longest piece of a path, and none of an empty one', () => {
    const path = parseSvgPath('M0 0L10 0M0 5L90 5M0 9L20 9');
    expect(longestStretch(path, 1)).toEqual({ points: [0, 5, 90, 5], closed: false });
    expect(longestStretch([], 1)).toBeNull();
  });
});

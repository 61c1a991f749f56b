import fc from 'fast-check';
import { readAlone } from '../fields';
import {
  alongRing,
  handlesAt,
  isCorner,
  LOOP,
  withCorner,
  withHandle,
  withoutPoint,
  withPoint,
  withPointAfter,
  type HandLoop,
  type HandRing,
} from './hand-loop';

const SEED = 20261129;
const square: HandRing = {
  points: [
    [0, 0],
    [40, 0],
    [40, 40],
    [0, 40],
  ],
  curved: false,
};

/** The area inside, by its points. */
const areaOf = (points: readonly (readonly [number, number])[]) =>
  points.reduce((sum, [x, y], i) => {
    const [u, v] = points[(i + 1) % points.length];
    return sum + (x * v - u * y) / 2;
  }, 0);
/** How far the farthest of `a` lies from the line through `b`. */
const strays = (a: readonly (readonly [number, number])[], b: readonly (readonly [number, number])[]) =>
  Math.max(
    ...a.map(([x, y]) =>
      Math.min(
        ...b.map(([px, py], i) => {
          const [qx, qy] = b[(i + 1) % b.length];
          const [dx, dy] = [qx - px, qy - py];
          const t = Math.max(0, Math.min(1, ((x - px) * dx + (y - py) * dy) / (dx * dx + dy * dy || 1)));
          return Math.hypot(x - px - t * dx, y - py - t * dy);
        }),
      ),
    ),
  );

const anyRing = fc
  .record({
    radii: fc.array(fc.integer({ min: 20, max: 100 }), { minLength: 3, maxLength: 7 }),
    curved: fc.boolean(),
    own: fc.array(fc.option(fc.tuple(...Array.from({ length: 4 }, () => fc.integer({ min: -20, max: 20 }))))),
  })
  .map(({ radii, curved, own }): HandRing => {
    const points = radii.map((r, i): [number, number] => {
      const turn = (2 * Math.PI * i) / radii.length;
      return [r * Math.cos(turn), r * Math.sin(turn)];
    });
    const handles = points.map((_, i) => (own[i] ?? null) as [number, number, number, number] | null);
    return { points, curved, handles };
  });

describe('an outline by hand', () => {
  it('of straight edges is its points alone', () => {
    expect(alongRing(square)).toEqual(square.points);
    expect(alongRing(square, 0.5)[2]).toEqual([20, 20]);
  });

  it('that is curved goes through all of its points', () => {
    const curve = alongRing({ ...square, curved: true });
    for (const [x, y] of square.points)
      expect(curve.some(([u, v]) => Math.hypot(u - x, v - y) < 1e-9)).toBe(true);
    expect(areaOf(curve)).toBeGreaterThan(1700);
  });

  it('is as round as handles make it: four of 0.5523 of the radius are a circle', () => {
    const k = 0.5522847 * 50;
    const circle: HandRing = {
      points: [
        [50, 0],
        [0, 50],
        [-50, 0],
        [0, -50],
      ],
      curved: false,
      handles: [
        [0, -k, 0, k],
        [k, 0, -k, 0],
        [0, k, 0, -k],
        [-k, 0, k, 0],
      ],
    };
    for (const [x, y] of alongRing(circle)) expect(Math.abs(Math.hypot(x, y) - 50)).toBeLessThan(0.02);
    // Cut into pieces, its area is a little less.
    expect(areaOf(alongRing(circle))).toBeGreaterThan(Math.PI * 2500 * 0.99);
  });

  it('keeps its form where a point is added, and has it again where that is taken away', () => {
    fc.assert(
      fc.property(anyRing, fc.nat(), (ring, at) => {
        const i = at % ring.points.length;
        const more = withPointAfter(ring, i);
        expect(more.points).toHaveLength(ring.points.length + 1);
        const [before, after] = [alongRing(ring, 8), alongRing(more, 8)];
        expect(strays(after, before)).toBeLessThan(8);
        expect(strays(before, after)).toBeLessThan(8);
        expect(withoutPoint(more, i + 1)!.points).toEqual(ring.points);
      }),
      { seed: SEED, numRuns: 200 },
    );
  });

  it('is as large as asked, of the same form', () => {
    fc.assert(
      fc.property(anyRing, (ring) => {
        const [one, four] = [alongRing(ring, 4), alongRing(ring, 16)];
        expect(
          strays(
            four.map(([x, y]) => [x / 4, y / 4] as const),
            one,
          ),
        ).toBeLessThan(4);
      }),
      { seed: SEED, numRuns: 100 },
    );
  });

  it('takes the other handle along, or leaves it alone', () => {
    const bent = withHandle({ ...square, handles: [null, [-6, 0, 3, 0]] }, 1, 'in', [0, -10]);
    expect(handlesAt(bent, 1)).toEqual([0, -10, -0, 3]);
    expect(handlesAt(withHandle(bent, 1, 'out', [5, 5], true), 1)).toEqual([0, -10, 5, 5]);
    // A corner that is drawn out is smooth.
    expect(handlesAt(withHandle(square, 2, 'out', [0, 8]), 2)).toEqual([-0, -8, 0, 8]);
  });

  it('has a corner or a curve at a point, as asked', () => {
    expect(isCorner(square, 0)).toBe(true);
    const round = withCorner(square, 0);
    expect(isCorner(round, 0)).toBe(false);
    expect(handlesAt(round, 0)).toEqual([-40 / 6, 40 / 6, 40 / 6, -40 / 6]);
    expect(isCorner(withCorner(round, 0), 0)).toBe(true);
    expect(isCorner(withCorner({ ...square, curved: true }, 1), 1)).toBe(true);
  });

  it('of three points loses none; a point that is moved takes its handles along', () => {
    const three: HandRing = { points: square.points.slice(0, 3), curved: false };
    expect(withoutPoint(three, 0)).toBeNull();
    const bent = withCorner(square, 1);
    const moved = withPoint(bent, 1, [60, 5]);
    expect([moved.points[1], handlesAt(moved, 1)]).toEqual([[60, 5], handlesAt(bent, 1)]);
  });

  it('is read as it was written, and as it was written before points had handles', () => {
    const loop: HandLoop = { ...withCorner(square, 1), takes: true };
    expect(readAlone(LOOP, JSON.parse(JSON.stringify(loop)))).toEqual(loop);
    const old = { points: square.points, curved: true, takes: false };
    expect(readAlone(LOOP, old)).toEqual(old);
    expect(() => readAlone(LOOP, { ...old, handles: [[1, 2, 3]] })).toThrow(/handles/);
  });
});

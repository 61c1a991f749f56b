import fc from 'fast-check';
import type { Loop } from './contour';
import { boxOfLoop, encloses, notWithin, piecesOf, pointWithin } from './pieces';

/** A square as a line around what is inside; a hole turns the other way. */
const square = (x: number, y: number, size: number, hole = false): Loop => {
  const corners = [
    [x, y],
    [x + size, y],
    [x + size, y + size],
    [x, y + size],
  ];
  return {
    points: Float64Array.from((hole ? corners.reverse() : corners).flat()),
    area: (hole ? -1 : 1) * size * size,
  };
};

describe('pieces of a set', () => {
  const outer = square(0, 0, 100);
  const hole = square(10, 10, 60, true);
  const island = square(20, 20, 40);
  const eye = square(30, 30, 10, true);
  const beside = square(200, 0, 30);

  it('each hole belongs to the smallest piece around it', () => {
    const pieces = piecesOf([eye, island, hole, beside, outer]);
    expect(pieces.map((p) => p.outer)).toEqual([outer, island, beside]);
    expect(pieces.map((p) => p.holes)).toEqual([[hole], [eye], []]);
  });

  it('with a hole goes all that lies in it, at whatever depth', () => {
    const all = [outer, hole, island, eye, beside];
    expect(notWithin(all, [hole])).toEqual([outer, beside]);
    expect(notWithin(all, [eye])).toEqual([outer, hole, island, beside]);
    expect(notWithin(all, [])).toEqual(all);
  });

  it('a point within a line is enclosed by it, however the line winds', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 5, max: 50 }), { minLength: 3, maxLength: 12 }), (radii) => {
        // A star about (60, 60): it crosses itself nowhere.
        const points = radii.flatMap((r, i) => {
          const a = (i / radii.length) * 2 * Math.PI;
          return [60 + r * Math.cos(a), 60 + r * Math.sin(a)];
        });
        const loop = { points: Float64Array.from(points), area: 1 };
        const [x, y] = pointWithin(loop);
        expect(encloses(loop, x, y)).toBe(true);
        const { left, top, right, bottom } = boxOfLoop(loop);
        expect(x > left && x < right && y > top && y < bottom).toBe(true);
        expect(encloses(loop, left - 1, y)).toBe(false);
      }),
      { seed: 27, numRuns: 60, endOnFailure: true },
    );
  });
});

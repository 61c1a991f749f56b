import fc from 'fast-check';
import { flatten, parseSvgPath, pathBounds, sweepPath } from './index';

describe('flatten', () => {
  it('keeps to a circle within the tolerance', () => {
    const r = 100;
    const [line] = flatten(parseSvgPath(`M${r} 0A${r} ${r} 0 0 1 ${-r} 0A${r} ${r} 0 0 1 ${r} 0Z`), 0.25);
    for (let i = 0; i < line.points.length; i += 2) {
      const here = Math.hypot(line.points[i], line.points[i + 1]);
      expect(Math.abs(here - r)).toBeLessThan(0.05);
      const next = (i + 2) % line.points.length;
      const middle = Math.hypot(
        (line.points[i] + line.points[next]) / 2,
        (line.points[i + 1] + line.points[next + 1]) / 2,
      );
      expect(r - middle).toBeLessThan(0.3);
    }
    expect(line.closed).toBe(true);
  });

  it('takes straight lines as they are, and each piece by itself', () => {
    expect(flatten(parseSvgPath('M0 0L10 0L10 5ZM20 20L30 30'))).toEqual([
      { points: [0, 0, 10, 0, 10, 5], closed: true },
      { points: [20, 20, 30, 30], closed: false },
    ]);
  });
});

describe('sweep', () => {
  it('of a square reaches from its edge to the moved edge, whichever way it turns', () => {
    for (const d of ['M0 0H10V10H0Z', 'M0 0V10H10V0Z'])
      expect(pathBounds(sweepPath(parseSvgPath(d), 30, 20))).toEqual({
        left: 0,
        top: 0,
        right: 40,
        bottom: 30,
      });
  });

  it('turns every parallelogram the same way', () => {
    const coordinate = fc.integer({ min: -50, max: 50 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(coordinate, coordinate), { minLength: 3, maxLength: 8 }),
        coordinate,
        coordinate,
        (points, dx, dy) => {
          const swept = sweepPath(parseSvgPath(`M${points.map((p) => p.join(' ')).join('L')}Z`), dx, dy);
          for (const { points: q } of flatten(swept)) {
            let area = 0;
            for (let i = 0; i < q.length; i += 2) {
              const j = (i + 2) % q.length;
              area += q[i] * q[j + 1] - q[j] * q[i + 1];
            }
            expect(area).toBeGreaterThan(0);
          }
        },
      ),
    );
  });
});

import fc from 'fast-check';
import { fitCurve, type FittedCurve } from './index';

type Point = readonly [number, number];
const along = (curve: FittedCurve, start: Point): Point[] => {
  const out: Point[] = [start];
  let from = start;
  for (const { c1, c2, end } of curve.segments) {
    for (let i = 1; i <= 40; i++) {
      const t = i / 40;
      const u = 1 - t;
      const k = [u ** 3, 3 * u * u * t, 3 * u * t * t, t ** 3];
      out.push(
        [0, 1].map((a) => k[0] * from[a] + k[1] * c1[a] + k[2] * c2[a] + k[3] * end[a]) as unknown as Point,
      );
    }
    from = end;
  }
  return out;
};
const distance = (p: Point, line: Point[]): number =>
  Math.min(
    ...line.slice(1).map((b, i) => {
      const a = line[i];
      const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
      const t = Math.max(
        0,
        Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy || 1)),
      );
      return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy);
    }),
  );
const arc = (count: number, sweep: number, r = 100): Point[] =>
  Array.from({ length: count }, (_, i) => {
    const a = (sweep * i) / (count - 1);
    return [r * Math.cos(a), r * Math.sin(a)];
  });

describe('fitting curves to a drawn line', () => {
  it('needs two curves or three for half a circle, and strays by no more than it may', () => {
    const points = arc(200, Math.PI);
    const fitted = fitCurve(points, 0.5);
    expect(fitted.segments.length).toBeLessThanOrEqual(3);
    expect(fitted.error).toBeLessThanOrEqual(0.5);
    for (const p of along(fitted, points[0])) expect(Math.abs(Math.hypot(...p) - 100)).toBeLessThan(0.6);
  });

  it('makes one straight curve of a straight line, however many samples it has', () => {
    const points = Array.from({ length: 50 }, (_, i): Point => [i * 3, i * 4]);
    const { segments, error } = fitCurve(points, 0.1);
    expect(segments).toHaveLength(1);
    expect(error).toBeLessThan(1e-6);
    for (const [x, y] of [segments[0].c1, segments[0].c2]) expect(4 * x - 3 * y).toBeCloseTo(0, 6);
  });

  it('keeps a corner where it is', () => {
    const points: Point[] = [
      ...Array.from({ length: 30 }, (_, i): Point => [i * 4, 0]),
      ...Array.from({ length: 30 }, (_, i): Point => [116, (i + 1) * 4]),
    ];
    const { segments } = fitCurve(points, 1);
    expect(segments.map((s) => s.end)).toContainEqual([116, 0]);
    expect(segments).toHaveLength(2);
  });

  it('takes fewer curves the more it may stray', () => {
    const wavy = Array.from({ length: 300 }, (_, i): Point => [
      i * 2,
      40 * Math.sin(i / 18) + 3 * Math.sin(i / 3),
    ]);
    const counts = [0.2, 1, 4, 16].map((t) => fitCurve(wavy, t).segments.length);
    expect([...counts].sort((a, b) => b - a)).toEqual(counts);
    expect(counts[0]).toBeGreaterThan(3 * counts[3]);
  });

  it('passes within the tolerance of every sample, begins and ends at the ends, and never breaks', () => {
    const step = fc.tuple(fc.integer({ min: -20, max: 20 }), fc.integer({ min: -20, max: 20 }));
    fc.assert(
      fc.property(
        fc.array(step, { minLength: 1, maxLength: 60 }),
        fc.constantFrom(0.5, 2, 6),
        (steps, tolerance) => {
          const points: Point[] = [[0, 0]];
          for (const [dx, dy] of steps)
            if (dx || dy) points.push([points.at(-1)![0] + dx, points.at(-1)![1] + dy]);
          if (points.length < 2) return;
          const fitted = fitCurve(points, tolerance);
          expect(fitted.segments.at(-1)!.end).toEqual(points.at(-1));
          expect(fitted.segments.at(-1)!.at).toBe(points.length - 1);
          const line = along(fitted, points[0]);
          expect(line.flat().every(Number.isFinite)).toBe(true);
          for (const p of points) expect(distance(p, line)).toBeLessThanOrEqual(tolerance + 0.05);
        },
      ),
      { numRuns: 150 },
    );
  });

  it('says when there is no line', () => {
    expect(() => fitCurve([[1, 1]], 1)).toThrow(RangeError);
  });
});

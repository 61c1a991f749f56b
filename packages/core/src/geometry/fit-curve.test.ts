import fc from 'fast-check';
import { fitClosed, fitCurve, type FittedCurve } from './index';

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

describe('fitClosed', () => {
  const round = (n: number, noise: number): [number, number][] =>
    Array.from({ length: n }, (_, i) => {
      const a = (2 * Math.PI * i) / n;
      // The same unevenness on every run, as that of a measured line.
      const r = 200 + noise * Math.sin(i * 12.9898) * Math.cos(i * 78.233);
      return [300 + r * Math.cos(a), 300 + r * Math.sin(a)];
    });
  const square = (side: number): [number, number][] =>
    [0, 1, 2, 3].flatMap((k) =>
      Array.from({ length: side }, (_, i): [number, number] =>
        k === 0 ? [i, 0] : k === 1 ? [side, i] : k === 2 ? [side - i, side] : [0, side - i],
      ),
    );

  it('makes a circle of few smooth curves, though its samples are a little off', () => {
    const { start, segments, error } = fitClosed(round(1200, 0.05), 0.2, 3);
    expect(error).toBeLessThanOrEqual(0.2);
    expect(segments.length).toBeLessThanOrEqual(16);
    expect(segments.at(-1)!.end).toEqual(start);
    // It goes through each place where curves meet without a turn.
    segments.forEach(({ c2, end }, i) => {
      const { c1 } = segments[(i + 1) % segments.length];
      const turn = Math.atan2(c1[1] - end[1], c1[0] - end[0]) - Math.atan2(end[1] - c2[1], end[0] - c2[0]);
      expect(Math.abs(Math.sin(turn))).toBeLessThan(0.02);
    });
  });

  it('keeps corners, and puts back what sampling cut off them', () => {
    const blunt = square(100).filter(([x, y]) => Math.min(Math.hypot(x, y), Math.hypot(x - 100, y)) > 1.2);
    const { start, segments } = fitClosed(blunt, 0.1, 4);
    const ends = segments.map((s) => s.end);
    expect(ends).toHaveLength(4);
    for (const [x, y] of [
      [0, 0],
      [100, 0],
      [100, 100],
      [0, 100],
    ])
      expect(Math.min(...ends.map((e) => Math.hypot(e[0] - x, e[1] - y)))).toBeLessThan(0.15);
    expect(ends.at(-1)).toEqual(start);
  });

  it('wants three samples', () => {
    expect(() => fitClosed(round(2, 0), 1, 1)).toThrow(RangeError);
  });
});

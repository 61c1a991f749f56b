import fc from 'fast-check';
import { lineOfStroke, samplesOf, type LineNode, type Stroke } from './index';

const seed = 20261129;
const way = (n: number, of: (t: number) => [number, number, number]): Stroke['samples'] =>
  Array.from({ length: n }, (_, i) => of(i / (n - 1)));
/** How far a place is from a line. */
const off = (nodes: LineNode[], [x, y]: readonly number[]) => {
  const on = samplesOf({ nodes, closed: false }, 0.05);
  return Math.min(
    ...on.slice(1).map(([bx, by], i) => {
      const [ax, ay] = on[i];
      const [dx, dy] = [bx - ax, by - ay];
      const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
      return Math.hypot(x - ax - t * dx, y - ay - t * dy);
    }),
  );
};

describe('a line of a stroke', () => {
  it('that is straight has two nodes, and its width', () => {
    const line = lineOfStroke({ samples: way(120, (t) => [10 + 100 * t, 40, 6]), closed: false }, 1)!;
    expect([line.nodes.length, line.closed, line.width, line.pen]).toEqual([2, false, 6, 'even']);
    expect([line.nodes[0].x, line.nodes[1].x]).toEqual([10, 110]);
  });

  it('that swells is pressed as it swells', () => {
    const samples = way(200, (t) => [200 * t, 30 * Math.sin(6 * t), 4 + 12 * t]);
    const line = lineOfStroke({ samples, closed: false }, 0.8)!;
    expect(line.pen).toBe('pressed');
    expect(line.width).toBeGreaterThan(15);
    const [first, last] = [line.nodes[0], line.nodes.at(-1)!];
    expect(first.pressure * line.width).toBeCloseTo(4, 0);
    expect(last.pressure).toBe(1);
    // Asked for one width, it has that all along.
    expect(lineOfStroke({ samples, closed: false }, 0.8, 9)).toMatchObject({ pen: 'even', width: 9 });
  });

  it('that closes is closed, without its first place twice', () => {
    const samples = way(301, (t) => [
      60 * Math.cos(2 * Math.PI * t),
      60 * Math.sin(2 * Math.PI * t),
      5,
    ]).slice(0, -1);
    const line = lineOfStroke({ samples, closed: true }, 0.8)!;
    expect(line.closed).toBe(true);
    const places = line.nodes.map((n) => `${n.x.toFixed(1)} ${n.y.toFixed(1)}`);
    expect(new Set(places).size).toBe(places.length);
    for (const s of samplesOf(line, 0.1)) expect(Math.abs(Math.hypot(s[0], s[1]) - 60)).toBeLessThan(1.5);
  });

  it('passes near all of it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -20, max: 20 }), fc.integer({ min: -20, max: 20 })), {
          minLength: 2,
          maxLength: 4,
        }),
        fc.integer({ min: 1, max: 4 }),
        (bends, tolerance) => {
          const samples = way(150, (t): [number, number, number] => [
            150 * t + bends.reduce((s, [a], k) => s + a * Math.sin((k + 1) * t * 3), 0),
            bends.reduce((s, [, b], k) => s + b * Math.cos((k + 1) * t * 3), 0),
            5,
          ]);
          const line = lineOfStroke({ samples, closed: false }, tolerance)!;
          for (const s of samples) expect(off(line.nodes, s)).toBeLessThan(1.2 * tolerance + 0.3);
          expect(line.nodes.length).toBeLessThan(60);
        },
      ),
      { seed, numRuns: 60 },
    );
  });

  it('of nothing, or all in one place, is none', () => {
    expect(lineOfStroke({ samples: [], closed: false }, 1)).toBeNull();
    expect(
      lineOfStroke(
        {
          samples: [
            [3, 3, 5],
            [3, 3, 5],
          ],
          closed: false,
        },
        1,
      ),
    ).toBeNull();
  });
});

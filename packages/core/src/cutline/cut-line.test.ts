import fc from 'fast-check';
import { flatten, hypot } from '../geometry';
import { cutLineOf, newCutLine, type Alpha, type Cut, type CutLine } from './index';
import { drawnAlpha } from '../../testing';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { abs, max, min, round } = Math;

/** px per mm that the tests draw at. */
const K = 12;

const drawn = (w: number, h: number, inside: (x: number, y: number) => boolean) =>
  drawnAlpha(w, h, K, inside);
const PLAIN: CutLine = {
  ...newCutLine('ink'),
  distance: 3,
  close: 0,
  radius: 0,
  holes: 'none',
  islands: 'apart',
};
const cutOf = (alpha: Alpha, change: Partial<CutLine> = {}): Cut =>
  cutLineOf(alpha, K, { ...PLAIN, ...change })!;
/** Points of the fitted line, mm. */
const pointsOf = (cut: Cut): [number, number][] =>
  cut.loops.flatMap(({ path }) =>
    flatten(path, 0.05).flatMap(({ points }) =>
      Array.from({ length: points.length / 2 }, (_, i): [number, number] => [
        points[2 * i] / K,
        points[2 * i + 1] / K,
      ]),
    ),
  );
const near = (x: number, y: number, ax: number, ay: number, bx: number, by: number) => {
  const dx = bx - ax;
  const dy = by - ay;
  const t = max(0, min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
  return hypot(x - ax - t * dx, y - ay - t * dy);
};
/** A closed polygon: whether a point lies in it, and how far it is from its rim. */
const polygon = (corners: readonly (readonly [number, number])[]) => {
  const sides = corners.map((a, i) => [a, corners[(i + 1) % corners.length]] as const);
  return {
    tips: corners,
    inside: (x: number, y: number) =>
      sides.filter(
        ([a, b]) => a[1] > y !== b[1] > y && x < a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0]),
      ).length %
        2 ===
      1,
    distance: (x: number, y: number) => min(...sides.map(([a, b]) => near(x, y, a[0], a[1], b[0], b[1]))),
  };
};
const star = polygon(
  Array.from({ length: 10 }, (_, i): [number, number] => {
    const [r, a] = [i % 2 ? 9 : 15, (i * Math.PI) / 5 - Math.PI / 2];
    return [20 + r * Math.cos(a), 20 + r * Math.sin(a)];
  }),
);
const comb = polygon([
  [5, 5],
  [35, 5],
  ...[0, 1, 2].flatMap((i): [number, number][] => {
    const x = 35 - 10 * i;
    return [
      [x, 30],
      [x - 3, 30],
      [x - 3, 12],
      [max(5, x - 10), 12],
    ];
  }),
]);

describe('the border', () => {
  it('of a disc is a circle of its radius and the distance, of few points', () => {
    const cut = cutOf(drawn(40, 40, (x, y) => hypot(x - 20, y - 20) < 14));
    expect(cut.loops).toHaveLength(1);
    for (const [x, y] of pointsOf(cut)) expect(abs(hypot(x - 20, y - 20) - 17)).toBeLessThan(0.03);
    expect(cut.peel.points).toBeLessThan((2 * Math.PI * 17) / 3);
    expect(cut.peel.area).toBeCloseTo(Math.PI * 17 * 17, 0);
    expect(cut.peel.path).toBeCloseTo(2 * Math.PI * 17, 1);
    // A bend is measured over a millimetre: so much is sure of one of 17.
    expect(cut.peel.outerRadius).toBeGreaterThan(10);
    expect(cut.peel).toMatchObject({ pieces: 1, holes: 0, neck: null, tongue: null, outerCorner: null });
    expect(cut.peel.border!.distance).toBeGreaterThan(2.9);
    expect(cut.peel.border!.distance).toBeLessThan(3.1);
  });

  it.each([
    ['a star', star],
    ['a comb', comb],
  ])('of %s lies at the distance from it everywhere', (_, form) => {
    const cut = cutOf(drawn(40, 40, form.inside));
    for (const [x, y] of pointsOf(cut)) {
      // A tip that is thinner than a px can be seen only from where it is a px wide.
      const atTip = form.tips.some((t) => abs(hypot(x - t[0], y - t[1]) - 3) < 0.2);
      expect(abs(form.distance(x, y) - 3)).toBeLessThan(atTip ? 1.2 / K : 0.03);
    }
    // A corner that goes in stays one: the line has it, and says so.
    expect(cut.peel.innerCorner).not.toBeNull();
    expect(cut.deviation).toBeLessThan(0.0221);
  });

  it('of a spiral lies at the distance from it, too', () => {
    const size = 24;
    const line = Array.from({ length: 101 }, (_, i): [number, number] => {
      const a = 2 + i / 12;
      return [12 + (1 + 0.6 * a) * Math.cos(a), 12 + (1 + 0.6 * a) * Math.sin(a)];
    });
    const from = (x: number, y: number) => {
      let least = 1e9;
      for (let i = 1; i < line.length; i++)
        least = min(least, near(x, y, line[i - 1][0], line[i - 1][1], line[i][0], line[i][1]));
      return least;
    };
    const alpha = { width: size * K, height: size * K, data: new Uint8Array((size * K) ** 2) };
    for (let y = 0, i = 0; y < alpha.height; y++)
      for (let x = 0; x < alpha.width; x++, i++)
        alpha.data[i] = round(255 * max(0, min(1, (0.4 - from((x + 0.5) / K, (y + 0.5) / K)) * K + 0.5)));
    const cut = cutOf(alpha, { distance: 0.8 });
    expect(max(...pointsOf(cut).map(([x, y]) => abs(from(x, y) - 1.2)))).toBeLessThan(0.03);
  });
});

describe('settings', () => {
  const two = drawn(40, 20, (x, y) => hypot(x - 9, y - 10) < 5 || hypot(x - 31, y - 10) < 5);
  it('a corner that goes in is given its radius, and so is one that comes out', () => {
    for (const radius of [1, 2.5]) {
      const cut = cutOf(drawn(40, 40, comb.inside), { radius, distance: 0.5 });
      expect(cut.peel.innerCorner).toBeNull();
      expect(cut.peel.outerCorner).toBeNull();
      expect(cut.peel.innerRadius).toBeGreaterThan(radius * 0.93);
      expect(cut.peel.outerRadius).toBeGreaterThan(radius * 0.93);
    }
  });

  it('gaps narrower than a width are closed, wider ones are not', () => {
    const slot = (gap: number) =>
      drawn(40, 30, (x, y) => x > 5 && x < 35 && y > 5 && y < 25 && !(abs(x - 20) < gap / 2 && y > 10));
    const depth = (cut: Cut) =>
      min(
        ...pointsOf(cut)
          .filter(([x]) => abs(x - 20) < 0.3)
          .map(([, y]) => (y > 8 ? y : 99)),
      );
    // After a border of 1 mm a slot of 6 mm is 4 mm wide.
    expect(depth(cutOf(slot(6), { distance: 1, close: 3.5 }))).toBeLessThan(12.5);
    expect(depth(cutOf(slot(6), { distance: 1, close: 4.5 }))).toBeGreaterThan(22);
  });

  it('two pieces stay two, or are joined where they are nearest by a bridge of its width', () => {
    expect(cutOf(two).peel.pieces).toBe(2);
    const joined = cutOf(two, { islands: 'bridge', bridge: 4 });
    expect(joined.peel.pieces).toBe(1);
    expect(joined.bridges).toHaveLength(1);
    expect(joined.bridges[0].from[1] / K).toBeCloseTo(10, 0);
    expect(joined.peel.neck!.width).toBeCloseTo(4, 0);
    expect(joined.peel.neck!.x / K).toBeGreaterThan(15);
    expect(joined.peel.neck!.x / K).toBeLessThan(25);
    expect(joined.peel.tongue).not.toBeNull();
  });

  it('holes are kept, filled where they are small, or all filled', () => {
    const ring = drawn(40, 40, (x, y) => {
      const r = hypot(x - 20, y - 20);
      return r < 15 && r > 6;
    });
    const hole = cutOf(ring, { distance: 2 });
    expect(hole.loops.map((l) => Math.sign(l.area))).toEqual([1, -1]);
    expect(hole.peel.smallestHole!.size).toBeCloseTo(8, 1);
    expect(cutOf(ring, { distance: 2, holes: 'small', holeSize: 7.5 }).peel.holes).toBe(1);
    expect(cutOf(ring, { distance: 2, holes: 'small', holeSize: 8.5 }).peel.holes).toBe(0);
    expect(cutOf(ring, { distance: 2, holes: 'all' }).peel.area).toBeCloseTo(Math.PI * 17 * 17, 0);
  });

  it('plain forms hold the artwork at the distance', () => {
    const box = drawn(40, 30, (x, y) => x > 10 && x < 30 && y > 8 && y < 18);
    const circle = cutOf(box, { shape: 'circle' });
    const r = hypot(10, 5) + 3;
    for (const [x, y] of pointsOf(circle)) expect(abs(hypot(x - 20, y - 13) - r)).toBeLessThan(0.08);
    const rectangle = cutOf(box, { shape: 'rectangle', radius: 2 });
    expect([rectangle.peel.width, rectangle.peel.height].map((v) => round(v * 10) / 10)).toEqual([26, 16]);
    expect(rectangle.peel.outerRadius).toBeGreaterThan(1.8);
    const oval = cutOf(box, { shape: 'oval' });
    expect(oval.peel.border!.distance).toBeGreaterThan(2);
    expect(oval.peel.width / oval.peel.height).toBeGreaterThan(1.5);
  });

  it('bleed goes on beyond the cut', () => {
    const cut = cutOf(two, { bleed: 1 });
    const box = (path: readonly number[]) =>
      flatten(path, 0.01).flatMap(({ points }) => [...points].filter((_, i) => i % 2 === 0));
    expect(min(...box(cut.borders[0])) / K).toBeCloseTo(9 - 5 - 3 - 1, 1);
    expect(cut.peel.box.left / K).toBeCloseTo(9 - 5 - 3, 1);
  });
});

describe('bad input', () => {
  it('of nothing is nothing', () => {
    expect(
      cutLineOf(
        drawn(10, 10, () => false),
        K,
        PLAIN,
      ),
    ).toBeNull();
    expect(cutLineOf({ width: 0, height: 0, data: new Uint8Array(0) }, K, PLAIN)).toBeNull();
  });

  it('artwork that touches the edge of its board gets a border beyond it', () => {
    const cut = cutOf(drawn(10, 10, () => true));
    expect(cut.peel.box.left / K).toBeCloseTo(-3, 1);
    expect(cut.peel.width).toBeCloseTo(16, 1);
  });

  it('thousands of specks are joined, or told how many they are', () => {
    const specks = drawn(
      40,
      40,
      (x, y) => (x * 2) % 1 < 0.6 && (y * 2) % 1 < 0.6 && x > 1 && y > 1 && x < 39 && y < 39,
    );
    expect(cutOf(specks, { distance: 0.5 }).peel.pieces).toBe(1);
    expect(cutOf(specks, { distance: 0 }).peel.pieces).toBeGreaterThan(100);
  });

  it('a radius larger than the piece leaves a round piece or none, and says which', () => {
    const dot = drawn(10, 10, (x, y) => hypot(x - 5, y - 5) < 1);
    expect(cutOf(dot, { distance: 0.5, radius: 4 }).peel.pieces).toBe(0);
  });
});

describe('laws', () => {
  const blobs = fc
    .array(
      fc.record({
        x: fc.integer({ min: 7, max: 15 }),
        y: fc.integer({ min: 7, max: 15 }),
        r: fc.integer({ min: 1, max: 3 }),
      }),
      {
        minLength: 1,
        maxLength: 4,
      },
    )
    .map((discs) => drawn(22, 22, (x, y) => discs.some((d) => hypot(x - d.x, y - d.y) < d.r)));
  const options = { seed: 16, numRuns: 5, endOnFailure: true };

  it('more distance is never less area, and closing never takes anything away', () => {
    fc.assert(
      fc.property(blobs, (alpha) => {
        const area = (change: Partial<CutLine>) => cutOf(alpha, change).peel.area;
        expect(area({ distance: 2 })).toBeGreaterThanOrEqual(area({ distance: 1 }));
        expect(area({ distance: 1, close: 3 })).toBeGreaterThanOrEqual(area({ distance: 1 }) - 0.05);
      }),
      options,
    );
  });

  it('turned or mirrored artwork has the turned or mirrored line', () => {
    fc.assert(
      fc.property(blobs, (alpha) => {
        const { width: w, height: h, data } = alpha;
        const own = cutOf(alpha, { close: 2, radius: 1, islands: 'bridge' }).peel;
        const turned = new Uint8Array(data.length);
        for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) turned[x * h + (h - 1 - y)] = data[y * w + x];
        const there = cutOf(
          { width: h, height: w, data: turned },
          { close: 2, radius: 1, islands: 'bridge' },
        ).peel;
        expect(abs(there.width - own.height)).toBeLessThan(0.1);
        expect(abs(there.height - own.width)).toBeLessThan(0.1);
        expect([there.pieces, there.holes]).toEqual([own.pieces, own.holes]);
        expect(abs(there.area - own.area)).toBeLessThan(0.2);
      }),
      options,
    );
  });
});

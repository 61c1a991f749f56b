import fc from 'fast-check';
import { loadFace, loadOutlineOps } from '../../testing/base';
import {
  bendPath,
  blockPath,
  flatten,
  gridOutline,
  isFinitePath,
  oriented,
  parseSvgPath,
  pathBounds,
  reversePath,
  signedArea,
  transformPath,
  withoutHoles,
  type OutlineOps,
  type PathData,
} from './index';

let ops: OutlineOps;
beforeAll(async () => {
  ops = await loadOutlineOps();
});

const square = (x: number, y: number, s: number) => parseSvgPath(`M${x} ${y}h${s}v${s}h${-s}Z`);
/** Area filled by the non-zero rule, for contours that do not cross: holes turn the other way. */
const area = (path: PathData) =>
  Math.abs(flatten(path, 0.01).reduce((sum, { points }) => sum + signedArea(points) / 2, 0));
const ring = parseSvgPath('M0 0h100v100h-100Z M30 30v40h40v-40Z');

describe('outline operations', () => {
  it('offset a square: sharp by its sides, round with quarter discs, cut off with corners gone', () => {
    const by = 10;
    const sides = 100 * 100 + 4 * 100 * by;
    expect(area(ops.offset(square(0, 0, 100), by, 'mitre'))).toBeCloseTo(120 * 120, 0);
    expect(area(ops.offset(square(0, 0, 100), by, 'round')) / (sides + Math.PI * by * by)).toBeCloseTo(1, 3);
    expect(area(ops.offset(square(0, 0, 100), by, 'bevel'))).toBeCloseTo(sides + 2 * by * by, 0);
    expect(area(ops.offset(square(0, 0, 100), -by, 'mitre'))).toBeCloseTo(80 * 80, 0);
  });

  it('leave nothing of what is thinner than it is shrunk', () => {
    expect(area(ops.offset(square(0, 0, 10), -20, 'round'))).toBe(0);
  });

  it('grow a ring into its hole, and fill the hole at last', () => {
    expect(area(ops.offset(ring, 10, 'mitre'))).toBeCloseTo(120 * 120 - 20 * 20, 0);
    expect(area(ops.offset(ring, 25, 'mitre'))).toBeCloseTo(150 * 150, 0);
  });

  it('weld, subtract and intersect', () => {
    const both = [...square(0, 0, 100), ...square(50, 50, 100)];
    expect(area(ops.weld(both))).toBeCloseTo(17500, 1);
    expect(area(ops.subtract(square(0, 0, 100), square(50, 50, 100)))).toBeCloseTo(7500, 1);
    expect(area(ops.intersect(square(0, 0, 100), square(50, 50, 100)))).toBeCloseTo(2500, 1);
    expect(ops.intersect(square(0, 0, 10), square(50, 50, 10))).toEqual([]);
    expect(ops.subtract([], square(0, 0, 1))).toEqual([]);
  });

  it('unite, exclude, and read the even-odd rule', () => {
    const [a, b] = [square(0, 0, 100), square(50, 50, 100)];
    expect(area(ops.unite(a, b))).toBeCloseTo(17500, 1);
    expect(area(ops.exclude(a, b))).toBeCloseTo(15000, 1);
    expect(ops.exclude([], a)).toBe(a);
    // Both turn the same way: by the non-zero rule there is no hole.
    const nested = [...square(0, 0, 100), ...square(30, 30, 40)];
    expect(area(ops.weld(nested))).toBeCloseTo(10000, 1);
    expect(area(ops.evenOdd(nested))).toBeCloseTo(8400, 1);
  });

  it('leave holes open that touch the edge around them at their corners', () => {
    const [a, b] = [square(14, 394, 200), square(117, 204, 200)];
    expect(area(ops.exclude(a, b))).toBeCloseTo(80_000 - 2 * 97 * 10, 0);
  });

  it('make an outline of a line: open with its ends, closed as a ring, broken into dashes', () => {
    const line = parseSvgPath('M0 0L100 0');
    const usual = { width: 10, join: 'round', cap: 'butt' } as const;
    expect(area(ops.stroke(line, usual))).toBeCloseTo(1000, 1);
    expect(area(ops.stroke(line, { ...usual, cap: 'square' }))).toBeCloseTo(1100, 1);
    expect(area(ops.stroke(line, { ...usual, cap: 'round' })) / (1000 + Math.PI * 25)).toBeCloseTo(1, 3);
    expect(area(ops.stroke(square(0, 0, 100), { ...usual, join: 'mitre' }))).toBeCloseTo(4000, 1);
    expect(area(ops.stroke(line, { ...usual, dash: [10, 15] }))).toBeCloseTo(400, 1);
    expect(ops.stroke(line, { ...usual, width: 0 })).toEqual([]);
  });

  it('fill holes: all, or those under a size', () => {
    expect(area(withoutHoles(oriented(ring)))).toBeCloseTo(10000, 3);
    expect(area(withoutHoles(oriented(ring), 50))).toBeCloseTo(10000, 3);
    expect(area(withoutHoles(oriented(ring), 30))).toBeCloseTo(8400, 3);
  });

  it('work far from the origin as near it', () => {
    expect(area(ops.offset(square(40000, 40000, 100), 10, 'mitre'))).toBeCloseTo(120 * 120, 0);
  });

  it('of letters are finite, and grow with the distance', async () => {
    for (const id of ['rye', 'pacifico', 'monoton', 'cabin-sketch-bold', 'unifrakturcook']) {
      const face = await loadFace(id);
      for (const glyph of face.shape('Rag&8').slice(0, 5)) {
        const outline = face.outline(glyph.id);
        const grown = [0, 10, 40].map((by) => ops.offset(outline, by, 'round'));
        for (const g of grown) expect(isFinitePath(g)).toBe(true);
        const sizes = grown.map(area);
        expect(sizes[1]).toBeGreaterThan(sizes[0]);
        expect(sizes[2]).toBeGreaterThan(sizes[1]);
      }
    }
  });
});

describe('oriented', () => {
  it('turns outer contours one way and holes the other, however they came', () => {
    const [outer, hole] = [square(0, 0, 100), square(30, 30, 40)];
    for (const path of [
      [...outer, ...hole],
      [...reversePath(outer), ...hole],
      [...outer, ...reversePath(hole)],
    ]) {
      const areas = flatten(oriented(path)).map(({ points }) => Math.sign(signedArea(points)));
      expect(areas).toEqual([1, -1]);
    }
  });

  it('a path turned twice is the same path', () => {
    const path = parseSvgPath('M0 0L10 0Q20 0 20 10C20 30 0 30 0 20Z');
    expect(area(reversePath(path))).toBeCloseTo(area(path), 6);
    expect(flatten(reversePath(reversePath(path)))).toEqual(flatten(path));
  });
});

describe('blockPath', () => {
  it('covers what a square passes over, and no more', () => {
    const block = ops.weld(blockPath(square(0, 0, 100), 30, 20));
    // The square and what its two leading sides sweep.
    expect(area(block)).toBeCloseTo(10000 + 100 * 20 + 100 * 30, 0);
  });

  it('covers the shape at both ends and at every step between', () => {
    const step = fc.integer({ min: -60, max: 60 });
    // In steps that are seen: of edges that all but lie on one another, operations on outlines cannot tell which is which.
    const share = fc.integer({ min: 0, max: 64 }).map((n) => n / 64);
    fc.assert(
      fc.property(step, step, share, (dx, dy, t) => {
        const block = ops.weld(blockPath(ring, dx, dy));
        const between = parseSvgPath(
          `M${dx * t} ${dy * t}h100v100h-100Z M${30 + dx * t} ${30 + dy * t}v40h40v-40Z`,
        );
        expect(area(ops.subtract(ops.weld(between), block))).toBeLessThan(1);
      }),
      { numRuns: 30 },
    );
  });
});

describe('an outline with much detail within the distance that it is moved by', () => {
  /** Cells of 8 px, half of them dark, as in a code. */
  const SIZE = 25;
  const CELL = 8;
  const dark = (x: number, y: number) => ((x * 7919 + y * 104_729 + x * y * 31) >> 2) % 2 === 0;
  const cells = transformPath(gridOutline(SIZE, dark), [CELL, 0, 0, CELL, 0, 0]);
  /** Distance of a point from the dark cells. */
  const distance = (px: number, py: number) => {
    let least = Infinity;
    for (let y = 0; y < SIZE; y++)
      for (let x = 0; x < SIZE; x++) {
        if (!dark(x, y)) continue;
        const dx = Math.max(x * CELL - px, 0, px - (x + 1) * CELL);
        const dy = Math.max(y * CELL - py, 0, py - (y + 1) * CELL);
        least = Math.min(least, Math.hypot(dx, dy));
      }
    return least;
  };
  /** Whether a point lies in what is filled, by its winding. */
  const covers = (path: PathData) => {
    const polygons = flatten(path, 0.01).map((l) => l.points);
    return (x: number, y: number) => {
      let winding = 0;
      for (const p of polygons)
        for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) {
          const side = (p[i] - p[j]) * (y - p[j + 1]) - (x - p[j]) * (p[i + 1] - p[j + 1]);
          if (p[j + 1] <= y) winding += p[i + 1] > y && side > 0 ? 1 : 0;
          else winding -= p[i + 1] <= y && side < 0 ? 1 : 0;
        }
      return winding !== 0;
    };
  };

  it.each([3, 12, 40, 90])('grown by %d covers just what is that near', (by) => {
    const inside = covers(ops.offset(cells, by, 'round'));
    const end = SIZE * CELL + by + 5;
    for (let y = -by - 5; y < end; y += 6.1)
      for (let x = -by - 5; x < end; x += 6.1) {
        const d = distance(x, y);
        if (Math.abs(d - by) > 0.25) expect([x, y, inside(x, y)]).toEqual([x, y, d < by]);
      }
  });

  it('has sharp corners where they are asked for', () => {
    const all = pathBounds(ops.offset(cells, 60, 'mitre'));
    const own = pathBounds(cells);
    for (const side of ['left', 'top'] as const) expect(all[side]).toBeCloseTo(own[side] - 60, 1);
    for (const side of ['right', 'bottom'] as const) expect(all[side]).toBeCloseTo(own[side] + 60, 1);
  });

  it('or that is hardly there at all is a disc', () => {
    const specks = [...square(0, 0, 0.4), ...square(0.8, 0.5, 0.3)];
    expect(area(ops.offset(specks, 200, 'round')) / (Math.PI * 200.5 ** 2)).toBeCloseTo(1, 2);
  });
});

describe('an outline whose detail is fine against even the first step', () => {
  it('is grown as far as is asked, everywhere', () => {
    // Teeth 3 px apart and 400 high: within 300 px lie some hundred of them.
    const teeth: number[] = [0, 0, 0];
    for (let i = 0; i < 40; i++) teeth.push(1, 3 * i + 1.5, 400, 1, 3 * i + 3, 0);
    const grown = ops.offset([...teeth, 1, 120, -20, 1, 0, -20, 5], 299, 'round');
    // What is enclosed is at the distance of the comb's rim: tips below, sides, and the back above.
    const box = pathBounds(grown);
    expect(box.left).toBeCloseTo(-299, 0);
    expect(box.right).toBeCloseTo(120 + 299, 0);
    expect(box.top).toBeCloseTo(-20 - 299, 0);
    expect(box.bottom).toBeCloseTo(400 + 299, 0);
    // One outline, as large as the hull (nearly the comb's own) grown: area + perimeter · r + π r².
    const [slope, r] = [Math.hypot(1.5, 400), 299];
    const hullArea = 120 * 20 + 400 * 118.5;
    const perimeter = 120 + 40 + 2 * slope + 117;
    expect(area(grown) / (hullArea + perimeter * r + Math.PI * r * r)).toBeCloseTo(1, 2);
  });
});

describe('bendPath', () => {
  it('is the path itself under a map that moves', () => {
    const path = parseSvgPath('M0 0L100 0C150 0 150 100 100 100Q50 120 0 100Z');
    const moved = pathBounds(bendPath(path, (x, y) => [x + 5, y - 7]));
    const box = pathBounds(path);
    expect(moved.left).toBeCloseTo(box.left + 5, 3);
    expect(moved.bottom).toBeCloseTo(box.bottom - 7, 3);
    expect(area(bendPath(path, (x, y) => [x, y]))).toBeCloseTo(area(path), 0);
  });

  it('strays from the true curve by no more than its tolerance', () => {
    const onto = (x: number, y: number): [number, number] => {
      const r = 300 - y;
      return [r * Math.sin(x / 300), 300 - r * Math.cos(x / 300)];
    };
    for (const tolerance of [1, 0.25, 0.05]) {
      const bent = bendPath(parseSvgPath('M-400 0L400 0'), onto, tolerance);
      for (const { points } of flatten(bent, 0.001))
        for (let i = 0; i < points.length; i += 2)
          expect(Math.abs(Math.hypot(points[i], points[i + 1] - 300) - 300)).toBeLessThan(tolerance * 1.5);
    }
  });
});

import fc from 'fast-check';
import { contours } from './contour';
import { fieldOfAlpha, linesOfCell, type Field } from './field';
import { grown, shrunk } from './grow';
import { LineGrid } from './line-grid';

const { abs, hypot, max, min, sqrt } = Math;

/** What a set is made of: discs and a bar. */
const anyThings = fc.record({
  discs: fc.array(
    fc.record({
      x: fc.double({ min: 20, max: 70, noNaN: true }),
      y: fc.double({ min: 20, max: 70, noNaN: true }),
      r: fc.double({ min: 1, max: 14, noNaN: true }),
    }),
    { minLength: 1, maxLength: 4 },
  ),
  bar: fc.integer({ min: 20, max: 60 }),
});
type Things = typeof anyThings extends fc.Arbitrary<infer T> ? T : never;

/** Their set, with soft edges, in a raster with room around it. */
function setOf({ discs, bar }: Things): Field {
  const size = 90;
  const data = new Uint8Array(size * size);
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      const d = min(
        ...discs.map((o) => hypot(x + 0.5 - o.x, y + 0.5 - o.y) - o.r),
        max(abs(y - bar) - 2, abs(x - 45) - 25),
      );
      data[y * size + x] = 255 * max(0, min(1, 0.5 - d));
    }
  return fieldOfAlpha({ width: size, height: size, data }, 30);
}

/** The least distance of a pixel's centre from the lines of a set's border. */
function fromBorder(set: Field, x: number, y: number): number {
  const lines = new Float64Array(8);
  let least = Infinity;
  for (let v = 0; v + 1 < set.height; v++)
    for (let u = 0; u + 1 < set.width; u++) {
      const count = linesOfCell(set, v * set.width + u, lines);
      for (let l = 0; l < count; l++) {
        const [ax, ay, bx, by] = lines.subarray(4 * l, 4 * l + 4);
        const [dx, dy] = [bx - ax, by - ay];
        const t = max(0, min(1, ((x - u - ax) * dx + (y - v - ay) * dy) / (dx * dx + dy * dy || 1)));
        least = min(least, (x - u - ax - t * dx) ** 2 + (y - v - ay - t * dy) ** 2);
      }
    }
  return sqrt(least);
}

describe('a set that is grown or shrunk', () => {
  it('has the distances from its border where the new one passes, and the right side elsewhere', () => {
    fc.assert(
      fc.property(
        anyThings,
        fc.double({ min: 0.3, max: 24, noNaN: true }),
        fc.boolean(),
        fc.array(fc.tuple(fc.nat(147), fc.nat(147)), { minLength: 12, maxLength: 12 }),
        (things, by, out, places) => {
          const set = setOf(things);
          const made = out ? grown(set, by) : shrunk(set, by);
          for (const [x, y] of places) {
            const i = (y + 1) * set.width + x + 1;
            const own = set.data[i];
            const d = fromBorder(set, x + 1, y + 1) * (own > 0 ? 1 : -1);
            const true0 = d + (out ? by : -by);
            // On the line itself either side is right.
            if (abs(true0) > 0.05) expect(Math.sign(made.data[i])).toBe(Math.sign(true0));
            // Near the new border, and not where the set's own numbers go on.
            const within = out ? own <= 0 : own > 0;
            if (abs(true0) < 1.2 && within) expect(abs(made.data[i] - true0)).toBeLessThan(0.12);
          }
        },
      ),
      { seed: 161, numRuns: 40 },
    );
  });

  it('is the same for the set mirrored, to a tenth of a px', () => {
    fc.assert(
      fc.property(anyThings, fc.double({ min: 1, max: 20, noNaN: true }), (things, by) => {
        const set = setOf(things);
        const mirrored = (f: Field): Field => ({
          ...f,
          data: f.data.map((_, i) => f.data[i - (i % f.width) + f.width - 1 - (i % f.width)]),
        });
        const [a, b] = [mirrored(grown(set, by)), grown(mirrored(set), by)];
        a.data.forEach((v, i) => {
          if (abs(v) < 1.2) expect(abs(v - b.data[i])).toBeLessThan(0.12);
        });
      }),
      { seed: 162, numRuns: 15 },
    );
  });
});

describe('lines by where they are', () => {
  it('tell the distance of the nearest, as looking at all of them does, and no more than was asked for', () => {
    fc.assert(
      fc.property(
        anyThings,
        fc.double({ min: -40, max: 200, noNaN: true }),
        fc.double({ min: -40, max: 200, noNaN: true }),
        fc.double({ min: 1, max: 300, noNaN: true }),
        (things, x, y, most) => {
          const set = setOf(things);
          const loops = contours(set);
          const grid = new LineGrid(loops, set.width, set.height);
          // Points of contours have pixel centres at halves.
          const all = fromBorder(set, x - 0.5, y - 0.5);
          expect(grid.distance(x, y, most)).toBeCloseTo(min(all, most), 6);
        },
      ),
      { seed: 163, numRuns: 60 },
    );
  });
});

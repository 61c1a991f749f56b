import fc from 'fast-check';
import { flatten, gridOutline, pathBounds } from './index';

const outlineOf = (...rows: string[]) => gridOutline(rows.length, (x, y) => rows[y][x] === '#');
const areas = (path: ReturnType<typeof gridOutline>) =>
  flatten(path, 0.1).map(({ points: p }) => {
    let sum = 0;
    for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) sum += p[j] * p[i + 1] - p[i] * p[j + 1];
    return sum / 2;
  });

describe('the outline of cells of a grid', () => {
  it('is one square for a block of them', () => {
    const path = outlineOf('....', '.##.', '.##.', '....');
    expect(path).toHaveLength(4 * 3 + 1);
    expect(pathBounds(path)).toEqual({ left: 1, top: 1, right: 3, bottom: 3 });
    expect(areas(path)).toEqual([4]);
  });

  it('has holes the other way round', () => {
    expect(areas(outlineOf('###', '#.#', '###')).sort((a, b) => a - b)).toEqual([-1, 9]);
  });

  it('keeps cells apart that only touch at a corner', () => {
    expect(areas(outlineOf('#.', '.#'))).toEqual([1, 1]);
    expect(areas(outlineOf('.#', '#.'))).toEqual([1, 1]);
  });

  it('is nothing for none', () => {
    expect(outlineOf('..', '..')).toEqual([]);
  });

  it('encloses just the dark cells, whatever they are, and goes along no edge twice', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.boolean(), { minLength: 7, maxLength: 7 }), { minLength: 7, maxLength: 7 }),
        (rows) => {
          const path = gridOutline(7, (x, y) => rows[y][x]);
          const dark = rows.flat().filter(Boolean).length;
          expect(areas(path).reduce((a, b) => a + b, 0)).toBe(dark);
          const edges = new Set<string>();
          for (const { points: p } of flatten(path, 0.1))
            for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) {
              const [dx, dy] = [Math.sign(p[i] - p[j]), Math.sign(p[i + 1] - p[j + 1])];
              for (let [x, y] = [p[j], p[j + 1]]; x !== p[i] || y !== p[i + 1]; x += dx, y += dy) {
                const unit = [x, y, x + dx, y + dy];
                const key = dx + dy > 0 ? unit.join() : [unit[2], unit[3], unit[0], unit[1]].join();
                expect(edges.has(key)).toBe(false);
                edges.add(key);
              }
            }
        },
      ),
      { seed: 18, numRuns: 200 },
    );
  });
});

import fc from 'fast-check';
import { loadOutlineOps } from '../../testing';
import { aboutNothing, cutPathsOf, type Drawing, type OutlineItem, type PartGroup } from '../drawing';
import {
  flatten,
  islandsOf,
  parseSvgPath,
  pathBounds,
  signedArea,
  transformPath,
  type OutlineOps,
  type PathData,
} from '../geometry';
import {
  FILM_KINDS,
  FILMS,
  filmTile,
  filmLayers,
  filmSheet,
  judgeFilm,
  marksFor,
  MARK_KINDS,
  NO_FILM_CUT,
  type Film,
  type FilmCut,
} from '.';

let ops: OutlineOps;
beforeAll(async () => {
  ops = await loadOutlineOps();
});

const DPI = 254; // 10 px are 1 mm.
const [FLEX, , FLOCK] = FILMS;
const films = (under = true): ReadonlyMap<string, Film> =>
  new Map([
    ['a', { ...FLEX, under }],
    ['b', FLEX],
    ['c', FLEX],
  ]);
const area = (path: PathData) =>
  flatten(path, 0.01).reduce((sum, { points }) => sum + signedArea(points) / 2, 0);
const square = (x: number, y: number, s: number) => parseSvgPath(`M${x} ${y}h${s}v${s}h${-s}Z`);
const item = (ink: string, path: PathData, more: Partial<OutlineItem> = {}): OutlineItem => ({
  ...{ kind: 'outline', role: 'ink', ink, colour: '#112233', rule: 'nonzero', opacity: 1, stroke: null },
  ...{ path, matrix: [1, 0, 0, 1, 0, 0] },
  ...more,
});
const drawingOf = (...items: OutlineItem[]): Drawing => ({
  ...{ width: 1000, height: 1000, dpi: DPI, inks: [], hidden: 0, faults: [], late: false },
  groups: items.map((i, n): PartGroup => ({
    ...{ kind: 'group', part: `p${n}`, items: [i], opacity: 1 },
    about: aboutNothing('shape', ''),
  })),
});
const areas = (drawing: Drawing, change: Partial<FilmCut> = {}, of = films()) =>
  Object.fromEntries(
    filmLayers(drawing, of, { ...NO_FILM_CUT, ...change }, ops).layers.map((l) => [
      l.ink,
      Math.round(area(l.path)),
    ]),
  );

describe('films of a drawing', () => {
  const two = drawingOf(item('a', square(0, 0, 400)), item('b', square(100, 100, 200)));

  it('stacked run on under one another, inlaid are cut away but for the trap', () => {
    expect(areas(two)).toEqual({ a: 160_000, b: 40_000 });
    // 1 mm on each side is still there.
    expect(areas(two, { style: 'inlaid', trap: 1 })).toEqual({ a: 160_000 - 180 * 180, b: 40_000 });
    expect(areas(two, { style: 'inlaid', trap: 0 })).toEqual({ a: 120_000, b: 40_000 });
  });

  it('onto which nothing may be pressed are inlaid without a trap, whatever is asked', () => {
    expect(areas(two, { style: 'stacked', trap: 1 }, films(false))).toEqual({ a: 120_000, b: 40_000 });
  });

  it('that are pressed first and lie in front are not covered by what is pressed later', () => {
    const three = drawingOf(
      item('a', square(0, 0, 400)),
      item('b', square(100, 100, 200)),
      item('a', square(150, 150, 50)),
    );
    expect(areas(three)).toEqual({ a: 160_000, b: 40_000 - 2500 });
  });

  it('are pressed from the back to the front; other inks, pictures and what is see-through are told', () => {
    const mixed = drawingOf(
      item('b', square(0, 0, 100)),
      item('a', square(50, 0, 100), { opacity: 0.5 }),
      item('printed', square(0, 500, 100)),
    );
    const { layers, printed, soft } = filmLayers(mixed, films(), NO_FILM_CUT, ops);
    expect(layers.map((l) => l.ink)).toEqual(['b', 'a']);
    expect([printed, soft]).toEqual([['printed'], 1]);
  });

  it('have no relief: they are cut as without it, and it is told once for what it lies on', () => {
    const relief = (ink: string) => item(ink, square(10, 10, 50), { role: 'relief' });
    const shaded = drawingOf(
      item('printed', square(0, 500, 100)),
      relief('b'),
      item('a', square(0, 0, 100)),
      relief('b'),
      relief('printed'),
    );
    const { layers, printed, soft } = filmLayers(shaded, films(), NO_FILM_CUT, ops);
    expect([layers.map((l) => l.ink), printed, soft]).toEqual([['a'], ['printed'], 1]);
    expect(areas(shaded)).toEqual({ a: 10_000 });
  });

  it('lose the pieces that they do not hold where that is asked', () => {
    const specks = drawingOf(item('a', square(0, 0, 300)), item('a', square(500, 500, 5)));
    expect(areas(specks)).toEqual({ a: 90_025 });
    expect(areas(specks, { drop: true })).toEqual({ a: 90_000 });
  });

  it('have small pieces joined to the nearest one that holds, by a bridge as wide as a line', () => {
    const specks = drawingOf(
      item('a', square(0, 0, 300)),
      item('a', square(330, 100, 8)),
      item('a', square(800, 800, 8)),
    );
    const [{ path }] = filmLayers(specks, films(), { ...NO_FILM_CUT, bridge: true }, ops).layers;
    // One lies too far off for it.
    expect(islandsOf(path)).toHaveLength(2);
    // 3 mm of 0.8 mm, from the large one to a corner of the small one, where half of its end sticks out.
    expect(area(path)).toBeCloseTo(90_000 + 128 + 30 * 8 + 16, 0);
    expect(areas(specks, { bridge: true, drop: true }).a).toBeCloseTo(90_064 + 30 * 8 + 16, 0);
  });

  it('of nothing are none', () => {
    expect(filmLayers(drawingOf(), films(), NO_FILM_CUT, ops).layers).toEqual([]);
    expect(filmSheet([], NO_FILM_CUT, DPI, String)).toEqual([]);
  });

  it('any squares: what is seen of each film is what is drawn of it, to 0.01 mm', () => {
    const shape = fc.record({
      ink: fc.constantFrom('a', 'b', 'c'),
      x: fc.integer({ min: 0, max: 300 }),
      y: fc.integer({ min: 0, max: 300 }),
      size: fc.integer({ min: 40, max: 300 }),
    });
    fc.assert(
      fc.property(
        fc.array(shape, { minLength: 2, maxLength: 6 }),
        fc.constantFrom('stacked' as const, 'inlaid' as const),
        (shapes, style) => {
          const drawing = drawingOf(...shapes.map((s) => item(s.ink, square(s.x, s.y, s.size))));
          const { layers } = filmLayers(drawing, films(), { ...NO_FILM_CUT, style, trap: 0.5 }, ops);
          // What is seen, painted back to front, and what is seen of films that are pressed in order.
          const drawn = new Map<string, PathData>();
          for (const s of shapes) {
            const path = square(s.x, s.y, s.size);
            for (const [ink, was] of drawn) drawn.set(ink, ops.subtract(was, path));
            drawn.set(s.ink, ops.unite(drawn.get(s.ink) ?? [], path));
          }
          layers.forEach((layer, i) => {
            const over = ops.weld(layers.slice(i + 1).flatMap((l) => l.path));
            const seen = ops.subtract(layer.path, over);
            const differs = ops.exclude(seen, drawn.get(layer.ink)!);
            // Not even 0.01 mm along all edges.
            expect(Math.abs(area(differs))).toBeLessThan(0.1 * 4 * 300 * shapes.length * 0.1);
          });
        },
      ),
      { numRuns: 60, seed: 14 },
    );
  });
});

describe('the sheets of films', () => {
  const layers = () =>
    filmLayers(
      drawingOf(item('a', square(100, 200, 400)), item('b', square(200, 300, 100))),
      new Map([
        ['a', { ...FLEX, mirror: true }],
        ['b', { ...FLOCK, mirror: false }],
      ]),
      NO_FILM_CUT,
      ops,
    ).layers;

  it('are of one size, with marks in the same place; what is pressed face down is mirrored', () => {
    const [a, b] = filmSheet(layers(), NO_FILM_CUT, DPI, (ink) => ink.toUpperCase());
    expect([a.drawing.width, a.drawing.height]).toEqual([b.drawing.width, b.drawing.height]);
    const [first, second] = [cutPathsOf(a.drawing), cutPathsOf(b.drawing)];
    expect([...first.keys()]).toEqual(['A', 'Marks']);
    const back = (path: PathData) => transformPath(path, [-1, 0, 0, 1, a.drawing.width, 0]);
    const round = (path: PathData) => path.map((v) => Math.round(v * 1e6) / 1e6);
    expect(round(back(first.get('Marks')!))).toEqual(round(second.get('Marks')!));
    // Laid over one another, the one lies in the other as it was drawn.
    const [outer, inner] = [pathBounds(back(first.get('A')!)), pathBounds(second.get('B')!)];
    expect([inner.left - outer.left, inner.top - outer.top]).toEqual([100, 100]);
  });

  it.each(MARK_KINDS)(
    '%s marks lie outside of the artwork and on the sheet, and show which way is up',
    (kind) => {
      const box = { left: 100, top: 100, right: 500, bottom: 900 };
      const path = marksFor(box, kind, 80);
      if (kind === 'none') return expect(path).toEqual([]);
      const whole = ops.weld(path);
      expect(area(ops.intersect(whole, square(0, 0, 2000)))).toBeGreaterThan(0);
      expect(area(ops.intersect(whole, parseSvgPath('M100 100H500V900H100Z')))).toBe(0);
      // Nothing lies at the upper left.
      expect(ops.intersect(whole, square(-200, -200, 290))).toEqual([]);
      const [sheet] = filmSheet(layers(), { ...NO_FILM_CUT, marks: kind }, DPI, String);
      const { left, top, right, bottom } = pathBounds(cutPathsOf(sheet.drawing).get('Marks')!);
      expect(Math.min(left, top)).toBeGreaterThan(0);
      expect(right).toBeLessThan(sheet.drawing.width);
      expect(bottom).toBeLessThan(sheet.drawing.height);
    },
  );
});

describe('what a film does not hold', () => {
  const judged = (path: PathData, film: Partial<Film> = {}) =>
    judgeFilm({ ink: 'a', film: { ...FLEX, ...film }, path: ops.weld(path) }, 'Amber', DPI, 100, ops);
  const codes = (path: PathData, film: Partial<Film> = {}) => judged(path, film).findings.map((f) => f.code);

  it('measures a square with a hole: its way, its time, its pieces', () => {
    const ring = [...square(0, 0, 500), ...parseSvgPath('M100 100v300h300v-300Z')];
    const { figures, findings } = judged(ring);
    expect(figures).toMatchObject({ width: 50, height: 50, pieces: 1, holes: 1 });
    expect(figures.area).toBeCloseTo(2500 - 900, 3);
    expect(figures.way).toBeCloseTo(200 + 120, 3);
    expect(figures.seconds).toBeCloseTo(3.2 + 1, 3);
    expect(findings).toEqual([]);
  });

  it('finds specks, thin lines, tight holes, narrow gaps and what is wider than the roll', () => {
    expect(codes([...square(0, 0, 200), ...square(400, 0, 8)])).toEqual(['piece']);
    // 10 mm with a stem of 0.5 mm, where 0.8 holds.
    expect(
      codes([...square(0, 0, 100), ...parseSvgPath('M90 47H200V52H90Z'), ...square(190, 0, 100)]),
    ).toEqual(['line']);
    expect(codes([...square(0, 0, 200), ...parseSvgPath('M100 100v4h4v-4Z')])).toEqual(['hole']);
    expect(codes([...square(0, 0, 100), ...square(104, 0, 100)])).toEqual(['gap']);
    expect(codes(square(0, 0, 5200))).toEqual(['roll']);
    // A long one goes along the roll.
    expect(codes(parseSvgPath('M0 0H9000V300H0Z'))).toEqual([]);
  });

  it('says nothing of ordinary shapes: sharp corners are no thin places', () => {
    const star = parseSvgPath(
      `M${Array.from({ length: 10 }, (_, i) => {
        const [r, a] = [i % 2 ? 130 : 300, (i * Math.PI) / 5];
        return `${300 + r * Math.sin(a)} ${300 - r * Math.cos(a)}`;
      }).join('L')}Z`,
    );
    expect(codes(star)).toEqual([]);
    expect(codes(square(0, 0, 50))).toEqual([]);
    const disc = parseSvgPath('M100 0A100 100 0 1 1 100 200A100 100 0 1 1 100 0Z');
    expect(codes(disc)).toEqual([]);
  });

  it('shows where', () => {
    const [finding] = judged([...square(0, 0, 200), ...square(400, 30, 8)]).findings;
    expect(finding.where).toEqual([{ left: 400, top: 30, right: 408, bottom: 38 }]);
    expect(finding.message).toContain('Amber');
  });
});

describe('the look of a film', () => {
  it.each(FILM_KINDS)(
    '%s: a tile that repeats without a seam, light and dark in balance; plain flex has none',
    (kind) => {
      const tile = filmTile(kind);
      if (kind === 'flex') return expect(tile).toBeNull();
      const { width, height, data } = tile!;
      const at = (x: number, y: number) => {
        const i = 4 * ((y % height) * width + (x % width));
        return (data[i] ? 1 : -1) * data[i + 3];
      };
      let [sum, seam, inner] = [0, 0, 0];
      for (let y = 0; y < height; y++) {
        for (let x = 0; x < width; x++) sum += at(x, y);
        seam += Math.abs(at(width - 1, y) - at(width, y));
        inner += Math.abs(at(width / 2 - 1, y) - at(width / 2, y));
      }
      // Over all it hardly changes the colour, so that what is judged is what is seen.
      expect(Math.abs(sum / (width * height))).toBeLessThan(30);
      expect(seam).toBeLessThan(2 * inner + 12 * height);
      expect(filmTile(kind)!.data).toEqual(data);
    },
  );
});

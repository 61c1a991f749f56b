import { newCutLine } from '../cutline';
import fc from 'fast-check';
import { circle, NO_PICTURES, rect, SPEC, surfaces } from '../../testing/base';
import { applyEdits, type Design, type PlacedAt } from '../design';
import { drawingBounds, paintSurface, inkHull } from '../drawing';
import { applyMatrix, boxCentre, boxHeight, boxWidth, convexHull, type Box } from '../geometry';
import type { Spec, SpecSide } from '../spec';
import {
  copiedPlacement,
  GROUND,
  homeAt,
  narrowing,
  newPlacement,
  placedBox,
  placedDrawing,
  placeForMe,
  rimOf,
  placementMatrix,
  placementNotes,
  seenFromFront,
} from './index';
import { at, BOARD, designOf, pictured, drawn, sideOf, specOf } from '../../testing/placing';

const near = (box: Box, [l, t, r, b]: number[], digits = 6) => {
  expect(
    [box.left, box.top, box.right, box.bottom].map((v, i) => Math.abs(v - [l, t, r, b][i]) < 10 ** -digits),
  ).toEqual([true, true, true, true]);
};
const anyAt = fc.record({
  x: fc.double({ min: -2, max: 2, noNaN: true }),
  y: fc.double({ min: 1, max: 6, noNaN: true }),
  scale: fc.double({ min: 0.2, max: 2.5, noNaN: true }),
  turn: fc.integer({ min: -180, max: 180 }),
});

describe('placing', () => {
  it('puts an inch of the board at its inches from the centre line and the top', () => {
    // A square of 1 in about the board's middle, placed 0.5 in right and 3 in down at 2 : 1.
    near(
      placedBox({ left: 300, top: 300, right: 600, bottom: 600 }, BOARD, sideOf(), at(0.5, 3, 2)),
      [2.5, 2, 4.5, 4],
    );
  });

  it('changes nothing of a design on its own board', () => {
    const drawing = drawn(designOf(circle(450, 450, 200)));
    const placed = placedDrawing(drawing, BOARD, SPEC.sides[0], homeAt(BOARD, SPEC.sides[0]));
    expect(placed.groups[0]).toBe(drawing.groups[0]);
  });

  it('takes the drawing where it takes its hull, at any size and turn, with what counts board px', () => {
    const design = applyEdits(designOf(circle(450, 450, 200), rect(100, 100, 200, 80)), [
      { op: 'addKeyline', part: 'p0', keyline: { width: 12, ink: 'ink-1', join: 'round' } },
      {
        op: 'updatePart',
        part: 'p1',
        change: { shade: { kind: 'drop', dx: 20, dy: 9, ink: 'ink-1' } } as never,
      },
    ]);
    const side = sideOf();
    const hull = inkHull(drawn(design));
    fc.assert(
      fc.property(anyAt, (where) => {
        const m = placementMatrix(BOARD, side, where);
        const [xs, ys] = [0, 1].map((i) => hull.map(([x, y]) => applyMatrix(m, x, y)[i]));
        const box = drawingBounds(placedDrawing(drawn(design), BOARD, side, where));
        // A hull goes along a curve's chords, and about a corner of a keyline in eight steps.
        const off = [box.left - Math.min(...xs), box.right - Math.max(...xs)].concat(
          ...[box.top - Math.min(...ys), box.bottom - Math.max(...ys)],
        );
        for (const d of off) expect(Math.abs(d)).toBeLessThan(3);
      }),
      { numRuns: 40 },
    );
  });

  it('mirrors the whole file, and twice is not at all', () => {
    const drawing = drawn(designOf(rect(100, 100, 200, 80)));
    const once = placedDrawing(drawing, BOARD, sideOf(), at(0, 4), { mirror: true });
    const plain = drawingBounds(placedDrawing(drawing, BOARD, sideOf(), at(0, 4)));
    near(drawingBounds(once), [1200 - plain.right, plain.top, 1200 - plain.left, plain.bottom]);
  });

  it('lays a ground over the whole print area, behind all', () => {
    const placed = placedDrawing(drawn(designOf(circle(450, 450, 100))), BOARD, sideOf(), at(0, 4), {
      ground: '#1f2a44',
    });
    expect(placed.groups[0].part).toBe(GROUND);
    const { context } = paintSurface(placed, 0.1, NO_PICTURES, surfaces);
    const { data } = context.getImageData(0, 0, 120, 160);
    expect([...data.slice(0, 4)]).toEqual([0x1f, 0x2a, 0x44, 255]);
    expect([...data.slice(-4)]).toEqual([0x1f, 0x2a, 0x44, 255]);
  });
});

describe('a curved product', () => {
  it('shows narrowed artwork from the front as it was made, sin φ ⁄ φ as large', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 1.3, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (phi, u, v) => {
          const radius = 1.6;
          const a = phi * radius;
          const { map, factor, halfAngle } = narrowing(
            { left: 4 - a, right: 4 + a, top: 1, bottom: 3 },
            radius,
          );
          expect(halfAngle).toBeCloseTo((phi * 180) / Math.PI, 6);
          const [x, y] = map(4 + u * a, 2 + v);
          expect(seenFromFront(x, 4, radius)).toBeCloseTo(u * a * factor, 6);
          expect(y - 2).toBeCloseTo(v * factor, 9);
        },
      ),
    );
  });

  it('keeps the printed width, and narrows a right angle to 0.9003 in the middle', () => {
    const { map, factor } = narrowing({ left: -1, right: 1, top: 0, bottom: 1 }, 4 / Math.PI);
    expect(map(1, 0.5)[0]).toBeCloseTo(1, 9);
    expect(factor).toBeCloseTo(Math.SQRT1_2 / (Math.PI / 4), 9);
    expect((map(1e-4, 0)[0] - map(-1e-4, 0)[0]) / 2e-4).toBeCloseTo(factor, 6);
  });

  it('never folds what goes round to the back', () => {
    const { map } = narrowing({ left: -5, right: 5, top: 0, bottom: 1 }, 1);
    let last = -Infinity;
    for (let x = -5; x <= 5; x += 0.01) {
      expect(map(x, 0)[0]).toBeGreaterThan(last);
      last = map(x, 0)[0];
    }
  });

  it('bends pictures with the outlines: the picture’s edges lie where the map takes them', () => {
    const design = pictured(300, 100);
    const side = sideOf({ curve: { diameterIn: 3 } });
    const flat = drawingBounds(placedDrawing(drawn(design), BOARD, side, at(0, 4, 2)));
    const bent = placedDrawing(drawn(design), BOARD, side, at(0, 4, 2), { narrow: true });
    const { factor } = narrowing(flat, 300);
    const [, cy] = boxCentre(flat);
    const half = (boxHeight(flat) / 2) * factor;
    near(drawingBounds(bent), [flat.left, cy - half, flat.right, cy + half], 0);
  });
});

describe('place for me', () => {
  const hullIn = (design: Design, spec: Spec, side: SpecSide) => {
    const made = placeForMe(drawn(design), BOARD, spec, side)!;
    return {
      made,
      hull: inkHull(placedDrawing(drawn(design), BOARD, side, made.at)).map(([x, y]) => [
        x / side.dpi,
        y / side.dpi,
      ]),
    };
  };
  const ANY = fc.record({
    x: fc.integer({ min: 60, max: 500 }),
    y: fc.integer({ min: 60, max: 500 }),
    w: fc.integer({ min: 40, max: 380 }),
    h: fc.integer({ min: 40, max: 380 }),
  });

  it('leaves room for the border of a sticker, and of its backing', () => {
    const design = designOf(rect(100, 100, 300, 200));
    const box = (rim: number) => {
      const made = placeForMe(drawn(design), BOARD, specOf(), sideOf(), null, rim)!;
      const xs = inkHull(placedDrawing(drawn(design), BOARD, sideOf(), made.at)).map(
        ([x]) => x / sideOf().dpi,
      );
      return [Math.min(...xs), Math.max(...xs)];
    };
    expect(box(0)[0]).toBeCloseTo(0.5, 2);
    expect(box(0.4)[0]).toBeCloseTo(0.9, 2);
    expect(box(0.4)[1]).toBeCloseTo(5.1, 2);
    const cut = { ...newCutLine('a'), distance: 3, rims: [{ ink: 'a', width: 2 }] };
    const sticker = { sticker: { cut: 'kiss' as const, borderMm: 2, radiusMm: 1, gapMm: 3 } };
    expect(rimOf({ cutLine: cut }, sticker)).toBeCloseTo(5 / 25.4);
    expect(rimOf({ cutLine: { ...cut, backing: { margin: 4, tear: 'none' } } }, sticker)).toBeCloseTo(
      9 / 25.4,
    );
    expect(rimOf({ cutLine: cut }, {})).toBe(0);
    expect(rimOf({ cutLine: null }, sticker)).toBe(0);
  });

  it('fills the safe area by the ink, whatever its shape, and never leaves it', () => {
    fc.assert(
      fc.property(ANY, ({ x, y, w, h }) => {
        const { hull } = hullIn(designOf(rect(x, y, w, h)), specOf(), sideOf());
        const xs = hull.map((p) => p[0]);
        const ys = hull.map((p) => p[1]);
        expect(Math.min(...xs)).toBeGreaterThan(0.5 - 1e-3);
        expect(Math.max(...xs)).toBeLessThan(5.5 + 1e-3);
        expect(Math.min(...ys)).toBeGreaterThan(0.5 - 1e-3);
        expect(Math.max(...ys)).toBeLessThan(7.5 + 1e-3);
        const fill = Math.max(
          (Math.max(...xs) - Math.min(...xs)) / 5,
          (Math.max(...ys) - Math.min(...ys)) / 7,
        );
        expect(fill).toBeGreaterThan(0.98);
      }),
      { numRuns: 60 },
    );
  });

  it('stays inside a circle, with a corner on it', () => {
    const side = sideOf({ widthIn: 4, heightIn: 4, safeShape: { kind: 'circle' } });
    const { hull, made } = hullIn(designOf(rect(200, 300, 300, 200)), specOf({}, side), side);
    const far = Math.max(...hull.map(([x, y]) => Math.hypot(x - 2, y - 2)));
    expect(far).toBeLessThanOrEqual(1.5 + 2e-3);
    expect(far).toBeGreaterThan(1.45);
    expect(made.said.join()).toContain('inside the circle');
  });

  it('keeps clear of seams and holes, and moves where there is more room', () => {
    const hole = { kind: 'hole' as const, name: 'Camera', leftIn: 0.5, topIn: 0.5, widthIn: 5, heightIn: 3 };
    const side = sideOf({ zones: [hole] });
    const { hull, made } = hullIn(designOf(rect(100, 100, 300, 200)), specOf({}, side), side);
    expect(Math.min(...hull.map((p) => p[1]))).toBeGreaterThanOrEqual(3.5 - 1e-3);
    expect(made.said.join('; ')).toContain('clear of: camera');
    expect(
      placementNotes(
        drawn(designOf(rect(100, 100, 300, 200))),
        BOARD,
        specOf({}, side),
        side,
        newPlacement(specOf({}, side), side, made.at),
      ).map((n) => n.check),
    ).not.toContain('zone');
  });

  it('puts the top of artwork on a shirt three inches below the collar', () => {
    const side = sideOf({ collarIn: 1.5 });
    const spec = specOf({ kind: 'shirt' }, side);
    const { hull } = hullIn(designOf(rect(100, 100, 600, 200)), spec, side);
    expect(Math.min(...hull.map((p) => p[1]))).toBeCloseTo(1.5, 3);
  });

  it('goes no further than pictures allow, and does nothing with no ink', () => {
    const design = pictured(300, 300);
    const { made } = hullIn(design, specOf({ leastDpi: 150 }), sideOf());
    expect(made.at.scale).toBeCloseTo(2, 2);
    expect(made.said.join()).toContain('resolution');
    expect(placeForMe(drawn(designOf()), BOARD, specOf(), sideOf())).toBeNull();
  });
});

describe('copying a placement', () => {
  const from = {
    ...newPlacement(SPEC, sideOf(), at(0.3, 2, 1.5)),
    apart: { soot: at(0, 1, 1) },
    format: 'jpeg' as const,
    ground: '#112233',
  };
  const to = sideOf({ widthIn: 3, heightIn: 4 });
  it('keeps inches, or its share of the print area', () => {
    expect(copiedPlacement(from, sideOf(), SPEC, to, 'size')).toMatchObject({
      x: 0.3,
      y: 2,
      scale: 1.5,
      apart: { soot: at(0, 1, 1) },
    });
    expect(copiedPlacement(from, sideOf(), SPEC, to, 'share')).toMatchObject({
      x: 0.15,
      y: 1,
      scale: 0.75,
      apart: { soot: at(0, 0.5, 0.5) },
    });
  });
  it('leaves behind what the other product does not take', () => {
    const made = copiedPlacement(from, sideOf(), { ...SPEC, garments: ['bone'] }, to, 'size');
    expect(made).toMatchObject({ format: null, ground: null, apart: {} });
  });
});

describe('what is noticed of a placement', () => {
  const checks = (where: PlacedAt, over: Partial<Spec> = {}, side = sideOf(), more = {}) => {
    const spec = specOf(over, side);
    const notes = placementNotes(drawn(designOf(rect(0, 0, 900, 900))), BOARD, spec, side, {
      ...newPlacement(spec, side, where),
      ...more,
    });
    return notes.map((n) => `${n.severity} ${n.check}`);
  };
  it.each([
    ['nothing, where it is right', at(0, 4, 1.5), {}, undefined, {}, []],
    ['being off the print area', at(9, 4), {}, undefined, {}, ['stop off']],
    ['being cut off', at(2, 4, 1.5), {}, undefined, {}, ['stop cut', 'note off']],
    ['being outside the safe area', at(1, 4, 1.2), {}, undefined, {}, ['watch safe', 'note off']],
    ['a missing ground', at(0, 4, 1.5), { background: 'opaque' as const }, undefined, {}, ['stop ground']],
    ['a ground on a shirt', at(0, 4, 1.5), {}, undefined, { ground: '#000000' }, ['stop ground']],
    [
      'JPEG without a ground',
      at(0, 4, 1.5),
      { formats: ['jpeg' as const], background: 'either' as const },
      undefined,
      {},
      ['stop ground'],
    ],
    ['mirroring', at(0, 4, 1.5), {}, undefined, { mirror: true }, ['note mirror']],
    ['being small', at(0, 4, 0.5), {}, undefined, {}, ['watch small']],
    [
      'corners out of a circle',
      at(0, 4, 1.6),
      {},
      sideOf({ safeShape: { kind: 'circle' } }),
      {},
      ['watch safe'],
    ],
    [
      'a handle',
      at(0, 4, 1.5),
      {},
      sideOf({ zones: [{ kind: 'handle', name: '', leftIn: 0, topIn: 3, widthIn: 2, heightIn: 1 }] }),
      {},
      ['note zone'],
    ],
  ])('is %s', (_what, where, over, side, more, expected) => {
    expect(checks(where, over, side, more)).toEqual(expected);
  });
});

describe('hulls', () => {
  it('hold every point and have no needless corner', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 })), {
          minLength: 3,
          maxLength: 60,
        }),
        (points) => {
          const hull = convexHull(points);
          for (const [x, y] of points)
            for (let i = 0; i < hull.length; i++) {
              const [a, b] = [hull[i], hull[(i + 1) % hull.length]];
              expect((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])).toBeGreaterThanOrEqual(-1e-9);
            }
        },
      ),
    );
  });
  it('of a drawing reach as far as its ink', () => {
    const drawing = drawn(designOf(circle(450, 450, 200)));
    const xs = inkHull(drawing).map((p) => p[0]);
    expect(Math.min(...xs)).toBeCloseTo(250, 0);
    expect(boxWidth(drawingBounds(drawing))).toBeCloseTo(400, 1);
  });
});

import fc from 'fast-check';
import { boxCentre, boxOfPoints, type Point } from '../geometry';
import {
  beyondSafe,
  beyondTrim,
  fitsIn,
  largestFit,
  moveInto,
  roomOf,
  zonesUnder,
  type SpecSide,
} from './index';

const SIDE: SpecSide = {
  id: 'front',
  name: 'Front',
  widthIn: 4,
  heightIn: 4,
  widthPx: 1200,
  heightPx: 1200,
  dpi: 300,
  safeIn: { left: 0.5, top: 0.5, right: 0.5, bottom: 0.5 },
};
const ROUND: SpecSide = { ...SIDE, shape: { kind: 'circle' }, safeShape: { kind: 'circle' } };
const HOLED: SpecSide = {
  ...ROUND,
  zones: [{ kind: 'hole', name: 'Hole', leftIn: 1.8, topIn: 0.6, widthIn: 0.4, heightIn: 0.4, round: true }],
};
const square = (cx: number, cy: number, half: number): Point[] => [
  [cx - half, cy - half],
  [cx + half, cy - half],
  [cx + half, cy + half],
  [cx - half, cy + half],
];
const moved = (hull: readonly Point[], { scale, x, y }: { scale: number; x: number; y: number }) => {
  const [cx, cy] = boxCentre(boxOfPoints(hull));
  return hull.map(([px, py]): Point => [x + (px - cx) * scale, y + (py - cy) * scale]);
};

describe('the room of a side', () => {
  it('is a box in which a square fits with its sides, or a circle in which it fits with its corners', () => {
    // The safe area is 900 px wide and high about (600, 600).
    expect(largestFit(roomOf(SIDE, 300), square(0, 0, 50))!.scale).toBeCloseTo(9, 3);
    expect(largestFit(roomOf(ROUND, 300), square(0, 0, 50))!.scale).toBeCloseTo(9 / Math.SQRT2, 1);
  });

  it('says how far a corner reaches out of a circle, and beyond the product’s edge', () => {
    const room = roomOf(ROUND, 300);
    // A corner at 330 · √2 = 466.7 from the middle of a circle of 450.
    expect(beyondSafe(room, square(600, 600, 330))).toBeCloseTo(330 * Math.SQRT2 - 450, 0);
    expect(beyondSafe(room, square(600, 600, 310))).toBe(0);
    expect(beyondTrim(room, square(600, 600, 440))).toBeCloseTo(440 * Math.SQRT2 - 600, 0);
    expect(beyondTrim(roomOf(SIDE, 300), square(600, 600, 599))).toBe(0);
    expect(beyondSafe(roomOf(SIDE, 300), square(600, 600, 460))).toBeCloseTo(10, 6);
  });

  it('keeps clear of a hole, beside which there is less room', () => {
    const room = roomOf(HOLED, 300);
    expect(zonesUnder(room, square(600, 240, 40)).map((z) => z.zone.name)).toEqual(['Hole']);
    expect(zonesUnder(room, square(600, 600, 200))).toEqual([]);
    const [free, holed] = [
      largestFit(roomOf(ROUND, 300), square(0, 0, 50))!,
      largestFit(room, square(0, 0, 50))!,
    ];
    expect(holed.scale).toBeLessThan(free.scale);
    expect(fitsIn(room, moved(square(0, 0, 50), holed))).toBe(true);
  });

  it('is moved into no farther than need be: to the edge, not to the middle', () => {
    const fit = moveInto(roomOf(SIDE, 300), square(100, 600, 60))!;
    expect(fit).toEqual({ scale: 1, x: 210, y: 600 });
    const round = moveInto(roomOf(ROUND, 300), square(600, 170, 60))!;
    expect(round.scale).toBe(1);
    expect(round.x).toBeCloseTo(600, 3);
    // Its upper corners lie on the circle: 60 beside the middle, √(450² − 60²) above it.
    expect(600 - (round.y - 60)).toBeCloseTo(Math.sqrt(450 ** 2 - 60 ** 2), 0);
  });

  it('takes in whatever lies anywhere, smaller only where it must be, and leaves alone what lies in it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(SIDE, ROUND, HOLED),
        fc.integer({ min: -500, max: 1700 }),
        fc.integer({ min: -500, max: 1700 }),
        fc.integer({ min: 5, max: 900 }),
        (side, x, y, half) => {
          const room = roomOf(side, side.dpi);
          const hull = square(x, y, half);
          const fit = moveInto(room, hull)!;
          expect(fitsIn(room, moved(hull, fit), 0.01)).toBe(true);
          if (fitsIn(room, hull))
            expect([fit.scale, fit.x, fit.y]).toEqual([1, expect.closeTo(x, 3), expect.closeTo(y, 3)]);
          const largest = largestFit(room, hull)!;
          expect(fit.scale).toBeLessThanOrEqual(1);
          if (fit.scale < 1) expect(fit.scale).toBeCloseTo(largest.scale * 0.995, 6);
        },
      ),
      { seed: 131, numRuns: 300 },
    );
  });
});

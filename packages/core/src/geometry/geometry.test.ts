import fc from 'fast-check';
import {
  applyMatrix,
  boxHeight,
  boxWidth,
  EMPTY_BOX,
  grow,
  invert,
  isEmptyBox,
  multiply,
  parseSvgPath,
  pathBounds,
  placeMatrix,
  toSvgPath,
  transformBox,
  transformPath,
  unite,
  type Matrix,
} from './index';

const scale = fc.double({ min: 0.05, max: 20, noNaN: true });
const anyPlace = fc.tuple(
  fc.double({ min: -5000, max: 5000, noNaN: true }),
  fc.double({ min: -5000, max: 5000, noNaN: true }),
  fc.double({ min: -360, max: 360, noNaN: true }),
  scale,
  scale,
);

describe('matrices', () => {
  it('undo themselves', () => {
    fc.assert(
      fc.property(anyPlace, (p) => {
        const m = placeMatrix(...p);
        const [x, y] = applyMatrix(multiply(invert(m), m), 123, -45);
        expect(x).toBeCloseTo(123, 5);
        expect(y).toBeCloseTo(-45, 5);
      }),
    );
  });

  it('turn clockwise, since y points down', () => {
    const [x, y] = applyMatrix(placeMatrix(0, 0, 90, 1, 1), 1, 0);
    expect(x).toBeCloseTo(0);
    expect(y).toBeCloseTo(1);
  });

  it('refuse to invert what flattens', () => {
    expect(() => invert([0, 0, 0, 0, 1, 1])).toThrow(RangeError);
  });
});

describe('paths', () => {
  it('are bound by their curves, not their control points', () => {
    const circle = pathBounds(parseSvgPath('M-10 0A10 10 0 1 1 10 0A10 10 0 1 1 -10 0Z'));
    expect(circle.left).toBeCloseTo(-10, 2);
    expect(circle.bottom).toBeCloseTo(10, 2);
    const quad = pathBounds(parseSvgPath('M0 0Q50 100 100 0'));
    expect(quad.bottom).toBeCloseTo(50, 9);
    expect(pathBounds([])).toEqual(EMPTY_BOX);
  });

  it('have the box of their points after any map, as seen by sampling', () => {
    fc.assert(
      fc.property(
        anyPlace,
        fc.array(fc.integer({ min: -200, max: 200 }), { minLength: 8, maxLength: 8 }),
        (p, n) => {
          const m = placeMatrix(...p);
          const path = transformPath(
            parseSvgPath(`M${n[0]} ${n[1]}C${n[2]} ${n[3]} ${n[4]} ${n[5]} ${n[6]} ${n[7]}`),
            m,
          );
          const box = pathBounds(path);
          let seen = EMPTY_BOX;
          for (let i = 0; i <= 400; i++) {
            const t = i / 400;
            const u = 1 - t;
            const at = (k: number) =>
              u * u * u * n[k] + 3 * u * u * t * n[k + 2] + 3 * u * t * t * n[k + 4] + t * t * t * n[k + 6];
            const [x, y] = applyMatrix(m, at(0), at(1));
            seen = unite(seen, { left: x, right: x, top: y, bottom: y });
          }
          const slack = 1e-6 + 0.002 * (boxWidth(box) + boxHeight(box));
          for (const side of ['left', 'top', 'right', 'bottom'] as const)
            expect(Math.abs(box[side] - seen[side])).toBeLessThan(slack);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('read relative, shorthand and arc commands', () => {
    expect(toSvgPath(parseSvgPath('m1 1 h2 v3 l-1 -1 z'))).toBe('M1 1L3 1L3 4L2 3Z');
    expect(parseSvgPath('M0 0S1 2 3 4').length).toBe(3 + 7);
  });

  it('come back from text as they were', () => {
    const path = parseSvgPath('M0.5 1.25L3 4Q1 2 3 4C1 2 3 4 5 6Z');
    expect(parseSvgPath(toSvgPath(path))).toEqual(path);
  });

  it.each(['M0 0L1', 'hello', 'M0 0LNaN 3', 'L1 1 oops'])('refuse "%s"', (d) => {
    expect(() => parseSvgPath(d)).toThrow(RangeError);
  });
});

describe('boxes', () => {
  it('know when they are empty', () => {
    expect(isEmptyBox(EMPTY_BOX)).toBe(true);
    expect(isEmptyBox(grow(EMPTY_BOX, 5))).toBe(true);
    expect(boxWidth(EMPTY_BOX)).toBe(0);
  });

  it('turned by 45°, a square is √2 as wide', () => {
    const m: Matrix = placeMatrix(0, 0, 45, 1, 1);
    expect(boxWidth(transformBox({ left: -1, top: -1, right: 1, bottom: 1 }, m))).toBeCloseTo(2 * Math.SQRT2);
  });
});

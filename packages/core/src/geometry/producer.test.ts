import fc from 'fast-check';
import {
  CLOSE,
  CUBIC,
  EVERYWHERE,
  LINE,
  MOVE,
  parseSvgPath,
  pathBounds,
  producePath,
  QUAD,
  toSvgPath,
  withoutCloses,
  type PathData,
  type PathTarget,
} from './index';

/** A target that writes down what it is told, as path data. */
function recorder() {
  const path: number[] = [];
  const target: PathTarget = {
    moveTo: (...n) => path.push(MOVE, ...n),
    lineTo: (...n) => path.push(LINE, ...n),
    quadraticCurveTo: (...n) => path.push(QUAD, ...n),
    bezierCurveTo: (...n) => path.push(CUBIC, ...n),
    closePath: () => path.push(CLOSE),
  };
  return { path, target };
}
const produced = (path: PathData, through: (t: PathTarget) => PathTarget = (t) => t): PathData => {
  const { path: out, target } = recorder();
  producePath(through(target), path);
  return out;
};

const number = fc.integer({ min: -9000, max: 9000 }).map((v) => v / 8);
const numbers = (n: number) => fc.array(number, { minLength: n, maxLength: n });
const command = fc.oneof(
  numbers(2).map((n) => [LINE, ...n]),
  numbers(4).map((n) => [QUAD, ...n]),
  numbers(6).map((n) => [CUBIC, ...n]),
);
const piece = fc
  .tuple(numbers(2), fc.array(command, { minLength: 1, maxLength: 5 }), fc.boolean())
  .map(([start, list, closed]) => [MOVE, ...start, ...list.flat(), ...(closed ? [CLOSE] : [])]);
const anyPath = fc.array(piece, { maxLength: 4 }).map((pieces) => pieces.flat());

describe('the producer of paths', () => {
  it('gives a target every command, in order', () => {
    fc.assert(
      fc.property(anyPath, (path) => {
        expect(produced(path)).toEqual(path);
      }),
      { seed: 21, numRuns: 100 },
    );
  });

  it('gives a fill no closes, and the start again where a closed piece goes on', () => {
    const path = [MOVE, 1, 2, LINE, 9, 2, LINE, 9, 9, CLOSE, LINE, 5, 5, CLOSE, MOVE, 0, 0, LINE, 3, 3];
    expect(produced(path, withoutCloses)).toEqual([
      ...[MOVE, 1, 2, LINE, 9, 2, LINE, 9, 9],
      ...[MOVE, 1, 2, LINE, 5, 5],
      ...[MOVE, 0, 0, LINE, 3, 3],
    ]);
    fc.assert(
      fc.property(anyPath, (any) => {
        const out = produced(any, withoutCloses);
        const box = pathBounds(out);
        expect(box).toEqual(pathBounds(any));
      }),
      { seed: 22, numRuns: 100 },
    );
  });

  it('refuses what is no verb', () => {
    expect(() => produced([MOVE, 0, 0, 9, 1, 1])).toThrow('9 is no verb');
  });
});

describe('a path as SVG text', () => {
  it('is the same path when it is read again', () => {
    fc.assert(
      fc.property(anyPath, (path) => {
        expect(parseSvgPath(toSvgPath(path))).toEqual(path);
      }),
      { seed: 23, numRuns: 100 },
    );
  });

  it('has as many decimals as are asked for', () => {
    const path = [MOVE, 1.23456, -0.00004, LINE, 2, 3.5];
    expect(toSvgPath(path)).toBe('M1.235 0L2 3.5');
    expect(toSvgPath(path, 1)).toBe('M1.2 0L2 3.5');
    expect(toSvgPath(path, 5)).toBe('M1.23456 -0.00004L2 3.5');
  });
});

describe('everywhere', () => {
  it('is a closed rectangle far beyond any board', () => {
    const { left, top, right, bottom } = pathBounds(EVERYWHERE);
    expect([left, top, right, bottom].every((v) => Math.abs(v) === 1e6)).toBe(true);
    expect(EVERYWHERE.at(-1)).toBe(CLOSE);
  });
});

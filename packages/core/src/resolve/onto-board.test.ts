import fc from 'fast-check';
import { designOf } from '../../testing';
import { transformBox } from '../geometry';
import { place, shapeOf } from '../parts';
import { ontoBoard, partLocalBox, partMatrix } from './index';

const seed = 20_261_126;
const materials = { face: () => undefined };
const at = (x: number, y: number, size: number, turn = 0) => ({
  ...shapeOf('s', { ...place(x, y), turn }, 'rectangle', size, 'a'),
});
const moved = (part: ReturnType<typeof at>) => {
  const design = designOf({ a: '#ffffff' }, part);
  const next = { ...part, place: ontoBoard(part, design, materials) };
  return {
    next,
    box: transformBox(partLocalBox(next, design, materials), partMatrix(next)),
    board: design.board,
  };
};

describe('onto the board', () => {
  it('moves by the least: a square that hangs over the foot goes up alone', () => {
    const { board } = moved(at(450, 450, 100));
    const part = at(300, board.height - 10, 100);
    const { next, box } = moved(part);
    expect(next.place.x).toBe(part.place.x);
    expect(next.place.y).toBeLessThan(part.place.y);
    expect(box.bottom).toBeCloseTo(board.height, 6);
  });

  it('leaves what is on the board the very place it has', () => {
    const part = at(450, 450, 100);
    expect(moved(part).next.place).toBe(part.place);
  });

  it('puts what is larger about the middle', () => {
    const { next, board } = moved(at(100, 100, 5000));
    expect([next.place.x, next.place.y]).toEqual([board.width / 2, board.height / 2]);
  });

  it('brings whatever fits onto it, and asked again moves nothing', () => {
    const coordinate = fc.integer({ min: -3000, max: 4000 });
    fc.assert(
      fc.property(
        coordinate,
        coordinate,
        fc.integer({ min: 10, max: 400 }),
        fc.integer({ min: 0, max: 359 }),
        (x, y, size, turn) => {
          const { next, box, board } = moved(at(x, y, size, turn));
          expect(box.left).toBeGreaterThanOrEqual(-1e-6);
          expect(box.top).toBeGreaterThanOrEqual(-1e-6);
          expect(box.right).toBeLessThanOrEqual(board.width + 1e-6);
          expect(box.bottom).toBeLessThanOrEqual(board.height + 1e-6);
          const again = moved(next).next.place;
          expect([again.x, again.y]).toEqual([
            expect.closeTo(next.place.x, 6),
            expect.closeTo(next.place.y, 6),
          ]);
        },
      ),
      { seed, numRuns: 200 },
    );
  });
});

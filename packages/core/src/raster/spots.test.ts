import fc from 'fast-check';
import { CELL, shareOf, spotCell, SPOTS, type SpotShape } from './spots';

const SHAPES = Object.keys(SPOTS) as SpotShape[];

describe('the cell of a halftone', () => {
  it.each(SHAPES)('of %ss covers as much as a tone asks, for every tone', (shape) => {
    const cell = spotCell(shape);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 255 }), (tone) => {
        const dark = tone / 255;
        const covered = cell.filter((v) => v < dark).length / cell.length;
        return Math.abs(covered - dark) < 0.03;
      }),
      { seed: 20261130 },
    );
  });

  it.each(SHAPES)('of %ss has at each place what its own formula says there', (shape) => {
    const [cell, share] = [spotCell(shape), shareOf(shape)];
    for (const [x, y] of [
      [0, 0],
      [37, 5],
      [CELL / 2 - 1, 200],
      [CELL - 1, CELL - 1],
    ]) {
      const [u, v] = [x, y].map((i) => (i + 0.5) / CELL).map((t) => t - Math.round(t));
      expect(cell[y * CELL + x]).toBeCloseTo(share[Math.round(256 * SPOTS[shape](u, v))], 6);
    }
  });
});

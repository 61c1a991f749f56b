import fc from 'fast-check';
import { cellHeight, GAP, ROW_HEAD, wallHeight, wallLayout } from './wall-layout';

const seed = 20_261_126;

describe('the layout of the wall', () => {
  it('shows all 39 garments at once beside the ladder at 1280 × 800, of one or two colourways', () => {
    for (const colourways of [1, 2]) {
      const layout = wallLayout(844, 620, 39, colourways);
      expect(wallHeight(layout, 39, colourways)).toBeLessThanOrEqual(620);
      expect(layout.cell).toBeGreaterThanOrEqual(42);
    }
  });

  it('makes cells large where there are few', () => {
    expect(wallLayout(844, 620, 1, 1)).toEqual({ cell: 132, columns: 1 });
    expect(wallLayout(844, 620, 6, 1).cell).toBe(132);
  });

  it('shares garments out evenly over the bands', () => {
    // Where it is scrolled, twelve fit beside one another: of thirteen, seven and six, not twelve and one.
    expect(wallLayout(ROW_HEAD + 12 * (58 + GAP), 100, 13, 1)).toEqual({ cell: 58, columns: 7 });
  });

  it('uses the room there is: no cell could be a px larger', () => {
    const { cell } = wallLayout(844, 645, 39, 2);
    for (let columns = 1; columns <= 39; columns++) {
      const larger = { cell: cell + 1, columns };
      const fits = ROW_HEAD + columns * (larger.cell + GAP) <= 844 && wallHeight(larger, 39, 2) <= 645;
      expect(fits).toBe(false);
    }
  });

  it('never lies beside the window; is seen whole where any size allows it, else is legible', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 300, max: 2600 }),
        fc.integer({ min: 200, max: 1600 }),
        fc.integer({ min: 1, max: 120 }),
        fc.integer({ min: 1, max: 12 }),
        (width, height, garments, colourways) => {
          const layout = wallLayout(width, height, garments, colourways);
          expect(ROW_HEAD + layout.columns * (layout.cell + GAP)).toBeLessThanOrEqual(width);
          const whole = wallHeight(layout, garments, colourways) <= height;
          expect(whole || layout.cell === 58).toBe(true);
          // More room never makes cells smaller once all of them are seen.
          const wider = wallLayout(width + 200, height + 200, garments, colourways);
          if (whole) expect(wider.cell).toBeGreaterThanOrEqual(layout.cell);
          expect(cellHeight(layout.cell)).toBeGreaterThan(layout.cell);
        },
      ),
      { seed, numRuns: 300 },
    );
  });
});

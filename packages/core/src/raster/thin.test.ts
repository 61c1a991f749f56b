import fc from 'fast-check';
import { bitsOf, componentsOf, createMask, NOWHERE, squaredDistance, thinPlaces, type Mask } from './index';

/** Squared distances by looking at every pair: slow, and right by definition. */
function byDefinition(mask: Mask, value: 0 | 1): number[] {
  const { width, height, data } = mask;
  return Array.from(data, (_, i) => {
    let least = NOWHERE;
    for (let j = 0; j < width * height; j++)
      if ((data[j] !== 0) === (value === 1))
        least = Math.min(
          least,
          ((i % width) - (j % width)) ** 2 + (Math.floor(i / width) - Math.floor(j / width)) ** 2,
        );
    return least;
  });
}

const anyMask = fc
  .tuple(
    fc.integer({ min: 1, max: 14 }),
    fc.integer({ min: 1, max: 14 }),
    fc.double({ min: 0, max: 1, noNaN: true }),
  )
  .chain(([width, height, share]) =>
    fc
      .array(fc.double({ min: 0, max: 1, noNaN: true }), {
        minLength: width * height,
        maxLength: width * height,
      })
      .map((v): Mask => ({ width, height, data: Uint8Array.from(v, (x) => (x < share ? 1 : 0)) })),
  );

describe('squared distance', () => {
  it('is exact on any mask, to either value', () => {
    fc.assert(
      fc.property(anyMask, fc.constantFrom(0 as const, 1 as const), (mask, value) => {
        expect([...squaredDistance(mask, value)]).toEqual(byDefinition(mask, value));
      }),
      { numRuns: 300 },
    );
  });
});

/** Upright bars of these widths, 60 px long, 20 px apart, on a field with 20 px all round. */
function bars(...widths: number[]): Mask {
  const mask = createMask(20 + widths.reduce((a, w) => a + w + 20, 0), 100);
  let x = 20;
  for (const w of widths) {
    for (let y = 20; y < 80; y++) mask.data.fill(1, y * mask.width + x, y * mask.width + x + w);
    x += w + 20;
  }
  return mask;
}

describe('thin places', () => {
  it('of 2, 4 and 8 px at 300 dpi: the first two are under 0.35 mm', () => {
    const found = thinPlaces(bitsOf(bars(2, 4, 8)), 1, (0.35 / 25.4) * 300);
    expect(found.map((p) => p.thickness)).toEqual([2, 4]);
    expect(found[0].box).toEqual({ left: 20, top: 20, right: 22, bottom: 80 });
  });

  it.each([3, 4, 5, 6, 7, 8])('tell a bar of %d px from one a pixel wider', (w) => {
    expect(thinPlaces(bitsOf(bars(w)), 1, w)).toEqual([]);
    expect(thinPlaces(bitsOf(bars(w)), 1, w + 0.01).map((p) => p.thickness)).toEqual([w]);
  });

  it('in the gaps are found the same way', () => {
    const solid = bars(5);
    for (let i = 0; i < solid.data.length; i++) solid.data[i] = 1 - solid.data[i];
    expect(thinPlaces(bitsOf(solid), 0, 5.9).map((p) => p.thickness)).toEqual([5]);
    expect(thinPlaces(bitsOf(solid), 0, 5)).toEqual([]);
  });

  it('a thin neck between two thick parts is a place of its own', () => {
    const mask = createMask(140, 60);
    const rect = (x: number, y: number, w: number, h: number) => {
      for (let v = y; v < y + h; v++) mask.data.fill(1, v * 140 + x, v * 140 + x + w);
    };
    rect(10, 10, 40, 40);
    rect(90, 10, 40, 40);
    rect(50, 28, 40, 3);
    const [neck, ...more] = thinPlaces(bitsOf(mask), 1, 6);
    expect(more).toEqual([]);
    expect(neck.thickness).toBeCloseTo(3, 5);
    expect(neck.box.left).toBeGreaterThanOrEqual(50);
    expect(neck.box.right).toBeLessThanOrEqual(90);
  });

  it('corners of something thick are none', () => {
    const mask = createMask(100, 100);
    for (let y = 20; y < 80; y++) mask.data.fill(1, y * 100 + 20, y * 100 + 80);
    expect(thinPlaces(bitsOf(mask), 1, 8)).toEqual([]);
  });
});

describe('components', () => {
  it('hang together over corners, and have their areas and boxes', () => {
    const mask = createMask(6, 4);
    for (const [x, y] of [
      [0, 0],
      [1, 1],
      [4, 3],
      [5, 3],
    ])
      mask.data[y * 6 + x] = 1;
    expect(componentsOf(mask)).toEqual([
      { area: 2, box: { left: 0, top: 0, right: 2, bottom: 2 }, pixels: [0, 7] },
      { area: 2, box: { left: 4, top: 3, right: 6, bottom: 4 }, pixels: [22, 23] },
    ]);
  });

  it('together cover the mask', () => {
    fc.assert(
      fc.property(anyMask, (mask) => {
        const area = componentsOf(mask).reduce((n, c) => n + c.area, 0);
        expect(area).toBe(mask.data.reduce((n, v) => n + v, 0));
      }),
    );
  });
});

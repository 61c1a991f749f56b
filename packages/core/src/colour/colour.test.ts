import fc from 'fast-check';
import {
  contrastAtLightness,
  contrastRatio,
  deltaE,
  deltaELab,
  hexToRgb,
  lightness,
  luminance,
  luminanceOfLightness,
  nearestReading,
  nearestYarn,
  normaliseHex,
  over,
  plainName,
  rgbToHex,
} from './index';

const anyHex = fc
  .tuple(fc.integer({ min: 0, max: 255 }), fc.integer({ min: 0, max: 255 }), fc.integer({ min: 0, max: 255 }))
  .map((rgb) => rgbToHex(rgb));

describe('contrast (WCAG 2.2)', () => {
  it('is 21 for white on black and 4.48 for #777777 on white', () => {
    expect(contrastRatio('#ffffff', '#000000')).toBeCloseTo(21, 9);
    expect(contrastRatio('#777777', '#ffffff')).toBeCloseTo(4.48, 2);
  });

  it('lies from 1 to 21 and does not mind the order', () => {
    fc.assert(
      fc.property(anyHex, anyHex, (a, b) => {
        const ratio = contrastRatio(a, b);
        expect(ratio).toBeGreaterThanOrEqual(1);
        expect(ratio).toBeLessThanOrEqual(21);
        expect(contrastRatio(b, a)).toBe(ratio);
      }),
    );
  });

  it('rises with luminance for greys', () => {
    const greys = Array.from({ length: 256 }, (_, v) => luminance(rgbToHex([v, v, v])));
    expect(greys).toEqual([...greys].sort((a, b) => a - b));
  });
});

/** Sharma, Wu & Dalal 2005, table 1. */
const PAIRS: [number, number, number, number, number, number, number][] = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425],
  [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412],
  [50, -1.3802, -84.2814, 50, 0, -82.7485, 1.0],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1.0],
  [50, -0.9009, -85.5211, 50, 0, -82.7485, 1.0],
  [50, 0, 0, 50, -1, 2, 2.3669],
  [50, -1, 2, 50, 0, 0, 2.3669],
  [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195],
  [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461],
  [50, 2.5, 0, 50, 0, -2.5, 4.3065],
  [50, 2.5, 0, 73, 25, -18, 27.1492],
  [50, 2.5, 0, 61, -5, 29, 22.8977],
  [50, 2.5, 0, 56, -27, -3, 31.903],
  [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1.0],
  [50, 2.5, 0, 50, 3.2972, 0, 1.0],
  [50, 2.5, 0, 50, 1.8634, 0.5757, 1.0],
  [50, 2.5, 0, 50, 3.2592, 0.335, 1.0],
  [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
  [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263],
  [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731],
  [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
  [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373],
  [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
  [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441],
  [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
  [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
  [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
];

describe('CIEDE2000', () => {
  it.each(PAIRS)('of (%d, %d, %d) and (%d, %d, %d) is %d', (l1, a1, b1, l2, a2, b2, expected) => {
    expect(deltaELab({ l: l1, a: a1, b: b1 }, { l: l2, a: a2, b: b2 })).toBeCloseTo(expected, 4);
  });

  it('is nothing between a colour and itself, and L* runs from 0 to 100', () => {
    expect(deltaE('#b3492a', '#b3492a')).toBe(0);
    expect(lightness('#000000')).toBeCloseTo(0, 4);
    expect(lightness('#ffffff')).toBeCloseTo(100, 3);
  });
});

describe('nearestReading', () => {
  it('reaches the ratio on every ground, or says that nothing does', () => {
    fc.assert(
      fc.property(anyHex, anyHex, (ink, ground) => {
        const found = nearestReading(ink, [ground], 3);
        expect(found).not.toBeNull();
        expect(contrastRatio(found!, ground)).toBeGreaterThanOrEqual(3);
      }),
      { numRuns: 60 },
    );
  });

  it('leaves an ink that reads alone', () => {
    expect(nearestReading('#ffffff', ['#000000'], 3)).toBe('#ffffff');
  });

  it('comes closer than plain black and white do', () => {
    const found = nearestReading('#8a2f2f', ['#5a1a22'], 3)!;
    expect(deltaE('#8a2f2f', found)).toBeLessThan(deltaE('#8a2f2f', '#ffffff'));
  });

  it('finds nothing where a light and a dark yarn leave no room', () => {
    expect(nearestReading('#777777', ['#000000', '#ffffff'], 5)).toBeNull();
  });
});

describe('colours', () => {
  it('reads and writes hex', () => {
    expect(normaliseHex('#FA0')).toBe('#ffaa00');
    expect(() => normaliseHex('red')).toThrow('#rrggbb');
    fc.assert(fc.property(anyHex, (hex) => expect(rgbToHex(hexToRgb(hex))).toBe(hex)));
  });

  it('blends in encoded values: half white over black is mid grey', () => {
    expect(over([255, 255, 255], 0.5, [0, 0, 0])).toEqual([127.5, 127.5, 127.5]);
  });

  it('judges a heather by the yarn nearer to the ink', () => {
    const heather = { id: 'h', name: 'h', value: '#202020', kind: 'heather' as const, second: '#d0d0d0' };
    expect(nearestYarn(heather, '#ffffff')).toBe('#d0d0d0');
    expect(nearestYarn(heather, '#000000')).toBe('#202020');
  });

  it('names colours plainly', () => {
    expect(plainName('#fdfdfb')).toBe('White');
    expect(plainName('#20305a')).toBe('Navy');
  });
});

describe('contrast by lightness', () => {
  it('is that with any colour of that lightness', () => {
    fc.assert(
      fc.property(anyHex, anyHex, (ink, ground) =>
        expect(contrastAtLightness(ink, lightness(ground))).toBeCloseTo(contrastRatio(ink, ground), 1),
      ),
      { seed: 24 },
    );
  });

  it('has black and white at its ends, and 18 % grey at L* 49.5', () => {
    expect(luminanceOfLightness(0)).toBe(0);
    expect(luminanceOfLightness(100)).toBeCloseTo(1, 9);
    expect(luminanceOfLightness(49.5)).toBeCloseTo(0.18, 2);
    expect(contrastAtLightness('#ffffff', 0)).toBeCloseTo(21, 6);
    expect(contrastAtLightness('#777777', lightness('#777777'))).toBeCloseTo(1, 3);
  });
});

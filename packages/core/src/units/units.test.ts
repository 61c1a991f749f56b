import fc from 'fast-check';
import {
  dpiFromPxPerMetre,
  effectiveDpi,
  inchesToPx,
  mmToPx,
  parseLength,
  pointsToPx,
  pxPerMetre,
  pxToMm,
} from './index';

describe('lengths', () => {
  it('gives the tee board its pixels', () => {
    expect(inchesToPx(15, 300)).toBe(4500);
    expect(inchesToPx(18, 300)).toBe(5400);
  });

  it('says 300 dpi as 11811 pixels a metre, and back', () => {
    expect(pxPerMetre(300)).toBe(11811);
    expect(dpiFromPxPerMetre(11811)).toBe(300);
  });

  it('counts effective resolution: 900 px over 15 in is 60 dpi', () => {
    expect(effectiveDpi(900, 15)).toBe(60);
    expect(effectiveDpi(900, 0)).toBe(Infinity);
  });

  it('converts mm and points', () => {
    expect(mmToPx(25.4, 300)).toBeCloseTo(300, 9);
    expect(pxToMm(2, 300)).toBeCloseTo(0.1693, 3);
    expect(pointsToPx(72, 300)).toBe(300);
  });

  it('keeps resolution through a PNG for every whole dpi', () => {
    fc.assert(
      fc.property(fc.integer({ min: 30, max: 2400 }), (dpi) =>
        expect(dpiFromPxPerMetre(pxPerMetre(dpi))).toBeCloseTo(dpi, 1),
      ),
    );
  });
});

describe('parseLength', () => {
  it.each([
    ['12in/2', 1800],
    ['300 + 4mm', 300 + 47.244094],
    ['(1in - 100)*2', 400],
    ['-20', -20],
    ['2,5 cm', 295.275591],
    ['72pt', 300],
    ['3"', 900],
  ])('reads %s', (text, px) => {
    expect(parseLength(text, 300)).toBeCloseTo(px, 5);
  });

  it.each([
    ['40', 'mm', mmToPx(40, 300)],
    ['40/2', 'mm', mmToPx(20, 300)],
    ['3in/2', 'mm', 450],
    ['1 + 5mm', 'in', 300 + mmToPx(5, 300)],
    ['(2 + 1)*2', 'in', 1800],
    ['2 * 1in', 'mm', 600],
    ['900px', 'in', 900],
    ['3in/1in', 'px', 3],
    ['-0,5', 'in', -150],
  ] as const)('reads %s where the rulers show %s', (text, unit, px) => {
    expect(parseLength(text, 300, unit)).toBeCloseTo(px, 5);
  });

  it.each(['2in*3in', '4/2in'])('refuses %s, which is no length', (text) => {
    expect(parseLength(text, 300)).toBeNull();
  });

  it.each(['', 'abc', '12in/', '1/0', '12 elephants', '(3', '3)', '1 2', '--'])('refuses "%s"', (text) => {
    expect(parseLength(text, 300)).toBeNull();
  });

  it('reads back any number that it could have written', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e5, max: 1e5, noNaN: true }), (n) => {
        const written = n.toFixed(3);
        expect(parseLength(written, 300)).toBeCloseTo(Number(written), 6);
      }),
    );
  });
});

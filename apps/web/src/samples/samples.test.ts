import { misprintWords } from './misprint-words';
import { arrivalWords, countryName, dayWords, money } from './money';

describe('how a print came out', () => {
  const none = { dxMm: 0, dyMm: 0, lightness: 1, chroma: 1 };
  it.each([
    [none, 'Print where it should be; colours as in the file.'],
    [{ ...none, dxMm: -1.24 }, 'Print off by 1.2 mm left; colours as in the file.'],
    [{ ...none, dxMm: 0.6, dyMm: 2 }, 'Print off by 0.6 mm right, 2.0 mm down; colours as in the file.'],
    [{ ...none, dyMm: -3, lightness: 0.97 }, 'Print off by 3.0 mm up; 3 % darker.'],
    [
      { ...none, lightness: 1.02, chroma: 0.93 },
      'Print where it should be; 2 % lighter, 7 % less colourful.',
    ],
    // What nobody sees is not said.
    [
      { dxMm: 0.04, dyMm: -0.04, lightness: 0.998, chroma: 1.004 },
      'Print where it should be; colours as in the file.',
    ],
  ])('is said in words: %j', (off, words) => expect(misprintWords(off)).toBe(words));
});

describe('money, days and places', () => {
  it('are written as people write them', () => {
    expect(money(126370, 'EUR')).toBe('€1,263.70');
    expect(money(5, 'EUR')).toBe('€0.05');
    expect(countryName('IE')).toBe('Ireland');
    expect(dayWords('2026-12-04')).toBe('4 December');
  });
  it('days between which something comes are said as short as they can be', () => {
    expect(arrivalWords(['2026-12-04', '2026-12-07'])).toBe('4 to 7 December');
    expect(arrivalWords(['2026-11-30', '2026-12-02'])).toBe('30 November to 2 December');
    expect(arrivalWords(['2026-12-04', '2026-12-04'])).toBe('on 4 December');
  });
});

import fc from 'fast-check';
import { NICHES } from '../phrases';
import { allPairs, LISTED_CLASSES, nicheWords, numbered, numbersBetween, NUMBER_STYLES } from './index';

describe('rows that are made', () => {
  it.each([
    [1, 'First', '1st', 'One', '01'],
    [2, 'Second', '2nd', 'Two', '02'],
    [3, 'Third', '3rd', 'Three', '03'],
    [11, 'Eleventh', '11th', 'Eleven', '11'],
    [12, 'Twelfth', '12th', 'Twelve', '12'],
    [13, 'Thirteenth', '13th', 'Thirteen', '13'],
    [21, 'Twenty-first', '21st', 'Twenty-one', '21'],
    [40, 'Fortieth', '40th', 'Forty', '40'],
    [101, 'One hundred first', '101st', 'One hundred one', '101'],
    [112, 'One hundred twelfth', '112th', 'One hundred twelve', '112'],
    [
      1234,
      'One thousand two hundred thirty-fourth',
      '1234th',
      'One thousand two hundred thirty-four',
      '1234',
    ],
  ])('the number %i is written out', (n, first, short, one, two) => {
    expect(numbered(n, 'First')).toBe(first);
    expect(numbered(n, '1st')).toBe(short);
    expect(numbered(n, 'One')).toBe(one);
    expect(numbered(n, '01')).toBe(two);
  });

  it('numbers go up and down by steps', () => {
    expect(numbersBetween(1, 4, 1, 'First')).toEqual(['First', 'Second', 'Third', 'Fourth']);
    expect(numbersBetween(10, 1, 4, '1')).toEqual(['10', '6', '2']);
    expect(numbersBetween(98, 101, 1, '01')).toEqual(['098', '099', '100', '101']);
    expect(numbersBetween(5, 5, 3, '1st')).toEqual(['5th']);
    expect(() => numbersBetween(0, 10_000, 1, '1')).toThrow(/10001 rows/);
    expect(() => numbersBetween(1, 4, 0, '1')).toThrow(/steps 1 or more/);
    expect(() => numbersBetween(-3, 4, 1, 'First')).toThrow(/begin with 0/);
    expect(() => numbersBetween(1.5, 4, 1, '1')).toThrow(/whole/);
  });

  it('no number is written as another is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9000 }), fc.constantFrom(...NUMBER_STYLES), (from, style) => {
        const all = numbersBetween(from, from + 60, 1, style);
        expect(new Set(all).size).toBe(61);
      }),
      { seed: 5, endOnFailure: true },
    );
  });

  it('the words of a niche stand with a capital, in each of its classes', () => {
    for (const niche of NICHES)
      for (const kind of LISTED_CLASSES) {
        const words = nicheWords(niche.id, kind);
        expect(words.length).toBeGreaterThan(2);
        expect(words.every((w) => w[0] === w[0].toUpperCase())).toBe(true);
      }
    expect(nicheWords('nowhere', 'creature')).toEqual([]);
  });

  it('all pairs of two lists, each once', () => {
    expect(allPairs(['Owl', 'Moth', ' Owl '], ['barn', '', 'lane'])).toEqual([
      ['Owl', 'barn'],
      ['Owl', 'lane'],
      ['Moth', 'barn'],
      ['Moth', 'lane'],
    ]);
    const many = Array.from({ length: 101 }, (_, i) => `w${i}`);
    expect(() => allPairs(many, many)).toThrow(/10201 rows/);
  });
});

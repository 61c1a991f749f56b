import fc from 'fast-check';
import { count, monthWords } from './figure-words';

describe('figures in words', () => {
  it.each([
    [0, '0'],
    [7.4, '7'],
    [364, '364'],
    [1200, '1.2k'],
    [13_400, '13.4k'],
    [2_600_000, '2.6m'],
  ])('%d is %s', (n, said) => {
    expect(count(n)).toBe(said);
  });

  it('are never long, however many they are', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 999_000_000 }), (n) => {
        expect(count(n).length).toBeLessThanOrEqual(6);
      }),
      { seed: 23, endOnFailure: true },
    );
  });

  it('a month is said with its year, at each end of it', () => {
    expect(['2026-01', '2026-12'].map(monthWords)).toEqual(['Jan 2026', 'Dec 2026']);
  });
});

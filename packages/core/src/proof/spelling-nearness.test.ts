import fc from 'fast-check';
import { nearness } from './spelling-nearness';

const seed = 20_261_126;
const word = fc.string({ unit: fc.constantFrom(...'abcdeimnorst'), minLength: 1, maxLength: 9 });

describe('how far a word is from what was typed', () => {
  it.each([
    ['owl', 'owl', 0],
    ['leter', 'letter', 0.5],
    ['bigginning', 'biginning', 0.5],
    ['lantren', 'lantern', 0.8],
    ['seperate', 'separate', 0.7],
    ['publik', 'public', 0.8],
    ['camfire', 'campfire', 0.9],
    ['moxth', 'moth', 1],
    ['mouth', 'mooth', 0.7],
    ['wensday', 'wednesday', 1.8],
    ['bwl', 'owl', 1.9],
    ['', 'ab', 2.4],
  ])('%s to %s: %d', (typed, meant, away) => {
    expect(nearness(typed, meant)).toBeCloseTo(away, 9);
  });

  it('prefers letters left out to wrong ones: Wednesday is nearer to WENSDAY than weekday', () => {
    expect(nearness('wensday', 'wednesday')).toBeLessThan(nearness('wensday', 'weekday'));
  });

  it('is 0 for the same word alone, never negative, and the same whatever limit it is under', () => {
    fc.assert(
      fc.property(word, word, fc.double({ min: 0.1, max: 4, noNaN: true }), (a, b, most) => {
        const away = nearness(a, b);
        expect(away === 0).toBe(a === b);
        expect(away).toBeGreaterThanOrEqual(0);
        expect(nearness(a, b, most)).toBe(away <= most ? away : Infinity);
      }),
      { seed, numRuns: 2000 },
    );
  });

  it('is never more than what one slip after another costs', () => {
    fc.assert(
      fc.property(word, fc.nat(8), (meant, n) => {
        const i = n % meant.length;
        const without = meant.slice(0, i) + meant.slice(i + 1);
        expect(nearness(without, meant)).toBeLessThanOrEqual(1.5 + 1e-9);
        const swapped = meant.slice(0, i) + (meant[i + 1] ?? '') + meant[i] + meant.slice(i + 2);
        expect(nearness(swapped, meant)).toBeLessThanOrEqual(0.8 + 1e-9);
      }),
      { seed, numRuns: 1000 },
    );
  });
});

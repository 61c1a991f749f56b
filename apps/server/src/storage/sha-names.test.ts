import fc from 'fast-check';
import { shaNames } from './sha-names';

const byPattern = (text: string) => [...text.matchAll(/[0-9a-f]{64}/g)].map(([sha]) => sha);
const sha = 'ab12'.repeat(16);

describe('names of files in a text', () => {
  it('are those that the pattern finds, wherever they stand', () => {
    const piece = fc.oneof(
      fc.constantFrom('"', ' ', 'L1.25 2.5', 'own-', 'G', sha, `"${sha}"`),
      fc.integer({ min: 1, max: 140 }).map((n) => '7'.repeat(n)),
      fc.integer({ min: 1, max: 140 }).map((n) => 'x'.repeat(n)),
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 20 }), (pieces) => {
        const text = pieces.join('');
        expect(shaNames(text)).toEqual(byPattern(text));
      }),
      { seed: 64, numRuns: 3000 },
    );
  });

  it('are found at either end, and several in a row', () => {
    expect(shaNames(sha)).toEqual([sha]);
    expect(shaNames(`${sha}${sha}!`)).toEqual([sha, sha]);
    expect(shaNames(`x${sha}`)).toEqual([sha]);
    expect(shaNames(sha.slice(1))).toEqual([]);
    expect(shaNames('')).toEqual([]);
  });
});

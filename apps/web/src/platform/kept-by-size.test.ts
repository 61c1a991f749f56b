import fc from 'fast-check';
import { KeptBySize } from './kept-by-size';

const sized = (most: number, how = {}) => new KeptBySize<{ bytes: number }>(most, (v) => v.bytes, how);

describe('what is kept by its size', () => {
  it('lets go first of what was asked for longest ago', () => {
    const gone: number[] = [];
    const kept = sized(10, { gone: ({ bytes }: { bytes: number }) => gone.push(bytes) });
    kept.set('a', { bytes: 3 });
    kept.set('b', { bytes: 4 });
    expect(kept.get('a')).toEqual({ bytes: 3 });
    kept.set('c', { bytes: 5 });
    expect([kept.has('a'), kept.has('b'), kept.has('c')]).toEqual([true, false, true]);
    expect(gone).toEqual([4]);
    expect(kept.values().map((v) => v.bytes)).toEqual([3, 5]);
  });

  it('keeps what is spared, and what is larger than all of the room alone', () => {
    const kept = sized(10, { spared: ({ bytes }: { bytes: number }) => bytes === 6 });
    kept.set('a', { bytes: 6 });
    kept.set('b', { bytes: 2 });
    kept.set('c', { bytes: 40 });
    expect([kept.has('a'), kept.has('b'), kept.has('c')]).toEqual([true, false, true]);
  });

  it('never has more than its room but for what came last, and always has that', () => {
    const step = fc.tuple(fc.nat(5), fc.integer({ min: 0, max: 30 }));
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 40 }), (steps) => {
        const kept = sized(50);
        for (const [key, bytes] of steps) {
          const one = { bytes };
          kept.set(`${key}`, one);
          expect(kept.get(`${key}`)).toBe(one);
          expect(kept.values().reduce((sum, v) => sum + v.bytes, 0)).toBeLessThanOrEqual(50);
        }
      }),
      { seed: 20261129, numRuns: 100 },
    );
  });
});

import fc from 'fast-check';
import { bitsOf, bitsOfAlpha, createMask, dilateByDisc, erodeByDiscs, maskOfBits, type Mask } from './index';

/** Masks that begin, end and go on within a word, at its border and over it. */
const anyMask = fc
  .record({
    width: fc.constantFrom(1, 5, 31, 32, 33, 63, 64, 70),
    height: fc.integer({ min: 1, max: 9 }),
    seed: fc.integer(),
    share: fc.double({ min: 0, max: 1, noNaN: true }),
  })
  .map(({ width, height, seed, share }): Mask => {
    const mask = createMask(width, height);
    let s = seed | 1;
    for (let i = 0; i < mask.data.length; i++) {
      s = Math.imul(s, 1664525) + 1013904223;
      mask.data[i] = (s >>> 0) / 2 ** 32 < share ? 1 : 0;
    }
    return mask;
  });

/** Whether any pixel within the distance has `value`, looked for one by one. */
function anyNear(mask: Mask, squared: number, value: 0 | 1, i: number): boolean {
  const { width, height, data } = mask;
  const x = i % width;
  const y = (i - x) / width;
  const r = Math.ceil(Math.sqrt(squared));
  for (let v = Math.max(0, y - r); v <= Math.min(height - 1, y + r); v++)
    for (let u = Math.max(0, x - r); u <= Math.min(width - 1, x + r); u++)
      if ((u - x) ** 2 + (v - y) ** 2 <= squared && data[v * width + u] === value) return true;
  return false;
}

/** A mask as text, so that one that differs is told in a line. */
const shown = (data: ArrayLike<number>) => Array.from(data).join('');

describe('bits', () => {
  it('are the mask that they were made of', () => {
    fc.assert(
      fc.property(anyMask, (mask) => {
        expect(shown(maskOfBits(bitsOf(mask)).data)).toBe(shown(mask.data));
      }),
    );
  });

  it('of alpha are set from the least on, wherever the bytes begin', () => {
    const alphas = fc.oneof(fc.constantFrom(0, 255), fc.integer({ min: 0, max: 255 }));
    fc.assert(
      fc.property(
        fc.constantFrom(1, 7, 8, 33, 47),
        fc.array(alphas, { minLength: 94, maxLength: 94 }),
        fc.integer({ min: 1, max: 255 }),
        fc.integer({ min: 0, max: 3 }),
        (width, alpha, least, offset) => {
          const data = new Uint8ClampedArray(offset + width * 8).subarray(offset);
          for (let i = 0; i < width * 2; i++) data.set([9, 99, 199, alpha[i]], i * 4);
          expect(shown(maskOfBits(bitsOfAlpha({ width, height: 2, data }, least)).data)).toBe(
            shown(alpha.slice(0, width * 2).map((a) => (a >= least ? 1 : 0))),
          );
        },
      ),
      { numRuns: 300 },
    );
  });

  it('of stretches of eight alike, in words that go on', () => {
    const alpha = Array.from({ length: 80 }, (_, i) => (i < 24 ? 255 : i < 56 ? 0 : i < 64 ? 200 : 95));
    const data = new Uint8ClampedArray(alpha.flatMap((a) => [0, 0, 0, a]));
    expect(shown(maskOfBits(bitsOfAlpha({ width: 80, height: 1, data }, 96)).data)).toBe(
      shown(alpha.map((a) => (a >= 96 ? 1 : 0))),
    );
  });

  it('eroded by discs are those with nothing unset near them, the border counting as set', () => {
    fc.assert(
      fc.property(anyMask, fc.double({ min: 0, max: 1500, noNaN: true }), (mask, squared) => {
        const [own, smaller] = erodeByDiscs(bitsOf(mask), [squared, squared / 3]);
        const wanted = (s: number) =>
          shown(Array.from(mask.data, (_, i) => (anyNear(mask, s, 0, i) ? 0 : 1)));
        expect(shown(maskOfBits(own).data)).toBe(wanted(squared));
        expect(shown(maskOfBits(smaller).data)).toBe(wanted(squared / 3));
      }),
      { numRuns: 200 },
    );
  });

  it('dilated by a disc are those with something set near them', () => {
    fc.assert(
      fc.property(anyMask, fc.double({ min: 0, max: 60, noNaN: true }), (mask, squared) => {
        expect(shown(maskOfBits(dilateByDisc(bitsOf(mask), squared)).data)).toBe(
          shown(Array.from(mask.data, (_, i) => (anyNear(mask, squared, 1, i) ? 1 : 0))),
        );
      }),
      { numRuns: 200 },
    );
  });
});

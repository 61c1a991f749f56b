import fc from 'fast-check';
import { forOccasion, NO_WORDING, OCCASION, occasionOf, pluralOf, withArticle } from './index';

describe('the occasion of a wording', () => {
  const name = fc.constantFrom('occasion', 'Occasion', 'OCCASION', 'audience', 'phrase', 'place');
  const places = fc.array(fc.record({ name, value: fc.string({ maxLength: 12 }) }), { maxLength: 6 });
  const opts = { seed: 25, endOnFailure: true } as const;

  it('is what was put there last, and the other places stay in their order', () => {
    fc.assert(
      fc.property(places, fc.string({ maxLength: 20 }), (before, occasion) => {
        const made = forOccasion({ ...NO_WORDING, places: before }, occasion);
        expect(occasionOf(made)).toBe(occasion.trim());
        const others = (of: typeof before) => of.filter((p) => p.name.toLowerCase() !== OCCASION);
        expect(others(made.places)).toEqual(others(before));
        expect(made.places.length).toBe(others(before).length + 1);
      }),
      opts,
    );
  });

  it('put twice is put once', () => {
    fc.assert(
      fc.property(places, fc.string({ maxLength: 20 }), (before, occasion) => {
        const once = forOccasion({ ...NO_WORDING, places: before }, occasion);
        expect(forOccasion(once, occasion)).toEqual(once);
      }),
      opts,
    );
  });

  it('of a wording that names none is empty', () => {
    expect(occasionOf(NO_WORDING)).toBe('');
    expect(occasionOf({ places: [{ name: ' occasion', value: 'x' }] })).toMatch(/^x?$/);
  });
});

describe('words in the plural', () => {
  it.each([
    ['owl', 'owls'],
    ['barn owl', 'barn owls'],
    ['mug of cocoa', 'mugs of cocoa'],
    ['loaf of bread', 'loaves of bread'],
    ['box of old books', 'boxes of old books'],
    ['woodlouse', 'woodlice'],
    ['goldfish', 'goldfish'],
    ['gingerbread man', 'gingerbread men'],
    ['wizard’s cat', 'wizard’s cats'],
    ['often', 'oftens'],
  ])('%s: %s', (one, many) => {
    expect(pluralOf(one)).toBe(many);
  });

  it('an article goes before what is said, not before what is written', () => {
    expect(['owl', 'hour', 'unicorn', 'honest mug'].map((w) => withArticle(w, false))).toEqual([
      ...['an owl', 'an hour', 'a unicorn', 'an honest mug'],
    ]);
    expect(withArticle('owl', true)).toBe('An owl');
  });
});

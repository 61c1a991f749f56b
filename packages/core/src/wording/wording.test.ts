import fc from 'fast-check';
import {
  asTemplate,
  COUNTINGS,
  fillTemplate,
  lengthIn,
  lettersOf,
  placesOfWords,
  pluralOf,
  shortenedTo,
  tagKey,
  tagsIn,
  withArticle,
  withoutWords,
  withPlace,
} from './index';

const SEED = 1801;
const values = { product: 'tee', garment: 'soot', 'night bird': 'barn owl', occasion: '' };
const filled = (template: string) => fillTemplate(template, values).text;

describe('a template', () => {
  it.each([
    ['Owls on {a product}', 'Owls on a tee'],
    ['{A Night Bird} for {products}', 'A Barn owl for tees'],
    ['{PRODUCT} {Products}', 'TEE Tees'],
    ['{{braces}} stay, {night bird}s fly', '{braces} stay, barn owls fly'],
    ['{ an night bird }', 'a barn owl'],
    ['no place at all', 'no place at all'],
    ['half { open', 'half { open'],
  ])('%s', (template, words) => {
    expect(filled(template)).toBe(words);
  });

  it('swaps the word of a product with its article and plural', () => {
    const said = (product: string) =>
      fillTemplate('{A product} for owl people. Our {products} are soft.', { product }).text;
    expect(said('mug')).toBe('A mug for owl people. Our mugs are soft.');
    expect(said('ornament')).toBe('An ornament for owl people. Our ornaments are soft.');
    expect(said('hoodie')).toBe('A hoodie for owl people. Our hoodies are soft.');
    expect(said('enamel pin')).toBe('An enamel pin for owl people. Our enamel pins are soft.');
    expect(said('child’s tee')).toBe('A child’s tee for owl people. Our child’s tees are soft.');
  });

  it('says which places nobody has named, and which have no words, and leaves no hole for those', () => {
    expect(fillTemplate('For {occasion}, {recipient} and {occasion} , done', values)).toEqual({
      text: 'For, {recipient} and, done',
      unknown: ['{recipient}'],
      empty: ['occasion'],
    });
  });

  it('takes no place from what every object has', () => {
    expect(fillTemplate('{constructor} {toString}', {}).unknown).toEqual(['{constructor}', '{toString}']);
  });

  it('says any words that are meant as they are', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (words) => {
        expect(fillTemplate(asTemplate(words), values)).toEqual({ text: words, unknown: [], empty: [] });
      }),
      { seed: SEED, endOnFailure: true },
    );
  });

  it('what is swapped for a place is said again when the place is filled', () => {
    expect(withPlace('Barn owl tee: the TEE for night. Tees, tee-time', 'tee', 'product')).toBe(
      'Barn owl {product}: the {PRODUCT} for night. Tees, {product}-time',
    );
    expect(withPlace('A {product} is a product', 'product', 'x')).toBe('A {product} is a {x}');
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('owl', 'tee', 'Tee', 'night', 'TEE', ','), { maxLength: 12 }),
        (list) => {
          const text = list.join(' ');
          expect(fillTemplate(withPlace(text, 'tee', 'product'), { product: 'tee' }).text).toBe(text);
        },
      ),
      { seed: SEED, endOnFailure: true },
    );
  });

  it('knows the articles that are heard, not seen', () => {
    expect([
      withArticle('hour', false),
      withArticle('unicorn mug', false),
      withArticle('11 oz mug', true),
    ]).toEqual(['an hour', 'a unicorn mug', 'An 11 oz mug']);
    expect([pluralOf('tote bag'), pluralOf('puffin cushion'), pluralOf('mouse')]).toEqual([
      'tote bags',
      'puffin cushions',
      'mice',
    ]);
  });
});

describe('length', () => {
  // A family of three joined by zero-width joiners, an accented letter of two code points, and a letter.
  const text = '👩‍👩‍👧e\u0301a';
  it('is counted as each marketplace counts', () => {
    expect(COUNTINGS.map((c) => lengthIn(text, c))).toEqual([3, 8, 11, 22]);
  });

  it('a shortened text fits, begins the long one, and breaks no word that has room before it', () => {
    expect(shortenedTo('Count owls, not sheep', 11)).toBe('Count owls');
    expect(shortenedTo('Count owls', 10)).toBe('Count owls');
    expect(shortenedTo('Unsplittable', 5)).toBe('Unspl');
    expect(shortenedTo('مرحبا بالبومة', 8)).toBe('مرحبا');
    expect(lettersOf(shortenedTo(text, 1, 'bytes'))).toEqual([]);
    fc.assert(
      fc.property(
        fc.string({ unit: 'grapheme', maxLength: 60 }),
        fc.integer({ min: 0, max: 40 }),
        fc.constantFrom(...COUNTINGS),
        (long, most, counting) => {
          const short = shortenedTo(long, most, counting);
          expect(lengthIn(short, counting)).toBeLessThanOrEqual(Math.max(most, 0));
          expect(long.startsWith(short)).toBe(true);
        },
      ),
      { seed: SEED, endOnFailure: true },
    );
  });
});

describe('tags', () => {
  it('are taken out of what is pasted, each once', () => {
    expect(tagsIn('owl tee, Owl Tee;  night  hike\n#moth #bog standard,,')).toEqual([
      'owl tee',
      'night hike',
      'moth',
      'bog standard',
    ]);
    expect(tagsIn(' , ;\n')).toEqual([]);
    expect(tagsIn(Array.from({ length: 500 }, (_, i) => `owl ${i}`).join(','))).toHaveLength(500);
  });

  it('say the same whatever their number, case, accents and order', () => {
    expect(tagKey('Owls Tee')).toBe(tagKey('tees owl'));
    expect(tagKey('Café mice')).toBe(tagKey('mouse cafe'));
    expect(tagKey('owl mug')).not.toBe(tagKey('owl tee'));
  });
});

describe('words in a text', () => {
  it('are found whole, side by side, whatever their case and accents', () => {
    expect(placesOfWords('Best-Quality owls, best quality!', 'best quality')).toEqual([
      { from: 0, to: 12 },
      { from: 19, to: 31 },
    ]);
    expect(placesOfWords('A cured ham', 'cure')).toEqual([]);
    expect(placesOfWords('Vulpéra™ fox', 'vulpera')).toEqual([{ from: 0, to: 7 }]);
    expect(placesOfWords('anything', '™')).toEqual([]);
  });

  it('once taken out, are not found again, and nothing else goes', () => {
    expect(withoutWords('An official owl, Official at last.', 'official')).toBe('An owl, at last.');
    expect(withoutWords('no such thing', 'owl')).toBe('no such thing');
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('owl', 'Owl', 'moth', '–', '\n', 'ówl'), { maxLength: 15 }),
        (list) => {
          const left = withoutWords(list.join(' '), 'owl');
          expect(placesOfWords(left, 'owl')).toEqual([]);
          expect(placesOfWords(left, 'moth')).toHaveLength(list.filter((w) => w === 'moth').length);
        },
      ),
      { seed: SEED, endOnFailure: true },
    );
  });
});

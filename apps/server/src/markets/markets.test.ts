import fc from 'fast-check';
import { judgeListing, type FilledListing } from '@brelm/core/listing';
import type { ListingRules, Spec } from '@brelm/core/spec';
import { COUNTINGS } from '@brelm/core/wording';
import type { MarketListing, MarketWords } from '@brelm/contract';
import { badField, jsonField, revisionIn } from './asked';
import { buyersPage } from './buyers-page';
import { checkWords } from './check-words';
import { readHandedFiles } from './read-listing';
import { MARKET_IDS, marketOf, markets, pictureWish, printWish } from './rules';
import { FAIR, WeatherService } from './weather';

const SEED = 1811;
const tee = marketOf('pinfold')!.specs.find((s) => s.id === 'pinfold/tee-front')!;

describe('rules of the stand-ins', () => {
  it('are those that ship, for every marketplace, side and picture', () => {
    expect(markets().map((m) => m.id)).toEqual(MARKET_IDS);
    for (const { specs } of markets())
      for (const spec of specs) {
        expect(spec.listing?.fees?.currency).toBe('EUR');
        for (const side of spec.sides) {
          const wish = printWish(spec, side.id)!;
          expect([wish.exact!.width, wish.exact!.height]).toEqual([side.widthPx, side.heightPx]);
          expect(wish.exact!.leastWidth).toBeLessThanOrEqual(wish.exact!.mostWidth);
        }
        expect(pictureWish(spec).picture!.shapes.length).toBeGreaterThan(0);
      }
    expect(printWish(tee, 'sleeve')).toBeNull();
    expect(marketOf('nowhere')).toBeUndefined();
  });
});

describe('the words of a listing', () => {
  const rules = fc.record(
    {
      counting: fc.constantFrom(...COUNTINGS),
      required: fc.subarray(['title', 'description', 'tags', 'pictures', 'price'] as const),
      titleLeast: fc.integer({ min: 1, max: 6 }),
      titleMax: fc.integer({ min: 6, max: 40 }),
      descriptionMax: fc.integer({ min: 10, max: 60 }),
      tags: fc.record({ most: fc.integer({ min: 1, max: 4 }), each: fc.integer({ min: 5, max: 30 }) }),
      bullets: fc.record({ most: fc.integer({ min: 1, max: 3 }), each: fc.integer({ min: 5, max: 30 }) }),
      forbidden: fc.subarray(['owl', 'best quality', 'cure']),
      forbiddenCharacters: fc.constantFrom('<>', '™', 'é'),
      prices: fc.record({
        least: fc.integer({ min: 0, max: 900 }),
        most: fc.integer({ min: 1000, max: 3000 }),
      }),
    },
    { requiredKeys: [] },
  );
  const text = (max: number) =>
    fc
      .array(
        fc.constantFrom(
          'owl',
          'Best',
          'quality',
          'night',
          'lamp',
          'hill',
          'walk',
          'cured',
          '🦉',
          'bog',
          '<',
          ',',
        ),
        {
          maxLength: max,
        },
      )
      .map((w) => w.join(' '));
  const words = fc.record({
    ...{ title: text(6), description: text(9) },
    ...{ points: fc.array(text(3), { maxLength: 4 }), tags: fc.array(text(3), { maxLength: 5 }) },
    ...{
      price: fc.oneof(
        { weight: 4, arbitrary: fc.integer({ min: 900, max: 1000 }) },
        fc.integer({ min: 0, max: 4000 }),
      ),
      pictures: fc.integer({ min: 0, max: 3 }),
    },
  });

  it('that we find no stop in are taken: our judge and the marketplace’s own check do not disagree', () => {
    let taken = 0;
    fc.assert(
      fc.property(rules, words, (listing, { pictures, price, ...said }) => {
        // A spec that asks for tags says how many there may be: its reader holds it to that.
        const required = listing.required?.filter((r) => r !== 'tags' || listing.tags);
        const spec: Spec = {
          ...tee,
          listing: { ...listing, ...(required ? { required } : {}) } as ListingRules,
        };
        // As it is filled: no tags where there is no place for them, no empty ones.
        const tags = listing.tags ? said.tags.filter((t) => t.trim()) : [];
        const points = listing.bullets ? said.points.filter((p) => p.trim()) : [];
        const filled: FilledListing = { ...said, tags, points, word: 'tee', unknown: [], empty: [], own: [] };
        const stops = judgeListing(
          { words: filled, spec, price, cost: null, pictures, used: [] },
          { protectedWords: [], spelling: null },
        ).filter((f) => f.severity === 'stop');
        if (stops.length) return;
        taken++;
        const market: MarketWords = { ...said, tags, points, price, colours: [] };
        // A price of nothing is no price, whoever forgets to ask for one.
        if (price > 0 || listing.prices) expect(checkWords(market, pictures, spec)).toEqual([]);
      }),
      { seed: SEED, numRuns: 2000, endOnFailure: true },
    );
    expect(taken).toBeGreaterThan(100);
  });

  it('are refused by field', () => {
    const bad: MarketWords = {
      ...{ title: 'Owl™', description: '', points: ['a', 'b', 'c'], tags: [], price: 1, colours: [] },
    };
    expect(checkWords(bad, 0, tee).map((f) => f.field)).toEqual([
      ...['description', 'pictures', 'title', 'points', 'words', 'price'],
    ]);
    expect(checkWords({ ...bad, title: 'Best-quality owls' }, 11, tee).map((f) => f.message)).toEqual(
      expect.arrayContaining(['At most 10 pictures are shown.', '“best quality” is not allowed here.']),
    );
  });
});

describe('what is handed in', () => {
  const listing = { reference: 'r-1', product: 'x', title: 'Owls', price: 100 };
  it('is read with what may be left out, and refused by field', () => {
    expect(readHandedFiles(listing)).toMatchObject({ description: '', tags: [], files: [] });
    const faults = (value: unknown): string[] => {
      try {
        readHandedFiles(value);
        return [];
      } catch (error) {
        return (error as { faults: { field: string }[] }).faults.map((f) => f.field);
      }
    };
    expect(faults({ ...listing, reference: '../x', price: 1.5, more: 1 }).sort()).toEqual([
      'more',
      'price',
      'reference',
    ]);
    expect(faults({ ...listing, files: [{ kind: 'sound', name: 'x', file: 'y' }] })).toEqual([
      'files[0].kind',
    ]);
    expect(faults(null).length).toBeGreaterThan(0);
    expect(faults('listing').length).toBeGreaterThan(0);
  });

  it('a revision is a whole number, with or without the marks of HTTP', () => {
    expect([revisionIn('"12"'), revisionIn('3')]).toEqual([12, 3]);
    for (const bad of [undefined, '', 'x', '1.5', '-1', '"'])
      expect(() => revisionIn(bad)).toThrow('must name the revision');
    expect(() => jsonField(undefined, 'listing')).toThrow('listing: is missing');
    expect(() => jsonField('{', 'listing')).toThrow('no JSON');
    expect(badField('a', 'is odd').getStatus()).toBe(400);
  });
});

describe('weather', () => {
  it('is fair until it is set, and strikes about as often as it says, the same each time', () => {
    const weather = new WeatherService();
    expect(weather.of('pinfold')).toEqual(FAIR);
    const strikes = () => {
      weather.set('pinfold', { fault: 'busy', share: 0.3 });
      return Array.from({ length: 2000 }, () => weather.strikes('pinfold'));
    };
    const first = strikes();
    expect(strikes()).toEqual(first);
    const share = first.filter(Boolean).length / first.length;
    expect(share).toBeGreaterThan(0.25);
    expect(share).toBeLessThan(0.35);
    weather.set('pinfold', { share: 1 });
    expect(weather.strikes('pinfold')).toBe(true);
    expect(weather.of('mudlark')).toEqual(FAIR);
  });

  it('counts what each token asks in a minute, and says how long to wait', () => {
    const weather = new WeatherService();
    weather.set('pinfold', { perMinute: 2 });
    expect([weather.over('pinfold', 'a', 0), weather.over('pinfold', 'a', 20_000)]).toEqual([0, 0]);
    expect(weather.over('pinfold', 'a', 30_000)).toBe(30);
    expect(weather.over('pinfold', 'b', 30_000)).toBe(0);
    expect(weather.over('pinfold', 'a', 60_001)).toBe(0);
    weather.set('pinfold', { perMinute: 0 });
    expect(weather.over('pinfold', 'a', 0)).toBe(60);
  });
});

describe('a page for buyers', () => {
  const shown = (title: string, description = '', tags: string[] = []): MarketListing => ({
    ...{ id: 'l', reference: 'r', product: tee.id, revision: 1, state: 'accepted', reasons: [], page: null },
    words: { title, description, tags, points: [description], price: 1995, colours: [] },
  });
  const page = (listing: MarketListing, pictures = 2) =>
    buyersPage(marketOf('pinfold')!, listing, 'Duskwren', pictures, ['Soot']);

  it('says what is sold, for how much, and that nothing can be bought', () => {
    const html = page(shown('Owls'));
    expect(html).toContain('<h1 dir="auto">Owls</h1>');
    expect(html).toContain('€19.95');
    expect(html).toContain('nothing can be bought here');
    expect(html.match(/<img /g)).toHaveLength(2);
    expect(page(shown('Owls'), 0)).toContain('No picture.');
  });

  it('has no element, attribute or address that its words brought in', () => {
    const plain = page(shown('x', 'x', ['x']));
    const marks = (html: string) => [html.split('<').length, html.split('>').length, html.split('"').length];
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary', maxLength: 60 }),
        fc.constantFrom('<script>', '"><img src=x onerror=1>', "'", '&lt;'),
        (noise, bad) => {
          const words = noise + bad || 'x';
          expect(marks(page(shown(words, words, [words])))).toEqual(marks(plain));
        },
      ),
      { seed: SEED, endOnFailure: true },
    );
  });
});

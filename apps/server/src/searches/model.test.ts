import fc from 'fast-check';
import { decompose, monthAfter } from '@brelm/core/demand';
import { shippedSeasons } from '@brelm/engine';
import { COUNTRY_IDS, historyOf, listingsFor, phrasesOf, PRODUCTS } from './model';
import { lastMonth, SearchesService } from './searches.service';

const all = phrasesOf(shippedSeasons());
const by = new Map(all.map((p) => [p.phrase, p]));
const some = fc.constantFrom(...all.filter((_, i) => i % 37 === 0));
const product = fc.constantFrom(...PRODUCTS);
const country = fc.constantFrom(...COUNTRY_IDS);

describe('the stand-in that tells how often something is looked for', () => {
  it('has each phrase once, in small letters, and all of a season’s words for some', () => {
    expect(all.length).toBeGreaterThan(3000);
    expect(by.size).toBe(all.length);
    expect(all.filter((p) => p.phrase !== p.phrase.toLowerCase().trim())).toEqual([]);
    for (const phrase of ['owl', 'moth gift', 'halloween', 'funny baker', 'christmas gift'])
      expect([phrase, by.has(phrase)]).toEqual([phrase, true]);
  });

  it('says of a month the same, whenever it is asked and however many months are', () => {
    fc.assert(
      fc.property(some, product, country, fc.integer({ min: 1, max: 30 }), (known, on, where, later) => {
        const before = historyOf(known, on, where, '2025-06', 24);
        const after = historyOf(known, on, where, monthAfter('2025-06', later), 24 + later);
        expect(after.slice(0, 24)).toEqual(before);
        expect(before.every((m) => Number.isInteger(m.searches) && m.searches >= 0)).toBe(true);
        expect(before.map((m) => m.month)).toEqual(
          Array.from({ length: 24 }, (_, i) => monthAfter('2025-06', i - 23)),
        );
      }),
      { seed: 8, endOnFailure: true, numRuns: 60 },
    );
  });

  it('a year of each is an average of one, and that of a season is found again in its figures', () => {
    for (const { phrase, season } of all) {
      const mean = season.reduce((a, b) => a + b, 0) / 12;
      if (Math.abs(mean - 1) > 1e-9) throw new Error(`${phrase}: ${mean}`);
    }
    for (const phrase of ['halloween', 'christmas', 'pride', 'valentine’s day']) {
      const known = by.get(phrase)!;
      const { season, strength } = decompose(historyOf(known, '', 'US', '2026-06', 72))!;
      const peak = (of: readonly number[]) => of.indexOf(Math.max(...of));
      expect([phrase, peak(season)]).toEqual([phrase, peak(known.season)]);
      expect(strength).toBeGreaterThan(0.6);
    }
  });

  it('more look for it where more live, and listings are some', () => {
    const sum = (where: string) =>
      historyOf(by.get('owl')!, '', where, '2026-06', 12).reduce((n, m) => n + m.searches, 0);
    expect(sum('US')).toBeGreaterThan(sum('GB'));
    expect(sum('GB')).toBeGreaterThan(sum('IE'));
    expect(listingsFor(by.get('owl')!, 'mug')).toBeGreaterThan(0);
  });
});

describe('its book', () => {
  const book = new SearchesService();

  it('finds by words and their beginnings, the shortest first, page by page', () => {
    const found = book.find('mot', 0, 5);
    expect(found.phrases[0]).toBe('moth');
    expect(found.phrases.every((p) => /\bmot/.test(p))).toBe(true);
    const two = book.find('owl gift', 0, 20).phrases;
    expect(two[0]).toBe('owl gift');
    expect(two.every((p) => /\bowl/.test(p) && /\bgift/.test(p))).toBe(true);
    const pages = [0, 7, 14].flatMap((from) => book.find('moth', from, 7).phrases);
    expect(pages).toEqual(book.find('moth', 0, 21).phrases);
    expect(book.find('', 3, 2).phrases).toEqual(all.slice(3, 5).map((p) => p.phrase));
    expect(book.find('сова', 0, 9)).toEqual({ total: 0, phrases: [] });
  });

  it('what is near shares words or a field, and is never the phrase itself', () => {
    const { phrases } = book.near('hawk moth');
    expect(phrases).not.toContain('hawk moth');
    expect(phrases.length).toBeGreaterThan(10);
    expect(phrases).toContain('cocoon');
    expect(new Set(phrases).size).toBe(phrases.length);
    expect(book.near('nobody looks for that').phrases.every((p) => typeof p === 'string')).toBe(true);
  });

  it('knows nothing of a phrase that it has not', () => {
    const { histories } = book.histories(
      [
        { phrase: ' Owl ', product: '' },
        { phrase: 'zzz', product: '' },
      ],
      'GB',
      3,
    );
    expect([histories[0]?.phrase, histories[0]?.months.length, histories[1]]).toEqual(['owl', 3, null]);
  });

  it('the last month is one that is over, in January, too', () => {
    expect(lastMonth(new Date('2026-11-27T10:00:00Z'))).toBe('2026-10');
    expect(lastMonth(new Date('2027-01-01T00:00:00Z'))).toBe('2026-12');
  });
});

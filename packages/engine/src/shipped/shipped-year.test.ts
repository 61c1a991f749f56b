import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { nextOf, occurrencesIn } from '@brelm/core/almanac';
import { readIdea } from '@brelm/core/idea';
import { isTasteful, NICHES } from '@brelm/core/phrases';
import { DEMO_FOLDER, motifLibrary, shippedGarments, shippedSeasons } from '../index';

const seasons = shippedSeasons();

describe('the year that ships', () => {
  it('has each season once, with words, and each comes again', () => {
    expect(seasons.length).toBeGreaterThan(50);
    expect(new Set(seasons.map((s) => s.id)).size).toBe(seasons.length);
    expect(new Set(seasons.map((s) => s.name)).size).toBe(seasons.length);
    for (const s of seasons) {
      expect([s.id, s.words.length > 0]).toEqual([s.id, true]);
      expect([s.id, s.words.filter((w) => !w.trim() || w !== w.toLowerCase())]).toEqual([s.id, []]);
      expect([s.id, nextOf(s, '2026-11-27') !== null]).toEqual([s.id, true]);
      expect(isTasteful([s.name, ...s.words].join(' '))).toBe(true);
    }
  });

  it('has days for each of the next years, but for what does not come each year', () => {
    const missing = seasons
      .filter((s) => [2026, 2027, 2028, 2029, 2030].some((y) => !occurrencesIn(s, y).length))
      .map((s) => s.id);
    expect(missing).toEqual(['leap-day']);
  });

  it.each(['GB', 'US', 'DE', 'FR', 'CA', 'AU'])('%s has seasons in each quarter', (country) => {
    const here = seasons.filter((s) => !s.countries.length || s.countries.includes(country));
    const quarters = here.flatMap((s) =>
      occurrencesIn(s, 2027).map((o) => Math.ceil(Number(o.from.slice(5, 7)) / 3)),
    );
    expect([...new Set(quarters)].sort()).toEqual([1, 2, 3, 4]);
  });

  it('mothers are thought of once a year in each country', () => {
    for (const country of ['GB', 'US', 'DE', 'AU']) {
      const days = seasons.filter((s) => /^mothers/.test(s.id) && s.countries.includes(country));
      expect([country, days.length]).toEqual([country, 1]);
    }
  });
});

describe('the ideas of the demo', () => {
  const ideas = (JSON.parse(readFileSync(join(DEMO_FOLDER, 'ideas.json'), 'utf8')) as unknown[]).map(
    readIdea,
  );

  it('name seasons, niches and colours that there are', () => {
    const garments = shippedGarments();
    for (const { phrase, season, niche, garment } of ideas) {
      expect([phrase, season === null || seasons.some((s) => s.id === season)]).toEqual([phrase, true]);
      expect([phrase, niche === null || NICHES.some((n) => n.id === niche)]).toEqual([phrase, true]);
      expect([phrase, garment === null || garments.some((g) => g.id === garment)]).toEqual([phrase, true]);
    }
  });

  it('name figures that the library has', async () => {
    const library = await motifLibrary();
    for (const { words } of ideas.flatMap((i) => i.pieces.filter((p) => p.kind === 'figure')))
      expect([words, library.search(words).total > 0]).toEqual([words, true]);
  });
});

describe('words of the niches', () => {
  it('are tasteful, in small letters but for names, and show something: most creatures have a figure', async () => {
    const library = await motifLibrary();
    let found = 0;
    let all = 0;
    for (const { id, words } of NICHES) {
      for (const list of Object.values(words))
        for (const word of list) if (!isTasteful(word)) throw new Error(`${id}: ${word}`);
      for (const creature of words.creature) {
        all++;
        if (library.search(creature.split(' ').at(-1)!).total) found++;
      }
    }
    expect(found / all).toBeGreaterThan(0.6);
  });
});

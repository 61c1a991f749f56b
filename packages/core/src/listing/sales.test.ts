import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import Papa from 'papaparse';
import { headOf, type Design } from '../design';
import { lettering, letteringLine, place } from '../parts';
import { readCatalogue } from '../press';
import { readSpecFile } from '../spec';
import { designOf } from '../../testing';
import { artworkLines, csvOf, listingQuality, phraseOf, pieceCost, salesOf, seasonOf } from './index';

const SEED = 1803;
const DAY = 24 * 3600 * 1000;
const FROM = Date.UTC(2026, 0, 5);
const model = { seed: 7, quality: 0.8, reach: 60, colours: ['soot', 'pine', 'bone'], from: FROM };
const total = (days: ReturnType<typeof salesOf>, key: 'views' | 'sales') =>
  days.reduce((n, d) => n + d[key], 0);

describe('simulated sales', () => {
  it('are the same from the same seed, and a later look only adds days', () => {
    const year = salesOf(model, FROM + 365 * DAY);
    expect(year).toHaveLength(365);
    expect(salesOf(model, FROM + 100.9 * DAY)).toEqual(year.slice(0, 100));
    expect(salesOf({ ...model, seed: 8 }, FROM + 100 * DAY)).not.toEqual(year.slice(0, 100));
    expect(salesOf(model, FROM - DAY)).toEqual([]);
    expect([year[0].day, year[364].day]).toEqual(['2026-01-05', '2027-01-04']);
  });

  it('add up by colour, and are no more than were looked at', () => {
    for (const { views, sales, colours } of salesOf(model, FROM + 200 * DAY)) {
      expect(Object.values(colours).reduce((a, b) => a + b, 0)).toBe(sales);
      expect(sales).toBeLessThanOrEqual(views);
    }
    const [plain] = salesOf({ ...model, colours: [], quality: 1, reach: 4000 }, FROM + DAY);
    expect(Object.keys(plain.colours)).toEqual(['']);
  });

  it('are more for a better listing and before the end of the year; their mean is the model’s', () => {
    const year = (quality: number) => salesOf({ ...model, quality }, FROM + 365 * DAY);
    expect(total(year(1), 'views')).toBeGreaterThan(1.5 * total(year(0.2), 'views'));
    expect(total(year(1), 'sales')).toBeGreaterThan(2 * total(year(0.2), 'sales'));
    const days = year(0.8);
    const month = (m: string) =>
      total(
        days.filter((d) => d.day.startsWith(`2026-${m}`)),
        'views',
      );
    expect(month('12')).toBeGreaterThan(1.5 * month('08'));
    // 2.8 % at the best.
    const share = total(year(1), 'sales') / total(year(1), 'views');
    expect(share).toBeGreaterThan(0.02);
    expect(share).toBeLessThan(0.036);
    const mean =
      Array.from({ length: 365 }, (_, d) => seasonOf(FROM + d * DAY)).reduce((a, b) => a + b) / 365;
    expect(mean).toBeGreaterThan(0.9);
    expect(mean).toBeLessThan(1.3);
  });

  it('a listing is as good as its fields are full', () => {
    const room = { title: 60, description: 2000, tags: 13, pictures: 5 };
    expect(listingQuality(room, room)).toBeCloseTo(1);
    expect(listingQuality({ title: 0, description: 0, tags: 0, pictures: 0 }, room)).toBe(0);
    expect(listingQuality({ ...room, pictures: 50 }, { ...room, tags: 0 })).toBeCloseTo(1);
  });
});

describe('what a piece costs', () => {
  const demo = join(__dirname, '../../../../demo');
  const catalogue = readCatalogue(JSON.parse(readFileSync(join(demo, 'press/catalogue.json'), 'utf8')));
  const specs = ['pinfold', 'mudlark'].flatMap((f) =>
    readSpecFile(readFileSync(join(demo, `specs/${f}.yaml`), 'utf8')),
  );
  const spec = (id: string) => specs.find((s) => s.id === id)!;
  const on = (id: string, ...sides: string[]) => ({
    ...headOf(designOf({ a: '#ffffff' })),
    placements: sides.map((side) => ({
      ...{ spec: id, side, x: 0, y: 0, scale: 1, turn: 0, mirror: false, narrow: false, ground: null },
      ...{ format: null, colourway: null, colourways: {}, apart: {} },
    })),
  });

  it('is its blank and its prints: one side, and less than twice that for two', () => {
    const both = spec('pinfold/tee-two-sides');
    const one = pieceCost(catalogue, on(both.id, 'front'), both)!;
    const two = pieceCost(catalogue, on(both.id, 'front', 'back'), both)!;
    const blank = catalogue.blanks.find((b) => b.id === 'tee')!.prices[0];
    expect(one).toBeGreaterThan(blank);
    expect(two).toBeGreaterThan(one);
    expect(two - blank).toBeLessThan(2 * (one - blank));
  });

  it('is not known where the press has no such thing, or nothing is printed', () => {
    const tee = spec('pinfold/tee-front');
    expect(pieceCost(catalogue, on(tee.id), { ...tee, blank: 'cape' })).toBeNull();
    expect(pieceCost(catalogue, { ...on(tee.id), placements: [] }, { ...tee, id: 'other/tee' })).toBeNull();
  });
});

describe('the words on the artwork', () => {
  const line = (id: string, y: number, text: string) =>
    lettering(id, '', place(0, y), [letteringLine(text, 'rye', 100, 'a')]);
  it('are read from the top down, without what is hidden', () => {
    const design: Design = designOf(
      { a: '#ffffff' },
      line('low', 400, 'NOT  SHEEP'),
      line('top', 100, 'COUNT OWLS'),
      { ...line('gone', 10, 'DRAFT'), hidden: true },
    );
    expect(artworkLines(design)).toEqual(['COUNT OWLS', 'NOT SHEEP']);
    expect(phraseOf(artworkLines(design))).toBe('count owls not sheep');
    expect(phraseOf(['Boots on,', 'Moon’s Out'])).toBe('Boots on, Moon’s Out');
    expect(phraseOf(['BOG', 'standard'])).toBe('bog standard');
  });
});

describe('tables', () => {
  it('run nothing in a spreadsheet, whatever is in their cells', () => {
    expect(
      csvOf(
        ['name', 'n'],
        [
          ['=1+1', -5],
          ['@x', null],
          ['-owl', 3],
          ['a "b"\n,c', 0],
        ],
      ),
    ).toBe(`name,n\r\n'=1+1,-5\r\n'@x,\r\n'-owl,3\r\n"a ""b""\n,c",0`);
    fc.assert(
      fc.property(fc.array(fc.string(), { minLength: 1, maxLength: 4 }), (cells) => {
        const [, back] = Papa.parse<string[]>(
          csvOf(
            cells.map(() => 'h'),
            [cells],
          ),
        ).data;
        back.forEach((cell, i) => {
          expect(cell).not.toMatch(/^[=+\-@\t\r]/);
          expect(cell.replace(/^'/, '')).toBe(cells[i].replace(/^'/, ''));
        });
      }),
      { seed: SEED, endOnFailure: true },
    );
  });
});

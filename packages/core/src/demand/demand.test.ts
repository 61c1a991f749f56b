import fc from 'fast-check';
import {
  decompose,
  difficulty,
  difficultyWord,
  monthAfter,
  monthsBetween,
  outlook,
  wholeMonths,
  yearOverYear,
  type MonthFigure,
} from './demand';
import { dateOrder, demandCsv, readDemandCsv, readMonth } from './csv';

/** Months from January 2022 on: a line, times a season, times something of each month. */
function made(
  n: number,
  season: readonly number[],
  level: (i: number) => number,
  rest = (_: number) => 1,
): MonthFigure[] {
  return Array.from({ length: n }, (_, i) => ({
    month: monthAfter('2022-01', i),
    searches: level(i) * season[i % 12] * rest(i),
  }));
}
const SEASON = [0.6, 0.6, 0.7, 0.8, 0.9, 1, 1, 1.1, 1.2, 1.3, 1.4, 1.4];

describe('what a year does to a phrase', () => {
  it('is found again exactly where the level stands still', () => {
    const d = decompose(made(48, SEASON, () => 500))!;
    SEASON.forEach((s, i) => expect(d.season[i]).toBeCloseTo(s, 9));
    d.trend.forEach((t, i) => (i < 6 || i > 41 ? expect(t).toBeNull() : expect(t).toBeCloseTo(500, 9)));
    expect(d.strength).toBeCloseTo(1, 9);
  });

  it('is found within two hundredths where it rises, and the rise within one', () => {
    const d = decompose(made(60, SEASON, (i) => 400 + 6 * i))!;
    SEASON.forEach((s, i) => expect(Math.abs(d.season[i] - s)).toBeLessThan(0.02));
    expect((d.trend[40]! - d.trend[16]!) / 24).toBeCloseTo(6, 0);
  });

  it('its indexes are 1 in the mean, whatever the figures are, and do not change with the level', () => {
    const figures = fc.array(fc.integer({ min: 1, max: 5000 }), { minLength: 24, maxLength: 72 });
    fc.assert(
      fc.property(figures, fc.integer({ min: 2, max: 50 }), (values, k) => {
        const of = (f: number) =>
          values.map((v, i) => ({ month: monthAfter('2020-05', i), searches: v * f }));
        const [d, e] = [decompose(of(1))!, decompose(of(k))!];
        expect(d.season.reduce((s, v) => s + v, 0) / 12).toBeCloseTo(1, 9);
        d.season.forEach((s, i) => expect(e.season[i]).toBeCloseTo(s, 6));
        expect(d.strength).toBeGreaterThanOrEqual(0);
        expect(d.strength).toBeLessThanOrEqual(1);
      }),
      { seed: 5, endOnFailure: true, numRuns: 60 },
    );
  });

  it('is not told of less than two years, nor of a year without any', () => {
    expect(decompose(made(23, SEASON, () => 100))).toBeNull();
    expect(decompose(made(36, SEASON, (i) => (i < 14 ? 0 : 100)))).toBeNull();
  });
});

describe('the year to come', () => {
  it('goes on as before, with a peak that is sure where each year had it', () => {
    const o = outlook(made(48, SEASON, () => 1000))!;
    expect(o.months).toHaveLength(12);
    expect(o.months[0].month).toBe('2026-01');
    o.months.forEach((m, i) => expect(m.searches).toBeCloseTo(1000 * SEASON[i], 6));
    expect(['2026-11', '2026-12']).toContain(o.peak.month);
    expect(o.peak.sure).toBe(1);
  });

  it('is less sure of its peak the more the months stray, and says so by wider bounds', () => {
    const flat = SEASON.map((s) => 1 + (s - 1) * 0.1);
    const wild = (i: number) => 1 + 0.35 * Math.sin(i * i * 1.7);
    const [calm, rough] = [outlook(made(60, SEASON, () => 900))!, outlook(made(60, flat, () => 900, wild))!];
    expect(rough.peak.sure).toBeLessThan(0.8);
    expect(calm.peak.sure).toBeGreaterThan(rough.peak.sure);
    const width = (o: typeof calm) => o.months[3].high / o.months[3].low;
    expect(width(rough)).toBeGreaterThan(width(calm) * 1.2);
    rough.months.forEach((m) => expect(m.low <= m.searches && m.searches <= m.high).toBe(true));
  });

  it('carries a rise on, and never falls below nothing', () => {
    const up = outlook(made(60, SEASON, (i) => 300 + 10 * i))!;
    expect(up.months[11].searches / SEASON[11]).toBeCloseTo(300 + 10 * 71, -2);
    const down = outlook(made(60, SEASON, (i) => Math.max(1, 600 - 11 * i)))!;
    down.months.forEach((m) => expect(m.searches).toBeGreaterThan(0));
  });

  it('year over year, and difficulty in words', () => {
    const doubled = made(24, SEASON, (i) => (i < 12 ? 100 : 200));
    expect(yearOverYear(doubled)).toBeCloseTo(2, 9);
    expect(yearOverYear(doubled.slice(1))).toBeNull();
    expect(difficulty(doubled, 600)).toBeCloseTo(3, 9);
    expect(difficulty([{ month: '2026-01', searches: 0 }], 5)).toBeNull();
    expect([0.5, 2, 9].map(difficultyWord)).toEqual(['open', 'contested', 'crowded']);
  });
});

describe('months', () => {
  it('are counted over the year, there and back', () => {
    fc.assert(
      fc.property(fc.integer({ min: -600, max: 600 }), (n) => {
        expect(monthsBetween('2026-11', monthAfter('2026-11', n))).toBe(n);
      }),
      { seed: 9, endOnFailure: true },
    );
  });

  it('that are missing are drawn between those beside them, and told', () => {
    const given = [
      { month: '2026-05', searches: 40 },
      { month: '2026-01', searches: 10 },
      { month: '2026-02', searches: 10 },
      { month: '2026-01', searches: 10 },
    ];
    const { figures, filled } = wholeMonths(given);
    expect(filled).toEqual(['2026-03', '2026-04']);
    expect(figures.map((f) => f.searches)).toEqual([20, 10, 20, 30, 40]);
  });

  it.each([
    ['2026-11', '2026-11'],
    ['2026-11-30', '2026-11'],
    ['2026-11-01T00:00:00', '2026-11'],
    ['11/2026', '2026-11'],
    ['Nov 2026', '2026-11'],
    ['3 November 2026', '2026-11'],
    ['2026/3', '2026-03'],
    ['13/2026', null],
    ['03/11/2026', null],
    ['yesterday', null],
    ['Foo 2026', null],
  ])('%s is read as %s', (said, month) => {
    expect(readMonth(said)).toBe(month);
  });

  it('in a file, one date tells the order of the others', () => {
    expect(dateOrder(['03/11/2026', '30/11/2026'])).toBe('day first');
    expect(dateOrder(['03/11/2026', '11/30/2026'])).toBe('month first');
    expect(dateOrder(['01/02/2026', '01/03/2026'])).toBe('day first');
    expect(dateOrder(['02/01/2026', '03/01/2026'])).toBe('month first');
    expect(dateOrder(['30/11/2026', '11/30/2026'])).toBeNull();
    expect(dateOrder(['03/11/2026', '04/11/2026'])).toBeNull();
    expect(dateOrder(['2026-11'])).toBeNull();
    expect(readMonth('03/11/2026', 'day first')).toBe('2026-11');
    expect(readMonth('03/11/2026', 'month first')).toBe('2026-03');
  });
});

describe('a seller’s own figures', () => {
  const faultsOf = (csv: string) => {
    try {
      readDemandCsv(csv);
      return [];
    } catch (error) {
      return (error as { faults: { field: string; message: string }[] }).faults.map(
        (f) => `${f.field}: ${f.message}`,
      );
    }
  };

  it('are read with columns in any order, counts as people write them, and what is missing as usual', () => {
    const csv = '\uFEFFMonth;Searches;Phrase\n30/11/2026;1.200;Owl  Mug\n01/12/2026;90;owl mug\n';
    expect(readDemandCsv(csv)).toEqual([
      { phrase: 'owl mug', product: '', country: 'GB', month: '2026-11', searches: 1200 },
      { phrase: 'owl mug', product: '', country: 'GB', month: '2026-12', searches: 90 },
    ]);
  });

  it('go out and come in again as they were, formulas among them', () => {
    const phrase = fc.stringMatching(/^[=+@a-z][a-z ,";'é]{0,18}[a-z]$/).filter((p) => !/\s\s/.test(p));
    const row = fc.record({
      phrase,
      product: fc.constantFrom('', 'shirt', 'mug'),
      country: fc.constantFrom('GB', 'DE'),
      month: fc.integer({ min: 0, max: 60 }).map((n) => monthAfter('2021-03', n)),
      searches: fc.integer({ min: 0, max: 2_000_000 }),
    });
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 8 }), (rows) => {
        expect(readDemandCsv(demandCsv(rows))).toEqual(rows);
      }),
      { seed: 11, endOnFailure: true },
    );
  });

  it('say what is wrong, and where', () => {
    expect(faultsOf('')).toEqual(['csv: is empty']);
    expect(faultsOf('phrase,month,searches\n')).toEqual(['csv: has no row below its first one']);
    expect(faultsOf('word,month\nowl,2026-01\n').map((f) => f.split(':')[0])).toEqual(['phrase', 'searches']);
    const bad = faultsOf(
      'phrase,month,searches,country\nowl,2026-01,-4,GB\n,2026-01,4,GB\nowl,03/04/2026,4,GB\nowl,2026-01,4,Britain\n',
    );
    expect(bad.map((f) => f.split(':')[0])).toEqual([
      'row 2, searches',
      'row 3, phrase',
      'row 4, month',
      'row 5, country',
    ]);
    expect(faultsOf(`phrase,month,searches\n${'owl,then,1\n'.repeat(50)}`).at(-1)).toBe(
      'csv: has 30 more rows with faults',
    );
    expect(faultsOf('phrase,month,searches\n"owl,2026-01,4\n')[0]).toMatch(/^row \d+: has a quotation mark/);
  });

  it('of 100,000 rows are read', () => {
    const csv = `phrase,month,searches\n${'owl,2026-01,4\n'.repeat(100_000)}`;
    expect(readDemandCsv(csv)).toHaveLength(100_000);
  });
});

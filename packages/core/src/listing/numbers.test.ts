import fc from 'fast-check';
import { allSold, soldAs, weekOf, type SoldListing } from './index';

const SEED = 1804;
const day = (d: string, views: number, colours: Record<string, number>) => ({
  ...{ day: d, views, colours },
  sales: Object.values(colours).reduce((a, b) => a + b, 0),
});
const LISTINGS: SoldListing[] = [
  {
    ...{ design: 'Owls', product: 'Tee', marketplace: 'Pinfold Market', profit: 500 },
    days: [
      day('2026-12-28', 10, { soot: 2 }),
      day('2027-01-03', 5, { pine: 1 }),
      day('2027-01-18', 7, { soot: 1 }),
    ],
  },
  {
    ...{ design: 'Owls', product: 'Mug', marketplace: 'Mudlark Goods', profit: null },
    days: [day('2027-01-04', 20, { '': 4 })],
  },
];
const name = (id: string) => id.toUpperCase();

describe('sales by week', () => {
  it('a week begins on its Monday, over the end of a year, too', () => {
    expect(['2026-12-28', '2027-01-03', '2027-01-04', '2028-02-29'].map(weekOf)).toEqual([
      '2026-12-28',
      '2026-12-28',
      '2027-01-04',
      '2028-02-28',
    ]);
  });

  it('are summed with what they leave, weeks without a sale included', () => {
    const { weeks, ...sums } = allSold(LISTINGS);
    expect(sums).toEqual({ name: 'all', views: 42, sales: 8, profit: 2000 });
    expect(weeks.map((w) => [w.week, w.views, w.sales, w.profit])).toEqual([
      ['2026-12-28', 15, 3, 1500],
      ['2027-01-04', 20, 4, 0],
      ['2027-01-11', 0, 0, 0],
      ['2027-01-18', 7, 1, 500],
    ]);
    expect(allSold(LISTINGS, 1).sales).toBe(1);
    expect(allSold([])).toEqual({ name: 'all', weeks: [], views: 0, sales: 0, profit: 0 });
  });

  it('are told by product, design and colour, the best-selling first', () => {
    // Sold as often, it is what is looked at more.
    expect(soldAs(LISTINGS, 'product', name).map((g) => [g.name, g.sales, g.views])).toEqual([
      ['Tee', 4, 22],
      ['Mug', 4, 20],
    ]);
    expect(soldAs(LISTINGS, 'design', name)).toHaveLength(1);
    expect(soldAs(LISTINGS, 'colour', name).map((g) => [g.name, g.sales, g.profit])).toEqual([
      ['in no colour', 4, 0],
      ['SOOT', 3, 1500],
      ['PINE', 1, 500],
    ]);
  });

  it('add up to the same whatever they are told by', () => {
    const days = fc.array(
      fc.record({
        n: fc.integer({ min: 0, max: 400 }),
        views: fc.integer({ min: 0, max: 9 }),
        soot: fc.integer({ min: 0, max: 5 }),
        pine: fc.integer({ min: 0, max: 5 }),
      }),
      { maxLength: 20 },
    );
    const listing = fc.record({
      design: fc.constantFrom('a', 'b'),
      product: fc.constantFrom('t', 'm'),
      days,
    });
    fc.assert(
      fc.property(fc.array(listing, { maxLength: 5 }), (list) => {
        const listings = list.map((l): SoldListing => ({
          ...{ design: l.design, product: l.product, marketplace: 'x', profit: 100 },
          days: l.days.map((d) =>
            day(new Date(Date.UTC(2026, 0, 1 + d.n)).toISOString().slice(0, 10), d.views, {
              soot: d.soot,
              pine: d.pine,
            }),
          ),
        }));
        const { sales, views, profit } = allSold(listings);
        for (const by of ['design', 'product', 'marketplace', 'colour'] as const) {
          const groups = soldAs(listings, by, name);
          expect(groups.reduce((n, g) => n + g.sales, 0)).toBe(sales);
          expect(groups.reduce((n, g) => n + g.profit, 0)).toBe(profit);
          if (by !== 'colour') expect(groups.reduce((n, g) => n + g.views, 0)).toBe(views);
        }
      }),
      { seed: SEED, endOnFailure: true },
    );
  });
});

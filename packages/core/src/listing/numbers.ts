import type { DayFigures } from './sales';

/** What a listing showed and sold, with what each sale leaves. */
export interface SoldListing {
  design: string;
  product: string;
  marketplace: string;
  /** Hundredths that are left of one sale; null where it is not known. */
  profit: number | null;
  days: readonly DayFigures[];
}

/** One week: from its Monday. */
export interface WeekFigures {
  /** YYYY-MM-DD. */
  week: string;
  views: number;
  sales: number;
  /** Hundredths, of what is known. */
  profit: number;
}

export const SOLD_BY = ['design', 'product', 'marketplace', 'colour'] as const;
export type SoldBy = (typeof SOLD_BY)[number];

/** The figures of one design, product, marketplace or colour. */
export interface SoldGroup extends Omit<WeekFigures, 'week'> {
  name: string;
  /** The same weeks for every group, the first first. */
  weeks: WeekFigures[];
}

const DAY = 24 * 3600 * 1000;

/** The Monday of a day's week (ISO 8601). */
export function weekOf(day: string): string {
  const at = Date.parse(`${day}T00:00:00Z`);
  const back = (new Date(at).getUTCDay() + 6) % 7;
  return new Date(at - back * DAY).toISOString().slice(0, 10);
}

/** All weeks from the first to the last that has figures, none left out. */
function weeksOf(listings: readonly SoldListing[]): string[] {
  let [first, last] = ['', ''];
  for (const { days } of listings)
    for (const { day } of days) {
      if (!first || day < first) first = day;
      if (day > last) last = day;
    }
  if (!first) return [];
  const out: string[] = [];
  const end = Date.parse(`${weekOf(last)}T00:00:00Z`);
  for (let at = Date.parse(`${weekOf(first)}T00:00:00Z`); at <= end; at += 7 * DAY)
    out.push(new Date(at).toISOString().slice(0, 10));
  return out;
}

const empty = (weeks: readonly string[]): WeekFigures[] =>
  weeks.map((week) => ({ week, views: 0, sales: 0, profit: 0 }));

const total = (name: string, weeks: WeekFigures[]): SoldGroup => {
  const sum = (key: 'views' | 'sales' | 'profit') => weeks.reduce((n, w) => n + w[key], 0);
  return { name, weeks, views: sum('views'), sales: sum('sales'), profit: sum('profit') };
};

/** All of it by week, for the last `most` weeks. */
export function allSold(listings: readonly SoldListing[], most = Infinity): SoldGroup {
  return soldBy(listings, () => [['all', 1]], most)[0] ?? total('all', []);
}

/**
 * By design, product, marketplace or colour, the best-selling first; of the last `most` weeks. A colour has no views:
 * who looks at a listing looks at all of its colours.
 */
export function soldAs(
  listings: readonly SoldListing[],
  by: SoldBy,
  colourName: (id: string) => string,
  most = Infinity,
): SoldGroup[] {
  const key = by === 'colour' ? null : by;
  return soldBy(listings, (l) => (key ? [[l[key], 1]] : []), most, key ? undefined : colourName);
}

function soldBy(
  listings: readonly SoldListing[],
  keysOf: (listing: SoldListing) => [string, number][],
  most: number,
  colourName?: (id: string) => string,
): SoldGroup[] {
  const weeks = weeksOf(listings).slice(most === Infinity ? 0 : -most);
  const at = new Map(weeks.map((w, i) => [w, i]));
  const groups = new Map<string, WeekFigures[]>();
  const of = (name: string): WeekFigures[] => {
    const known = groups.get(name) ?? empty(weeks);
    groups.set(name, known);
    return known;
  };
  for (const listing of listings) {
    const keys = keysOf(listing);
    for (const { day, views, sales, colours } of listing.days) {
      const i = at.get(weekOf(day));
      if (i === undefined) continue;
      for (const [name] of keys) {
        const week = of(name)[i];
        week.views += views;
        week.sales += sales;
        week.profit += sales * (listing.profit ?? 0);
      }
      if (!colourName) continue;
      for (const [id, n] of Object.entries(colours)) {
        const week = of(id ? colourName(id) : 'in no colour')[i];
        week.sales += n;
        week.profit += n * (listing.profit ?? 0);
      }
    }
  }
  return [...groups]
    .map(([name, found]) => total(name, found))
    .sort((a, b) => b.sales - a.sales || b.views - a.views || a.name.localeCompare(b.name));
}

import { hash, unit } from '../wear';

/** What a listing showed and sold on one day of its marketplace. */
export interface DayFigures {
  /** YYYY-MM-DD. */
  day: string;
  views: number;
  sales: number;
  /** Pieces by colour; all under '' where it has none. */
  colours: Record<string, number>;
}

export interface SalesModel {
  /** A whole number that all chances follow from. */
  seed: number;
  /** How well it is made as a listing, 0 to 1: see listingQuality. */
  quality: number;
  /** Views a day of a good listing of its kind. */
  reach: number;
  /** The colours that it is sold in, by id. */
  colours: readonly string[];
  /** When it was accepted, ms. */
  from: number;
}

const DAY = 24 * 3600 * 1000;
/** Days that are told of one listing. */
const MOST_DAYS = 1500;

/** How full a listing's fields are, 0 to 1: its words, pictures and tags against what there is room for. */
export function listingQuality(
  fill: { title: number; description: number; tags: number; pictures: number },
  room: { title: number; description: number; tags: number; pictures: number },
): number {
  const share = (key: keyof typeof fill) => (room[key] > 0 ? Math.min(1, fill[key] / room[key]) : 1);
  // Pictures are looked at first.
  return (
    0.35 * share('pictures') + 0.25 * share('title') + 0.25 * share('tags') + 0.15 * share('description')
  );
}

/** Through the year: most is bought before its end, a little more before summer. By the day of the year, about 1. */
export function seasonOf(at: number): number {
  const year = new Date(at).getUTCFullYear();
  const day = (at - Date.UTC(year, 0, 1)) / DAY;
  const near = (peak: number, days: number) => Math.exp(-(((day - peak) / days) ** 2));
  return 0.75 + 1.6 * near(338, 26) + 0.35 * near(165, 40);
}

/** A whole number by chance whose mean is `mean` (Knuth, TAOCP 2, 3.4.1, of several small ones). */
function poisson(mean: number, seed: number): number {
  let [n, left, i] = [0, mean, 0];
  while (left > 0) {
    const part = Math.min(left, 20);
    const limit = Math.exp(-part);
    for (let product = unit(hash(seed, i++, 3)); product > limit; product *= unit(hash(seed, i++, 3))) n++;
    left -= part;
  }
  return n;
}

/**
 * The days of a listing from its acceptance to `now` (ms), each whole: views by reach, quality, season and how long it
 * has been there; sales of them. Simulated: the same seed gives the same days, and a later `now` only adds some.
 */
export function salesOf({ seed, quality, reach, colours, from }: SalesModel, now: number): DayFigures[] {
  const days = Math.min(MOST_DAYS, Math.floor((now - from) / DAY));
  const liking = colours.map((_, i) => 0.3 + unit(hash(seed, i, 7)));
  const all = liking.reduce((a, b) => a + b, 0);
  const out: DayFigures[] = [];
  for (let d = 0; d < days; d++) {
    const at = from + d * DAY;
    // A listing is found bit by bit, and a little less once it is old.
    const found = (1 - Math.exp(-(d + 1) / 12)) * (0.6 + 0.4 * Math.exp(-d / 240));
    const weekend = [0, 6].includes(new Date(at).getUTCDay()) ? 1.25 : 1;
    const views = poisson(reach * (0.2 + 0.8 * quality) * seasonOf(at) * found * weekend, hash(seed, d, 1));
    const chance = 0.006 + 0.022 * quality;
    const sold: Record<string, number> = {};
    let sales = 0;
    for (let v = 0; v < views; v++) {
      if (unit(hash(hash(seed, d, 2), v, 5)) >= chance) continue;
      sales++;
      let pick = unit(hash(hash(seed, d, 4), v, 6)) * all;
      const at = liking.findIndex((l) => (pick -= l) < 0);
      const colour = colours[at] ?? '';
      sold[colour] = (sold[colour] ?? 0) + 1;
    }
    out.push({ day: new Date(at).toISOString().slice(0, 10), views, sales, colours: sold });
  }
  return out;
}

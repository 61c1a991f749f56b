import { randomOf } from '../geometry';

/** How often something was looked for in a month. */
export interface MonthFigure {
  /** `YYYY-MM`. */
  month: string;
  searches: number;
}

export const monthAfter = (month: string, months: number): string => {
  const [y, m] = month.split('-').map(Number);
  const at = y * 12 + (m - 1) + months;
  return `${Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}`;
};

/** Months from one to another one. */
export function monthsBetween(from: string, to: string): number {
  const at = (m: string) => Number(m.slice(0, 4)) * 12 + Number(m.slice(5));
  return at(to) - at(from);
}

/** What a year does to a phrase, and what is left. */
export interface Decomposed {
  /** The level at each month, as far as there is one: none in the first and last half year. */
  trend: (number | null)[];
  /** By month of the year, January first; 1 is an average month. Their mean is 1. */
  season: number[];
  /** What neither explains, as a factor; none where there is no trend. */
  rest: (number | null)[];
  /** From 0, no season, to 1, nothing but season (Wang, Smith and Hyndman 2006). */
  strength: number;
}

/** Months that a season can be told from: two whole years. */
export const LEAST_MONTHS = 24;

const mean = (values: readonly number[]): number =>
  values.reduce((sum, v) => sum + v, 0) / Math.max(1, values.length);

function variance(values: readonly number[]): number {
  const m = mean(values);
  return mean(values.map((v) => (v - m) ** 2));
}

/**
 * Classical multiplicative decomposition with a centred 2 × 12 moving average (Hyndman and Athanasopoulos, Forecasting:
 * Principles and Practice, 3rd edition, 3.4). Null for fewer than two years, and where nobody looked for it for a year.
 *
 * @param figures months in a row, without a gap; see wholeMonths
 */
export function decompose(figures: readonly MonthFigure[]): Decomposed | null {
  const n = figures.length;
  if (n < LEAST_MONTHS) return null;
  const values = figures.map((f) => f.searches);
  const trend = values.map((_, i): number | null => {
    if (i < 6 || i + 6 >= n) return null;
    let sum = (values[i - 6] + values[i + 6]) / 2;
    for (let k = -5; k <= 5; k++) sum += values[i + k];
    return sum / 12;
  });
  if (trend.some((t) => t !== null && t <= 0)) return null;
  const byMonth: number[][] = Array.from({ length: 12 }, () => []);
  const monthOf = (i: number) => Number(figures[i].month.slice(5)) - 1;
  trend.forEach((t, i) => {
    if (t !== null) byMonth[monthOf(i)].push(values[i] / t);
  });
  const raw = byMonth.map(mean);
  const scale = mean(raw);
  const season = raw.map((v) => v / scale);
  const rest = trend.map((t, i) => {
    const s = season[monthOf(i)];
    return t === null || s === 0 ? null : values[i] / (t * s);
  });
  // On the logarithms, since the parts are multiplied.
  const known = rest.flatMap((r, i) =>
    r !== null && r > 0 ? [{ r: Math.log(r), s: Math.log(season[monthOf(i)]) }] : [],
  );
  const both = variance(known.map(({ r, s }) => r + s));
  const strength = both > 0 ? Math.max(0, 1 - variance(known.map(({ r }) => r)) / both) : 0;
  return { trend, season, rest, strength };
}

/** A month to come. */
export interface Forecast extends MonthFigure {
  /** Of ten such months eight lie between these. */
  low: number;
  high: number;
}

export interface Outlook {
  months: Forecast[];
  /** The month in which it will be looked for most, and how sure that is, from 0 to 1. */
  peak: { month: string; sure: number };
}

/** Quantile of the normal distribution that leaves a tenth above. */
const TENTH = 1.2816;
/** Years drawn to see in which month the peak lies. */
const DRAWS = 400;

/** Draws from a normal distribution, by year and month: always the same, so that figures that stay tell the same. */
const drawn = (() => {
  let made: Float64Array | null = null;
  return (): Float64Array => {
    if (made) return made;
    // Made normal after Box and Muller.
    const next = randomOf(7);
    made = Float64Array.from(
      { length: DRAWS * 12 },
      () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
    );
    return made;
  };
})();

/**
 * The next twelve months: the trend of the last two years, drawn on as a line, times the season; how far it may be off
 * follows from what decomposition did not explain. Null where it cannot be told.
 */
export function outlook(figures: readonly MonthFigure[]): Outlook | null {
  const parts = decompose(figures);
  if (!parts) return null;
  const n = figures.length;
  const level = parts.trend.flatMap((t, i) => (t === null ? [] : [{ i, t }])).slice(-24);
  const [mi, mt] = [mean(level.map((p) => p.i)), mean(level.map((p) => p.t))];
  const spread = level.reduce((sum, p) => sum + (p.i - mi) ** 2, 0);
  const slope = spread ? level.reduce((sum, p) => sum + (p.i - mi) * (p.t - mt), 0) / spread : 0;
  const off = Math.sqrt(mean(parts.rest.flatMap((r) => (r !== null && r > 0 ? [Math.log(r) ** 2] : []))));
  const last = figures[n - 1].month;
  const months = Array.from({ length: 12 }, (_, k): Forecast => {
    const month = monthAfter(last, k + 1);
    // A line that falls never falls below a tenth of what it was.
    const at = Math.max(mt / 10, mt + slope * (n + k - mi));
    const searches = at * parts.season[Number(month.slice(5)) - 1];
    const factor = Math.exp(TENTH * off);
    return { month, searches, low: searches / factor, high: searches * factor };
  });
  const wins = new Array<number>(12).fill(0);
  const draws = drawn();
  // On the logarithms: a product is a sum there, and the largest stays the largest.
  const logs = months.map((m) => Math.log(Math.max(1e-9, m.searches)));
  for (let d = 0; d < DRAWS; d++) {
    let best = 0;
    let most = -Infinity;
    for (let k = 0; k < 12; k++) {
      const value = logs[k] + off * draws[12 * d + k];
      if (value > most) [best, most] = [k, value];
    }
    wins[best]++;
  }
  const peak = months.reduce((a, m, k) => (m.searches > months[a].searches ? k : a), 0);
  // A peak that is off by a month is as good to a seller, who begins weeks before.
  const near = [-1, 0, 1].reduce((sum, d) => sum + (wins[peak + d] ?? 0), 0);
  return { months, peak: { month: months[peak].month, sure: near / DRAWS } };
}

/** The last twelve months against the twelve before, as a factor; null where either is not whole or nothing. */
export function yearOverYear(figures: readonly MonthFigure[]): number | null {
  if (figures.length < 24) return null;
  const sum = (part: readonly MonthFigure[]) => part.reduce((s, f) => s + f.searches, 0);
  const before = sum(figures.slice(-24, -12));
  return before > 0 ? sum(figures.slice(-12)) / before : null;
}

/** Searches a month, in the mean of the last twelve. */
export const usualMonth = (figures: readonly MonthFigure[]): number =>
  mean(figures.slice(-12).map((f) => f.searches));

/** Listings for each search of a month: the more, the harder it is to be found. Null where nobody looks for it. */
export function difficulty(figures: readonly MonthFigure[], listings: number): number | null {
  const searches = usualMonth(figures);
  return searches > 0 ? listings / searches : null;
}

/** A difficulty in a word. */
export const difficultyWord = (d: number): 'open' | 'contested' | 'crowded' =>
  d < 1 ? 'open' : d < 4 ? 'contested' : 'crowded';

/**
 * Months in a row, the first to the last; what is missing between two is drawn as a line, and said. Several figures of a
 * month are added.
 */
export function wholeMonths(figures: readonly MonthFigure[]): { figures: MonthFigure[]; filled: string[] } {
  const known = new Map<string, number>();
  for (const { month, searches } of figures) known.set(month, (known.get(month) ?? 0) + searches);
  const months = [...known.keys()].sort();
  const out: MonthFigure[] = [];
  const filled: string[] = [];
  months.forEach((month, i) => {
    if (i > 0) {
      const before = months[i - 1];
      const gap = monthsBetween(before, month);
      for (let k = 1; k < gap; k++) {
        const [a, b] = [known.get(before)!, known.get(month)!];
        const at = monthAfter(before, k);
        out.push({ month: at, searches: a + ((b - a) * k) / gap });
        filled.push(at);
      }
    }
    out.push({ month, searches: known.get(month)! });
  });
  return { figures: out, filled };
}

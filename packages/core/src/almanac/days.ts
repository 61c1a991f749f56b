/** Days as `YYYY-MM-DD`, reckoned without times of the day or zones. */
const DAY_MS = 86_400_000;

export const dayOf = (year: number, month: number, day: number): string =>
  dayAt(Date.UTC(year, month - 1, day));

export const dayAt = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

export const msOf = (day: string): number => Date.parse(`${day}T00:00:00Z`);

export const plusDays = (day: string, days: number): string => dayAt(msOf(day) + days * DAY_MS);

/** Days from one day to another one. */
export const daysBetween = (from: string, to: string): number => Math.round((msOf(to) - msOf(from)) / DAY_MS);

export const yearOf = (day: string): number => Number(day.slice(0, 4));

/** Whether a year has such a day. */
export function hasDay(year: number, month: number, day: number): boolean {
  const date = new Date(Date.UTC(year, month - 1, day));
  return date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}

/** Whether it is a day, written as such. */
export function isDay(text: string): boolean {
  const [, y, m, d] = (/^(\d{4})-(\d{2})-(\d{2})$/.exec(text) ?? []).map(Number);
  return y !== undefined && m >= 1 && m <= 12 && hasDay(y, m, d);
}

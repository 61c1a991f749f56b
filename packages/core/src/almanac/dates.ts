import { CalendarChinese } from 'date-chinese';
import { easter, orthodoxEaster } from 'date-easter';
import { dayOf, hasDay, msOf, plusDays, yearOf } from './days';
import type { Occurrence, OtherCalendar, Season, SeasonRule } from './types';

/** Calendars that the platform knows, with the names of their months. */
const CALENDARS: Readonly<Record<OtherCalendar, { ca: string; months: readonly string[] }>> = {
  chinese: { ca: 'chinese', months: Array.from({ length: 12 }, (_, i) => `${i + 1}`) },
  islamic: { ca: 'islamic-umalqura', months: Array.from({ length: 12 }, (_, i) => `${i + 1}`) },
  // Named, since the numbers of months move in leap years; Adar is the one of Purim.
  hebrew: {
    ca: 'hebrew',
    months: 'Tishri Heshvan Kislev Tevet Shevat Adar Nisan Iyar Sivan Tamuz Av Elul'.split(' '),
  },
};
const formats = new Map<string, Intl.DateTimeFormat>();
const found = new Map<string, string[]>();
/** Searches that are remembered: years times rules. */
const MOST_FOUND = 2000;

function formatOf(calendar: OtherCalendar): Intl.DateTimeFormat {
  let format = formats.get(calendar);
  if (!format) {
    format = new Intl.DateTimeFormat(`en-u-ca-${CALENDARS[calendar].ca}`, {
      timeZone: 'UTC',
      month: calendar === 'hebrew' ? 'long' : 'numeric',
      day: 'numeric',
    });
    formats.set(calendar, format);
  }
  return format;
}

function named(calendar: OtherCalendar, month: number, day: number, year: number): string[] {
  const name = CALENDARS[calendar].months[month - 1];
  const format = formatOf(calendar);
  const out: string[] = [];
  for (let at = dayOf(year, 1, 1); yearOf(at) === year; at = plusDays(at, 1)) {
    const parts = format.formatToParts(msOf(at));
    const said = parts.find((p) => p.type === 'month')?.value;
    const same = said === name || (calendar === 'hebrew' && name === 'Adar' && said === 'Adar II');
    if (same && Number(parts.find((p) => p.type === 'day')?.value) === day) out.push(at);
  }
  return out;
}

/**
 * The platform knows which month is which (of 2033, too, whose leap month moves most reckonings), and is a day off where
 * a new moon is near midnight (2027, 2030); the moon's own day comes from astronomy. Both were held against the tables of
 * the Hong Kong Observatory.
 */
function chinese(month: number, day: number, year: number): string[] {
  return [year - 1, year].flatMap((of) =>
    named('chinese', month, 1, of).flatMap((first) => {
      const [y, m, d] = first.split('-').map(Number);
      const reckoned = new CalendarChinese().fromGregorian(y, m, d).get()[4];
      const at = plusDays(first, (reckoned === 2 ? -1 : reckoned > 15 ? 1 : 0) + day - 1);
      return yearOf(at) === year ? [at] : [];
    }),
  );
}

/** Days of a year that another calendar calls so; none or two where its years are shorter than ours. */
function daysCalled(calendar: OtherCalendar, month: number, day: number, year: number): string[] {
  const key = `${calendar} ${month} ${day} ${year}`;
  const known = found.get(key);
  if (known) return known;
  const days = calendar === 'chinese' ? chinese(month, day, year) : named(calendar, month, day, year);
  if (found.size >= MOST_FOUND) found.clear();
  found.set(key, days);
  return days;
}

function nthWeekday(year: number, month: number, nth: number, weekday: number): string | null {
  if (nth < 0) {
    const last = new Date(Date.UTC(year, month, 0));
    const back = (last.getUTCDay() - weekday + 7) % 7;
    return dayOf(year, month, last.getUTCDate() - back);
  }
  const first = new Date(Date.UTC(year, month - 1, 1)).getUTCDay();
  const day = 1 + ((weekday - first + 7) % 7) + (nth - 1) * 7;
  return hasDay(year, month, day) ? dayOf(year, month, day) : null;
}

/** The days on which a season begins in a year: none where it has none (29 February), two where a moon comes round twice. */
export function daysIn(rule: SeasonRule, year: number): string[] {
  switch (rule.kind) {
    case 'fixed':
    case 'range':
      return hasDay(year, rule.month, rule.day) ? [dayOf(year, rule.month, rule.day)] : [];
    case 'weekday': {
      const day = nthWeekday(year, rule.month, rule.nth, rule.weekday);
      return day ? [plusDays(day, rule.days)] : [];
    }
    case 'easter': {
      const at = rule.church === 'western' ? easter(year) : orthodoxEaster(year);
      return [plusDays(dayOf(at.year, at.month, at.day), rule.days)];
    }
    case 'calendar':
      return daysCalled(rule.calendar, rule.month, rule.day, year);
    case 'days':
      return rule.days.filter((d) => yearOf(d) === year).sort();
  }
}

/** The last day of a season that begins on `from`. */
function endOf(rule: SeasonRule, from: string): string {
  if (rule.kind !== 'range') return from;
  const { toMonth, toDay } = rule;
  for (const year of [yearOf(from), yearOf(from) + 1]) {
    // 29 February ends on the 28th where there is none.
    const to = dayOf(year, toMonth, hasDay(year, toMonth, toDay) ? toDay : toDay - 1);
    if (to >= from) return to;
  }
  return from;
}

function occurrenceOf(season: Season, from: string): Occurrence {
  const { leads } = season;
  const peak = plusDays(from, -season.peak);
  const to = endOf(season.rule, from);
  return {
    ...{ season: season.id, from, to, peak },
    ideaBy: plusDays(peak, -7 * leads.idea),
    designedBy: plusDays(peak, -7 * leads.designed),
    listBy: plusDays(peak, -7 * leads.listed),
    lastOrder: plusDays(to, -leads.delivery),
  };
}

/** A season's occurrences that begin in a year. */
export const occurrencesIn = (season: Season, year: number): Occurrence[] =>
  daysIn(season.rule, year).map((from) => occurrenceOf(season, from));

/** Years that are looked through for the next time: what never comes in so many never comes. */
const YEARS_AHEAD = 12;

/** The next time of a season that can still be ordered for on a day; null where it does not come again. */
export function nextOf(season: Season, day: string): Occurrence | null {
  const year = yearOf(day);
  for (let y = year - 1; y <= year + YEARS_AHEAD; y++) {
    const next = occurrencesIn(season, y).find((o) => o.lastOrder >= day);
    if (next) return next;
  }
  return null;
}

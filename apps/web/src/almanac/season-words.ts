import type { SeasonRule, SeasonWork } from '@brelm/core/almanac';
import { fromToday, shortDay } from './days';

export const MONTH_NAMES =
  'January February March April May June July August September October November December'.split(' ');
export const WEEKDAYS = 'Sunday Monday Tuesday Wednesday Thursday Friday Saturday'.split(' ');
export const NTHS = [
  [1, 'first'],
  [2, 'second'],
  [3, 'third'],
  [4, 'fourth'],
  [5, 'fifth'],
  [-1, 'last'],
] as const;

const month = (m: number): string => MONTH_NAMES[m - 1] ?? '';
const shifted = (days: number, of: string): string =>
  days === 0
    ? of
    : `${Math.abs(days)} ${Math.abs(days) === 1 ? 'day' : 'days'} ${days < 0 ? 'before' : 'after'} ${of}`;

/** When a season is, in words. */
export function ruleWords(rule: SeasonRule): string {
  switch (rule.kind) {
    case 'fixed':
      return `each ${rule.day} ${month(rule.month)}`;
    case 'range':
      return `from ${rule.day} ${month(rule.month)} to ${rule.toDay} ${month(rule.toMonth)}`;
    case 'weekday': {
      const nth = NTHS.find(([n]) => n === rule.nth)?.[1] ?? '';
      return shifted(rule.days, `the ${nth} ${WEEKDAYS[rule.weekday]} in ${month(rule.month)}`);
    }
    case 'easter':
      return shifted(rule.days, rule.church === 'western' ? 'Easter Sunday' : 'Orthodox Easter Sunday');
    case 'calendar':
      return `day ${rule.day} of month ${rule.month} of the ${rule.calendar[0].toUpperCase()}${rule.calendar.slice(1)} calendar`;
    case 'days':
      return rule.days.length === 1 ? 'on one day' : `on ${rule.days.length} days that are written down`;
  }
}

const some = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;

/** What the shop has for a season, and what is missing. */
export function stockWords({ stock, step }: Pick<SeasonWork, 'stock' | 'step'>): string {
  const { ideas, designs, listed } = stock;
  if (step === 'idea') return 'no idea yet';
  if (step === 'design') return `${some(ideas, 'idea')}, nothing designed`;
  if (step === 'list') return `${some(designs, 'design')}, none listed`;
  return `${some(listed, 'design')} listed`;
}

/** By when it is to be listed, which is what all before it serves. */
export function listWords({ step, next }: Pick<SeasonWork, 'step' | 'next'>, today: string): string {
  if (step === 'none') return `peak ${shortDay(next.peak, today)}`;
  return next.listBy < today
    ? `last orders ${shortDay(next.lastOrder, today)}`
    : `list by ${shortDay(next.listBy, today)}, ${fromToday(next.listBy, today)}`;
}

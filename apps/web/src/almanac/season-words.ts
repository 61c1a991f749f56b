import type { SeasonRule, SeasonWork } from '@brelm/core/almanac';
import { fromToday, shortDay } from './days';
import { monthName, weekdayName } from '../words/dates';
import { say } from '../words/almanac';

export const MONTH_NAMES = Array.from({ length: 12 }, (_, i) => monthName(i + 1));
export const WEEKDAYS = Array.from({ length: 7 }, (_, i) => weekdayName(i));
export const NTHS = [
  [1, say('first')],
  [2, say('second')],
  [3, say('third')],
  [4, say('fourth')],
  [5, say('fifth')],
  [-1, say('last')],
] as const;

const month = (m: number): string => MONTH_NAMES[m - 1] ?? '';
const shifted = (days: number, of: string): string =>
  days === 0 ? of : say('daysFrom', { days: Math.abs(days), isBefore: days < 0, of });

/** When a season is, in words. */
export function ruleWords(rule: SeasonRule): string {
  switch (rule.kind) {
    case 'fixed':
      return say('each', { day: rule.day, month: month(rule.month) });
    case 'range':
      return say('fromTo', {
        day: rule.day,
        month: month(rule.month),
        toDay: rule.toDay,
        month2: month(rule.toMonth),
      });
    case 'weekday': {
      const nth = NTHS.find(([n]) => n === rule.nth)?.[1] ?? '';
      return shifted(
        rule.days,
        say('theIn', { nth, weekdays: WEEKDAYS[rule.weekday], month: month(rule.month) }),
      );
    }
    case 'easter':
      return shifted(
        rule.days,
        rule.church === 'western' ? say('easterSunday') : say('orthodoxEasterSunday'),
      );
    case 'calendar':
      return say('dayOfMonthOfThe', {
        day: rule.day,
        month: rule.month,
        calendar: rule.calendar,
      });
    case 'days':
      return rule.days.length === 1
        ? say('onOneDay')
        : say('onDaysThatAreWritten', { days: rule.days.length });
  }
}

/** What the shop has for a season, and what is missing. */
export function stockWords({ stock, step }: Pick<SeasonWork, 'stock' | 'step'>): string {
  const { ideas, designs, listed } = stock;
  if (step === 'idea') return say('noIdeaYet');
  if (step === 'design') return say('nothingDesigned', { ideas });
  if (step === 'list') return say('noneListed', { designs });
  return say('listed', { listed });
}

/** By when it is to be listed, which is what all before it serves. */
export function listWords({ step, next }: Pick<SeasonWork, 'step' | 'next'>, today: string): string {
  if (step === 'none') return say('peak', { shortDay: shortDay(next.peak, today) });
  return next.listBy < today
    ? say('lastOrders', { shortDay: shortDay(next.lastOrder, today) })
    : say('listBy', { shortDay: shortDay(next.listBy, today), fromToday: fromToday(next.listBy, today) });
}

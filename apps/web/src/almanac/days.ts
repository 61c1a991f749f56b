import { formatDistanceStrict, parseISO } from 'date-fns';
import { format } from '../words/dates';
import { say } from '../words/almanac';

/** `5 Dec`, with the year where it is not this one. */
export const shortDay = (day: string, today: string): string =>
  format(parseISO(day), day.slice(0, 4) === today.slice(0, 4) ? 'd MMM' : 'd MMM yyyy');

export const longDay = (day: string): string => format(parseISO(day), 'EEEE d MMMM yyyy');

/** `in 3 weeks`, `5 days ago`, `today`. */
export function fromToday(day: string, today: string): string {
  if (day === today) return say('today');
  const days = Math.abs((Date.parse(day) - Date.parse(today)) / 86_400_000);
  const unit = days < 14 ? 'day' : days < 120 ? 'week' : 'month';
  const said =
    unit === 'week'
      ? say('weeks', { days: Math.round(days / 7) })
      : formatDistanceStrict(parseISO(day), parseISO(today), { unit });
  return day > today ? say('in', { said }) : say('ago', { said });
}

import type { Calendar } from './types';

const DAY = 24 * 3600 * 1000;

/** A moment's day, `2026-11-27`, in UTC. */
export const dayOf = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

const startOf = (day: string): number => Date.parse(`${day}T00:00:00Z`);

/** Whether a press works on a day. */
export function isWorkday({ workdays, holidays }: Calendar, day: string): boolean {
  // Sunday is the first day of the platform's week, and the seventh of ISO 8601's.
  const weekday = new Date(startOf(day)).getUTCDay() || 7;
  return workdays.includes(weekday) && !holidays.includes(day) && !holidays.includes(day.slice(5));
}

/** The most days that are looked through for a working day: a calendar without any is an error. */
const MOST_DAYS = 4000;

/** The day that lies so many working days after one; 0: the day itself, or the next on which there is work. */
export function addWorkdays(calendar: Calendar, day: string, count: number): string {
  let at = day;
  let left = count;
  for (let i = 0; i < MOST_DAYS; i++) {
    if (isWorkday(calendar, at)) {
      if (left <= 0) return at;
      left--;
    }
    at = dayOf(startOf(at) + DAY);
  }
  throw new RangeError('this calendar has no working days');
}

/** The working day that an order counts as received on: after the cut-off the next one. */
export const receivedOn = (calendar: Calendar, placedAt: number): string =>
  addWorkdays(
    calendar,
    dayOf(new Date(placedAt).getUTCHours() >= calendar.cutOff ? placedAt + DAY : placedAt),
    0,
  );

/** The days of an order of so many pieces: received, checked, printed and posted, and when it may arrive. */
export interface OrderDays {
  received: string;
  checked: string;
  printed: string;
  arrives: [string, string];
}

export function daysOf(
  calendar: Calendar,
  placedAt: number,
  pieces: number,
  onTheWay: readonly [number, number],
): OrderDays {
  const received = receivedOn(calendar, placedAt);
  const checked = addWorkdays(calendar, received, calendar.check);
  const printed = addWorkdays(calendar, checked, calendar.print + Math.floor(pieces / calendar.pieces));
  return {
    ...{ received, checked, printed },
    arrives: [addWorkdays(calendar, printed, onTheWay[0]), addWorkdays(calendar, printed, onTheWay[1])],
  };
}

/** When a season's day is. Dates are of the Gregorian calendar, as days without a time. */
export type SeasonRule =
  | { kind: 'fixed'; month: number; day: number }
  /** The nth of a weekday (0 is Sunday) in a month; −1 is the last one. `days` are added. */
  | { kind: 'weekday'; nth: number; weekday: number; month: number; days: number }
  | { kind: 'easter'; church: 'western' | 'orthodox'; days: number }
  /** A day of another calendar, whose months are counted as that calendar counts them (Hebrew: from Tishri). */
  | { kind: 'calendar'; calendar: OtherCalendar; month: number; day: number }
  /** From one day to another one, over the new year where the second comes before the first. */
  | { kind: 'range'; month: number; day: number; toMonth: number; toDay: number }
  /** Days that somebody published, `YYYY-MM-DD`. */
  | { kind: 'days'; days: string[] };

export const OTHER_CALENDARS = ['chinese', 'hebrew', 'islamic'] as const;
export type OtherCalendar = (typeof OTHER_CALENDARS)[number];

/** How long before its peak a season's work is done. */
export interface Leads {
  /** Weeks before the peak by which there is an idea. */
  idea: number;
  /** Weeks before the peak by which it is designed. */
  designed: number;
  /** Weeks before the peak by which it is listed. */
  listed: number;
  /** Days before the season's last day by which the last order is made to arrive in time. */
  delivery: number;
}

/** A time of the year at which people look for something. */
export interface Season {
  id: string;
  name: string;
  /** Countries that keep it, as ISO 3166 has them; all where empty. */
  countries: string[];
  rule: SeasonRule;
  /** Days before its day (the first one, of a range) on which most is bought. Less than none: after it. */
  peak: number;
  leads: Leads;
  /** What is looked for then: words that phrases and demand are found by. */
  words: string[];
}

/** A season in one year. All are days, `YYYY-MM-DD`. */
export interface Occurrence {
  season: string;
  /** Its day, or the first one. */
  from: string;
  /** Its last day; the same for one of a single day. */
  to: string;
  peak: string;
  ideaBy: string;
  designedBy: string;
  listBy: string;
  lastOrder: string;
}

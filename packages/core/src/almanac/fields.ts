import { choice, kinds, list, number, readAlone, record, text, type Field } from '../fields';
import { daysIn } from './dates';
import { hasDay, isDay } from './days';
import { OTHER_CALENDARS, type Leads, type Season, type SeasonRule } from './types';

const month = () => number({ min: 1, max: 12, whole: true });
const day = () => number({ min: 1, max: 31, whole: true });
const shift = () => number({ min: -200, max: 200, whole: true, fallback: 0 });
const weeks = (fallback: number) => number({ min: 0, max: 60, whole: true, fallback });

export const USUAL_LEADS: Leads = { idea: 16, designed: 12, listed: 8, delivery: 10 };

const RULE_FIELD = kinds<SeasonRule>(
  {
    fixed: { month: month(), day: day() },
    weekday: {
      nth: number({ min: -1, max: 5, whole: true, not0: true }),
      weekday: number({ min: 0, max: 6, whole: true }),
      ...{ month: month(), days: shift() },
    },
    easter: { church: choice(['western', 'orthodox'], 'western'), days: shift() },
    calendar: {
      calendar: choice(OTHER_CALENDARS),
      month: month(),
      day: number({ min: 1, max: 30, whole: true }),
    },
    range: { month: month(), day: day(), toMonth: month(), toDay: day() },
    days: {
      days: list(
        text({
          max: 10,
          check: (t) => {
            if (!isDay(t)) throw new Error('must be a day written as YYYY-MM-DD');
          },
          examples: ['2026-11-08'],
        }),
        { most: 200, least: { n: 1, says: 'must name one day at least' } },
      ),
    },
  },
  { name: 'seasonRule' },
);

/** A leap year, in which every day of the Gregorian calendar is. */
const LEAP = 2028;
/** Years in which any rule that comes at all has come. */
const ROUND = Array.from({ length: 28 }, (_, i) => LEAP - 4 + i);

export const SEASON_FIELD: Field<Season> = record<Season>(
  {
    id: text({ max: 80, pattern: /^[a-z0-9-]+$/, says: 'must be small letters, digits and hyphens' }),
    name: text({ max: 120, pattern: /\S/, says: 'must say something' }),
    countries: list(text({ max: 2, pattern: /^[A-Z]{2}$/, says: 'must be two capital letters, as GB' }), {
      most: 60,
      optional: true,
    }),
    rule: RULE_FIELD,
    peak: number({ min: -120, max: 120, whole: true, fallback: 14 }),
    leads: record<Leads>(
      {
        ...{ idea: weeks(USUAL_LEADS.idea), designed: weeks(USUAL_LEADS.designed) },
        ...{ listed: weeks(USUAL_LEADS.listed) },
        delivery: number({ min: 0, max: 90, whole: true, fallback: USUAL_LEADS.delivery }),
      },
      { whenMissing: USUAL_LEADS },
    ),
    words: list(text({ max: 60 }), { most: 60, optional: true }),
  },
  {
    name: 'season',
    rule: ({ rule, leads }, at) => {
      if (rule.kind === 'range' && !hasDay(LEAP, rule.toMonth, rule.toDay))
        at.at('rule').at('toDay').fault('is a day that this month never has');
      if (!ROUND.some((year) => daysIn(rule, year).length) && rule.kind !== 'days')
        at.at('rule').fault('never occurs: no year has this day');
      if (leads.idea < leads.designed) at.at('leads').at('designed').fault('comes before the idea');
      if (leads.designed < leads.listed) at.at('leads').at('listed').fault('comes before it is designed');
    },
  },
);

/** Reads a parsed season. Throws a DocumentError that lists each fault by its field. */
export const readSeason = (document: unknown): Season => readAlone(SEASON_FIELD, document);

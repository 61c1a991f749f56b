import fc from 'fast-check';
import { daysIn, nextOf, occurrencesIn } from './dates';
import { daysBetween, isDay, plusDays } from './days';
import { readSeason } from './fields';
import type { SeasonRule } from './types';
import { NO_STOCK, workFor, yearsWork } from './work';

const YEARS = Array.from({ length: 12 }, (_, i) => 2024 + i);
const season = (rule: SeasonRule, more: object = {}) => readSeason({ id: 's', name: 'S', rule, ...more });
const tableOf = (rule: SeasonRule) => YEARS.map((y) => daysIn(rule, y)[0].slice(5)).join(' ');

describe('days of seasons, against published tables for 2024 to 2035', () => {
  it.each<[string, SeasonRule, string]>([
    [
      'Easter Sunday',
      { kind: 'easter', church: 'western', days: 0 },
      '03-31 04-20 04-05 03-28 04-16 04-01 04-21 04-13 03-28 04-17 04-09 03-25',
    ],
    [
      'Orthodox Easter',
      { kind: 'easter', church: 'orthodox', days: 0 },
      '05-05 04-20 04-12 05-02 04-16 04-08 04-28 04-13 05-02 04-24 04-09 04-29',
    ],
    [
      'Mothering Sunday',
      { kind: 'easter', church: 'western', days: -21 },
      '03-10 03-30 03-15 03-07 03-26 03-11 03-31 03-23 03-07 03-27 03-19 03-04',
    ],
    [
      'Chinese New Year',
      { kind: 'calendar', calendar: 'chinese', month: 1, day: 1 },
      '02-10 01-29 02-17 02-06 01-26 02-13 02-03 01-23 02-11 01-31 02-19 02-08',
    ],
    [
      'Mid-Autumn',
      { kind: 'calendar', calendar: 'chinese', month: 8, day: 15 },
      '09-17 10-06 09-25 09-15 10-03 09-22 09-12 10-01 09-19 09-08 09-27 09-16',
    ],
    [
      'Thanksgiving, US',
      { kind: 'weekday', nth: 4, weekday: 4, month: 11, days: 0 },
      '11-28 11-27 11-26 11-25 11-23 11-22 11-28 11-27 11-25 11-24 11-23 11-22',
    ],
    [
      'the Friday after it',
      { kind: 'weekday', nth: 4, weekday: 4, month: 11, days: 1 },
      '11-29 11-28 11-27 11-26 11-24 11-23 11-29 11-28 11-26 11-25 11-24 11-23',
    ],
    [
      'Memorial Day, US',
      { kind: 'weekday', nth: -1, weekday: 1, month: 5, days: 0 },
      '05-27 05-26 05-25 05-31 05-29 05-28 05-27 05-26 05-31 05-30 05-29 05-28',
    ],
    [
      'Rosh Hashanah',
      { kind: 'calendar', calendar: 'hebrew', month: 1, day: 1 },
      '10-03 09-23 09-12 10-02 09-21 09-10 09-28 09-18 09-06 09-24 09-14 10-04',
    ],
    [
      'Hanukkah',
      { kind: 'calendar', calendar: 'hebrew', month: 3, day: 25 },
      '12-26 12-15 12-05 12-25 12-13 12-02 12-21 12-10 11-28 12-17 12-07 12-26',
    ],
    [
      'Purim',
      { kind: 'calendar', calendar: 'hebrew', month: 6, day: 14 },
      '03-24 03-14 03-03 03-23 03-12 03-01 03-19 03-09 02-26 03-15 03-05 03-25',
    ],
  ])('%s', (_, rule, table) => {
    expect(tableOf(rule)).toBe(table);
  });

  it('Eid al-Fitr follows the tables of Umm al-Qura, and comes twice in a year that has two', () => {
    const eid: SeasonRule = { kind: 'calendar', calendar: 'islamic', month: 10, day: 1 };
    expect([2024, 2025, 2026].map((y) => daysIn(eid, y)[0])).toEqual([
      '2024-04-10',
      '2025-03-30',
      '2026-03-20',
    ]);
    expect(daysIn(eid, 2033)).toHaveLength(2);
  });

  it('a day that a year has not is none, a fifth weekday is where there is one, and a range goes over the new year', () => {
    expect(daysIn({ kind: 'fixed', month: 2, day: 29 }, 2027)).toEqual([]);
    expect(daysIn({ kind: 'fixed', month: 2, day: 29 }, 2028)).toEqual(['2028-02-29']);
    expect(daysIn({ kind: 'weekday', nth: 5, weekday: 0, month: 2, days: 0 }, 2026)).toEqual([]);
    expect(daysIn({ kind: 'weekday', nth: 5, weekday: 0, month: 3, days: 0 }, 2026)).toEqual(['2026-03-29']);
    const [winter] = occurrencesIn(
      season({ kind: 'range', month: 12, day: 20, toMonth: 2, toDay: 29 }),
      2026,
    );
    expect([winter.from, winter.to]).toEqual(['2026-12-20', '2027-02-28']);
  });

  it('an nth weekday is of that weekday, in its week of the month', () => {
    const date = fc.record({
      nth: fc.integer({ min: 1, max: 4 }),
      weekday: fc.integer({ min: 0, max: 6 }),
      month: fc.integer({ min: 1, max: 12 }),
      year: fc.integer({ min: 1990, max: 2090 }),
    });
    fc.assert(
      fc.property(date, ({ nth, weekday, month, year }) => {
        const [day] = daysIn({ kind: 'weekday', nth, weekday, month, days: 0 }, year);
        const at = new Date(`${day}T00:00:00Z`);
        expect([at.getUTCDay(), Math.ceil(at.getUTCDate() / 7)]).toEqual([weekday, nth]);
        const [last] = daysIn({ kind: 'weekday', nth: -1, weekday, month, days: 0 }, year);
        expect(plusDays(last, 7).slice(5, 7)).not.toBe(last.slice(5, 7));
      }),
      { seed: 3, endOnFailure: true },
    );
  });
});

describe('a season', () => {
  it('says by when its work is done, counted from its peak, and how long orders come in time', () => {
    const [xmas] = occurrencesIn(
      season(
        { kind: 'fixed', month: 12, day: 25 },
        { peak: 20, leads: { idea: 16, designed: 12, listed: 8, delivery: 10 } },
      ),
      2026,
    );
    expect(xmas).toEqual({
      ...{ season: 's', from: '2026-12-25', to: '2026-12-25', peak: '2026-12-05', ideaBy: '2026-08-15' },
      ...{ designedBy: '2026-09-12', listBy: '2026-10-10', lastOrder: '2026-12-15' },
    });
    expect(daysBetween(xmas.listBy, xmas.peak)).toBe(56);
  });

  it('is told next as long as orders come in time, then of the year after', () => {
    const s = season({ kind: 'fixed', month: 12, day: 25 });
    expect(nextOf(s, '2026-12-15')!.from).toBe('2026-12-25');
    expect(nextOf(s, '2026-12-16')!.from).toBe('2027-12-25');
    expect(nextOf(season({ kind: 'days', days: ['2020-01-01'] }), '2026-01-01')).toBeNull();
  });

  it.each([
    [{ rule: { kind: 'fixed', month: 2, day: 30 } }, 'rule'],
    [{ rule: { kind: 'weekday', nth: 5, weekday: 0, month: 13, days: 0 } }, 'rule.month'],
    [{ rule: { kind: 'weekday', nth: 0, weekday: 0, month: 1, days: 0 } }, 'rule.nth'],
    [{ rule: { kind: 'range', month: 5, day: 1, toMonth: 2, toDay: 30 } }, 'rule.toDay'],
    [{ rule: { kind: 'days', days: ['2026-02-29'] } }, 'rule.days[0]'],
    [{ rule: { kind: 'days', days: [] } }, 'rule.days'],
    [{ rule: { kind: 'calendar', calendar: 'mayan', month: 1, day: 1 } }, 'rule.calendar'],
    [{ countries: ['gb'] }, 'countries[0]'],
    [{ leads: { idea: 4, designed: 8, listed: 2, delivery: 3 } }, 'leads.designed'],
    [{ name: ' ' }, 'name'],
  ])('is refused by its field: %j', (change, field) => {
    const base = { id: 's', name: 'S', rule: { kind: 'fixed', month: 1, day: 1 } };
    try {
      readSeason({ ...base, ...change });
      throw new Error('was taken');
    } catch (error) {
      expect((error as { faults?: { field: string }[] }).faults?.map((f) => f.field)).toContain(field);
    }
  });

  it('29 February is a season', () => {
    expect(nextOf(season({ kind: 'fixed', month: 2, day: 29 }), '2026-03-01')!.from).toBe('2028-02-29');
  });
});

describe('what is to be done', () => {
  const xmas = season({ kind: 'fixed', month: 12, day: 25 }, { peak: 20 });
  it('is the next step that is missing, by its day', () => {
    const at = (stock: object, day: string) => {
      const w = workFor(xmas, { ...NO_STOCK, ...stock }, day)!;
      return [w.step, w.by, w.when];
    };
    expect(at({}, '2026-07-01')).toEqual(['idea', '2026-08-15', 'early']);
    expect(at({}, '2026-08-01')).toEqual(['idea', '2026-08-15', 'now']);
    expect(at({}, '2026-08-16')).toEqual(['idea', '2026-08-15', 'now']);
    expect(at({}, '2026-10-11')).toEqual(['idea', '2026-08-15', 'late']);
    expect(at({ ideas: 2 }, '2026-08-16')).toEqual(['design', '2026-09-12', 'early']);
    expect(at({ ideas: 2, designs: 1 }, '2026-10-01')).toEqual(['list', '2026-10-10', 'now']);
    expect(at({ designs: 1, listed: 1 }, '2026-10-01')).toEqual(['none', '2026-12-05', 'done']);
  });

  it('is ordered by its day, what is done last', () => {
    const other = { ...season({ kind: 'fixed', month: 10, day: 31 }), id: 'o' };
    const done = { ...season({ kind: 'fixed', month: 9, day: 1 }), id: 'd' };
    const stock = (s: { id: string }) => (s.id === 'd' ? { ideas: 0, designs: 1, listed: 1 } : NO_STOCK);
    expect(yearsWork([done, xmas, other], stock, '2026-07-01').map((w) => w.season.id)).toEqual([
      'o',
      's',
      'd',
    ]);
  });

  it('days are days', () => {
    expect(['2026-02-28', '2026-02-29', '2026-13-01', '26-01-01', ''].map(isDay)).toEqual([
      true,
      false,
      false,
      false,
      false,
    ]);
  });
});

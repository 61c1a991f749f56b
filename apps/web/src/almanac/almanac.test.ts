import fc from 'fast-check';
import type { SeasonRule } from '@brelm/core/almanac';
import { fromToday, shortDay } from './days';
import { APART, lanesOf } from './lanes';
import { listWords, ruleWords, stockWords } from './season-words';

describe('bars of the year', () => {
  const bar = fc
    .record({ left: fc.integer({ min: 0, max: 1100 }), width: fc.integer({ min: 20, max: 300 }) })
    .map(({ left, width }) => ({ left, right: left + width }));

  it('lie in lanes without touching, and there is no lane more than lie over one another somewhere', () => {
    fc.assert(
      fc.property(fc.array(bar, { maxLength: 40 }), (bars) => {
        const laid = lanesOf(bars);
        expect(laid).toHaveLength(bars.length);
        for (const a of laid)
          for (const b of laid)
            if (a !== b && a.lane === b.lane)
              expect(a.right + APART <= b.left || b.right + APART <= a.left).toBe(true);
        // Where a bar begins, so many lie over one another, with the room between them.
        const deepest = Math.max(
          0,
          ...bars.map((b) => bars.filter((o) => o.left <= b.left && b.left < o.right + APART).length),
        );
        expect(Math.max(-1, ...laid.map((b) => b.lane)) + 1).toBe(deepest);
      }),
      { seed: 6, endOnFailure: true },
    );
  });
});

describe('days in words', () => {
  const today = '2026-11-27';
  it.each([
    ['2026-11-27', 'today'],
    ['2026-11-28', 'in 1 day'],
    ['2026-11-20', '7 days ago'],
    ['2026-12-18', 'in 3 weeks'],
    ['2026-10-02', '8 weeks ago'],
    ['2027-06-27', 'in 7 months'],
  ])('%s is %s', (day, words) => {
    expect(fromToday(day, today)).toBe(words);
  });

  it('a year is said where it is another one', () => {
    expect([shortDay('2026-12-05', today), shortDay('2027-01-25', today)]).toEqual(['5 Dec', '25 Jan 2027']);
  });
});

describe('a season in words', () => {
  it.each<[SeasonRule, string]>([
    [{ kind: 'fixed', month: 10, day: 31 }, 'each 31 October'],
    [{ kind: 'range', month: 12, day: 20, toMonth: 1, toDay: 6 }, 'from 20 December to 6 January'],
    [
      { kind: 'weekday', nth: 4, weekday: 4, month: 11, days: 1 },
      '1 day after the fourth Thursday in November',
    ],
    [{ kind: 'weekday', nth: -1, weekday: 6, month: 8, days: 0 }, 'the last Saturday in August'],
    [{ kind: 'easter', church: 'western', days: -21 }, '21 days before Easter Sunday'],
    [{ kind: 'easter', church: 'orthodox', days: 0 }, 'Orthodox Easter Sunday'],
    [{ kind: 'calendar', calendar: 'hebrew', month: 3, day: 25 }, 'day 25 of month 3 of the Hebrew calendar'],
    [{ kind: 'days', days: ['2026-11-08', '2027-10-29'] }, 'on 2 days that are written down'],
  ])('%j', (rule, words) => {
    expect(ruleWords(rule)).toBe(words);
  });

  it('what the shop has for it, and by when to list', () => {
    const stock = (ideas: number, designs: number, listed: number) => ({ ideas, designs, listed });
    expect(stockWords({ stock: stock(0, 0, 0), step: 'idea' })).toBe('no idea yet');
    expect(stockWords({ stock: stock(1, 0, 0), step: 'design' })).toBe('1 idea, nothing designed');
    expect(stockWords({ stock: stock(3, 2, 0), step: 'list' })).toBe('2 designs, none listed');
    expect(stockWords({ stock: stock(3, 2, 1), step: 'none' })).toBe('1 design listed');
    const next = {
      ...{
        season: 's',
        from: '2026-12-25',
        to: '2026-12-25',
        peak: '2026-12-05',
        ideaBy: '',
        designedBy: '',
      },
      ...{ listBy: '2026-10-10', lastOrder: '2026-12-15' },
    };
    expect(listWords({ step: 'idea', next }, '2026-09-26')).toBe('list by 10 Oct, in 2 weeks');
    expect(listWords({ step: 'design', next }, '2026-10-11')).toBe('last orders 15 Dec');
    expect(listWords({ step: 'none', next }, '2026-10-11')).toBe('peak 5 Dec');
  });
});

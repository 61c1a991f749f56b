import fc from 'fast-check';
import { wholeMonths } from '@brelm/core/demand';
import { SilentError } from '../http/outside';
import { readHistories, readNear, readPhrases } from './searches-answer';

const history = (months: unknown) => ({ histories: [{ phrase: 'owl', product: '', months, listings: 3 }] });

describe('what a service of searches answers', () => {
  it('is read as the contract says it', () => {
    const months = [{ month: '2026-10', searches: 12 }];
    expect(readHistories({ histories: [null, ...history(months).histories] }).histories).toEqual([
      null,
      { phrase: 'owl', product: '', months, listings: 3 },
    ]);
    expect(readPhrases({ total: 9, phrases: ['owl'] })).toEqual({ total: 9, phrases: ['owl'] });
    expect(readNear({ phrases: ['moth'] })).toEqual({ phrases: ['moth'] });
    // A phrase without a month is one without figures.
    expect(readHistories(history([])).histories).toEqual([null]);
  });

  it.each<[string, unknown]>([
    ['a month that is none', [{ month: '2026-13', searches: 1 }]],
    ['fewer than no searches', [{ month: '2026-10', searches: -1 }]],
    ['figures that are words', [{ month: '2026-10', searches: 'many' }]],
    [
      'months that lie ages apart',
      [
        { month: '0001-01', searches: 1 },
        { month: '9999-12', searches: 1 },
      ],
    ],
    ['no list', 'many'],
  ])('is refused for %s', (_, months) => {
    expect(() => readHistories(history(months))).toThrow(SilentError);
  });

  it('whatever it is, it is read or refused, and what is read can be reckoned with', () => {
    const any = fc.oneof(
      fc.jsonValue(),
      fc.record({ total: fc.jsonValue(), phrases: fc.jsonValue() }),
      fc
        .array(
          fc.record({ month: fc.constantFrom('2026-10', '2019-01', '', '20-1'), searches: fc.jsonValue() }),
        )
        .map(history),
    );
    fc.assert(
      fc.property(any, (answer) => {
        for (const read of [readPhrases, readNear, readHistories])
          try {
            const { histories = [] } = read(answer) as Partial<ReturnType<typeof readHistories>>;
            for (const h of histories) if (h) wholeMonths(h.months);
          } catch (error) {
            if (!(error instanceof SilentError)) throw error;
          }
      }),
      { seed: 12, numRuns: 300 },
    );
  });
});

import fc from 'fast-check';
import { anyValue } from '../../testing/any-field';
import { nextOf, occurrencesIn } from './dates';
import { daysBetween, isDay, plusDays } from './days';
import { readSeason, SEASON_FIELD } from './fields';
import type { Season } from './types';
import { NO_STOCK, workFor } from './work';

const NO_REFS = { ink: [], material: [], bundle: [] };
/** Any season that its reader takes. */
const season = anyValue(SEASON_FIELD, NO_REFS)
  .map((made) => {
    try {
      return readSeason(made);
    } catch {
      return null;
    }
  })
  .filter((s): s is Season => s !== null);
const day = fc.integer({ min: 0, max: 3650 }).map((n) => plusDays('2024-01-01', n));
const opts = { seed: 12, endOnFailure: true, numRuns: 150 } as const;

describe('any season', () => {
  it('is read again as it was kept', () => {
    fc.assert(
      fc.property(season, (s) => {
        expect(readSeason(JSON.parse(JSON.stringify(s)))).toEqual(s);
      }),
      opts,
    );
  });

  it('has its days in order, and the leads that it says', () => {
    fc.assert(
      fc.property(season, fc.integer({ min: 2024, max: 2034 }), (s, year) => {
        for (const o of occurrencesIn(s, year)) {
          expect(o.from.startsWith(`${year}`) || s.rule.kind === 'weekday' || s.rule.kind === 'easter').toBe(
            true,
          );
          expect(o.from <= o.to).toBe(true);
          expect([o.ideaBy <= o.designedBy, o.designedBy <= o.listBy, o.listBy <= o.peak]).toEqual([
            true,
            true,
            true,
          ]);
          expect(daysBetween(o.listBy, o.peak)).toBe(7 * s.leads.listed);
          expect(daysBetween(o.peak, o.from)).toBe(s.peak);
          expect(daysBetween(o.lastOrder, o.to)).toBe(s.leads.delivery);
          expect([o.from, o.to, o.peak, o.ideaBy, o.lastOrder].every(isDay)).toBe(true);
        }
      }),
      opts,
    );
  });

  it('is told next as long as orders come in time; later days never tell an earlier one', () => {
    fc.assert(
      fc.property(season, day, fc.integer({ min: 1, max: 500 }), (s, today, later) => {
        const next = nextOf(s, today);
        if (!next) return;
        expect(next.lastOrder >= today).toBe(true);
        const after = nextOf(s, plusDays(today, later));
        if (after) expect(after.from >= next.from).toBe(true);
        // None that could still be ordered for is passed over.
        const between = occurrencesIn(s, Number(today.slice(0, 4))).filter(
          (o) => o.lastOrder >= today && o.from < next.from,
        );
        expect(between).toEqual([]);
      }),
      opts,
    );
  });

  it('is late only once the day to list by is over, and done only once something is listed', () => {
    const stock = fc.record({
      ideas: fc.integer({ min: 0, max: 2 }),
      designs: fc.integer({ min: 0, max: 2 }),
      listed: fc.integer({ min: 0, max: 2 }),
    });
    fc.assert(
      fc.property(season, day, stock, (s, today, has) => {
        const work = workFor(s, has, today);
        if (!work) return;
        expect(work.when === 'done').toBe(has.listed > 0);
        if (work.when === 'late') expect(work.next.listBy < today).toBe(true);
        if (work.when === 'early') expect(work.left).toBeGreaterThan(14);
        expect(work.left).toBe(daysBetween(today, work.by));
        expect(workFor(s, NO_STOCK, today)!.step).toBe('idea');
      }),
      opts,
    );
  });
});

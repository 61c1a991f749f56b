import fc from 'fast-check';
import { GROUPS, WAITS } from '@brelm/core/standing';
import type { ShelfAsked } from '@brelm/contract';
import { addressOf, ALL, askedBy, askedIn, keptOf } from './use-asked';

const asked: fc.Arbitrary<ShelfAsked> = fc.record({
  archived: fc.boolean(),
  search: fc.string({ unit: 'grapheme', maxLength: 20 }),
  order: fc.constantFrom('day' as const, 'changed' as const, 'name' as const),
  group: fc.constantFrom(null, ...GROUPS),
  waits: fc.uniqueArray(fc.constantFrom(...WAITS), { maxLength: 4 }),
  markets: fc.uniqueArray(fc.constantFrom('pinfold', 'gannet-row', 'mudlark'), { maxLength: 3 }),
});

describe('what is asked of the shelf', () => {
  it('comes back from its address, and from a view of it', () => {
    fc.assert(
      fc.property(asked, (given) => {
        expect(askedIn(new URLSearchParams(addressOf(given).toString()))).toEqual(given);
        expect(askedBy({ asked: JSON.parse(JSON.stringify(keptOf(given))) as never })).toEqual(given);
      }),
    );
  });

  it('is nothing where an address says nothing, or what is not known', () => {
    expect(addressOf(ALL).toString()).toBe('');
    expect(askedIn(new URLSearchParams('group=blue&waits=rain,words&order=weight'))).toEqual({
      ...ALL,
      waits: ['words'],
    });
  });
});

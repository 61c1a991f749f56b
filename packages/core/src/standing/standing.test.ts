import fc from 'fast-check';
import { chainOf, MARKS, NO_FILES, waitsFor, type MarkName, type ProductFacts } from './chain';
import { DUE_DAYS, groupOf } from './group';

const all = (of = 2) => ({ now: of, before: 0, of });
const NEW: ProductFacts = {
  ...{ empty: false, proofed: NO_FILES, worst: null, made: NO_FILES, pictured: NO_FILES },
  ...{ worded: false, listing: 'none', behind: false, answer: null, sold: 0 },
};
const READY: ProductFacts = { ...NEW, proofed: all(), made: all(), pictured: all(1), worded: true };
const mark = (facts: ProductFacts, name: MarkName) => chainOf(facts)[MARKS.indexOf(name)];

describe('the chain of a product', () => {
  it.each([
    [{ ...NEW, empty: true }, 'design'],
    [NEW, 'proof'],
    [{ ...NEW, proofed: all() }, 'files'],
    [{ ...NEW, proofed: all(), worst: 'watch' as const }, 'files'],
    [{ ...NEW, proofed: all(), worst: 'stop' as const }, 'mending'],
    [{ ...NEW, proofed: all(), made: all() }, 'pictures'],
    [{ ...READY, worded: false }, 'words'],
    [READY, 'sending'],
    [{ ...READY, listing: 'sent' as const }, 'answer'],
    [{ ...READY, listing: 'sent' as const, answer: 'in review' }, 'answer'],
    [{ ...READY, listing: 'sent' as const, answer: 'refused' }, 'changes'],
    [{ ...READY, listing: 'sent' as const, answer: 'accepted' }, null],
    [{ ...READY, listing: 'by-hand' as const }, null],
    [{ ...READY, listing: 'down' as const, answer: 'down' }, 'sending'],
  ])('waits for what comes next (%#)', (facts, waits) => {
    expect(waitsFor(chainOf(facts))).toBe(waits);
  });

  it('is made when all its files are, of the design as it is now', () => {
    expect(mark({ ...NEW, made: { now: 1, before: 1, of: 2 } }, 'made')).toBe('part');
    expect(mark({ ...NEW, made: { now: 0, before: 2, of: 2 } }, 'made')).toBe('behind');
    expect(mark({ ...NEW, made: { now: 2, before: 0, of: 2 } }, 'made')).toBe('done');
  });

  it('says of one side that is refused by its proof that it stops, though others are not proofed yet', () => {
    expect(mark({ ...NEW, proofed: { now: 1, before: 0, of: 4 }, worst: 'stop' }, 'proofed')).toBe('stopped');
  });

  it('takes a stop for known where the files were made in spite of it', () => {
    const facts: ProductFacts = { ...NEW, proofed: all(), worst: 'stop', made: all() };
    expect(mark(facts, 'proofed')).toBe('watch');
    expect(waitsFor(chainOf(facts))).toBe('pictures');
  });

  it('asks for nothing more of what stands on a marketplace as it is now', () => {
    const stands = chainOf({ ...NEW, listing: 'sent', answer: 'accepted', sold: 3 });
    expect(stands).toEqual(MARKS.map(() => 'done'));
  });

  it('is to be brought up where the design has changed since, and what it needs for that is open again', () => {
    const facts: ProductFacts = {
      ...READY,
      ...{ made: { now: 0, before: 2, of: 2 }, listing: 'sent', behind: true, answer: 'accepted' },
    };
    expect(mark(facts, 'made')).toBe('behind');
    expect(mark(facts, 'sent')).toBe('behind');
    expect(waitsFor(chainOf(facts))).toBe('bringing-up');
  });

  const files = fc.record({ now: fc.nat(5), before: fc.nat(5), of: fc.nat(5) });
  const anyFacts: fc.Arbitrary<ProductFacts> = fc.record({
    empty: fc.boolean(),
    proofed: files,
    worst: fc.constantFrom('stop' as const, 'watch' as const, null),
    made: files,
    pictured: files,
    worded: fc.boolean(),
    listing: fc.constantFrom('none' as const, 'sent' as const, 'by-hand' as const, 'down' as const),
    behind: fc.boolean(),
    answer: fc.constantFrom(null, 'in review', 'accepted', 'refused', 'needs changes', 'taken off', 'down'),
    sold: fc.nat(3),
  });

  it('never waits for nothing while a mark before the answer is open or left behind', () => {
    fc.assert(
      fc.property(anyFacts, (facts) => {
        const chain = chainOf(facts);
        expect(chain).toHaveLength(MARKS.length);
        const settled = chain.slice(0, -1).every((s) => s === 'done' || s === 'watch');
        expect(waitsFor(chain) === null).toBe(settled);
      }),
    );
  });

  it('puts every design into one group, and a later day never makes it more urgent', () => {
    const order = ['refused', 'due', 'work', 'listed'];
    fc.assert(
      fc.property(fc.array(anyFacts, { maxLength: 4 }), fc.integer({ min: -40, max: 80 }), (list, left) => {
        const chains = list.map(chainOf);
        expect(order.indexOf(groupOf(chains, left))).toBeLessThanOrEqual(
          order.indexOf(groupOf(chains, left + 1)),
        );
      }),
    );
  });
});

describe('the group of a design', () => {
  const open = chainOf(NEW);
  const listed = chainOf({ ...READY, listing: 'sent', answer: 'in review' });
  const refused = chainOf({ ...READY, listing: 'sent', answer: 'needs changes' });
  it.each([
    [[], null, 'work'],
    [[open], null, 'work'],
    [[open], DUE_DAYS + 1, 'work'],
    [[open], DUE_DAYS, 'due'],
    [[open], -3, 'due'],
    [[listed, open], 5, 'due'],
    [[listed, listed], 5, 'listed'],
    [[listed, refused], null, 'refused'],
  ] as const)('%#', (chains, left, group) => {
    expect(groupOf(chains, left)).toBe(group);
  });
});

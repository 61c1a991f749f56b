import { amongShown, rowsBetween } from './use-chosen';

const shown = ['a', 'b', 'c', 'd'].map((id) => ({ id }));
const ids = (from: string, to: string) => rowsBetween(shown, from, to).map((r) => r.id);

describe('rows from one to another', () => {
  it('are those between, both included, whichever comes first', () => {
    expect(ids('b', 'd')).toEqual(['b', 'c', 'd']);
    expect(ids('d', 'b')).toEqual(['b', 'c', 'd']);
    expect(ids('c', 'c')).toEqual(['c']);
  });

  it('are the one alone where the other is not shown any more', () => {
    expect(ids('gone', 'c')).toEqual(['c']);
    expect(ids('c', 'gone')).toEqual([]);
  });
});

describe('what is chosen among what is shown', () => {
  const of = (chosen: string[], rows: (string | null)[]) =>
    amongShown(new Set(chosen), rows.length, (row) => (rows[row] === null ? null : { id: rows[row] }));
  it.each([
    [[], ['a'], { all: false, hidden: 0 }],
    [['a', 'b'], ['a', 'b'], { all: true, hidden: 0 }],
    [['a'], ['a', 'b'], { all: false, hidden: 0 }],
    // As many as are shown, but others.
    [['x', 'y', 'z'], ['a', 'b'], { all: false, hidden: 3 }],
    [['a', 'b', 'x'], ['a', 'b'], { all: true, hidden: 1 }],
    [['a', 'b', 'c'], ['a', null, null], { all: true, hidden: 0 }],
    [['a', 'b'], ['a', null, null], { all: false, hidden: 0 }],
    [['a'], [], { all: false, hidden: 1 }],
  ])('%j of %j', (chosen, rows, found) => {
    expect(of(chosen, rows)).toEqual(found);
  });
});

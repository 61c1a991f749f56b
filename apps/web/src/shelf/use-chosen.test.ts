import { rowsBetween } from './use-chosen';

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

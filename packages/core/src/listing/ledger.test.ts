import type { UsedMaterial } from './credits';
import { ledgerOf } from './ledger';

const font: UsedMaterial = {
  kind: 'typeface',
  title: 'Rye',
  key: 'typeface rye',
  licence: { id: 'OFL-1.1' },
};
const moth = (id: string): UsedMaterial => ({
  ...{ kind: 'picture', title: 'Moth.png', key: 'picture 1' },
  licence: { id },
});

describe('the rights ledger of a shop', () => {
  const ledger = ledgerOf([
    { id: 'a', name: 'Owls', used: [font, moth('unknown')] },
    { id: 'b', name: 'Moths', used: [font, moth('own')] },
    { id: 'c', name: 'Herons', used: [moth('unknown'), { ...moth('CC-BY-NC-4.0'), key: 'picture 2' }] },
  ]);
  const said = ledger.map((r) => [r.title, r.goods, r.designs.map((d) => d.name).join()]);

  it('has each material once for each licence that is said of it, with the designs that use it', () => {
    expect(said).toContainEqual(['Rye', 'yes', 'Owls,Moths']);
    expect(said).toContainEqual(['Moth.png', 'unknown', 'Owls,Herons']);
    expect(said).toContainEqual(['Moth.png', 'yes', 'Moths']);
    expect(said).toHaveLength(4);
  });

  it('begins with what may not be sold, then with what nobody has said', () => {
    expect(ledger.map((r) => r.goods)).toEqual(['no', 'unknown', 'yes', 'yes']);
    expect(ledgerOf([])).toEqual([]);
  });
});

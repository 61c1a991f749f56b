import fc from 'fast-check';
import { schemaOf, SHOP_ID, shopIdFor } from './shop-id';

describe('the short name of a shop', () => {
  it.each([
    ['Duskwren Field Supply', 'duskwren-field-supply'],
    ['  Mond & Motte — Österreich  ', 'mond-motte-osterreich'],
    ['夜の店', 'shop'],
    ['First', 'first-2'],
    ['', 'shop'],
  ])('%j is %s', (name, id) => expect(shopIdFor(name, new Set())).toBe(id));

  it('is one that no other has, a part of an address, and a schema that no other has', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ unit: 'binary', maxLength: 60 }), { maxLength: 12 }), (names) => {
        const taken = new Set<string>();
        for (const name of names) {
          const id = shopIdFor(name, taken);
          expect(id).toMatch(SHOP_ID);
          expect(taken.has(id)).toBe(false);
          taken.add(id);
        }
        expect(new Set([...taken].map(schemaOf)).size).toBe(taken.size);
      }),
    );
  });
});

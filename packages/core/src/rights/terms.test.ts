import { KNOWN_LICENCES, termsOf } from '.';

describe('the terms of licences', () => {
  it('are known by id, and for nothing else', () => {
    for (const id of KNOWN_LICENCES) expect(termsOf({ id })!.name).toBeTruthy();
    for (const id of ['unknown', '', 'mit', 'constructor', '__proto__', 'toString'])
      expect([id, termsOf({ id })]).toEqual([id, null]);
  });

  it('are those of their deeds', () => {
    const said = (id: string) => {
      const { sale, attribution, shareAlike, change } = termsOf({ id })!;
      return [sale, attribution, shareAlike, change];
    };
    expect(said('MIT')).toEqual([true, false, false, true]);
    expect(said('CC-BY-4.0')).toEqual([true, true, false, true]);
    expect(said('CC-BY-SA-4.0')).toEqual([true, true, true, true]);
    expect(said('CC-BY-NC-SA-4.0')).toEqual([false, true, true, true]);
    expect(said('CC-BY-ND-4.0')).toEqual([true, true, false, false]);
    // Whatever asks for a name, or forbids a sale, is no public domain.
    expect(said('CC0-1.0')).toEqual([true, false, false, true]);
  });
});

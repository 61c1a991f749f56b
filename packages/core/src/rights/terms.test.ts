import { isUnshown, KNOWN_LICENCES, termsOf } from '.';

describe('the terms of licences', () => {
  it('are known by id, and for nothing else', () => {
    for (const id of KNOWN_LICENCES) expect(termsOf({ id })!.name).toBeTruthy();
    for (const id of ['unknown', '', 'mit', 'constructor', '__proto__', 'toString'])
      expect([id, termsOf({ id })]).toEqual([id, null]);
  });

  it('ask for what a drawing after another’s picture rests on, until a note or a bill says it', () => {
    expect(isUnshown({ id: 'redrawn' })).toBe(true);
    expect(isUnshown({ id: 'redrawn', proof: '  ', source: 'Ann' })).toBe(true);
    expect(isUnshown({ id: 'redrawn', proof: 'Ann said so' })).toBe(false);
    expect(isUnshown({ id: 'redrawn', bill: { sha256: 'a'.repeat(64), name: 'letter.pdf' } })).toBe(false);
    for (const id of ['own', 'bought', 'CC-BY-4.0', 'unknown', 'odd'])
      expect([id, isUnshown({ id })]).toEqual([id, false]);
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

import fc from 'fast-check';
import { anyValue } from '../../testing/any-field';
import { IDEA_FIELD, newIdea, readIdea } from './fields';
import { splitPhrase } from './split';

describe('an idea', () => {
  it('is read as it was written, and what is wrong is told by its field', () => {
    const idea = newIdea({
      ...{ phrase: 'Easily distracted by moths', season: 'moth-week', state: 'to do' },
      pieces: [
        { kind: 'line', words: 'Easily distracted' },
        { kind: 'figure', words: 'moth' },
      ],
      references: [{ sha256: 'a'.repeat(64), name: 'poster.jpg', from: 'a market stall' }],
      palette: [{ name: 'Bone', value: '#f2ead8' }],
    });
    expect(readIdea(JSON.parse(JSON.stringify(idea)))).toEqual(idea);
    const faults = (change: object) => {
      try {
        readIdea({ ...idea, ...change });
        return [];
      } catch (error) {
        return (error as { faults: { field: string }[] }).faults.map((f) => f.field);
      }
    };
    expect(faults({ state: 'sold' })).toEqual(['state']);
    expect(faults({ pieces: [{ kind: 'hat', words: '' }] })).toEqual(['pieces[0].kind']);
    expect(faults({ references: [{ sha256: 'x', name: 'n' }] })).toEqual(['references[0].sha256']);
    expect(faults({ format: 'brelm-design' })).toEqual(['format']);
    expect(faults({ price: 3 })).toEqual(['price']);
  });
});

describe('a phrase in lines', () => {
  it.each([
    ['Easily distracted by moths', [1, 1], ['Easily distracted', 'by moths']],
    [
      'I’d rather be counting owls than answering emails',
      [1, 1, 1],
      ['I’d rather be', 'counting owls', 'than answering emails'],
    ],
    ['Owls', [1, 1, 1], ['Owls']],
    ['Moonlight. Silence. A biscuit. Repeat.', [1, 1, 1], ['Moonlight.', 'Silence.', 'A biscuit. Repeat.']],
    ['   ', [1], []],
    ['The Owl & Lantern', [1, 4], ['The', 'Owl & Lantern']],
  ])('%s', (phrase, shares, lines) => {
    expect(splitPhrase(phrase, shares)).toEqual(lines);
  });

  it('loses no word, keeps their order, and has as many lines as it can', () => {
    const word = fc.stringMatching(/^[a-zé’&.]{1,12}$/);
    const shares = fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 40 }), shares, (words, wanted) => {
        const lines = splitPhrase(words.join(' '), wanted);
        expect(lines.join(' ')).toBe(words.join(' '));
        expect(lines.length).toBe(Math.min(wanted.length, words.length));
        expect(lines.every((l) => l.length > 0)).toBe(true);
      }),
      { seed: 4, endOnFailure: true },
    );
  });
});

describe('any idea', () => {
  const refs = { ink: [], material: [], bundle: [] };
  const head = { format: 'brelm-idea', version: 1 };
  const any = anyValue(IDEA_FIELD, refs) as fc.Arbitrary<Record<string, unknown>>;

  it('is read as it is, whatever its fields allow', () => {
    fc.assert(
      fc.property(any, (body) => {
        expect(readIdea(JSON.parse(JSON.stringify({ ...head, ...body })))).toEqual({ ...head, ...body });
      }),
      { seed: 14, endOnFailure: true },
    );
  });

  it('with one field spoilt is refused by that field, and by no other', () => {
    const spoilt = fc.constantFrom<[string, unknown]>(
      ['phrase', 7],
      ['note', 'n'.repeat(20_001)],
      ['season', {}],
      ['state', 'sold'],
      ['references', 'none'],
      ['pieces', [{ kind: 'line', words: 3 }]],
      ['palette', [{ name: 'x', value: 'red' }]],
      ['design', 'd'.repeat(81)],
    );
    fc.assert(
      fc.property(any, spoilt, (body, [field, value]) => {
        let said: string[] = [];
        try {
          readIdea({ ...head, ...body, [field]: value });
        } catch (error) {
          said = (error as { faults: { field: string }[] }).faults.map((f) => f.field);
        }
        expect(said.length).toBeGreaterThan(0);
        expect(said.every((f) => f.startsWith(field))).toBe(true);
      }),
      { seed: 15, endOnFailure: true },
    );
  });
});

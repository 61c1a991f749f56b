import fc from 'fast-check';
import { createSpelling, formsOf, wordList, type Dictionary } from './index';

/** Owls come one by one and in parliaments; a moth is never `mothses`. */
const DICTIONARY: Dictionary = {
  aff: 'SET UTF-8\nTRY owlsmtheind\nONLYINCOMPOUND c\nSFX S Y 1\nSFX S 0 s .\n',
  dic: '5\nowl/S\nmoth/S\nWednesday\nheath\nth/c\n',
};

describe('a list of words', () => {
  it('has those of its text, and no others', () => {
    const words = fc.uniqueArray(
      fc.string({ minLength: 1, maxLength: 4, unit: fc.constantFrom(...'abAB’é') }),
      {
        maxLength: 12,
      },
    );
    fc.assert(
      fc.property(words, words, (listed, asked) => {
        const list = wordList([...listed].sort().join('\n'));
        for (const word of [...listed, ...asked]) expect(list.has(word)).toBe(listed.includes(word));
        expect(list.has('')).toBe(false);
      }),
      { numRuns: 300 },
    );
  });

  it('takes no part of a line, and no two lines, for a word', () => {
    const list = wordList('heath\nmoth\nowls');
    expect(['heat', 'eath', 'moth\nowls', 'owl', 'owlss'].filter((word) => list.has(word))).toEqual([]);
  });
});

describe('forms of a dictionary', () => {
  it('are those that are right alone, sorted', () => {
    expect(formsOf([DICTIONARY, DICTIONARY])).toBe('Wednesday\nheath\nmoth\nmoths\nowl\nowls');
  });
});

describe('spelling by a list and dictionaries', () => {
  const list = wordList(formsOf([DICTIONARY]));
  const both = createSpelling([DICTIONARY], ['Duskwren'], list);
  const books = createSpelling([DICTIONARY], ['Duskwren']);

  it.each(['owls', 'OWLS', 'Owl', 'wednesday', 'WEDNESDAY', 'mothses', 'Duskwren', 'th', 'owsl'])(
    'says of %s what the dictionaries alone say',
    (word) => {
      expect(both.doubt(word)).toEqual(books.doubt(word));
    },
  );

  it('needs no dictionary for words that are in the list', () => {
    const unread: Dictionary = {
      get aff(): string {
        throw new Error('read');
      },
      dic: '',
    };
    const spelling = createSpelling([unread], ['Duskwren'], list);
    expect(['owls', 'OWL', 'Wednesday', 'WEDNESDAY', 'duskwren'].map((word) => spelling.doubt(word))).toEqual(
      Array(5).fill(null),
    );
    expect(() => spelling.doubt('owsl')).toThrow('read');
  });

  it('doubts what is not in the list where there are no dictionaries, and means nothing', () => {
    expect(createSpelling([], [], list).doubt('owsl')).toEqual([]);
  });
});

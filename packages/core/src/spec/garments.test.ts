import { DocumentError } from '../fields';
import { garmentId, readGarments, readGarmentsCsv } from './index';

const faultsOf = (read: () => unknown) => {
  try {
    read();
  } catch (error) {
    return (error as DocumentError).faults.map((f) => `${f.field}: ${f.message}`);
  }
  return [];
};

describe('garments in a CSV', () => {
  it('are read with commas, semicolons and quotes; names are made where there are none', () => {
    const text =
      '\ufeffName;Value;Kind;Second;Blank\n"Peat; dark";#3a2f28;;;tee\nFell heather;6b5f54;heather;#4a4038;\n;#1f2a52;;;\n\n';
    expect(readGarmentsCsv(text, new Set())).toEqual([
      { id: 'peat-dark', name: 'Peat; dark', value: '#3a2f28', kind: 'solid', blank: 'tee', own: true },
      {
        id: 'fell-heather',
        name: 'Fell heather',
        value: '#6b5f54',
        kind: 'heather',
        second: '#4a4038',
        own: true,
      },
      { id: 'navy', name: 'Navy', value: '#1f2a52', kind: 'solid', own: true },
    ]);
  });

  it('never get an id that is taken', () => {
    const [a, b] = readGarmentsCsv('name,value\nSoot,#111111\nSoot,#222222\n', new Set(['soot']));
    expect([a.id, b.id]).toEqual(['soot-2', 'soot-3']);
    expect(garmentId('Łódź Ünder', new Set())).toBe('odz-under');
    expect(garmentId('★', new Set())).toBe('colour');
  });

  it('that are wrong are named by line and column', () => {
    const faults = faultsOf(() =>
      readGarmentsCsv(
        'name,value,kind,second\nA,red,solid,\nB,#112233,heather,\nC,#112233,velvet,\n',
        new Set(),
      ),
    );
    expect(faults).toEqual([
      expect.stringMatching(/^line 2, value: /),
      expect.stringMatching(/^line 3, second: is missing/),
      expect.stringMatching(/^line 4, kind: /),
    ]);
    expect(faultsOf(() => readGarmentsCsv('colour\n#112233\n', new Set()))[0]).toContain(
      'needs a column "value"',
    );
    expect(faultsOf(() => readGarmentsCsv('value\n', new Set()))[0]).toContain('has no garment colour');
    expect(faultsOf(() => readGarmentsCsv('', new Set()))[0]).toContain('line 1');
  });
});

describe('garments in a document', () => {
  it('may be tie-dyed or of film, with two colours, and say how they take ink', () => {
    const list = [
      { id: 'a', name: 'Swirl', value: '#112233', kind: 'tie-dye', second: '#aabbcc', takes: 'direct' },
      { id: 'b', name: 'Foil', value: '#b0b4b8', kind: 'film', second: '#e8eaec', blank: 'sticker vinyl' },
    ];
    expect(readGarments(list)).toEqual(list);
    expect(faultsOf(() => readGarments([{ ...list[0], takes: 'wax' }]))[0]).toContain('[0].takes');
    expect(faultsOf(() => readGarments([{ ...list[0], name: ' ' }]))[0]).toContain('must not be empty');
  });
});

import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import { anyValue } from '../../testing/any-field';
import { DocumentError } from '../fields';
import {
  columnsIn,
  copiedCells,
  emptyRow,
  pastedCells,
  readSeries,
  readTable,
  renameColumn,
  saidIn,
  SERIES_FIELD,
  seriesSchema,
  tableFile,
  tableText,
  withColumn,
  withoutColumn,
  withTable,
  type Series,
} from './index';

const DOCS = join(__dirname, '../../../../docs');
const bytes = (text: string) => new TextEncoder().encode(text);
const faultsOf = (work: () => unknown) => {
  try {
    work();
    return [];
  } catch (error) {
    return (error as DocumentError).faults;
  }
};

const series = (over: Partial<Series> = {}): Series => ({
  ...{ format: 'brelm-series', version: 1, name: 'Rangers', layout: 'l1', whole: true, fileNames: '' },
  columns: [
    { id: 'c1', name: 'Rank' },
    { id: 'c2', name: 'Job' },
  ],
  places: [{ kind: 'name', says: '{Rank} Night {job}' }],
  rows: [emptyRow('r1', { c1: 'First', c2: 'Ranger' }), emptyRow('r2', { c1: 'Second' })],
  ...over,
});

describe('a table from a file', () => {
  it.each([
    ['commas', 'Rank,Job\nFirst,Ranger\n"Second, almost","says ""hoot"""\n'],
    ['semicolons', 'Rank;Job\r\nFirst;Ranger\r\nSecond, almost;"says ""hoot"""\r\n'],
    ['tabs', 'Rank\tJob\nFirst\tRanger\nSecond, almost\t"says ""hoot"""\n\n\n'],
  ])('is read with %s', (_, text) => {
    expect(readTable(text)).toEqual({
      columns: ['Rank', 'Job'],
      rows: [
        ['First', 'Ranger'],
        ['Second, almost', 'says "hoot"'],
      ],
      notes: [],
    });
  });

  it('of one column has no separator to be found, whatever stands in it', () => {
    expect(readTable('Job\nMoth minder\nOwl counter').rows).toEqual([['Moth minder'], ['Owl counter']]);
  });

  it('keeps line breaks in quotes, and gives names to columns that have none or the same', () => {
    const table = readTable('Rank,,rank\n"two\nlines",b,c,d');
    expect(table.columns).toEqual(['Rank', 'Column 2', 'rank 2', 'Column 4']);
    expect(table.rows).toEqual([['two\nlines', 'b', 'c', 'd']]);
    expect(table.notes.join(' ')).toMatch(/3\. column is called “rank 2”.*more cells than/s);
  });

  it('is read in the encoding that it has', () => {
    const said = 'Rank,Who\nDéjà,Zoë';
    const utf16 = (little: boolean) => {
      const out = [...`\ufeff${said}`].flatMap((c) => {
        const code = c.charCodeAt(0);
        return little ? [code & 255, code >> 8] : [code >> 8, code & 255];
      });
      return Uint8Array.from(out);
    };
    expect(readTable(tableText(utf16(true)).text).rows).toEqual([['Déjà', 'Zoë']]);
    expect(readTable(tableText(utf16(false)).text).rows).toEqual([['Déjà', 'Zoë']]);
    expect(readTable(tableText(bytes(`\ufeff${said}`)).text).columns).toEqual(['Rank', 'Who']);
    const old = tableText(Uint8Array.from([...said].map((c) => c.charCodeAt(0))));
    expect(readTable(old.text).rows).toEqual([['Déjà', 'Zoë']]);
    expect(old.notes[0]).toMatch(/Windows-1252/);
  });

  it('that is none is refused, with what is wrong and where', () => {
    expect(faultsOf(() => tableText(new Uint8Array()))[0].message).toMatch(/no bytes/);
    expect(faultsOf(() => tableText(Uint8Array.from([0x50, 0x4b, 3, 4, 0, 0])))[0].message).toMatch(
      /CSV or TSV/,
    );
    expect(faultsOf(() => readTable(' \n\n'))[0].message).toMatch(/no rows/);
    expect(faultsOf(() => readTable('a,b\n1,"never closed\n2,3'))[0].message).toMatch(/never closed/);
    expect(faultsOf(() => readTable(`a\n${'x\n'.repeat(10_001)}`))[0].message).toMatch(/10,001 rows/);
    expect(faultsOf(() => readTable(Array.from({ length: 41 }, (_, i) => `n${i}`).join(',')))[0].field).toBe(
      'line 1',
    );
  });

  it('has 10,000 rows', () => {
    expect(
      readTable(`Job\n${Array.from({ length: 10_000 }, (_, i) => `Job ${i}`).join('\n')}`).rows,
    ).toHaveLength(10_000);
  });

  it('comes back as it was given out, whatever stands in it', () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 12, unit: 'grapheme' }),
      fc.constantFrom('=1+1', '@x', '-', 'a\nb', '"', "'x", '\ttab', 'שלום', '🦉'),
    );
    fc.assert(
      fc.property(
        fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 6 }),
        fc.constantFrom('csv', 'tsv'),
        (cells, kind) => {
          // An empty row at the end is none, and a lone return is a line break to any reader of CSV.
          const rows = cells.map(([a, b]) => [`x${a}`.replace(/\r/g, ''), b.replace(/\r/g, '')]);
          const made = series({ rows: rows.map(([c1, c2], i) => emptyRow(`r${i}`, { c1, c2 })) });
          expect(readTable(tableFile(made, kind)).rows).toEqual(rows);
        },
      ),
      { seed: 20, endOnFailure: true },
    );
  });

  it('takes cells to and from a spreadsheet', () => {
    const cells = [
      ['one', 'two\nlines'],
      ['say "hoot"', ''],
    ];
    expect(pastedCells(copiedCells(cells))).toEqual(cells);
    expect(pastedCells('a\tb\r\nc\td\r\n')).toEqual([
      ['a', 'b'],
      ['c', 'd'],
    ]);
  });
});

describe('a table that comes into a series', () => {
  const hand = [{ kind: 'moved' as const, part: 'p', dx: 3, dy: 0 }];
  const before = series({
    rows: [
      { ...emptyRow('r1', { c1: 'First', c2: 'Ranger' }), byHand: hand },
      emptyRow('r2', { c1: 'Second' }),
    ],
  });

  it('keeps what was set by hand in rows that say the same first', () => {
    const after = withTable(before, {
      columns: ['rank', 'Place'],
      rows: [
        ['Second', 'Barn'],
        ['First', 'Lane'],
        ['Third', ''],
      ],
    });
    expect(after.columns.map((c) => c.name)).toEqual(['Rank', 'Job', 'Place']);
    expect(after.rows.map((r) => [r.id, r.cells, r.byHand.length])).toEqual([
      ['r2', { c1: 'Second', c3: 'Barn' }, 0],
      ['r1', { c1: 'First', c3: 'Lane' }, 1],
      ['r5', { c1: 'Third' }, 0],
    ]);
  });

  it('goes behind the rows that are there, with ids that none has', () => {
    const after = withTable(before, { columns: ['Job'], rows: [['Minder'], ['Counter']] }, true);
    expect(after.rows.map((r) => r.id)).toEqual(['r1', 'r2', 'r3', 'r4']);
    expect(after.rows[0].byHand).toBe(hand);
  });
});

describe('columns', () => {
  const row = { cells: { c1: ' First ', c2: '' } };

  it('are named in patterns, whatever their case', () => {
    const { columns } = series();
    expect(saidIn('{RANK} Night {job}!', columns, row)).toEqual({
      text: 'First Night !',
      missing: [],
      empty: ['Job'],
    });
    expect(saidIn('{Where} owls', columns, row)).toEqual({ text: 'owls', missing: ['Where'], empty: [] });
    expect(saidIn('no braces', columns, row).text).toBe('no braces');
    expect(columnsIn('{Rank} {rank} {Job}')).toEqual(['rank', 'Job']);
  });

  it('take what names them along when they are called otherwise', () => {
    const renamed = renameColumn(series(), 'c1', 'Order');
    expect(renamed.places[0].says).toBe('{Order} Night {job}');
    expect(renameColumn(series(), 'c1', 'JOB')).toEqual(series());
    expect(renameColumn(series(), 'c1', ' {} ')).toEqual(series());
    expect(renameColumn(series(), 'c1', 'rank').columns[0].name).toBe('rank');
    const named = { ...series(), fileNames: '{RANK}-{w}' };
    expect(renameColumn(named, 'c1', 'Order').fileNames).toBe('{Order}-{w}');
    // A word that every file says by itself never meant a column.
    const own = renameColumn({ ...series(), fileNames: '{design}-{w}' }, 'c1', 'design');
    expect(renameColumn(own, 'c1', 'Order').fileNames).toBe('{design}-{w}');
  });

  it('come and go with their cells', () => {
    const wider = withColumn(series(), 'Rank');
    expect(wider.columns.at(-1)).toEqual({ id: 'c3', name: 'Rank 2' });
    expect(withoutColumn(wider, 'c1').rows[0].cells).toEqual({ c2: 'Ranger' });
    let full = series();
    for (let i = 0; i < 60; i++) full = withColumn(full, '');
    expect(full.columns).toHaveLength(40);
    expect(() => readSeries(full)).not.toThrow();
  });
});

describe('a series as a document', () => {
  const refs = { ink: ['i'], material: ['m'], bundle: ['b'] };
  const any = anyValue(SERIES_FIELD, refs) as fc.Arbitrary<Omit<Series, 'format' | 'version'>>;

  it('is read as it was written', () => {
    fc.assert(
      fc.property(any, (body) => {
        // What a rule holds together is made to hold: columns and rows once, cells of columns that are there.
        const columns = body.columns.map((_, i) => ({ id: `c${i}`, name: `Column ${i}` }));
        const rows = body.rows.map((r, i) => ({
          ...r,
          id: `r${i}`,
          cells: columns.length ? { c0: 'x' } : {},
        }));
        const made = { format: 'brelm-series', version: 1, ...body, columns, rows };
        expect(readSeries(JSON.parse(JSON.stringify(made)))).toEqual(made);
      }),
      { seed: 21, endOnFailure: true },
    );
  });

  it('is what docs/series.schema.json says, which takes what the reader takes: `npm run schema` writes it', () => {
    const kept = JSON.parse(readFileSync(join(DOCS, 'series.schema.json'), 'utf8')) as object;
    expect(kept).toEqual(JSON.parse(JSON.stringify(seriesSchema())));
    const valid = new Ajv2020({ strict: false }).compile(kept);
    for (const change of [{ rows: 3 }, { places: [{ kind: 'hat' }] }, { whole: 'yes' }, { colour: 'red' }])
      expect(valid({ ...series(), ...change })).toBe(false);
    const demo = join(DOCS, '../demo/series');
    for (const name of readdirSync(demo)) {
      const shipped = JSON.parse(readFileSync(join(demo, name), 'utf8')) as Series;
      expect(valid(shipped)).toBe(true);
      expect(readSeries(shipped)).toEqual(shipped);
    }
  });

  it('names each fault by its field', () => {
    const fields = (over: object) => faultsOf(() => readSeries({ ...series(), ...over })).map((f) => f.field);
    expect(fields({ rows: [emptyRow('a'), emptyRow('a')] })).toEqual(['rows[1]']);
    expect(fields({ rows: [emptyRow('a', { c9: 'x' })] })).toEqual(['rows[0].cells.c9']);
    expect(
      fields({
        columns: [
          { id: 'c1', name: 'A' },
          { id: 'c2', name: ' a' },
        ],
      }),
    ).toContain('columns[1]');
    expect(
      fields({
        columns: [
          { id: 'c1', name: '{x}' },
          { id: 'c2', name: ' ' },
        ],
      }),
    ).toEqual(['columns[0].name', 'columns[1].name']);
    expect(fields({ places: [{ kind: 'hat', says: '' }] })).toContain('places[0].kind');
    expect(
      fields({ rows: [{ ...emptyRow('a'), byHand: [{ kind: 'inked', ink: 'i', value: 'red' }] }] }),
    ).toEqual(['rows[0].byHand[0].value']);
  });
});

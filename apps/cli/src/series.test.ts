import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { PNG } from 'pngjs';
import { documentOf, emptyDesign } from '@brelm/core/design';
import { lettering, letteringLine, place } from '@brelm/core/parts';
import { emptyRow, seriesDocument, USUAL_FIT, type Series } from '@brelm/core/series';
import { brelm, folder, json } from '../testing/commands';

const at = (name: string) => join(folder, name);
const SPEC = 'stickerwharf/kiss-cut-3in';

const board = { spec: SPEC, side: 'face', width: 900, height: 900, dpi: 300 };
const layout = {
  ...emptyDesign('Ranger', board, 'white', ['white'], { name: 'Rust', value: '#b3492a' }),
  parts: [lettering('words', 'Rank', place(450, 500), [letteringLine('FIRST', 'anton', 160, 'ink-1')])],
};
writeFileSync(at('ranger.brelm.json'), JSON.stringify(documentOf(layout)));

const base = [at('ranger.brelm.json'), '--spec', SPEC] as const;
const run = (...args: string[]) => brelm('series', ...base, ...args);

interface Told {
  rows: {
    row: number;
    name: string;
    troubles: { kind: string }[];
    files: { path: string; width: number }[];
  }[];
  pack: string;
}

describe('brelm series', () => {
  it('makes a file of each row of a table whose columns are called as the layout’s parts, and says which it cannot', async () => {
    writeFileSync(
      at('ranks.csv'),
      'Rank;Where\nFirst;barn\n;lane\nTenth;attic\nOwl 🦉;hollow\nFirst;again\n',
    );
    const {
      code,
      err,
      value: told,
    } = await json<Told>('series', ...base, '--table', at('ranks.csv'), '--out', at('made'), '--pack');
    // Two rows are stopped.
    expect(code).toBe(1);
    expect(err).toMatch(/row 2: stop: “Rank” is empty/);
    expect(err).toMatch(/row 4: stop: Anton has no 🦉/);
    expect(err).toMatch(/row 5: watch: It is the same as row 1/);
    expect(err).toMatch(/5 rows, 3 files; 2 rows are not made/);
    expect(told.rows.map((r) => [r.row, r.files.length, r.troubles.map((t) => t.kind)])).toEqual([
      [1, 1, []],
      [2, 0, ['empty']],
      [3, 1, []],
      [4, 0, ['letters']],
      [5, 1, ['twin']],
    ]);
    const [first, , tenth, , again] = told.rows.map((r) => r.files[0]?.path);
    const pixels = (path: string) => PNG.sync.read(readFileSync(path)).data;
    expect(pixels(first).equals(pixels(again))).toBe(true);
    expect(pixels(first).equals(pixels(tenth))).toBe(false);
    expect(new Set([first, tenth, again]).size).toBe(3);
    const pack = unzipSync(readFileSync(told.pack));
    expect(Object.keys(pack).filter((n) => n.endsWith('.png'))).toHaveLength(3);
  });

  it('follows a series with its places, what is set by hand, and rows that are named', async () => {
    const series: Series = {
      ...{ format: 'brelm-series', version: 1, name: 'Ranks', layout: 'Ranger', whole: true, fileNames: '' },
      columns: [{ id: 'c', name: 'No' }],
      places: [
        { kind: 'words', part: 'words', line: null, says: 'No {No}', case: 'upper', fit: USUAL_FIT },
        { kind: 'name', says: 'Number {No}' },
      ],
      rows: ['1', '2', '3'].map((c, i) => emptyRow(`r${i}`, { c })),
    };
    series.rows[2].byHand = [{ kind: 'sized', part: 'words', by: 0.5 }];
    writeFileSync(at('ranks.json'), seriesDocument(series));
    const { code, err } = await run('--series', at('ranks.json'), '--rows', '1,3', '--out', at('numbered'));
    expect(err).toMatch(/2 rows, 2 files/);
    expect(code).toBe(0);
    const files = readdirSync(at('numbered'));
    expect(files).toEqual([expect.stringMatching(/^number-1-/), expect.stringMatching(/^number-3-/)]);
    const inked = (name: string) => {
      const { data } = PNG.sync.read(readFileSync(at(join('numbered', name))));
      return data.filter((_, i) => i % 4 === 3 && data[i] > 127).length;
    };
    expect(inked(files[1])).toBeLessThan(inked(files[0]) * 0.4);
  });

  it('names files by columns', async () => {
    writeFileSync(at('two.csv'), 'Rank,Code\nFirst,A7\n');
    const named = (...more: string[]) => run('--table', at('two.csv'), '--out', at('named'), ...more);
    expect((await named('--name', '{code}_{Rank}')).code).toBe(0);
    expect(readdirSync(at('named'))).toEqual(['a7_first.png']);
    const { code, err } = await named('--name', '{Nobody}');
    expect([code, err]).toEqual([
      2,
      expect.stringContaining('--name: there is no {Nobody}: use {Rank} {Code}'),
    ]);
  });

  it('says what is wrong with what it is given, by file and field', async () => {
    writeFileSync(at('open.csv'), 'Rank\n"never closed\n');
    writeFileSync(at('empty.csv'), '');
    writeFileSync(at('other.csv'), 'Colour,Size\nred,M\n');
    writeFileSync(at('bad.json'), JSON.stringify({ format: 'brelm-series', version: 1, name: 3 }));
    const wrong = async (...args: string[]) => {
      const { code, err } = await run(...args);
      expect(code).toBe(2);
      return err;
    };
    expect(await wrong()).toMatch(/name a table/);
    expect(await wrong('--table', at('none.csv'))).toMatch(/none\.csv: there is no such file/);
    expect(await wrong('--table', at('empty.csv'))).toMatch(/empty\.csv: is empty/);
    expect(await wrong('--table', at('open.csv'))).toMatch(/open\.csv: line 2: .*never closed/);
    expect(await wrong('--series', at('bad.json'))).toMatch(/bad\.json: name: must be text/);
    writeFileSync(at('fine.csv'), 'Rank\nFirst\n');
    expect(await wrong('--table', at('fine.csv'), '--rows', '2-9')).toMatch(/none of the rows 1 to 1/);
    // One lone line takes the first column, whatever it is called.
    expect((await run('--table', at('other.csv'), '--out', at('lone'))).err).toMatch(/1 row, 1 file/);
  });
});

import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { documentOf, emptyDesign, readDesign } from '@brelm/core/design';
import { DocumentError } from '@brelm/core/fields';
import { lettering, letteringLine, place } from '@brelm/core/parts';
import { emptyRow, seriesDocument, USUAL_FIT, type Series } from '@brelm/core/series';
import { shippedGarments, shippedSpecs } from '@brelm/engine';
import { fileAt, keepBytes } from '../files';
import { readSeriesText, seriesRowsTask, seriesSizesTask, type RowsTask } from './series-rows';
import { uploadTable, type RunJob } from './tasks';

const filesDir = mkdtempSync(join(tmpdir(), 'brelm-rows-'));
const kept = { folder: filesDir };
afterAll(() => rmSync(filesDir, { recursive: true, force: true }));

const board = { spec: 's', side: 'front', width: 900, height: 900, dpi: 300 };
const layout = {
  ...emptyDesign('Ranger', board, 'white', ['white'], { name: 'Rust', value: '#b3492a' }),
  parts: [lettering('words', 'Rank', place(450, 500), [letteringLine('FIRST', 'anton', 160, 'ink-1')])],
};
const series = (...ranks: string[]): Series => ({
  ...{ format: 'brelm-series', version: 1, name: 'Ranks', layout: 'l', whole: true, fileNames: '' },
  columns: [{ id: 'c', name: 'Rank' }],
  places: [
    {
      kind: 'words',
      part: 'words',
      line: null,
      says: '{Rank}',
      case: 'layout',
      fit: { ...USUAL_FIT, same: true },
    },
  ],
  rows: ranks.map((c, i) => emptyRow(`r${i + 1}`, { c })),
});
const text = (design = layout) => JSON.stringify(documentOf(design));
const made = (s: Series, over: Partial<RowsTask> = {}) =>
  seriesRowsTask({
    ...{ layout: text(), series: seriesDocument(s), place: kept, garments: shippedGarments() },
    ...{ pictures: [], sizes: {}, texts: false },
    ...over,
  });

describe('rows that are laid out in a child process', () => {
  it('are kept as designs by their SHA-256, the same for the same words', async () => {
    const rows = await made(series('Second', 'Third', 'Second'));
    expect(rows.map((r) => [r.row, r.lines.join(), r.troubles])).toEqual([
      ['r1', 'SECOND', []],
      ['r2', 'THIRD', []],
      ['r3', 'SECOND', []],
    ]);
    for (const { snapshot, head, text: whole } of rows) {
      const kept = readDesign(JSON.parse(readFileSync(fileAt(filesDir, snapshot), 'utf8')));
      expect(kept.name).toBe(head.name);
      expect(whole).toBeUndefined();
    }
    expect(rows[0].snapshot).toBe(rows[2].snapshot);
    expect(rows[0].snapshot).not.toBe(rows[1].snapshot);
  });

  it('are the same whatever their listing says', async () => {
    const wording = { ...layout.wording, title: 'Another {rank}' };
    const [plain] = await made(series('Second'));
    const [worded] = await made(series('Second'), { layout: text({ ...layout, wording }) });
    expect(worded.snapshot).toBe(plain.snapshot);
    expect(worded.head.wording.title).toBe('Another {rank}');
    expect(worded.head.wording.places).toContainEqual({ name: 'Rank', value: 'Second' });
  });

  it('are answered whole where they are asked for so, and nothing is kept then', async () => {
    const [row] = await made(series('Never kept'), { texts: true });
    expect(row.snapshot).toBe('');
    expect(readDesign(JSON.parse(row.text!)).wording.places).toContainEqual({
      name: 'Rank',
      value: 'Never kept',
    });
  });

  it('have sizes in common that are worked out of all of them', async () => {
    const all = series('Owl', 'Lamplighter');
    const sizes = await seriesSizesTask({ layout: text(), series: seriesDocument(all), place: kept });
    expect(Object.keys(sizes)).toEqual(['0']);
    const [alone] = await made(series('Owl'), { texts: true });
    const [common] = await made(series('Owl'), { texts: true, sizes });
    expect(common.text).not.toBe(alone.text);
  });

  it('tell letters that the typeface has not', async () => {
    const [row] = await made(series('Owl 梟'));
    expect(row.troubles).toMatchObject([{ severity: 'stop', kind: 'letters' }]);
  });

  it('come of a text that is read, or refused by its field', () => {
    const s = series('First', 'Second');
    const { text: kept, ...read } = readSeriesText(seriesDocument(s));
    expect(read).toEqual({ name: 'Ranks', layout: 'l', rows: 2 });
    expect(JSON.parse(kept)).toEqual(s);
    expect(() => readSeriesText('{')).toThrow(DocumentError);
    expect(() => readSeriesText('{"format":"brelm-sheet"}')).toThrow(DocumentError);
  });
});

describe('bytes that are kept', () => {
  it('lie once, are marked as asked for, and mended where they are cut off', async () => {
    const bytes = Buffer.from('the same bytes');
    const sha256 = await keepBytes(kept, bytes);
    const path = fileAt(filesDir, sha256);
    const old = new Date(2020, 0, 1);
    utimesSync(path, old, old);
    expect(await keepBytes(kept, bytes)).toBe(sha256);
    expect(statSync(path).mtimeMs).toBeGreaterThan(old.getTime());
    // A server that was killed in the middle of a copy by hand, say.
    writeFileSync(path, 'the sa');
    await keepBytes(kept, bytes);
    expect(readFileSync(path)).toEqual(bytes);
    expect(existsSync(`${path}.part`)).toBe(false);
  });
});

describe('the table for upload', () => {
  const [spec] = shippedSpecs();
  const file = (row: RunJob['row'], path: string) => ({
    ...{ path, garments: ['Soot', 'Pine'] },
    job: { spec, side: spec.sides[0].id, row } as RunJob,
  });

  it('has a line a file, with the words of its listing and its cells, none of which a spreadsheet runs', () => {
    const tables = uploadTable([
      file(
        { cells: { Rank: 'First' }, title: 'First, "the best"', description: 'two\nlines', tags: ['a', 'b'] },
        'a.png',
      ),
      file({ cells: { Rank: '=1+1', Place: 'barn' }, title: '@home', description: '', tags: [] }, 'b.png'),
    ]);
    expect(tables.map((t) => t.name)).toEqual(['listings.csv']);
    const { data } = Papa.parse<Record<string, string>>(tables[0].bytes.toString('utf8').slice(1), {
      header: true,
    });
    expect(
      data.map(({ file: f, garments, title, description, tags, Rank, Place }) => [
        ...[f, garments, title, description, tags, Rank, Place],
      ]),
    ).toEqual([
      ['a.png', 'Soot, Pine', 'First, "the best"', 'two\nlines', 'a, b', 'First', ''],
      ['b.png', 'Soot, Pine', "'@home", '', '', "'=1+1", 'barn'],
    ]);
  });

  it('is none where no file is of a row', () => {
    expect(uploadTable([file(undefined, 'a.png')])).toEqual([]);
  });
});

import { emptyDesign } from '@brelm/core/design';
import { lettering, letteringLine, place } from '@brelm/core/parts';
import { emptyRow, MOST_COLUMNS, USUAL_FIT, type Series } from '@brelm/core/series';
import { fillDown, pasteInto, shownRows, withCell } from './table-edits';
import { byHandWords, gaveWords, placeName } from './words';

const series = (...cells: Record<string, string>[]): Series => ({
  ...{ format: 'brelm-series', version: 1, name: 'S', layout: 'l', places: [], whole: true, fileNames: '' },
  columns: [
    { id: 'a', name: 'A' },
    { id: 'b', name: 'B' },
  ],
  rows: cells.map((c, i) => emptyRow(`r${i + 1}`, c)),
});
const cells = (s: Series) => s.rows.map((r) => r.cells);

describe('the table of a series', () => {
  it('takes a block that was pasted, with rows and columns that were not there', () => {
    const s = series({ a: '1' }, { a: '2', b: 'x' });
    const made = pasteInto(s, s.rows, s.rows[1], 'b', [
      ['p', 'q'],
      ['', 'r'],
    ]);
    expect(made.columns.map((c) => c.name)).toEqual(['A', 'B', 'Column 3']);
    expect(cells(made)).toEqual([{ a: '1' }, { a: '2', b: 'p', c3: 'q' }, { c3: 'r' }]);
    expect(made.rows[0]).toBe(s.rows[0]);
  });

  it('pastes into the rows that are shown, in their order, and into no other', () => {
    const s = series({ a: 'owl' }, { a: 'moth' }, { a: 'old owl' });
    const shown = shownRows(s, 'owl', [{ columnKey: 'a', direction: 'ASC' }]);
    expect(shown.map((r) => r.id)).toEqual(['r3', 'r1']);
    const made = pasteInto(s, shown, shown[0], 'b', [['first'], ['second']]);
    expect(cells(made)).toEqual([{ a: 'owl', b: 'second' }, { a: 'moth' }, { a: 'old owl', b: 'first' }]);
  });

  it('has no more columns than there may be, whatever is pasted', () => {
    const s = series({});
    const made = pasteInto(s, s.rows, s.rows[0], 'a', [Array.from({ length: 60 }, (_, i) => `w${i}`)]);
    expect(made.columns).toHaveLength(MOST_COLUMNS);
    expect(Object.keys(made.rows[0].cells)).toHaveLength(MOST_COLUMNS);
  });

  it('gives a cell to all rows below that are shown', () => {
    const s = series({ a: 'x' }, { a: 'y', b: '1' }, { a: 'x2', b: '2' });
    expect(cells(fillDown(s, shownRows(s, 'x', []), s.rows[0], 'b'))).toEqual([
      { a: 'x' },
      { a: 'y', b: '1' },
      { a: 'x2' },
    ]);
  });

  it('sorts as people count, empty cells last, and the table itself stays', () => {
    const s = series({ a: 'No 10' }, { b: 'z' }, { a: 'no 9' }, { a: 'Éclair' });
    const by = (direction: 'ASC' | 'DESC') =>
      shownRows(s, '', [{ columnKey: 'a', direction }]).map((r) => r.cells.a);
    expect(by('ASC')).toEqual(['Éclair', 'no 9', 'No 10', undefined]);
    expect(by('DESC')).toEqual(['No 10', 'no 9', 'Éclair', undefined]);
    expect(shownRows(s, '', [{ columnKey: '#', direction: 'DESC' }])[0]).toBe(s.rows[3]);
    expect(shownRows(s, 'Z', [])).toEqual([s.rows[1]]);
  });

  it('keeps a row that says the same, and no empty cells', () => {
    const [row] = series({ a: 'x' }).rows;
    expect(withCell(row, 'a', 'x')).toBe(row);
    expect(withCell(row, 'a', '').cells).toEqual({});
    expect(withCell(row, 'b', 'y'.repeat(3000)).cells.b).toHaveLength(2000);
  });
});

describe('what is said of a series', () => {
  const board = { spec: 's', side: 'front', width: 900, height: 900, dpi: 300 };
  const layout = {
    ...emptyDesign('L', board, 'soot', [], { name: 'Bone', value: '#f2ead8' }),
    parts: [lettering('w', 'Rank', place(0, 0), [letteringLine('FIRST', 'anton', 100, 'ink-1')])],
  };

  it('names places by their parts and inks', () => {
    const words = {
      kind: 'words' as const,
      part: 'w',
      line: 1,
      says: '',
      case: 'typed' as const,
      fit: USUAL_FIT,
    };
    expect(placeName(layout, words)).toBe('Rank, line 2');
    expect(placeName(layout, { kind: 'ink', ink: layout.inks[0].id, says: '' })).toBe('Bone');
    expect(placeName(layout, { kind: 'shown', part: 'w', says: '' })).toBe('Rank, shown');
    expect(placeName(layout, { kind: 'code', part: 'lost', says: '' })).toBe('lost (gone)');
    expect(placeName(layout, { kind: 'tags', says: '' })).toBe('tags');
  });

  it('says what was set by hand and what gave', () => {
    expect(byHandWords(layout, { kind: 'moved', part: 'w', dx: -12, dy: 0 })).toBe('Rank moved −12, +0 px');
    expect(byHandWords(layout, { kind: 'sized', part: 'w', by: 0.8 })).toBe('Rank at 80 %');
    expect(byHandWords(layout, { kind: 'worded', part: 'w', words: 'A\nB' })).toBe('Rank says “A / B”');
    expect(gaveWords(layout, { part: 'w', size: 1 })).toBeNull();
    expect(gaveWords(layout, { part: 'w', size: 0.5, closer: 40, lines: 2, narrow: 75 })).toBe(
      'Rank: closed up by 40, narrowed to 75, on 2 lines, letters at 50 %',
    );
  });
});

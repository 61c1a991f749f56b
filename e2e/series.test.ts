import type { Page } from 'playwright-core';
import type { Series } from '@brelm/core/series';
import { Brelm, keptUntil, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened());
});
afterAll(() => brelm.clean());

interface Stored {
  id: string;
  revision: number;
  document: Series;
}
const idHere = () => new URL(page.url()).pathname.split('/').pop()!;
const stored = async (id = idHere()) => (await (await fetch(`${address}/api/series/${id}`)).json()) as Stored;
/** The server has what is asked for. */
const kept = (is: (series: Series) => boolean) => keptUntil(page, async () => is((await stored()).document));
const sheet = () => page.getByTestId('contact-sheet');
const pictured = (name: RegExp) => sheet().getByRole('button', { name });
const cell = (text: string) => page.getByRole('gridcell', { name: text, exact: true });
/** All rows were looked at as they are now. */
const looked = (words: RegExp) =>
  page.locator('section[aria-label="Contact sheet"] [role="status"]').getByText(words).waitFor();
const panel = (number: number) => page.getByRole('complementary', { name: `Row ${number}`, exact: true });
const words = async (column: string) => {
  const { document } = await stored();
  const { id } = document.columns.find((c) => c.name === column)!;
  return document.rows.map((r) => r.cells[id] ?? '');
};

describe('series', () => {
  it('has the demo’s forty jobs, pictured, with nothing wrong; arrows go from one to the next', async () => {
    await page.goto(`${address}/series`);
    await page.getByRole('link', { name: 'Night jobs' }).click();
    await looked(/^40 rows · nothing wrong$/);
    await pictured(/^Row 1: Moth minder/).focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('End');
    // The last was not there before: the list is as long as what is seen of it.
    const last = pictured(/^Row 40: Bee sitter/);
    await last.waitFor();
    expect(await last.evaluate((e) => e === document.activeElement)).toBe(true);
    await page.keyboard.press('Enter');
    await panel(40)
      .getByRole('group', { name: /picture/ })
      .waitFor();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await panel(40).waitFor({ state: 'detached' });
  });

  it('rests and goes on while its files are made', async () => {
    const { series } = (await (await fetch(`${address}/api/series`)).json()) as {
      series: { id: string; name: string }[];
    };
    const { id } = series.find((s) => s.name === 'Night jobs')!;
    const asked = await fetch(`${address}/api/series/${id}/runs`, {
      method: 'POST',
      body: JSON.stringify({ acceptStops: true }),
      headers: { 'Content-Type': 'application/json', Origin: address },
    });
    expect([asked.status, await asked.text()]).toEqual([201, expect.stringContaining('Night jobs')]);
    const before = page.url();
    await page.goto(`${address}/runs`);
    const run = page.getByTestId('run').filter({ hasText: 'Night jobs' }).first();
    await run.getByRole('button', { name: /^Pause Night jobs/ }).click();
    await run.getByText(/ made; it rests until it goes on$/).waitFor();
    expect(await serious(page)).toEqual([]);
    await run.getByRole('button', { name: /^Go on with Night jobs/ }).click();
    await run.getByText(/ of \d+ files made$/).waitFor();
    await run.getByRole('button', { name: /^Cancel Night jobs/ }).click();
    await page
      .getByText(/ cancelled$/)
      .first()
      .waitFor();
    await page.goto(before);
    await looked(/^40 rows · nothing wrong$/);
  });

  it('shows what gives on the shortest, the longest and the chosen row, and what the setting changes', async () => {
    await page.getByRole('button', { name: 'Job {Job}', exact: true }).click();
    const ends = page.getByRole('list', { name: 'How the rows become' });
    await ends.getByText('Hedgehog ambulance driver, night shift').waitFor();
    await ends.getByText(/on 3 lines/).waitFor();
    expect(await serious(page)).toEqual([]);
    await page.getByLabel('Lines', { exact: true }).fill('1');
    await page.keyboard.press('Enter');
    await ends.getByText(/on 3 lines/).waitFor({ state: 'detached' });
    await looked(/40 rows · \d+ to look at/);
    // A column that is not there is told in every row.
    await page.getByLabel(/^What stands there/).fill('{Trade}');
    await page.keyboard.press('Tab');
    await looked(/40 cannot be made/);
    await pictured(/There is no column “Trade”/)
      .first()
      .waitFor();
    for (let i = 0; i < 2; i++) await page.getByRole('button', { name: /^Undo/ }).click();
    await looked(/^40 rows · nothing wrong$/);
    await page.getByRole('button', { name: 'Close this place' }).click();
  });

  it('has a table that behaves as one: typing, keys, filling down, sorting, finding, undo', async () => {
    await page.goto(`${address}/series`);
    await page.getByRole('link', { name: 'Night Rangers' }).click();
    await looked(/^10 rows · nothing wrong$/);
    await cell('Second').click();
    await page.keyboard.type('Penultimate');
    await page.keyboard.press('Enter');
    await kept((s) => s.rows[1].cells.rank === 'Penultimate');
    await pictured(/^Row 2: Penultimate Night Ranger/).waitFor();
    await page.keyboard.press('Control+z');
    await kept((s) => s.rows[1].cells.rank === 'Second');
    // The cell below takes what stands above.
    await cell('Third').click();
    await page.keyboard.press('Control+d');
    await kept((s) => s.rows[2].cells.rank === 'Second');
    await pictured(/^Row 3: .*It is the same as row 2/).waitFor();
    await page.keyboard.press('Delete');
    await kept((s) => s.rows[2].cells.rank === undefined);
    await looked(/1 cannot be made/);
    await pictured(/^Row 3: .*Nothing stands in this row/).waitFor();
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await kept((s) => s.rows[2].cells.rank === 'Third');
    await looked(/^10 rows · nothing wrong$/);
    // Sorted and found, the table itself stays as it was.
    await page.getByRole('button', { name: 'Column Rank' }).click();
    await page.getByRole('menuitem', { name: 'Sort by it' }).click();
    await page.locator('[role="row"][aria-rowindex="2"]').getByText('Eighth').waitFor();
    await page.getByRole('searchbox', { name: 'Find rows' }).fill('th');
    await cell('First').waitFor({ state: 'detached' });
    await page.getByRole('searchbox', { name: 'Find rows' }).fill('nothing such');
    await page.getByText('No row has these words.').waitFor();
    await page.getByRole('searchbox', { name: 'Find rows' }).fill('');
    expect((await words('Rank')).slice(0, 3)).toEqual(['First', 'Second', 'Third']);
    // A column that is called otherwise is so in the places, too.
    await page.getByRole('button', { name: 'Column Rank' }).click();
    await page.getByRole('menuitem', { name: 'Call it otherwise…' }).click();
    await page.getByLabel('Name of the column').fill('Order');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Rank {Order}' }).waitFor();
    await looked(/^10 rows · nothing wrong$/);
    await page.getByRole('button', { name: /^Undo/ }).click();
    await page.getByRole('button', { name: 'Rank {Rank}' }).waitFor();
  });

  it('pastes a block from a spreadsheet, with rows and columns that are not there yet', async () => {
    // Sorted downwards, then as the table has it.
    for (const first of ['Third', 'First']) {
      await page.getByRole('button', { name: 'Column Rank' }).click();
      await page.getByRole('menuitem', { name: 'Sort by it' }).click();
      await page.locator('[role="row"][aria-rowindex="2"]').getByText(first).waitFor();
    }
    await cell('Tenth').click();
    await page.evaluate(() => {
      const data = new DataTransfer();
      data.setData('text/plain', 'Eleventh\tbarn\nTwelfth\tlane\n');
      document.activeElement!.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    });
    await kept((s) => s.rows.length === 11 && s.columns.length === 2);
    expect((await words('Rank')).slice(8)).toEqual(['Ninth', 'Eleventh', 'Twelfth']);
    expect((await words('Column 2')).slice(8)).toEqual(['', 'barn', 'lane']);
    await page.getByRole('button', { name: /^Undo/ }).click();
    await kept((s) => s.rows.length === 10 && s.columns.length === 1);
  });

  it('corrects one row by hand, keeps that when the table changes, and takes it back one by one', async () => {
    await pictured(/^Row 7:/).click();
    const side = panel(7);
    const picture = side.getByRole('group', { name: /arrows move Rank/ });
    await picture.focus();
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('ArrowRight');
    await side.getByLabel('Size, %').fill('80');
    await page.keyboard.press('Enter');
    await side.getByLabel(/^Words/).fill('Lucky seventh');
    await page.keyboard.press('Tab');
    await kept((s) => s.rows[6].byHand.length === 3);
    expect((await stored()).document.rows[6].byHand).toEqual([
      { kind: 'moved', part: 'rank', dx: 10, dy: 100 },
      { kind: 'sized', part: 'rank', by: 0.8 },
      { kind: 'worded', part: 'rank', words: 'Lucky seventh' },
    ]);
    await pictured(/^Row 7: .*set by hand/).waitFor();
    await side.getByRole('button', { name: /^Take back: Rank at 80 %/ }).click();
    await kept((s) => s.rows[6].byHand.length === 2);
    // Another part by the pointer: what lies under it is taken hold of.
    await picture.scrollIntoViewIfNeeded();
    const box = (await picture.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height * 0.66);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + 20, box.y + box.height * 0.66, { steps: 4 });
    await page.mouse.up();
    await kept((s) => s.rows[6].byHand.some((b) => b.kind === 'moved' && b.part === 'ranger' && b.dx > 100));
    await side.getByLabel('Leave this row out').check();
    await kept((s) => s.rows[6].leftOut);
    await page.getByRole('button', { name: 'Close the row' }).click();
  });

  it('brings a table in, says what is wrong with one that is none, and gives it out', async () => {
    const file = (name: string, text: string) =>
      page.getByTestId('table-file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
    await file('broken.csv', 'Rank\n"never closed\nagain\n');
    await page.getByText(/broken\.csv: line 2: .*never closed/).waitFor();
    await page.getByRole('button', { name: 'Dismiss' }).click();
    await file('ranks.csv', 'Rank;Place\nSeventh;barn\nFirst;lane\n=SUM(A1);attic\nOwl 梟;\n;\nLast;x\n');
    const dialog = page.getByRole('dialog', { name: 'The table ranks.csv' });
    await dialog.getByText(/6 rows, 2 columns; new here: Place/).waitFor();
    expect(await serious(page)).toEqual([]);
    await dialog.getByRole('button', { name: 'Bring it in' }).click();
    await kept((s) => s.rows.length === 6);
    // What was set by hand stays with the row that says the same.
    expect((await stored()).document.rows[0].byHand).toHaveLength(3);
    await pictured(/^Row 3: .*looks like a formula/).waitFor();
    await pictured(/^Row 4: .*has no 梟/).waitFor();
    await pictured(/^Row 5: .*Nothing stands in this row/).waitFor();
    await looked(/2 cannot be made/);
    await page.getByRole('button', { name: 'Out', exact: true }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: 'The table as CSV' }).click(),
    ]);
    expect(download.suggestedFilename()).toBe('night-rangers.csv');
    await page.getByRole('button', { name: /^Undo/ }).click();
    await kept((s) => s.rows.length === 10);
  });

  it('tells two tabs apart, and loses nothing of either', async () => {
    const other = await page.context().newPage();
    await other.goto(page.url());
    await other.getByRole('gridcell', { name: 'Fourth', exact: true }).click();
    await other.keyboard.type('Fourth or so');
    await other.keyboard.press('Enter');
    await keptUntil(other, async () => (await stored()).document.rows[3].cells.rank === 'Fourth or so');
    await cell('Fifth').click();
    await page.keyboard.type('Fifth of mine');
    await page.keyboard.press('Enter');
    await page.getByText(/This series was changed elsewhere/).waitFor();
    const was = idHere();
    await page.getByRole('button', { name: 'Keep mine as a series of its own' }).click();
    await page.waitForURL((url) => !url.pathname.endsWith(was));
    await kept((s) => s.rows[4].cells.rank === 'Fifth of mine');
    expect((await stored(was)).document.rows[3].cells.rank).toBe('Fourth or so');
    await other.close();
  });

  it('is begun of a sticker, filled with a list, made, and made again in a moment', async () => {
    await page.goto(`${address}/series`);
    await page.getByRole('button', { name: 'New series' }).click();
    await page.getByRole('searchbox', { name: 'Find a design' }).fill('bog');
    await page.getByRole('button', { name: /^Bog Standard/ }).click();
    await page.waitForURL(/\/series\/[0-9a-f-]{36}$/);
    await looked(/^1 row/);
    await page.getByRole('button', { name: 'Rows…' }).click();
    const dialog = page.getByRole('dialog', { name: 'Add rows' });
    await dialog.getByRole('combobox', { name: 'What they say' }).selectOption('typed');
    await dialog.getByRole('combobox', { name: 'In the column' }).selectOption({ index: 0 });
    await dialog.getByRole('textbox').fill('gauge\tFOG\nissue\tLOG\n');
    await dialog.getByText(/2 rows: gauge \+ FOG, issue \+ LOG/).waitFor();
    expect(await serious(page)).toEqual([]);
    await dialog.getByRole('button', { name: 'Add 2 rows' }).click();
    await kept((s) => s.rows.length === 3);
    await pictured(/^Row 2:/).waitFor();
    const series = idHere();
    const make = async () => {
      await page.getByRole('button', { name: 'Make it…' }).click();
      const made = page.getByRole('dialog', { name: 'Make it' });
      // One product is enough here.
      for (const box of (await made.getByRole('group').getByRole('checkbox').all()).slice(1))
        await box.uncheck();
      await made.getByLabel('Also where the proof has stops, which I know').check();
      const names = made.getByRole('textbox', { name: 'Pattern of the files’ names' });
      if (!(await names.isVisible())) await made.getByText('Names of the files').click();
      await names.fill('{Nobody}');
      await made.getByText(/^there is no \{Nobody\}/).waitFor();
      expect(await made.getByRole('button', { name: 'Make 3 files' }).isDisabled()).toBe(true);
      const { document } = await stored();
      await names.fill(`bog_{${document.columns[0].name}}`);
      expect(await serious(page)).toEqual([]);
      await made.getByRole('button', { name: 'Make 3 files' }).click();
      return made;
    };
    const first = await make();
    await first.getByText('3 files in 1 run.').waitFor();
    await first.getByRole('link', { name: 'To the runs' }).click();
    await page.getByText('3 files made and checked').first().waitFor();
    // They are called as the columns say.
    const { document } = await stored(series);
    expect(document.fileNames).toBe(`bog_{${document.columns[0].name}}`);
    await page
      .getByRole('button', { name: /^Show the files of/ })
      .first()
      .click();
    await page.getByText(/bog_gauge\.png$/).waitFor();
    await page.goBack();
    await looked(/^3 rows/);
    const again = await make();
    await again.getByText(/3 of them were made before and are the same/).waitFor();
    await again.getByRole('button', { name: 'Done' }).click();
  });

  it('makes a row a design of its own, which follows it', async () => {
    await pictured(/^Row 2:/).click();
    await panel(2).getByRole('button', { name: 'Make it a design of its own' }).click();
    await panel(2).getByRole('link', { name: 'Its design' }).waitFor();
    await kept((s) => s.rows[1].design?.revision === 1);
    await cell('FOG').dblclick();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('SMOG');
    await page.keyboard.press('Enter');
    await kept((s) => Object.values(s.rows[1].cells).includes('SMOG'));
    await page.getByRole('button', { name: 'Bring 1 design up to date' }).click();
    await page.getByText(/1 brought up to date/).waitFor();
    await kept((s) => s.rows[1].design?.revision === 2);
    const { design } = (await stored()).document.rows[1];
    const made = (await (await fetch(`${address}/api/designs/${design!.id}`)).json()) as { document: object };
    expect(JSON.stringify(made.document)).toContain('SMOG');
    await panel(2).getByRole('button', { name: 'Cut it loose' }).click();
    await kept((s) => s.rows[1].design === null);
  });

  it('is put away, brought back, and deleted for good only from there', async () => {
    const here = page.url();
    const name = await page.getByLabel('Name of the series').inputValue();
    await page.getByLabel('Name of the series').fill('Bogs, put away');
    await page.keyboard.press('Enter');
    await kept((s) => s.name === 'Bogs, put away');
    await page.goto(`${address}/series`);
    await page.getByRole('button', { name: 'Put Bogs, put away away' }).click();
    const link = page.getByRole('link', { name: 'Bogs, put away' });
    await link.waitFor({ state: 'detached' });
    expect(await page.getByRole('button', { name: /for good$/ }).count()).toBe(0);
    await page.getByLabel('Those put away').check();
    await link.waitFor();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: 'Bring Bogs, put away back' }).click();
    await page.getByText('No series was put away.').waitFor();
    await page.getByLabel('Those put away').uncheck();
    await link.waitFor();
    await page.goto(here);
    await page.getByLabel('Name of the series').fill(name);
    await page.keyboard.press('Enter');
    await kept((s) => s.name === name);
  });

  it('scales all back only where it is asked to, and loses a row only until it is brought back', async () => {
    await page.getByLabel('Scale all back where it outgrows the layout').uncheck();
    await kept((s) => !s.whole);
    await page.getByRole('button', { name: /^Undo/ }).click();
    await kept((s) => s.whole);
    await pictured(/^Row 3:/).click();
    const before = (await stored()).document.rows[2];
    await panel(3).getByRole('button', { name: 'Delete this row' }).click();
    await kept((s) => s.rows.length === 2);
    await page.getByRole('button', { name: 'Bring it back' }).click();
    await kept((s) => s.rows.length === 3);
    expect((await stored()).document.rows[2]).toEqual(before);
  });

  it('keeps its table when the layout is gone, and takes another', async () => {
    const copy = (await (
      await fetch(`${address}/api/designs/${(await stored()).document.layout}/duplicate`, {
        method: 'POST',
        body: '{}',
        headers: { 'Content-Type': 'application/json', Origin: address },
      })
    ).json()) as { id: string };
    const { document, revision } = await stored();
    await fetch(`${address}/api/series/${idHere()}`, {
      method: 'PUT',
      body: JSON.stringify({ revision, document: { ...document, layout: copy.id } }),
      headers: { 'Content-Type': 'application/json', Origin: address },
    });
    for (const [path, method] of [
      ['/archive', 'POST'],
      ['', 'DELETE'],
    ])
      await fetch(`${address}/api/designs/${copy.id}${path}`, { method, headers: { Origin: address } });
    await page.reload();
    await page.getByText(/The table is safe: 3 rows/).waitFor();
    await page.getByRole('button', { name: 'Choose another layout' }).click();
    await page.getByRole('searchbox', { name: 'Find a design' }).fill('bog');
    await page
      .getByRole('button', { name: /^Bog Standard/ })
      .first()
      .click();
    await looked(/^3 rows/);
    expect(faults).toEqual([]);
  });

  it('holds two thousand rows', async () => {
    const lines = Array.from({ length: 2000 }, (_, i) => `word ${i};N ${i}`).join('\n');
    const { document } = await stored();
    const names = document.columns.map((c) => c.name).join(';');
    await page.getByTestId('table-file').setInputFiles({
      ...{ name: 'many.csv', mimeType: 'text/csv' },
      buffer: Buffer.from(`${names}\n${lines}\n`),
    });
    await page.getByRole('button', { name: 'Bring it in' }).click();
    await page.getByText(/2000 rows/).waitFor();
    await page.locator('[data-fresh="true"]').first().waitFor();
    // As many pictures as are seen, not two thousand.
    expect(await sheet().getByRole('button').count()).toBeLessThan(60);
    await page.getByRole('grid').focus();
    await cell('N 0').click();
    await page.keyboard.press('Control+End');
    await cell('N 1999').waitFor();
    await kept((s) => s.rows.length === 2000);
  });
});

import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import type { Sheet } from '@brelm/core/sheet';
import { Brelm, keptUntil, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened());
});
afterAll(() => brelm.clean());

const idHere = () => new URL(page.url()).pathname.split('/').pop()!;
const stored = async (id = idHere()) =>
  (await (await fetch(`${address}/api/sheets/${id}`)).json()) as { revision: number; document: Sheet };
/** The server has what is asked for. */
const kept = (is: (sheet: Sheet) => boolean) => keptUntil(page, async () => is((await stored()).document));
const lying = () => page.getByRole('group', { name: /^Sheet of/ }).getByRole('button');
/** All stickers are cut out. */
const worked = () =>
  page.locator('section[aria-label="Sheet check"]').getByText('Working out…').waitFor({ state: 'detached' });

describe('sheets of stickers', () => {
  it('has the demo’s sheet of nine, with nothing wrong', async () => {
    await page.goto(`${address}/sheets`);
    await page.getByRole('link', { name: 'Nine for the night bag' }).click();
    await worked();
    await page.getByText('Everything lies apart and within the margin.').waitFor();
    expect(await lying().count()).toBe(9);
    expect(await serious(page)).toEqual([]);
  });

  it('is begun as a product asks, filled from the shelf, and packed', async () => {
    await page.goto(`${address}/sheets`);
    await page.getByRole('button', { name: 'New sheet' }).click();
    await page.getByText('There is nothing on the sheet yet.').waitFor();
    expect(await page.getByLabel('Width, mm').inputValue()).toBe('152.4');
    await page.getByRole('button', { name: 'Add a design' }).click();
    await page.getByRole('searchbox', { name: 'Find a design' }).fill('bog');
    await page.getByRole('button', { name: /^Bog Standard/ }).click();
    await page.getByRole('button', { name: 'Done' }).click();
    await worked();
    await page.getByLabel('Artwork, %').fill('50');
    await page.keyboard.press('Enter');
    await worked();
    await page.getByText(/^38\.\d × 46\.\d mm · 1 on it/).waitFor();
    await page.getByRole('combobox', { name: 'How many' }).selectOption('6');
    await page.getByRole('button', { name: 'Pack by outline' }).click();
    await page.getByText(/· 6 on it/).waitFor();
    await page.getByText('Everything lies apart and within the margin.').waitFor();
    await kept((s) => s.placed.length === 6);
    const { document } = await stored();
    expect(document).toMatchObject({ spec: 'stickerwharf/sheet', gap: 4 });
    expect(document.placed).toHaveLength(6);
    await page.getByRole('combobox', { name: 'How many' }).selectOption('fill');
    await page.getByRole('button', { name: 'In a grid' }).click();
    await page.getByText(/^38.*· (\d+) on it · \1 fit in a grid/).waitFor();
  });

  it('stickers are moved, turned, doubled and taken off by keyboard, told what is wrong, and brought back', async () => {
    const before = await lying().count();
    await lying().first().focus();
    for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
    await page.keyboard.press('r');
    await page
      .getByText(/overlap\.$/)
      .first()
      .waitFor();
    expect(await page.getByRole('button', { name: 'PDF' }).isDisabled()).toBe(true);
    // Six steps of one kind are one, and the turn is another.
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await page.getByText('Everything lies apart and within the margin.').waitFor();
    await page.keyboard.press('Delete');
    expect(await lying().count()).toBe(before - 1);
    await page.keyboard.press('Control+z');
    expect(await lying().count()).toBe(before);
  });

  it('is packed at any angle, one is turned by its own field, and all files come in one', async () => {
    await page.getByRole('combobox', { name: 'How many' }).selectOption('2');
    await page.getByRole('button', { name: 'Pack at any angle' }).click();
    await page.getByText(/· 2 on it/).waitFor();
    await page.getByText('Everything lies apart and within the margin.').waitFor();
    await lying().first().focus();
    const turn = page.getByLabel('Turn, °');
    await turn.fill('30');
    await page.keyboard.press('Enter');
    await kept(({ placed: [a] }) => a.turn === 30);
    await page.getByLabel('Turn, °').fill('900');
    await page.keyboard.press('Enter');
    await page.getByText('-360 to 360').waitFor();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'In a grid' }).click();
    await page.getByText('Everything lies apart and within the margin.').waitFor();
    await kept(({ placed: [a] }) => a.turn !== 30);
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'All', exact: true }).click();
    expect((await download).suggestedFilename()).toMatch(/\.zip$/);
  });

  it('is dragged by the mouse, and snaps to an even gap', async () => {
    await page.getByRole('combobox', { name: 'How many' }).selectOption('2');
    await page.getByRole('button', { name: 'In a grid' }).click();
    await page.getByText(/· 2 on it/).waitFor();
    await kept((s) => s.placed.length === 2);
    const [, away] = (await stored()).document.placed;
    const [first, second] = [await lying().nth(0).boundingBox(), await lying().nth(1).boundingBox()];
    const middle = [second!.x + second!.width / 2, second!.y + second!.height / 2];
    await page.mouse.move(middle[0], middle[1]);
    await page.mouse.down();
    await page.mouse.move(middle[0] + 60, middle[1] + 90, { steps: 4 });
    await page.mouse.up();
    // It lies where it was dropped, and is stored there, before it is taken up again.
    await kept(({ placed: [, b] }) => b.x !== away.x && b.y !== away.y);
    const dropped = (await lying().nth(1).boundingBox())!;
    await page.mouse.move(dropped.x + dropped.width / 2, dropped.y + dropped.height / 2);
    await page.mouse.down();
    // To a few px below the first one: it goes where the gap is even, and in line.
    const to = [first!.x + first!.width / 2 + 3, first!.y + first!.height * 1.5 + 14];
    await page.mouse.move(to[0], to[1], { steps: 6 });
    await page.mouse.up();
    // What was dragged last is what is kept in the end.
    await kept(({ placed: [a, b] }) => Math.abs(b.x - a.x) < 0.05);
    const [a, b] = (await stored()).document.placed;
    expect(b.y).toBeGreaterThan(a.y + 20);
  });

  it('gives its files out, of the design as it is', async () => {
    await page.getByRole('combobox', { name: 'How many' }).selectOption('4');
    await page.getByRole('button', { name: 'In a grid' }).click();
    await page.getByText(/· 4 on it/).waitFor();
    await page.getByLabel('Name of the sheet').fill('Four bogs');
    await page.keyboard.press('Enter');
    await kept((s) => s.name === 'Four bogs' && s.placed.length === 4);
    await page.getByText('saved', { exact: true }).waitFor();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'DXF' }).click();
    const file = await download;
    expect(file.suggestedFilename()).toBe('four-bogs.dxf');
    expect(readFileSync(await file.path(), 'latin1').match(/POLYLINE/g)).toHaveLength(4);
  });

  it('what cannot be saved is told with its reason, and undo mends it', async () => {
    await page.getByLabel('Margin, mm').fill('60');
    await page.keyboard.press('Enter');
    await kept((s) => s.margin === 60);
    // With a margin of 60 a sheet of 110 mm has no room.
    await page.getByLabel('Width, mm').fill('110');
    await page.keyboard.press('Enter');
    await page.getByText(/This cannot be saved: margin: leaves no room/).waitFor();
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByText(/This cannot be saved/).waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Undo' }).click();
    await kept((s) => s.margin === 6.4);
    expect((await stored()).document).toMatchObject({ margin: 6.4, width: 152.4 });
  });

  it('what was changed elsewhere is not lost: mine becomes a sheet of its own', async () => {
    const id = idHere();
    const { revision, document } = await stored();
    await fetch(`${address}/api/sheets/${id}`, {
      method: 'PUT',
      body: JSON.stringify({ revision, document: { ...document, name: 'Theirs' } }),
      headers: { 'content-type': 'application/json' },
    });
    await page.getByLabel('Name of the sheet').fill('Mine');
    await page.keyboard.press('Enter');
    await page.getByText('This sheet was changed elsewhere.').waitFor();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: 'Keep mine as a sheet of its own' }).click();
    await page.waitForURL((url) => !url.pathname.endsWith(id));
    await page.getByLabel('Name of the sheet').waitFor();
    expect(await page.getByLabel('Name of the sheet').inputValue()).toBe('Mine, mine');
    expect((await stored(id)).document.name).toBe('Theirs');
    // A refused save is told by the browser, too.
    expect(faults.filter((f) => !/40[09]/.test(f))).toEqual([]);
  });
});

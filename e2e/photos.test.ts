import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { Brelm, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened(1024, 700));
});
afterAll(() => brelm.clean());

/** A light blank on a brown table, with a dark strap down its middle. */
const photo = () =>
  sharp({ create: { width: 600, height: 800, channels: 3, background: '#6b4a2a' } })
    .composite([
      {
        input: Buffer.from(
          '<svg width="600" height="800"><rect x="90" y="120" width="420" height="600" fill="#e4e4e2"/><rect x="290" width="20" height="800" fill="#14161c"/></svg>',
        ),
      },
    ])
    .jpeg()
    .toBuffer();
const net = () => page.getByRole('group', { name: 'Net' });
const shown = () => page.locator('section[aria-label="Photo"] canvas[data-shown="true"]').waitFor();
const corner = (name: string) => page.getByRole('button', { name: new RegExp(`^${name}: `) });
const placeOf = async (name: string) =>
  /: (\d+), (\d+) px/
    .exec((await corner(name).getAttribute('aria-label'))!)!
    .slice(1)
    .map(Number);
const saved = () => page.getByRole('region', { name: 'Photo' }).getByText('saved', { exact: true }).waitFor();

describe('one’s own photo', () => {
  it('is taken in, and shows the design on it at once, with what was measured', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Night Shift Owls' }).click();
    await page.getByTestId('board').waitFor();
    await page.keyboard.press('4');
    await page.getByRole('group', { name: 'Scenes' }).waitFor();
    await page
      .getByTestId('own-photo')
      .setInputFiles({ name: 'Market table.jpg', mimeType: 'image/jpeg', buffer: await photo() });
    await net().waitFor();
    await shown();
    await page.getByText('px soft').waitFor();
    await page.getByText('light', { exact: true }).waitFor();
    expect(await page.getByLabel('Name of the scene').inputValue()).toBe('Market table');
    expect(await serious(page)).toEqual([]);
  });

  it('its corners are moved by the arrows and by hand, never so that they cross, each step undone', async () => {
    const [x, y] = await placeOf('Top left');
    await corner('Top left').focus();
    for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowLeft');
    await page.keyboard.press('ArrowUp');
    expect(await placeOf('Top left')).toEqual([x - 30, y - 1]);
    // Beyond the other side it does not go.
    const from = (await corner('Top left').boundingBox())!;
    const to = (await corner('Bottom right').boundingBox())!;
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(from.x + 12, from.y + 12);
    await page.mouse.move(to.x + 60, to.y + 60);
    await page.mouse.up();
    const [left] = await placeOf('Top left');
    expect(left).toBeLessThan((await placeOf('Bottom right'))[0]);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await page.waitForFunction(
      ([name]) => document.querySelector(`[aria-label^="${name}"]`) !== null,
      [`Top left: ${x}, ${y} px`],
    );
    await page.getByRole('combobox', { name: 'Points across' }).selectOption('3');
    await corner('Point 2 of row 1').waitFor();
    await page.getByLabel('Round it, %', { exact: true }).fill('120');
    await page.keyboard.press('Enter');
    await page.getByText('0 to 95').waitFor();
    await page.getByLabel('Round it, %', { exact: true }).fill('40');
    await page.keyboard.press('Enter');
    await shown();
    await saved();
  });

  it('is marked by the keyboard: what is the blank, and what lies before it', async () => {
    await page.getByRole('button', { name: 'Blank', exact: true }).press('Enter');
    const board = page.getByRole('application', { name: /^Mark the photo/ });
    await board.focus();
    for (let i = 0; i < 2; i++) await page.keyboard.press('Shift+ArrowLeft');
    await page.keyboard.press('Enter');
    for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Before it' }).press('Enter');
    await board.focus();
    for (let i = 0; i < 2; i++) await page.keyboard.press('Shift+ArrowLeft');
    await page.keyboard.press('Enter');
    expect(await board.locator('circle[fill-opacity]').count()).toBe(3);
    await shown();
    await page.getByLabel('Takes the garment’s colour').check();
    await shown();
    await saved();
    expect(await serious(page)).toEqual([]);
  });

  it('is a scene among the others, on every colour, and is made like them', async () => {
    await page.getByRole('button', { name: 'Done' }).press('Enter');
    await page.getByRole('heading', { name: 'Market table, Soot' }).waitFor();
    await page.locator('section[aria-label="Mockup"] canvas[data-shown="true"]').waitFor();
    await page.getByRole('button', { name: 'Make the picture' }).press('Enter');
    await page.getByText('The picture is made.').waitFor();
    await page.getByRole('button', { name: 'Set Market table up' }).press('Enter');
    await net().waitFor();
    // What was set is there again, and going back leaves it.
    expect(await page.getByLabel('Round it, %', { exact: true }).inputValue()).toBe('40');
    await page.goBack();
    await page.getByRole('heading', { name: /^Market table/ }).waitFor();
    expect(faults).toEqual([]);
  });

  it('a file that is no photo is refused in words', async () => {
    await page
      .getByTestId('own-photo')
      .setInputFiles({ name: 'list.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('not a picture') });
    await page.getByText(/list\.jpg was not taken in: .*list\.jpg/).waitFor();
  });

  it('is saved as a file, and taken in from it', async () => {
    await page.getByRole('button', { name: 'Set Market table up' }).press('Enter');
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Save this scene as a file' }).click();
    const file = await (await download).path();
    await page.getByRole('button', { name: 'Done' }).press('Enter');
    await page
      .getByTestId('own-scene')
      .setInputFiles({ name: 'table.zip', mimeType: 'application/zip', buffer: readFileSync(file) });
    await page.getByRole('button', { name: 'Market table', exact: true }).nth(1).waitFor();
    await page
      .getByTestId('own-scene')
      .setInputFiles({ name: 'broken.zip', mimeType: 'application/zip', buffer: Buffer.from('no archive') });
    await page.getByText(/broken\.zip was not taken in/).waitFor();
  });

  it('is deleted once that is meant', async () => {
    const both = page.getByRole('button', { name: 'Market table', exact: true });
    await page.getByRole('button', { name: 'Set Market table up' }).press('Enter');
    await page.getByRole('button', { name: 'Delete this scene' }).press('Enter');
    await page.getByRole('button', { name: 'Delete', exact: true }).press('Enter');
    await page.getByRole('button', { name: 'Tee on a figure' }).waitFor();
    await both.nth(1).waitFor({ state: 'detached' });
    expect(await both.count()).toBe(1);
  });
});

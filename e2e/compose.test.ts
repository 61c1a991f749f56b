import { PNG } from 'pngjs';
import type { Browser, Page } from 'playwright-core';
import { Brelm, drag, launch, onScreen, saved, serious, watch, numberIs } from './brelm';

const brelm = new Brelm();
let browser: Browser;
let page: Page;
let faults: string[];
let address: string;

beforeAll(async () => {
  address = await brelm.start('--empty');
  browser = await launch();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  page = await context.newPage();
  faults = watch(page);
  await create('Night work');
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
});

async function create(name: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('button', { name: 'New design' }).first().click();
  await page.getByLabel('Name').fill(name);
  await page.getByRole('radio', { name: /Pinfold Market, tee front/ }).click();
  await page.getByRole('radio', { name: 'Soot' }).click();
  await page.getByRole('button', { name: 'Make it' }).click();
  await page.getByTestId('board').waitFor();
}

const field = (label: string) => page.getByLabel(label, { exact: true });
const value = async (label: string) => Number(await field(label).inputValue());
const stack = () => page.locator('aside[aria-label="Stack"] li');
const add = async (words: string, button: string | RegExp) => {
  await page.keyboard.press('a');
  if (words) await page.keyboard.type(words);
  await page.getByRole('dialog').getByRole('button', { name: button }).first().click();
  await field('Left').waitFor();
};
const size = async (px: string) => {
  await field('Width').fill(px);
  await field('Width').press('Enter');
  await page.keyboard.press('Tab');
};

describe('figures', () => {
  it('are found by a synonym, placed with their licence, recoloured, and made one colour', async () => {
    await add('bunny', 'rabbit face, flat colours');
    await page.getByText(/^MIT: Fluent/).waitFor();
    expect(await page.getByLabel(/^Ink \d/).count()).toBeGreaterThan(3);
    await page.getByRole('button', { name: 'one colour' }).click();
    await page.getByRole('button', { name: 'Undo: Make it one colour' }).waitFor();
    expect(await page.getByLabel(/^Ink \d/).count()).toBe(1);
    await page.keyboard.press('Control+z');
    await page.getByRole('button', { name: 'take apart' }).click();
    const pieces = await stack().count();
    expect(pieces).toBeGreaterThan(4);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    expect(await stack().count()).toBe(0);
  });

  it('say when nothing is found', async () => {
    await page.keyboard.press('a');
    await page.keyboard.type('qqqzzz');
    await page.getByText('No figure or shape is called “qqqzzz”').waitFor();
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'detached' });
  });
});

describe('shapes', () => {
  it('change with their settings, and into one another', async () => {
    await add('', 'Star');
    await field('Points').fill('8');
    await field('Points').press('Enter');
    await page.getByLabel('Form').selectOption('sunburst');
    await numberIs(field('Rays'), 24, 0);
    await page.getByRole('button', { name: 'line along the edge' }).click();
    await field('Line').waitFor();
    await page.getByLabel('Form').selectOption('blob');
    await page.getByRole('button', { name: 'another' }).click();
    await page.getByRole('button', { name: 'Undo: Another' }).waitFor();
    await saved(page);
  });
});

describe('arranging', () => {
  it('lines up with the board, by its sides and its middle', async () => {
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Delete');
    await add('', 'Rectangle');
    await size('600');
    await page.getByRole('button', { name: 'Left sides in line' }).click();
    await numberIs(field('Left'), 0, 0);
    await page.getByRole('button', { name: 'Centres in line, side to side' }).click();
    await numberIs(field('Left'), 4500 / 2 - 300, 0);
    await page.getByLabel('Line up with').selectOption('safe');
    await page.getByRole('button', { name: 'Tops in line' }).click();
    await numberIs(field('Top'), (v) => v > 0);
  });

  it('mirrors a copy by its key, and moves it in depth', async () => {
    await field('Left').fill('300');
    await field('Left').press('Enter');
    await page.keyboard.press('Tab');
    await page.getByTestId('board').click({ position: { x: 30, y: 30 } });
    await stack().first().getByRole('button', { name: 'Rectangle', exact: true }).click();
    await page.keyboard.press('m');
    expect(await stack().count()).toBe(2);
    await numberIs(field('Left'), 4500 - 300 - 600, 0);
    await page.keyboard.press('Shift+PageDown');
    await page.getByRole('button', { name: 'Undo: Change the depth' }).waitFor();
    await page.keyboard.press('Control+z');
  });

  it('snaps to the middle of the board while it is dragged, and with Alt does not', async () => {
    await page.getByTestId('board').click({ position: { x: 30, y: 30 } });
    await stack().first().getByRole('button', { name: 'Rectangle', exact: true }).click();
    const y = (await value('Top')) + 100;
    const from: [number, number] = [(await value('Left')) + 300, y];
    // 20 board px are some two px on the screen: near enough to snap.
    await drag(page, from, [4500 / 2 + 20, y + 1500]);
    await numberIs(field('Left'), 4500 / 2 - 300, 0);
    await page.keyboard.press('Control+z');
    const [x0, y0] = await onScreen(page, ...from);
    const [x1, y1] = await onScreen(page, 4500 / 2 + 20, y + 1500);
    await page.mouse.move(x0, y0);
    await page.mouse.down();
    await page.keyboard.down('Alt');
    for (let i = 1; i <= 8; i++) await page.mouse.move(x0 + ((x1 - x0) * i) / 8, y0 + ((y1 - y0) * i) / 8);
    await page.mouse.up();
    await page.keyboard.up('Alt');
    await numberIs(field('Left'), 4500 / 2 + 20 - 300, 12);
    await numberIs(field('Left'), (v) => v !== 4500 / 2 - 300);
  });

  it('has nothing serious for axe', async () => {
    expect(await serious(page)).toEqual([]);
  });
});

describe('the clipboard', () => {
  it('copies within a design and into another, with the inks', async () => {
    await page.getByTestId('board').click({ position: { x: 30, y: 30 } });
    await stack().first().getByRole('button', { name: 'Rectangle', exact: true }).click();
    await page.keyboard.press('Control+c');
    await page.keyboard.press('Control+v');
    expect(await stack().count()).toBe(3);
    await saved(page);
    await create('Another night');
    await page.getByTestId('board').click({ position: { x: 30, y: 30 } });
    await page.keyboard.press('Control+v');
    await stack().getByRole('button', { name: 'Rectangle', exact: true }).waitFor();
    expect(await stack().count()).toBe(1);
  });

  const paste = (text: string) =>
    page.evaluate((words) => {
      const data = new DataTransfer();
      if (words) data.setData('text/plain', words);
      document.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    }, text);

  it('takes words as lettering and SVG as a motif; nonsense is said to be so', async () => {
    await paste('Hoot hoot');
    await page.getByLabel('Words of line 1').waitFor();
    await paste(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><rect width="9" height="9" fill="#b3492a"/></svg>',
    );
    await stack().getByRole('button', { name: 'pasted', exact: true }).waitFor();
    const before = await stack().count();
    await paste('{"format":"brelm-parts","parts":7}');
    await page.getByText('nothing was pasted').waitFor();
    await paste('');
    await page.getByText('nothing in the clipboard').waitFor();
    expect(await stack().count()).toBe(before);
    expect(faults).toEqual([]);
  });
});

describe('inks', () => {
  const palette = () => page.getByRole('button', { name: /^Palette/ }).click();
  const inks = () => page.locator('section[aria-label="Inks"] button[aria-label^="Ink "]').count();

  it('come from a reference picture, as many as are asked for', async () => {
    const png = new PNG({ width: 60, height: 60 });
    for (let i = 0; i < 3600; i++)
      png.data.set(i < 1800 ? [31, 61, 51, 255] : i < 2900 ? [230, 184, 76, 255] : [138, 47, 92, 255], i * 4);
    const before = await inks();
    await palette();
    const buffer = PNG.sync.write(png);
    await page
      .getByTestId('palette-picture')
      .setInputFiles({ name: 'dusk.png', mimeType: 'image/png', buffer });
    await page.getByText('#1f3d33').waitFor();
    expect(await page.getByRole('list', { name: 'Colours of the picture' }).locator('li').count()).toBe(3);
    await page.getByRole('button', { name: 'Add as inks' }).click();
    expect(await inks()).toBe(before + 3);
    await page.getByRole('button', { name: /^remove \d+ that nothing uses$/ }).click();
    expect(await inks()).toBeLessThanOrEqual(before);
    await page.keyboard.press('Control+z');
  });

  it('are merged, and written to a file that can be read again; a wrong one says which line', async () => {
    const before = await inks();
    await page.locator('section[aria-label="Inks"] button[aria-label^="Ink "]').last().click();
    await page.getByLabel(/^Merge .* into another ink$/).selectOption({ index: 1 });
    expect(await inks()).toBe(before - 1);
    await palette();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Write CSV' }).click();
    const path = await (await download).path();
    await page.getByTestId('palette-file').setInputFiles({
      name: 'wrong.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('name,value\nA,#112233\nB,12O4X6\n'),
    });
    await page.getByText('line 3: "12O4X6" is no colour').waitFor();
    await page.getByTestId('palette-file').setInputFiles(path);
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    // All of them are here already.
    expect(await inks()).toBe(before - 1);
  });

  it('are picked off the garment, swapped, and kept as a palette; a reference stands beside the board', async () => {
    await page.locator('section[aria-label="Inks"] button[aria-label^="Ink "]').nth(1).click();
    const ink = await page.getByLabel('Name of the ink').inputValue();
    await page.getByRole('button', { name: `Pick ${ink} from the board or the garment` }).click();
    const [x, y] = await onScreen(page, 40, 40);
    await page.mouse.move(x, y);
    await page.mouse.click(x, y);
    await page.getByRole('button', { name: 'Undo: Pick an ink' }).waitFor();
    expect(await page.getByLabel('Value, #rrggbb').inputValue()).toBe('#1b1b1d');
    await page.keyboard.press('Control+z');
    await page.getByLabel(`Swap ${ink} with another ink`).selectOption({ index: 1 });
    await page.getByRole('button', { name: 'Undo: Swap inks' }).waitFor();

    await palette();
    await page.getByLabel('Name for the palette of this design’s inks').fill('Night work inks');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Add as inks: Night work inks' }).waitFor();
    const png = PNG.sync.write(new PNG({ width: 40, height: 30 }));
    await page
      .getByTestId('palette-picture')
      .setInputFiles({ name: 'fence.png', mimeType: 'image/png', buffer: png });
    await page.getByRole('button', { name: 'Put it beside the board' }).click();
    await page.getByRole('figure', { name: 'Reference: fence.png' }).waitFor();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: 'Remove the reference' }).click();
    await page.getByRole('figure').waitFor({ state: 'detached' });
  });

  it('and everything else can be gone back to, step by step', async () => {
    await page.getByRole('button', { name: 'History' }).click();
    const steps = page.getByRole('list', { name: 'Steps' }).getByRole('button');
    expect(await steps.count()).toBeGreaterThan(4);
    await steps.last().click();
    expect(await stack().count()).toBe(0);
    await steps.first().click();
    expect(await stack().count()).toBeGreaterThan(1);
    await page.keyboard.press('Escape');
    expect(faults).toEqual([]);
  });
});

import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import type { DesignDocument } from '@brelm/core/design';
import { Brelm, keptUntil, onScreen, ROOT, saved, serious } from './brelm';

const PICTURES = join(ROOT, 'demo/designs/pictures');
const brelm = new Brelm();
let page: Page;
let address: string;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened());
  await page.goto(address);
  await page.getByRole('link', { name: 'Night Shift Owls', exact: true }).click();
  await page.getByTestId('board').waitFor();
  await row('Star').waitFor();
});
afterAll(() => brelm.clean());

const stack = () => page.locator('aside[aria-label="Stack"]');
const row = (name: string) =>
  stack()
    .locator('li button[aria-expanded]')
    .filter({ has: page.getByText(name, { exact: true }) });
const says = (name: string, words: string) => row(name).getByText(words, { exact: true }).waitFor();
const silent = (name: string, words: string) => row(name).getByText(words).waitFor({ state: 'detached' });
const choose = async (name: string) => {
  if ((await row(name).getAttribute('aria-expanded')) !== 'true') await row(name).click();
};
const stored = async () => {
  const id = /design\/([^/]+)/.exec(page.url())![1];
  const { document } = (await (await fetch(`${address}/api/designs/${id}`)).json()) as {
    document: DesignDocument;
  };
  return document.sides[0];
};
const part = async (id: string) => (await stored()).parts.find((p) => p.id === id)!;

describe('parts that cut one another', () => {
  it('say so in the stack, and are cut loose and tied again by a key', async () => {
    await says('NIGHT SHIFT OWLS', 'cuts all below · not printed');
    await says('Star', 'cut by NIGHT SHIFT OWLS');
    await says('Rays', 'inside Star · cut by NIGHT SHIFT OWLS');
    await choose('NIGHT SHIFT OWLS');
    await page.getByTestId('board').focus();
    await page.keyboard.press('k');
    await silent('NIGHT SHIFT OWLS', 'cuts');
    await silent('Star', 'cut by');
    await page.keyboard.press('Control+z');
    await says('NIGHT SHIFT OWLS', 'cuts all below · not printed');
  });

  it('come out of their window and into it by a key, and by the list', async () => {
    await choose('Rays');
    await page.getByTestId('board').focus();
    await page.keyboard.press('w');
    await silent('Rays', 'inside Star');
    await row('Star').click({ modifiers: ['Shift'] });
    await page.getByTestId('board').focus();
    await page.keyboard.press('w');
    await says('Rays', 'inside Star · cut by NIGHT SHIFT OWLS');
    await choose('Star');
    // What shows inside it cannot be its window.
    const inside = page.getByLabel('Shows inside');
    expect(await inside.locator('option', { hasText: 'Rays' }).isDisabled()).toBe(true);
    await page.getByLabel('Knocked out of').selectOption('chosen');
    await page.getByRole('checkbox', { name: 'NIGHT SHIFT OWLS' }).waitFor({ state: 'attached' });
    await page.keyboard.press('Control+z');
    await silent('Star', 'cuts');
  });

  it('are dropped into what is seen there with Ctrl held, and on nothing that is said', async () => {
    await choose('Rays');
    await page.getByTestId('board').focus();
    await page.keyboard.press('w');
    await silent('Rays', 'inside Star');
    const dropAt = async (from: [number, number], to: [number, number]) => {
      const [[x0, y0], [x1, y1]] = [await onScreen(page, ...from), await onScreen(page, ...to)];
      await page.mouse.move(x0, y0);
      await page.mouse.down();
      await page.mouse.move((x0 + x1) / 2, (y0 + y1) / 2, { steps: 4 });
      await page.mouse.move(x1, y1, { steps: 4 });
      await page.keyboard.down('Control');
      await page.mouse.up();
      await page.keyboard.up('Control');
    };
    // A ray lies there, and the star alone where it is let go.
    await dropAt([1000, 2900], [3500, 1500]);
    await page.getByText('It shows inside “Star” now.').waitFor();
    await says('Rays', 'inside Star · cut by NIGHT SHIFT OWLS');
    await page.keyboard.press('Control+z');
    await silent('Rays', 'inside Star');
    await page.keyboard.press('Control+z');
    await dropAt([1000, 2900], [4450, 5350]);
    await page.getByText('Nothing lies there to show it inside of.').waitFor();
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await says('Rays', 'inside Star · cut by NIGHT SHIFT OWLS');
  });

  it('that lose their window say so, and have it back by Undo', async () => {
    await choose('Star');
    await page.getByTestId('board').focus();
    await page.keyboard.press('Delete');
    await row('Star').waitFor({ state: 'detached' });
    await page.getByText('“Rays” showed inside what was removed, and shows whole now.').waitFor();
    await silent('Rays', 'inside');
    await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
    await says('Rays', 'inside Star · cut by NIGHT SHIFT OWLS');
  });

  it('keep their gap in the file', async () => {
    await choose('NIGHT SHIFT OWLS');
    await page.getByLabel('Gap around it').fill('40');
    await page.getByLabel('Gap around it').press('Enter');
    const cut = { from: 'below', parts: [], gap: 40 };
    await keptUntil(page, async () => JSON.stringify((await part('words')).knockOut) === JSON.stringify(cut));
  });
});

describe('wear', () => {
  it('of all is chosen by name on the artwork itself, by keys, and turned up and down', async () => {
    await page.getByRole('button', { name: /Wear of all/ }).click();
    await page.getByLabel('Wear of all').getByRole('button', { name: 'wear', exact: true }).click();
    const mud = page.getByRole('button', { name: 'Dry mud' });
    await mud.focus();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Enter');
    await page.getByText('1 in use').waitFor();
    await page.getByLabel('Amount %').fill('20');
    await page.getByLabel('Amount %').press('Enter');
    await saved(page);
    expect((await stored()).wear).toEqual([
      expect.objectContaining({ kind: 'cracks', amount: 0.2, off: false }),
    ]);
    await page.getByRole('button', { name: 'Switch Wear off' }).click();
    await page.getByLabel('Wear of all').getByText('none', { exact: true }).waitFor();
    await page.keyboard.press('Control+z');
    await page.getByText('1 in use').waitFor();
  });

  it('takes ink away on the board: the garment shows through the star', async () => {
    /** How many px of the board differ from those of the first call. */
    const shot = () => page.getByTestId('board').screenshot();
    const worn = await shot();
    await page.getByRole('button', { name: 'Switch Wear off' }).click();
    await page.getByLabel('Wear of all').getByText('none', { exact: true }).waitFor();
    expect((await shot()).equals(worn)).toBe(false);
    await page.keyboard.press('Control+z');
    await page.getByText('1 in use').waitFor();
  });

  it('of one part is its own, and a part can be spared from that of all', async () => {
    await page.getByRole('button', { name: /Wear of all/ }).click();
    await choose('Star');
    await page.getByRole('checkbox', { name: 'Spared by the wear of all' }).check();
    await stack().locator('li').getByRole('button', { name: 'wear', exact: true }).click();
    await page.getByRole('button', { name: 'Spatter' }).click();
    await page.getByRole('group', { name: 'Wear' }).waitFor();
    await saved(page);
    const star = await part('star');
    expect(star).toMatchObject({ spared: true, wear: [{ kind: 'speckle' }] });
    await page.reload();
    await row('Star').waitFor();
    await choose('Star');
    expect(await page.getByRole('checkbox', { name: 'Spared by the wear of all' }).isChecked()).toBe(true);
    expect(await serious(page)).toEqual([]);
  });

  it('may be by a picture of one’s own, which is kept with the design', async () => {
    await page.getByRole('combobox', { name: 'Wear', exact: true }).selectOption('picture');
    await page.getByText('Until there is one, ink goes as in a fine grain.').waitFor();
    const picture = readdirSync(PICTURES).find((f) => f.endsWith('.png') || f.endsWith('.webp'))!;
    await page.getByTestId('picture of Wear').setInputFiles(join(PICTURES, picture));
    await page.getByText(/greys, kept with the design/).waitFor();
    await page.getByLabel('Ink goes where it is').selectOption('light');
    await saved(page);
    const [wear] = (await part('star')).wear;
    expect(wear).toMatchObject({ kind: 'picture', light: true });
    expect(Math.max(wear.picture!.width, wear.picture!.height)).toBeLessThanOrEqual(400);
    expect(await serious(page)).toEqual([]);
    expect(faults).toEqual([]);
  });
});

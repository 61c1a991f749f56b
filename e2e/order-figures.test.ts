import type { Page } from 'playwright-core';
import { Brelm, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;

beforeAll(async () => {
  ({ address, page } = await brelm.opened());
});
afterAll(() => brelm.clean());

const dialog = () => page.getByRole('dialog', { name: 'Have a figure drawn' });
const words = () => dialog().getByLabel('What is to be drawn');
const drawings = (of: string) => dialog().getByRole('list', { name: `Drawings of ${of}` });
const row = (name: string) =>
  page.locator('aside[aria-label="Stack"] li button[aria-expanded]').filter({ hasText: name });
/** Waits until a picture has come whole. */
const shown = (of: string, n: number) =>
  page.waitForFunction((alt) => {
    const img = document.querySelector<HTMLImageElement>(`img[alt="${alt}"]`);
    return img?.complete && img.naturalWidth === 1024;
  }, `${of}, drawing ${n}`);

describe('a figure drawn to order', () => {
  it('comes four times from words, is taken as outlines by the keyboard alone, and undone', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Bog Standard', exact: true }).click();
    await page.getByTestId('board').waitFor();
    await page.keyboard.press('Shift+A');
    await words().waitFor();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.type('a grumpy hedgehog with a lantern, sitting');
    await page.keyboard.press('Enter');
    const list = drawings('a grumpy hedgehog with a lantern, sitting');
    await list.waitFor();
    expect(await list.getByRole('listitem').count()).toBe(4);
    for (const n of [1, 2, 3, 4]) await shown('a grumpy hedgehog with a lantern, sitting', n);
    // What it could not do, whose work it is, and that nobody drew it.
    expect(await list.getByRole('listitem').first().innerText()).toMatch(
      /Not drawn: grumpy, sitting \(hedgehog is drawn as it stands\)\s+MIT, CC0-1\.0/,
    );
    await dialog().getByText('Simulated: put together of figures of the library.').waitFor();
    expect(await serious(page)).toEqual([]);

    const take = list.getByRole('button', { name: 'Take drawing 2 as outlines' });
    while (!(await take.evaluate((el) => el === document.activeElement))) await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await dialog().waitFor({ state: 'detached' });
    await row('a grumpy hedgehog').waitFor();
    await page.getByRole('button', { name: 'Undo: Add a grumpy hedgehog with a lantern, sitting' }).waitFor();
    await page.keyboard.press('Control+z');
    await row('a grumpy hedgehog').waitFor({ state: 'detached' });
  });

  it('comes in another style and as four others, and is taken as a picture', async () => {
    await page.keyboard.press('Shift+A');
    // What was asked for before is there.
    await dialog()
      .getByRole('button', { name: 'a grumpy hedgehog with a lantern, sitting', exact: true })
      .click();
    await drawings('a grumpy hedgehog with a lantern, sitting').waitFor();
    await words().fill('an owl in a top hat');
    await page.keyboard.press('Enter');
    await drawings('an owl in a top hat').waitFor();
    /** Waits until the first drawing is another. */
    const another = (before: string | null) =>
      page.waitForFunction((src) => {
        const now = document.querySelector('img[alt="an owl in a top hat, drawing 1"]')?.getAttribute('src');
        return now && now !== src;
      }, before);
    const first = () => dialog().getByAltText('an owl in a top hat, drawing 1').getAttribute('src');
    const flat = await first();
    await dialog().getByRole('button', { name: 'Woodcut', pressed: false }).click();
    await another(flat);
    const woodcut = await first();
    await dialog().getByRole('button', { name: 'Four others' }).click();
    await another(woodcut);
    await dialog().getByRole('button', { name: 'Take drawing 3 as a picture' }).click();
    await dialog().waitFor({ state: 'detached' });
    await row('an owl in a top hat').waitFor();
    await page.getByRole('button', { name: 'Undo: Add an owl in a top hat' }).waitFor();
  });

  it('says what to do where nothing is known, and keeps the words', async () => {
    await page.keyboard.press('a');
    await page.getByLabel('Lettering, or what to look for').fill('lighthouse keeper');
    await page.getByText('No figure or shape is called “lighthouse keeper”').waitFor();
    await page.getByRole('button', { name: 'Have it drawn' }).click();
    expect(await words().inputValue()).toBe('lighthouse keeper');
    await dialog().getByRole('button', { name: 'Draw four' }).click();
    await dialog()
      .getByRole('alert')
      .getByText('Nothing of “lighthouse keeper” is in the library.')
      .waitFor();
    expect(await words().inputValue()).toBe('lighthouse keeper');
    await words().fill('a moth');
    await page.keyboard.press('Enter');
    await drawings('a moth').waitFor();
    expect(await dialog().getByRole('alert').count()).toBe(0);
  });

  it('is forgotten when it is asked to be, what was taken of it stays', async () => {
    const before = dialog().getByRole('region', { name: 'Asked for before' });
    const forget = before.getByRole('button', { name: 'Forget an owl in a top hat, woodcut' });
    const many = await forget.count();
    await forget.first().focus();
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      (n) => document.querySelectorAll('[aria-label="Forget an owl in a top hat, woodcut"]').length < n,
      many,
    );
    await page.keyboard.press('Escape');
    await dialog().waitFor({ state: 'detached' });
    await row('an owl in a top hat').waitFor();
  });
});

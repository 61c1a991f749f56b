import { readFileSync } from 'node:fs';
import { unzipSync } from 'fflate';
import type { Page } from 'playwright-core';
import { Brelm, checked, saved, numberIs } from './brelm';

/**
 * A whole design as somebody makes it who sees nothing of it: by keys, and by what controls are called. Nothing is clicked, and
 * nothing is looked for by what it looks like.
 */

const brelm = new Brelm();
let address: string;
let page: Page;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened(1280, 800, ['--empty']));
});
afterAll(() => brelm.clean());

type Role = Parameters<Page['getByRole']>[0];

/** More stops than any screen has. */
const MOST_STOPS = 220;

/** Goes on from control to control until the focus is on one of a role and a name. */
async function tabTo(role: Role, name: string | RegExp, back = false): Promise<void> {
  const wanted = page.getByRole(role, { name });
  await wanted.first().waitFor();
  for (let stops = 0; stops < MOST_STOPS; stops++) {
    if (await wanted.evaluateAll((all) => all.includes(document.activeElement as HTMLElement))) return;
    await page.keyboard.press(back ? 'Shift+Tab' : 'Tab');
  }
  throw new Error(`no ${role} “${String(name)}” is reached by Tab`);
}
const press = async (role: Role, name: string | RegExp) => {
  await tabTo(role, name);
  await page.keyboard.press('Enter');
};
const hears = (words: string | RegExp) =>
  page.locator('[role=status], [role=alert], [aria-live]').getByText(words).first().waitFor();

describe('a whole design, by keys and names alone', () => {
  it('is begun, and has words of one’s own in an ink of one’s own', async () => {
    await page.goto(address);
    await page.getByRole('heading', { name: 'Shelf' }).waitFor();
    await press('button', /^a product and a garment/);
    await page.getByRole('dialog', { name: 'New design' }).waitFor();
    await page.waitForFunction(() => document.activeElement?.tagName === 'INPUT');
    await page.keyboard.type('Herons keep late hours');
    await press('button', 'Make it');
    await page.getByRole('button', { name: 'Add part' }).waitFor();
    await page.keyboard.press('a');
    await page.getByLabel('Lettering, or what to look for').waitFor();
    await page.keyboard.type('Herons keep late hours');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: /^Undo: Add/ }).waitFor();
    await checked(page);
  });

  it('says how it reads on each garment, and is moved and made larger', async () => {
    const top = page.getByRole('textbox', { name: 'Top', exact: true });
    await tabTo('textbox', 'Top');
    const before = await top.inputValue();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('900');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: /^Undo: / }).waitFor();
    await numberIs(top, 900, 0);
    expect(before).not.toBe('900');
    await page.keyboard.press('Control+z');
    await page.waitForFunction(
      (value) => [...document.querySelectorAll('input')].some((i) => i.value === value),
      before,
    );
    await saved(page);
    await page.keyboard.press('Escape');
    await page.keyboard.press('2');
    await page.waitForURL(/\/garments$/);
    // Each square of the wall says how the design reads there.
    await tabTo('button', /on Soot: look closer$/);
    await page.waitForFunction(() => {
      const by = document.activeElement?.getAttribute('aria-describedby');
      const said = by && document.getElementById(by);
      const mark = said && said.querySelector('[aria-label]')?.getAttribute('aria-label');
      return /^(reads|is weak|vanishes)$/.test(mark || '') && /\d/.test(said ? said.textContent : '');
    });
    await page.keyboard.press('1');
    expect(faults).toEqual([]);
  });

  it('is made into a file that is checked, and kept', async () => {
    await press('button', /^Make files/);
    const make = page.getByRole('dialog', { name: 'What will be made' });
    await make.getByText('Every file is proofed.').waitFor();
    await press('button', /^Make \d+ files?$/);
    await hears(/made and checked/);
    const download = page.waitForEvent('download');
    await press('link', /^Download the (file|pack)$/);
    const bytes = readFileSync(await (await download).path());
    const files = Object.keys(bytes.subarray(0, 2).toString() === 'PK' ? unzipSync(bytes) : { 'one.png': 1 });
    expect(files.some((f) => f.endsWith('.png'))).toBe(true);
    await page.keyboard.press('Escape');
  });

  it('gets its words, and the shelf says what it waits for', async () => {
    await page.keyboard.press('6');
    await tabTo('textbox', /^Title/);
    await page.keyboard.type('{Phrase} {product}');
    await saved(page);
    await tabTo('link', 'Shelf', true);
    await page.keyboard.press('Enter');
    await page.getByRole('heading', { name: 'Shelf' }).waitFor();
    await page
      .getByText(/waits for/)
      .first()
      .waitFor();
    await tabTo('link', /^Pinfold Market, .*waits for/);
    expect(faults).toEqual([]);
  });
});

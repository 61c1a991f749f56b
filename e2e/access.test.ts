import type { Browser, Page } from 'playwright-core';
import { Brelm, checked, launch, serious } from './brelm';

const brelm = new Brelm();
let browser: Browser;
let address: string;

beforeAll(async () => {
  address = await brelm.start();
  browser = await launch();
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
});

async function openDesign(name: string, page?: Page): Promise<Page> {
  const tab = page ?? (await browser.newPage({ viewport: { width: 1280, height: 800 } }));
  await tab.goto(address);
  await tab.getByRole('link', { name, exact: true }).click();
  await checked(tab);
  return tab;
}

describe('the keyboard', () => {
  it('reaches all of it: add, move, undo, garments, help', async () => {
    const page = await openDesign('Count Owls Not Sheep');
    await page.keyboard.press('a');
    await page.keyboard.type('HOOT');
    await page.keyboard.press('Control+Enter');
    const left = page.getByLabel('Left', { exact: true });
    await left.waitFor();
    const before = Number(await left.inputValue());
    await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('ArrowRight');
    expect(Number(await left.inputValue())).toBeCloseTo(before + 11, 3);
    await page.keyboard.press('Control+z');
    expect(Number(await left.inputValue())).toBeCloseTo(before, 3);
    await page.keyboard.press('Control+y');
    expect(Number(await left.inputValue())).toBeCloseTo(before + 11, 3);
    await page.keyboard.press('Control+d');
    expect(await page.locator('aside[aria-label="Stack"] li', { hasText: 'HOOT' }).count()).toBe(2);
    await page.keyboard.press('Delete');
    expect(await page.locator('aside[aria-label="Stack"] li', { hasText: 'HOOT' }).count()).toBe(1);
    await page.keyboard.press('g');
    await page.getByRole('button', { name: /^Midnight.*/, pressed: true }).waitFor();
    await page.keyboard.press('Shift+G');
    await page.getByRole('button', { name: /^Soot.*/, pressed: true }).waitFor();
    await page.keyboard.press('?');
    const keys = page.getByRole('dialog', { name: 'Keys' });
    await keys.getByLabel('Single letters and signs work as keys').uncheck();
    await page.keyboard.press('Escape');
    await keys.waitFor({ state: 'detached' });
    // Letters do nothing then; other keys, and those with Ctrl, still do.
    await page.keyboard.press('g');
    await page.keyboard.press('a');
    expect(await page.getByRole('button', { name: /^Soot.*/, pressed: true }).count()).toBe(1);
    expect(await page.getByRole('dialog').count()).toBe(0);
    await page.keyboard.press('Control+z');
    await page.getByRole('button', { name: /^Midnight.*/, pressed: true }).waitFor();
    await page.getByRole('button', { name: /^All keys/ }).click();
    await keys.getByLabel('Single letters and signs work as keys').check();
    await page.keyboard.press('Escape');
    await keys.waitFor({ state: 'detached' });
    await page.keyboard.press('a');
    await page.getByRole('dialog', { name: 'Add a part' }).waitFor();
    await page.close();
  });
});

describe('axe finds nothing serious', () => {
  it('on the shelf, in its dialogs, and on the artwork stage', async () => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.goto(address);
    await page.getByText('Reads on').first().waitFor();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: 'New design' }).click();
    await page.getByRole('dialog').waitFor();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await openDesign('Count Owls Not Sheep', page);
    await page.locator('aside[aria-label="Stack"] li button[aria-expanded]').nth(1).click();
    await page.getByRole('button', { name: /^Ink Amber/ }).click();
    await page.getByTestId('garment-bone').click();
    await checked(page);
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('a');
    await page.getByRole('dialog', { name: 'Add a part' }).waitFor();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: /^Make files/ }).click();
    await page.getByRole('table', { name: 'What will be made' }).waitFor();
    expect(await serious(page)).toEqual([]);
    await context.close();
  });
});

import { readFileSync } from 'node:fs';
import type { Browser, Page } from 'playwright-core';
import type { DesignDocument } from '@brelm/core/design';
import { Brelm, launch, saved, serious, watch } from './brelm';

jest.setTimeout(240_000);

const brelm = new Brelm();
let browser: Browser;
let address: string;
let page: Page;
let faults: string[];

beforeAll(async () => {
  address = await brelm.start();
  browser = await launch();
  page = await (await browser.newContext({ viewport: { width: 1024, height: 700 } })).newPage();
  faults = watch(page);
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
});

const idOf = async (name: string) => {
  const { designs } = (await (await fetch(`${address}/api/designs?count=200`)).json()) as {
    designs: { id: string; name: string }[];
  };
  return designs.find((d) => d.name === name)!.id;
};
const stored = async (id: string) =>
  ((await (await fetch(`${address}/api/designs/${id}`)).json()) as { document: DesignDocument }).document
    .sides[0].cutLine;
const figure = (name: string) =>
  page
    .locator('section[aria-label="Figures"] div', { has: page.getByText(name, { exact: true }) })
    .locator('dd');
/** The cut of the settings that are shown is there. */
const worked = async () => {
  await page
    .getByRole('status')
    .filter({ hasText: 'working out' })
    .waitFor({ state: 'detached', timeout: 60_000 });
  await figure('Pieces').waitFor({ timeout: 60_000 });
};

describe('the cut line', () => {
  let id: string;

  it('is reached by its key, shows a sticker as it peels, and its figures', async () => {
    id = await idOf('Bog Standard');
    await page.goto(`${address}/design/${id}`);
    await page.locator('aside[aria-label="Stack"]').waitFor();
    await page.keyboard.press('3');
    await page
      .getByRole('img', { name: /Bog Standard as a sticker, 72 × 88 mm/ })
      .waitFor({ timeout: 60_000 });
    expect(await figure('Pieces').innerText()).toBe('1');
    await page.getByText('It cuts and peels in one piece.').waitFor();
    await page.getByLabel('Lift it off').focus();
    await page.keyboard.press('End');
    expect(await page.getByLabel('Lift it off').inputValue()).toBe('100');
    expect(await serious(page)).toEqual([]);
  });

  it('says what its product asks for, and a mend makes it so', async () => {
    await page.getByLabel('Border, mm').fill('1');
    await page.keyboard.press('Enter');
    const finding = page.getByText(/is \d(\.\d)? mm from the cut; the product asks for 2 mm/);
    await finding.waitFor({ timeout: 60_000 });
    await page.getByRole('button', { name: 'Make the border 2 mm' }).click();
    await finding.waitFor({ state: 'detached', timeout: 60_000 });
    expect(await page.getByLabel('Border, mm').inputValue()).toBe('2');
    await saved(page);
    expect((await stored(id))!.distance).toBe(2);
  });

  it('takes settings back by undo, also in its field, and refuses what is none in words', async () => {
    await page.getByRole('heading', { level: 1 }).click();
    await page.keyboard.press('Control+z');
    expect(await page.getByLabel('Border, mm').inputValue()).toBe('1');
    await page.keyboard.press('Control+z');
    expect(await page.getByLabel('Border, mm').inputValue()).toBe('2.4');
    await page.getByLabel('Least radius, mm').fill('400');
    await page.keyboard.press('Enter');
    await page.getByText('0 to 20 mm').waitFor();
    await page.keyboard.press('Escape');
    await worked();
  });

  it('gives the blade’s path out as DXF in mm', async () => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'DXF' }).click();
    const file = await download;
    expect(file.suggestedFilename()).toBe('bog-standard-kiss-cut.dxf');
    const text = readFileSync(await file.path(), 'latin1');
    expect(text).toContain('AC1009');
    expect(text.match(/POLYLINE/g)).toHaveLength(1);
  });

  it('is begun, changed and taken away on a design that has none, by keyboard alone', async () => {
    const owls = await idOf('Boots On, Moon’s Out');
    await page.goto(`${address}/design/${owls}`);
    await page.locator('aside[aria-label="Stack"]').waitFor();
    await page.keyboard.press('3');
    await page.getByRole('button', { name: 'Cut it out' }).focus();
    await page.keyboard.press('Enter');
    await page.getByText('It is placed on no sticker yet').waitFor();
    await worked();
    await page.getByRole('combobox', { name: 'Shape' }).selectOption('circle');
    await worked();
    await saved(page);
    expect((await stored(owls))!.shape).toBe('circle');
    await page.getByRole('button', { name: 'Take the cut line away' }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Cut it out' }).waitFor();
    await page.keyboard.press('Control+z');
    await page.getByRole('combobox', { name: 'Shape' }).waitFor();
    expect(await page.getByRole('combobox', { name: 'Shape' }).inputValue()).toBe('circle');
    expect(faults).toEqual([]);
  });
});

import type { Browser, Page } from 'playwright-core';
import { Brelm, checked, launch, saved, serious, watch } from './brelm';

const brelm = new Brelm();
let browser: Browser;
let page: Page;
let faults: string[];

beforeAll(async () => {
  const address = await brelm.start();
  browser = await launch();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  page = await context.newPage();
  faults = watch(page);
  await page.goto(address);
  await page.getByRole('link', { name: 'Count Owls Not Sheep' }).click();
  await checked(page);
  await page.keyboard.press('2');
  await page.locator('[data-testid="cell-day-white"][data-verdict]').waitFor();
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
});

const cell = (colourway: string, garment: string) => page.getByTestId(`cell-${colourway}-${garment}`);
const verdict = (colourway: string, garment: string) => cell(colourway, garment).getAttribute('data-verdict');
const summary = () => page.getByTestId('wall-summary').innerText();

describe('the garments stage', () => {
  it('judges every colourway on every garment, and says it in words', async () => {
    expect(await verdict('base', 'soot')).toBe('reads');
    // The shade of its letters outlines them on two sides.
    expect(await verdict('day', 'soot')).toBe('weak');
    expect(await verdict('base', 'bone')).toBe('weak');
    expect(await verdict('day', 'bone')).toBe('reads');
    expect(await summary()).toMatch(/^Reads on \d+ of 39\. No colourway reads on /);
    await page.getByText(/^Sell on Soot … /).waitFor();
    // All of it is seen: nothing lies beside or below the window.
    const beyond = await page.getByRole('region', { name: 'Wall' }).evaluate(
      (wall) =>
        [...wall.querySelectorAll('td')].filter((cell) => {
          const { right, bottom } = cell.getBoundingClientRect();
          return right > innerWidth || bottom > innerHeight;
        }).length,
    );
    expect(beyond).toBe(0);
  });

  it('gives a garment one colourway, and takes it back', async () => {
    const tick = (colourway: string) => cell(colourway, 'soot').getByRole('checkbox');
    await tick('day').check();
    await page.getByTestId('wall-summary').filter({ hasText: 'Soot needs Night' }).waitFor();
    await tick('base').check();
    expect(await tick('day').isChecked()).toBe(false);
    await page.keyboard.press('Control+z');
    expect(await tick('day').isChecked()).toBe(true);
    await page.keyboard.press('Control+z');
    expect(await tick('day').isChecked()).toBe(false);
  });

  it('proposes a colourway that reads, as pictures; one that is taken stays', async () => {
    expect(await verdict('base', 'clay-heather')).not.toBe('reads');
    await page.getByRole('button', { name: 'Propose a colourway…' }).click();
    expect(await page.getByRole('checkbox', { name: 'Clay heather', exact: true }).isChecked()).toBe(true);
    await page.getByRole('button', { name: 'Work it out' }).click();
    await page.getByRole('button', { name: 'Take it: least change' }).click();
    await page.locator('[data-testid="cell-colourway-1-clay-heather"][data-verdict]').waitFor();
    expect(await cell('colourway-1', 'clay-heather').getByRole('checkbox').isChecked()).toBe(true);
    await saved(page);
    await page.reload();
    await page.locator('[data-testid="cell-colourway-1-clay-heather"][data-verdict]').waitFor();
  });

  it('renames, orders and removes colourways; the base stays', async () => {
    await page.locator('tbody th button', { hasText: 'For Clay heather' }).click();
    await page.getByLabel('Name of the colourway').fill('Clay');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Move up' }).click();
    const names = () => page.locator('tbody th button > span:first-child').allInnerTexts();
    expect(await names()).toEqual(['Night', 'Clay', 'Day']);
    await page.getByRole('button', { name: 'Remove the colourway' }).click();
    expect(await names()).toEqual(['Night', 'Day']);
    expect(await page.getByRole('button', { name: 'The base stays' }).isDisabled()).toBe(true);
    await page.keyboard.press('Control+z');
    expect(await names()).toEqual(['Night', 'Clay', 'Day']);
  });

  it('opens a cell large, with the contrast along its edge', async () => {
    await cell('base', 'clay-heather').getByRole('button').click();
    const dialog = page.getByRole('dialog', { name: 'Night on Clay heather' });
    await dialog.getByText('1.5 to 2').waitFor();
    const shares = await dialog.locator('li > span:last-child').allInnerTexts();
    const total = shares.reduce((sum, s) => sum + Number(s.replace(' %', '')), 0);
    expect(Math.abs(total - 100)).toBeLessThanOrEqual(4);
    await page.keyboard.press('Escape');
  });

  it('proposes a set for those on which it does not read yet, says which it reads on, and takes it as one step', async () => {
    const colourways = () => page.locator('tbody th button').count();
    const before = await colourways();
    await page.getByRole('button', { name: 'Propose a colourway…' }).click();
    const dialog = page.getByRole('dialog');
    const boxes = dialog.getByRole('checkbox');
    for (let i = 0; i < (await boxes.count()); i++) await boxes.nth(i).check();
    await dialog.getByRole('button', { name: 'Work it out' }).press('Enter');
    await dialog.getByText(/^Night reads already on Soot, /).waitFor();
    expect(await serious(page)).toEqual([]);
    await dialog.getByRole('button', { name: /^Take it for / }).press('Enter');
    await dialog.waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Undo: Take a proposed colourway' }).waitFor();
    expect(await colourways()).toBe(before + 1);
    await page.keyboard.press('Control+z');
    expect(await colourways()).toBe(before);
  });

  it('has nothing serious for axe, and leads back to the artwork by its key', async () => {
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('1');
    await page.getByTestId('board').waitFor();
    expect(faults).toEqual([]);
  });
});

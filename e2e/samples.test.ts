import type { Page } from 'playwright-core';
import { Brelm, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened(1024, 700, ['--press-day', '0.2']));
});
afterAll(() => brelm.clean());

const dialog = () => page.getByRole('dialog', { name: /^Samples of/ });

describe('a sample', () => {
  it('is quoted as a chart and a table, with the margin at a selling price, by the keyboard', async () => {
    await page.goto(`${address}/samples`);
    await page.getByText('No samples yet.').waitFor();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('link', { name: 'Shelf' }).click();
    await page.getByRole('link', { name: 'Brewed by Night' }).click();
    await page.getByTestId('board').waitFor();
    await page.keyboard.press('4');
    await page.getByRole('button', { name: 'Order a sample…' }).press('Enter');
    await dialog()
      .getByRole('img', { name: /^A piece costs €\d/ })
      .waitFor();
    // Without a selling price the table says which one would leave something.
    await dialog().getByRole('columnheader', { name: 'For 40 % margin' }).waitFor();
    await dialog().getByLabel('Sells for, EUR').fill('18');
    await page.keyboard.press('Enter');
    await dialog().getByRole('columnheader', { name: 'Margin' }).waitFor();
    const margins = await dialog().getByRole('row').locator('td:last-child').allTextContents();
    const values = margins.map((m) => Number(m.replace('−', '-').replace(' %', '')));
    expect(values.length).toBeGreaterThan(4);
    expect(values).toEqual([...values].sort((a, b) => a - b));
    await dialog().getByLabel('Pieces', { exact: true }).fill('0');
    await page.keyboard.press('Enter');
    await dialog().getByText('whole pieces, 1 or more').waitFor();
    await dialog().getByLabel('Pieces', { exact: true }).fill('9000');
    await page.keyboard.press('Enter');
    await dialog()
      .getByText(/are left, not 9000/)
      .waitFor();
    expect(await dialog().getByRole('button', { name: 'Put in the basket' }).isDisabled()).toBe(true);
    await dialog().getByLabel('Pieces', { exact: true }).fill('2');
    await page.keyboard.press('Enter');
    expect(await serious(page)).toEqual([]);
    await dialog().getByRole('button', { name: 'Put in the basket' }).press('Enter');
    await page.getByText('2 × Brewed by Night are in the basket.').waitFor();
  });

  it('waits in the basket over a reload, and is ordered', async () => {
    await dialog().getByRole('link', { name: 'Basket: 1' }).press('Enter');
    await page.reload();
    const basket = page.getByRole('region', { name: 'Basket' });
    await basket.getByLabel('Pieces').fill('1');
    await page.keyboard.press('Enter');
    await basket.getByRole('combobox', { name: 'Posted to' }).selectOption('DE');
    expect(await serious(page)).toEqual([]);
    await basket.getByRole('button', { name: 'Order', exact: true }).press('Enter');
    await page.getByText('The samples are ordered.').waitFor();
    await basket.waitFor({ state: 'detached' });
    await page.getByText(/1 piece to Germany/).waitFor();
  });

  it('comes, with a photo and how the print is off, and is rated and noted', async () => {
    await page
      .getByRole('listitem')
      .filter({ hasText: 'arrived' })
      .and(page.locator('[aria-current=step]'))
      .waitFor();
    await page.getByText(/^Print (off by|where it should be)/).waitFor();
    const photo = page.getByRole('img', { name: 'The sample of Brewed by Night' });
    await photo.scrollIntoViewIfNeeded();
    await page.waitForFunction(
      () => (document.querySelector('img[alt^="The sample"]') as HTMLImageElement)?.naturalWidth === 1400,
    );
    await page.getByRole('button', { name: '4 of 5' }).press('Enter');
    await page.getByText('of 5', { exact: true }).waitFor();
    await page.getByLabel('Note on Brewed by Night').fill('The line is thin.');
    await page.getByRole('button', { name: 'Larger photo of Brewed by Night' }).press('Enter');
    await page.getByRole('button', { name: 'Smaller photo of Brewed by Night' }).waitFor();
    expect(await serious(page)).toEqual([]);
    await page.reload();
    await page.getByText('The line is thin.').waitFor();
    await page.getByRole('button', { name: '4 of 5', pressed: true }).waitFor();
    expect(faults).toEqual([]);
  });
});

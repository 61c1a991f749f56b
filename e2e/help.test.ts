import type { Page } from 'playwright-core';
import { Brelm, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;

beforeAll(async () => {
  ({ address, page } = await brelm.opened());
});
afterAll(() => brelm.clean());

const help = () => page.getByRole('complementary', { name: 'Help' });
const title = (name: string) => help().getByRole('heading', { name, exact: true, level: 1 });

describe('help beside the work', () => {
  it('is about the place that is shown, with a picture of it, and goes along', async () => {
    await page.goto(address);
    await page.getByRole('button', { name: /^Help/ }).click();
    await title('Shelf').waitFor();
    const picture = help().getByRole('img', { name: 'The shelf' });
    await picture.waitFor();
    await page.waitForFunction(
      () => (document.querySelector('aside[aria-label="Help"] img') as HTMLImageElement).naturalWidth > 600,
    );
    expect(await serious(page)).toEqual([]);
    await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Runs' }).click();
    await title('Runs').waitFor();
    await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Spec book' }).click();
    await title('Spec book').waitFor();
    await help().getByRole('combobox', { name: 'Page of help' }).selectOption('words');
    await help().getByRole('cell', { name: 'Keyline', exact: true }).waitFor();
    await help().getByRole('region').focus();
    await page.keyboard.press('Escape');
    await help().waitFor({ state: 'detached' });
  });

  it('says why a finding is told, beside it', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'First Night Ranger', exact: true }).click();
    await page.getByTestId('garment-bone').click();
    const finding = page.getByTestId('finding-contrast').first();
    await finding.getByRole('button', { name: /^Why: / }).click();
    const why = help().getByRole('heading', { name: 'Contrast', exact: true });
    await why.waitFor();
    await page.waitForFunction(() => {
      const panel = document.querySelector('aside[aria-label="Help"]')!.getBoundingClientRect();
      const at = document.querySelector('#help-contrast')!.getBoundingClientRect();
      return at.top >= panel.top && at.bottom <= panel.bottom;
    });
    // The finding is still in sight.
    const [a, b] = [(await help().boundingBox())!, (await finding.boundingBox())!];
    expect(a.x + a.width <= b.x || b.x + b.width <= a.x).toBe(true);
    expect(await serious(page)).toEqual([]);
  });

  it('is opened and closed by its key, and found by name', async () => {
    await page.keyboard.press('F1');
    await help().waitFor({ state: 'detached' });
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find anything' }).fill('proof finds');
    await page.getByRole('option', { name: 'What the proof finds' }).click();
    await title('What the proof finds').waitFor();
    await page.keyboard.press('F1');
    await help().waitFor({ state: 'detached' });
  });
});

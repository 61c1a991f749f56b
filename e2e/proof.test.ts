import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import type { Browser, Page } from 'playwright-core';
import { Brelm, checked, launch, saved, serious, watch } from './brelm';

const brelm = new Brelm();
let browser: Browser;
let page: Page;
let faults: string[];
let address: string;

beforeAll(async () => {
  address = await brelm.start();
  browser = await launch();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  page = await context.newPage();
  faults = watch(page);
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
});

const open = async () => {
  await page.goto(address);
  await page.getByRole('link', { name: 'Count Owls Not Sheep' }).click();
  await checked(page);
};
const finding = (check: string) => page.getByTestId(`finding-${check}`);

describe('findings', () => {
  it('shows before and after of a mend, makes it, and takes it back', async () => {
    await open();
    await page.getByRole('button', { name: /^Bone,/ }).click();
    await checked(page);
    const mend = finding('contrast')
      .first()
      .getByRole('button', { name: /keyline/ });
    await mend.focus();
    await page.getByLabel('After the mend').waitFor();
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Undo: Add a' }).waitFor();
    await page.keyboard.press('Control+z');
    await checked(page);
    expect(await finding('contrast').count()).toBe(3);
  });

  it('accepts a finding with a reason, which stays with the design, and takes it up again', async () => {
    await finding('contrast')
      .first()
      .getByRole('button', { name: /^Accept/ })
      .click();
    await page.getByLabel('Why it is fine').fill('Tone on tone is meant');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: '1 accepted' }).waitFor();
    await saved(page);
    await page.reload();
    await checked(page);
    expect(await finding('contrast').count()).toBe(2);
    await page.getByRole('button', { name: '1 accepted' }).click();
    await page.getByText('Accepted: Tone on tone is meant').waitFor();
    await page.getByRole('button', { name: 'take up again' }).click();
    await page.locator('[data-testid=finding-contrast] >> nth=2').waitFor();
    await page.getByRole('button', { name: '1 accepted' }).waitFor({ state: 'detached' });
  });
});

describe('a code', () => {
  it('is added, judged, and mended', async () => {
    await page.keyboard.press('a');
    await page.getByLabel('QR code').fill('https://duskwren.example/owls');
    await page.getByRole('button', { name: 'Add the code' }).click();
    await page.getByText(/29 × 29 modules of/).waitFor();
    const width = page.getByLabel('Width', { exact: true });
    await width.fill('1 cm');
    await width.press('Enter');
    await checked(page);
    const small = finding('code-size');
    await small.getByText('phones need 0.4').waitFor();
    await small.getByRole('button', { name: 'Enlarge it to 0.4 mm a module' }).click();
    await small.waitFor({ state: 'detached' });
    await page.getByLabel('Words or address').fill('');
    await page.getByText('Empty: nothing will print').waitFor();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: /^Undo/ }).click();
    await page.getByText(/29 × 29 modules of/).waitFor();
    expect(await serious(page)).toEqual([]);
    await saved(page);
  });
});

describe('a colourway', () => {
  it('hides a part and gives another a keyline of its own; the base stays', async () => {
    await page.keyboard.press('2');
    await page.locator('tbody th button', { hasText: 'Day' }).click();
    const shown = page.getByLabel('Code is shown in Day');
    await shown.uncheck();
    await page.getByLabel('Keylines of COUNT OWLS').selectOption('own');
    await page.getByLabel('Keyline', { exact: true }).waitFor();
    await page.getByRole('button', { name: 'Take COUNT OWLS from the base again' }).waitFor();
    await page.getByRole('link', { name: 'Artwork' }).click();
    const chosen = page.getByRole('combobox', { name: 'Colourway' });
    await chosen.selectOption({ label: 'Night' });
    await chosen.selectOption({ label: 'Day' });
    await page.getByRole('link', { name: 'Garments' }).click();
    expect(await shown.isChecked()).toBe(false);
    await page.getByRole('button', { name: 'Take Code from the base again' }).click();
    expect(await shown.isChecked()).toBe(true);
  });

  it('is shown as a press would lay it down', async () => {
    await page.locator('[data-testid="cell-base-oxblood"][data-verdict]').getByRole('button').click();
    const dialog = page.getByRole('dialog', { name: 'Night on Oxblood' });
    await dialog.getByLabel('Show').selectOption('underbase');
    await dialog.getByText('White under it').waitFor();
    const choke = dialog.getByLabel('Choke, mm');
    const white = () => dialog.getByRole('row', { name: 'White under it' }).getByRole('cell').innerText();
    const before = parseFloat(await white());
    await choke.fill('2');
    await choke.press('Enter');
    await page.waitForFunction(
      (was) =>
        parseFloat(document.querySelectorAll('dialog td, [role=dialog] td')[1]?.textContent ?? '') < was,
      before,
    );
    await choke.fill('9');
    await choke.press('Enter');
    await dialog.getByText('0 to 3 mm').waitFor();
    expect(await serious(page)).toEqual([]);
    // The first takes back what was typed, the second closes.
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    await dialog.waitFor({ state: 'detached' });
  });
});

describe('garment colours', () => {
  it('are added by value, and judged on', async () => {
    await page.getByRole('link', { name: 'Materials' }).click();
    await page.getByRole('button', { name: 'Add a colour' }).click();
    await page.getByLabel('Name').fill('Fen mud');
    await page.getByLabel('Colour, #rrggbb').fill('#4a3b');
    await page.getByText('write it as #rrggbb').waitFor();
    await page.getByLabel('Colour, #rrggbb').fill('#4a3b2a');
    await page.getByRole('button', { name: 'Add it' }).click();
    await page.getByText('Fen mud').waitFor();
    expect(await serious(page)).toEqual([]);
  });

  it('are taken from a photograph, corrected by the white in it', async () => {
    // Lamplight: white paper on the left comes out amber, the garment on the right is #8a2f2f in daylight.
    const png = new PNG({ width: 200, height: 100 });
    for (let i = 0; i < 200 * 100; i++)
      png.data.set(i % 200 < 100 ? [233, 195, 166, 255] : [131, 37, 31, 255], i * 4);
    const file = join(brelm.data, 'lamp.png');
    writeFileSync(file, PNG.sync.write(png));
    await page.getByRole('button', { name: 'From a photograph…' }).click();
    await page.getByTestId('garment-photo').setInputFiles(file);
    const photo = page.getByRole('application');
    await photo.click({ position: { x: 50, y: 50 } });
    await page.getByText('Press on the garment').waitFor();
    await photo.click({ position: { x: 150, y: 50 } });
    const value = (await page.getByTestId('photo-colour').innerText()).trim();
    const channel = (at: number) => parseInt(value.slice(at, at + 2), 16);
    [0x8a, 0x2f, 0x2f].forEach((v, i) => expect(Math.abs(channel(1 + 2 * i) - v)).toBeLessThanOrEqual(4));
    await page.getByRole('button', { name: 'Use this colour' }).click();
    await page.getByRole('button', { name: 'Add it' }).click();
    await page.getByText(value).waitFor();
  });

  it('are read from a CSV file; a wrong one says which line', async () => {
    const read = (csv: string) =>
      page
        .getByTestId('garments-csv')
        .setInputFiles({ name: 'blanks.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
    await read('name,value\nMire,#2e3a2f\nPale,nope\n');
    await page.getByText('line 3, value').waitFor();
    await read('name,value\nMire,#2e3a2f\n');
    await page.getByText('1 garment colour added.').waitFor();
    await page.getByLabel('Find a garment colour').fill('mire');
    // The list comes anew after the words say that it was added.
    await page.getByRole('button', { name: 'Remove Mire' }).waitFor();
    expect(await page.getByRole('list', { name: 'Garment colours' }).getByRole('listitem').count()).toBe(1);
    await page.getByRole('button', { name: 'Remove Mire' }).click();
    await page.getByText('No colour is called that.').waitFor();
    expect(faults).toEqual([]);
  });
});

describe('a proof that cannot be made', () => {
  it('says so instead of checking for ever, and can be tried again', async () => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const tab = await context.newPage();
    const worker = /proof\.worker.*\.js/;
    await context.route(worker, (route) => route.abort());
    await tab.goto(address);
    await tab.getByRole('link', { name: 'Bog Standard', exact: true }).click();
    const findings = tab.getByRole('region', { name: 'Findings' });
    await findings.getByRole('alert').filter({ hasText: 'could not be checked: broke down' }).waitFor();
    await findings.getByText('not checked').waitFor();
    expect(await serious(tab)).toEqual([]);
    await tab.getByRole('link', { name: /^Colours/ }).click();
    await tab.getByRole('alert').filter({ hasText: 'The grounds could not be judged' }).waitFor();
    await context.unroute(worker);
    await tab.getByRole('button', { name: 'Try again' }).click();
    await tab
      .getByTestId('wall-summary')
      .filter({ hasText: /reads|garment/i })
      .waitFor();
    await tab.getByRole('link', { name: /^Artwork/ }).click();
    await checked(tab);
    expect(await findings.getByRole('alert').count()).toBe(0);
    await context.close();
  });
});

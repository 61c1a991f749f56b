import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import type { Browser, Page } from 'playwright-core';
import { Brelm, launch, saved, serious, watch } from './brelm';

const brelm = new Brelm();
const folder = mkdtempSync(join(tmpdir(), 'brelm-given-'));
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
  await row('Bog Standard').waitFor();
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
  rmSync(folder, { recursive: true, force: true });
});

const row = (name: string) => page.getByRole('link', { name, exact: true });
const gone = (name: string) => row(name).waitFor({ state: 'detached' });
const box = (name: string) => page.getByRole('checkbox', { name: `Choose ${name}` });
const press = (name: string) => page.getByRole('button', { name, exact: true }).click();
const toolbar = () => page.getByRole('toolbar', { name: 'Chosen designs' });

describe('the shelf', () => {
  it('chooses several designs, a range of them with Shift, and by the keyboard', async () => {
    const boxes = page.getByRole('list', { name: 'Designs' }).getByRole('checkbox');
    await boxes.nth(0).click();
    // The bar that comes then moves the rows: what is clicked next must have come to rest.
    await toolbar().getByText('1 chosen').waitFor();
    await boxes.nth(3).click({ modifiers: ['Shift'] });
    await toolbar().getByText('4 chosen').waitFor();
    await boxes.nth(2).focus();
    await page.keyboard.press('Space');
    await toolbar().getByText('3 chosen').waitFor();
    expect(await serious(page)).toEqual([]);
    await press('Choose none');
    await toolbar().waitFor({ state: 'detached' });
  });

  it('plans the files of the chosen ones alone, and is not held up by proofs of a dialog that was closed', async () => {
    await box('Count Owls Not Sheep').check();
    const open = async () => {
      await press('Make files of it');
      await page.getByRole('table', { name: 'What will be made' }).waitFor();
    };
    for (let times = 0; times < 3; times++) {
      await open();
      await page.keyboard.press('Escape');
      await page.getByRole('table', { name: 'What will be made' }).waitFor({ state: 'detached' });
    }
    await open();
    expect(await page.getByRole('button', { name: /^Make \d+ files?$/ }).isEnabled()).toBe(true);
    // The first proof is there: of a busy machine no more is asked.
    await page
      .getByText(/^about [\d.]+ [KM]B/)
      .first()
      .waitFor();
    expect(await page.getByRole('table').getByText('Bog Standard').count()).toBe(0);
    await press('Close');
    await press('Choose none');
  });

  it('finds words with a slip in them, and says that it did', async () => {
    const search = page.getByLabel('Search the shelf');
    await search.fill('shep owsl');
    await page.getByText('Nothing here has “shep owsl”. Close to it:').waitFor();
    await row('Count Owls Not Sheep').waitFor();
    await gone('Bog Standard');
    await search.fill('sheep');
    await page.getByText(/Close to it/).waitFor({ state: 'detached' });
    await row('Count Owls Not Sheep').waitFor();
    await search.press('Escape');
    await row('Bog Standard').waitFor();
  });

  it('says how far each product has come, groups designs by it, and keeps what is asked as a view', async () => {
    await page.getByRole('heading', { name: /^In work/ }).waitFor();
    const bog = page.getByRole('listitem').filter({ has: row('Bog Standard') });
    const strip = bog.getByRole('link', {
      name: /Kiss-cut sticker, 3 in: designed, worded; waits for its proof/,
    });
    await strip.waitFor();
    await bog.getByText(/waits for its proof \(5\)/).waitFor();

    // By the keyboard: a list of what is waited for, several at once.
    await page.getByRole('button', { name: 'Waits for: waits for anything' }).focus();
    await page.keyboard.press('Space');
    await page.getByRole('option', { name: /its proof/ }).waitFor();
    // Its keys are heard once it has the focus.
    await page.waitForFunction(() => document.activeElement?.getAttribute('role') === 'listbox');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Waits for: its proof' }).waitFor();
    await page.waitForURL(/waits=proof/);
    await page.getByRole('button', { name: 'Views' }).click();
    await page.getByLabel('Keep what is shown as').fill('To be proofed');
    await page.keyboard.press('Enter');
    const view = page.getByRole('button', { name: 'To be proofed', exact: true });
    await page.getByRole('list', { name: 'Kept views' }).getByText('To be proofed').waitFor();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: /^Due soon/ }).click();
    await page.getByText('No design here stands so.').waitFor();
    expect(await serious(page)).toEqual([]);
    await press('Show all');
    await row('Bog Standard').waitFor();
    await page.waitForURL((url) => url.search === '');
    await page.getByRole('button', { name: 'Views' }).click();
    await view.click();
    await page.waitForURL(/waits=proof/);

    // What is asked is there again when one comes back.
    await strip.click();
    await page.waitForURL(/\/placement$/);
    await page.goBack();
    await page.getByRole('button', { name: 'Waits for: its proof' }).waitFor();
    await view.click();
    await press('Rename To be proofed');
    await page.getByLabel('Call To be proofed otherwise').fill('Proofs first');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Proofs first', exact: true }).first().waitFor();
    await press('Take away Proofs first');
    await page.getByText('The view “Proofs first” is gone.').waitFor();
    await page.keyboard.press('Escape');
    await page.goto(new URL('/', page.url()).href);
    await row('Bog Standard').waitFor();
  });

  it('chooses all that are shown, and says which listings can be sent, and why others cannot', async () => {
    await page.getByRole('checkbox', { name: 'Choose all that are shown' }).click();
    await toolbar().getByText('11 chosen').waitFor();
    await press('Send listings…');
    const dialog = page.getByRole('dialog', { name: 'Which listings are sent' });
    await dialog.getByText('None of these can be sent yet.').waitFor();
    const not = dialog.getByRole('list', { name: 'Listings that are not sent' });
    await not.getByText('you are not connected to its marketplace').first().waitFor();
    await not.getByText('it has no title or description').first().waitFor();
    expect(await serious(page)).toEqual([]);
    await dialog.getByRole('button', { name: 'Cancel' }).click();
    await press('Choose none');
  });

  it('archives with an undo', async () => {
    await page.getByRole('button', { name: 'Archive Moth Ledger Society' }).click();
    await gone('Moth Ledger Society');
    await page.getByText('“Moth Ledger Society” is in the archive.').waitFor();
    await press('Undo');
    await row('Moth Ledger Society').waitFor();
  });

  it('gives a design out, deletes it for good after asking, and takes the file in again', async () => {
    const file = join(folder, 'bog.brelm.zip');
    await box('Bog Standard').check();
    const [download] = await Promise.all([page.waitForEvent('download'), press('Give out')]);
    expect(download.suggestedFilename()).toBe('bog-standard.brelm.zip');
    await download.saveAs(file);
    await toolbar().getByRole('button', { name: 'Archive', exact: true }).click();
    await gone('Bog Standard');
    await press('Show the archive');
    await box('Bog Standard').check();
    await press('Delete for good…');
    await press('Keep');
    await row('Bog Standard').waitFor();
    await press('Delete for good…');
    await press('Delete for good');
    await page.getByText('The archive is empty.').waitFor();
    await press('Back to the shelf');
    await row('Moth Ledger Society').waitFor();
    expect(await row('Bog Standard').count()).toBe(0);
    await page.getByTestId('design-files').setInputFiles(file);
    await row('Bog Standard').waitFor();
    await page
      .getByTestId('design-files')
      .setInputFiles({ name: 'no.brelm.json', mimeType: 'application/json', buffer: Buffer.from('{') });
    await page.getByText('no.brelm.json, design.brelm.json: this is no JSON').waitFor();
  });

  it('has the pictures that were brought in, with where they are used, and puts them into any design', async () => {
    const image = new PNG({ width: 30, height: 20 });
    image.data.fill(180);
    const heron = { name: 'Heron.png', mimeType: 'image/png', buffer: PNG.sync.write(image) };
    await page.getByRole('link', { name: 'Materials' }).click();
    await page.getByTestId('pictures').setInputFiles(heron);
    // Whose it is, in one press; what uses what is looked through by licence.
    await page.getByText('Whose is “Heron.png”?').waitFor();
    await press('Bought for goods');
    const rights = page.getByRole('region', { name: 'Rights' });
    await rights.getByText('All of it may be sold on goods.').waitFor();
    await rights.getByLabel('Find a material').fill('CC BY');
    await rights.getByRole('combobox', { name: 'Licence' }).selectOption('own');
    await rights.getByText('No material is like that.').waitFor();
    const pictures = page.getByRole('list', { name: 'Your pictures' });
    await pictures.getByText('not used').waitFor();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('link', { name: 'Shelf', exact: true }).click();
    await row('Moth Ledger Society').click();
    await page.getByTestId('board').waitFor();
    await page.keyboard.press('a');
    await page.getByRole('button', { name: 'Heron.png, your picture' }).click();
    await page.getByRole('button', { name: 'Undo: Add Heron.png' }).waitFor();
    await saved(page);
    await page.getByRole('link', { name: 'Materials' }).click();
    const bought = rights.getByRole('listitem').filter({ hasText: 'Heron' });
    await bought.getByText(/bought, for goods too/).waitFor();
    await pictures.getByText('Moth Ledger Society').waitFor();
    expect(faults).toEqual([]);
  });
});

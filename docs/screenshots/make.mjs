// Every picture of this folder, from the demo data, in one go: `npm run pictures [NAME …]`.
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Brelm, ROOT } from '../../trials/with-brelm.mjs';

const { chromium } = createRequire(join(ROOT, 'package.json'))('playwright-core');
const here = dirname(fileURLToPath(import.meta.url));
const wanted = process.argv.slice(2);

const brelm = new Brelm();
const at = await brelm.start('--press-day', '0.5');
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
  ],
});

const checked = (page) =>
  page.waitForSelector('section[aria-label="Findings"][aria-busy="false"]', { timeout: 60_000 });
const open = async (page, name) => {
  await page.goto(at);
  await page.getByRole('link', { name, exact: true }).click();
  await checked(page);
};
const stack = (page) => page.locator('aside[aria-label="Stack"]');
const part = async (page, name) => {
  await stack(page).locator('li button[aria-expanded]', { hasText: name }).first().click();
};
const OWLS = 'Count Owls Not Sheep';

/** What to do on a fresh page before its picture is taken; by the picture's name. Those that change the demo come last. */
const PICTURES = {
  async shelf(page) {
    await page.goto(at);
    await page.getByText('Reads on').nth(4).waitFor({ timeout: 120_000 });
  },
  async artwork(page) {
    await open(page, OWLS);
    await part(page, 'Barn owl');
  },
  async series(page) {
    await page.goto(`${at}/series`);
    await page.getByRole('link', { name: 'Night jobs' }).click();
    await page.getByText('nothing wrong', { exact: true }).nth(8).waitFor({ timeout: 120_000 });
    await page.getByRole('button', { name: 'Job {Job}', exact: true }).click();
    await page
      .getByRole('list', { name: 'How the rows become' })
      .getByText(/on 3 lines/)
      .waitFor();
    await page.waitForFunction(() => !document.querySelector('[data-fresh="false"]'), null, {
      timeout: 120_000,
    });
  },
  async almanac(page) {
    await page.goto(`${at}/almanac`);
    await page
      .getByRole('button', { name: /^Mushroom season: list by/ })
      .first()
      .click();
    await page.getByRole('complementary', { name: 'Mushroom season' }).waitFor();
  },
  async 'try-it-in'(page) {
    await page.goto(
      `${at}/almanac/try?phrase=${encodeURIComponent('Easily distracted by moths')}&figure=moth`,
    );
    await page.getByText(/^12 compositions, each proofed/).waitFor({ timeout: 120_000 });
  },
  async lettering(page) {
    await open(page, 'Moth Ledger Society');
    await stack(page).locator('li button[aria-expanded]').first().click();
  },
  async 'picture-steps'(page) {
    await open(page, 'Lamp Hours');
    const steps = page.getByRole('region', { name: 'Steps of the picture' });
    await page.locator('aside[aria-label="Stack"] li', { hasText: 'Lantern' }).click();
    await steps.getByText('working…').waitFor({ state: 'detached', timeout: 120_000 });
    await steps.getByRole('button', { name: 'Cut out by marking', exact: true }).click();
    await page.getByRole('button', { name: 'Mark what to keep' }).click();
    await page.getByTestId('brush-layer').waitFor();
    await page.getByText('checking').waitFor({ state: 'detached', timeout: 120_000 });
  },
  async garments(page) {
    await open(page, OWLS);
    await page.keyboard.press('2');
    await page.getByTestId('wall-summary').filter({ hasText: 'Reads on' }).waitFor();
  },
  async 'cut-line'(page) {
    await open(page, 'Bog Standard');
    await page.keyboard.press('3');
    await page.getByText('It cuts and peels in one piece.').waitFor({ timeout: 60_000 });
    await page.getByLabel('Lift it off').fill('55');
  },
  async placement(page) {
    await open(page, 'Bog Standard');
    await page.keyboard.press('5');
    await page.getByTestId('placement-board').waitFor();
    // Every product has its state.
    await page.getByTitle('being checked').first().waitFor({ state: 'detached' });
    await page.getByText('Checking what its files show').waitFor({ state: 'detached' });
  },
  async 'make-files'(page) {
    await open(page, 'Bog Standard');
    await page.getByRole('button', { name: /^Make files/ }).click();
    await page.getByRole('table', { name: 'What will be made' }).waitFor();
    await page.getByText('Every file is proofed.').or(page.getByText('will not be made')).waitFor();
  },
  async 'spec-book'(page) {
    await page.goto(`${at}/specs`);
    await page
      .getByRole('link', { name: /Mug, 15 oz/ })
      .first()
      .click();
    await page.getByRole('img', { name: /drawn to scale/ }).waitFor();
  },
  async materials(page) {
    await page.goto(`${at}/materials`);
    await page.getByRole('heading').first().waitFor();
  },
  async listings(page) {
    await open(page, OWLS);
    await page.keyboard.press('6');
    await page.getByRole('button', { name: 'Marketplaces' }).click();
    for (const name of ['Gannet Row', 'Mudlark Goods']) {
      await page.getByRole('button', { name: `Open a shop there: ${name}` }).click();
      await page.getByRole('button', { name: `Disconnect ${name}` }).waitFor();
    }
    await page.keyboard.press('Escape');
    await page.getByRole('checkbox', { name: 'Tick Gannet Row, Tote' }).check();
    await page.getByRole('checkbox', { name: 'Tick Mudlark Goods, Mug, 11 oz' }).check();
    await page.getByRole('button', { name: 'Send 2' }).click();
    await page.getByText('accepted', { exact: true }).nth(1).waitFor({ timeout: 120_000 });
    await page.getByRole('button', { name: 'Tee front', exact: true }).click();
    await page.getByLabel('Its title').fill('Count owls, not sheep: best quality night owl tee for you');
    await page.getByRole('button', { name: /^Take “best quality” out/ }).waitFor();
  },
  async numbers(page) {
    // Those that were sent for the picture before, or sent now where it is made alone.
    await page.goto(`${at}/numbers`);
    if (!(await page.getByRole('table').isVisible())) {
      const { listings } = await (await fetch(`${at}/api/figures`)).json();
      if (listings.length === 0) await this.listings(page);
      await page.goto(`${at}/numbers`);
    }
    await page.getByRole('combobox', { name: 'Told by' }).selectOption('product');
    await page.waitForFunction(
      () => Number(document.querySelector('tbody td')?.textContent ?? 0) > 400,
      undefined,
      { timeout: 240_000 },
    );
  },
  async mockups(page) {
    await open(page, 'Night Shift Owls');
    await page.keyboard.press('4');
    await page.waitForFunction(
      () => {
        const pictures = [...document.querySelectorAll('canvas[data-shown]')];
        return pictures.length > 5 && pictures.every((c) => c.dataset.shown === 'true');
      },
      undefined,
      { timeout: 120_000 },
    );
  },
  async samples(page) {
    await open(page, 'Night Shift Owls');
    await page.keyboard.press('4');
    const order = async () => {
      await page.getByRole('button', { name: 'Order a sample…' }).click();
      await page.getByRole('button', { name: 'Put in the basket' }).click();
      await page.getByRole('button', { name: 'Close' }).click();
    };
    await order();
    await open(page, 'Brewed by Night');
    await page.keyboard.press('4');
    await order();
    await page.goto(`${at}/samples`);
    await page.getByRole('button', { name: 'Order', exact: true }).click();
    await page.locator('[aria-current=step]', { hasText: 'arrived' }).waitFor({ timeout: 120_000 });
    await page.waitForFunction(
      () => [...document.querySelectorAll('img')].every((i) => i.naturalWidth === 1400),
      undefined,
      { timeout: 120_000 },
    );
    await page.getByRole('button', { name: '4 of 5' }).first().click();
  },
  async sheet(page) {
    await page.goto(`${at}/sheets`);
    await page.getByRole('link', { name: 'Nine for the night bag' }).click();
    await page.getByText('Everything lies apart and within the margin.').waitFor({ timeout: 60_000 });
    await page.getByRole('button', { name: 'Add a design' }).click();
    await page.getByRole('button', { name: /^Out After Dark/ }).click();
    await page.getByRole('button', { name: 'Done' }).click();
    await page.getByText(/1 on it/).waitFor({ timeout: 60_000 });
    await page.getByLabel('Artwork, %').last().fill('50');
    await page.keyboard.press('Enter');
    await page.getByText(/^46\.\d × /).waitFor({ timeout: 60_000 });
    await page.getByLabel('How many').last().selectOption('fill');
    await page.getByRole('button', { name: 'Pack by outline' }).click();
    await page.getByText('Everything lies apart and within the margin.').waitFor({ timeout: 60_000 });
    await page.getByText('saved', { exact: true }).waitFor();
  },
  async runs(page) {
    await open(page, 'Bog Standard');
    await page.getByRole('button', { name: /^Make files/ }).click();
    await page.getByRole('table', { name: 'What will be made' }).waitFor();
    await page.getByText('Every file is proofed.').or(page.getByText('will not be made')).waitFor();
    await page.getByRole('button', { name: /^Make \d+ files?$/ }).click();
    await page.getByTestId('run-words').getByText('made and checked').waitFor({ timeout: 180_000 });
    await page.getByRole('button', { name: 'Close' }).click();
    await page.getByRole('link', { name: 'Runs' }).click();
    await page
      .getByRole('button', { name: /^Show the files of/ })
      .first()
      .click();
  },
};

let failed = 0;
for (const [name, make] of Object.entries(PICTURES)) {
  if (wanted.length && !wanted.includes(name)) continue;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(30_000);
  try {
    await make(page);
    // What is still being drawn or faded in: pictures of rows, fonts, previews.
    await page.waitForLoadState('networkidle');
    await page.evaluate(() =>
      document.fonts.ready.then(() => new Promise((done) => requestAnimationFrame(done))),
    );
    await page.screenshot({ path: join(here, `${name}.png`), animations: 'disabled' });
    console.log(`${name}.png`);
  } catch (error) {
    failed++;
    console.error(`${name}: ${error.message.split('\n').slice(0, 3).join(' ')}`);
  }
  await page.close();
}
await browser.close();
await brelm.clean();
process.exit(failed ? 1 : 0);

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { PNG } from 'pngjs';
import { Brelm, checked, drag, launch, ROOT, saved, watch, numberIs } from './brelm';

const brelm = new Brelm();
let browser: Browser;
let page: Page;
let address: string;
let faults: string[];

beforeAll(async () => {
  address = await brelm.start();
  browser = await launch();
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  faults = watch(page);
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
});

const settings = (title: string) => page.locator('aside[aria-label="Stack"] li', { hasText: title });
/** The row of a part itself: what is open under another may name it, too, and have things that open. */
const row = (title: string) =>
  page.locator('aside[aria-label="Stack"] li > div > button[aria-expanded]', { hasText: title }).first();
const verdict = (id: string) => page.getByTestId(`garment-${id}`).getAttribute('data-verdict');

describe('from an empty board to a file that is accepted', () => {
  it('shows Duskwren’s designs on the shelf, each on its garments', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Count Owls Not Sheep' }).waitFor();
    await page.getByText('Reads on 4 of 6 garments').first().waitFor();
    expect(await page.getByRole('list', { name: 'Designs' }).getByRole('checkbox').count()).toBe(11);
  });

  it('makes a new design for the Pinfold tee on Soot', async () => {
    await page.getByRole('button', { name: 'New design' }).click();
    await page.getByLabel('Name').fill('Night Count');
    await page.getByRole('radio', { name: /Pinfold Market, tee front/ }).click();
    await page.getByRole('radio', { name: 'Soot' }).click();
    await page.getByRole('button', { name: 'Make it' }).click();
    // The shelf says these words of its own designs, too; they count only once the board is there.
    await page.getByTestId('board').waitFor();
    await page.getByText('Pinfold Market, Tee front · 4500 × 5400 px · 15 × 18 in').waitFor();
    await page.getByRole('region', { name: 'Findings' }).getByText('Nothing on the board yet.').waitFor();
  });

  const face = async (name: string, at = 0) => {
    await page
      .getByRole('button', { name: /^Typeface / })
      .nth(at)
      .click();
    await page.getByLabel('Find a typeface').fill(name);
    await page.getByText('1 typeface', { exact: true }).waitFor();
    await page.keyboard.press('Enter');
    await page.getByLabel('Find a typeface').waitFor({ state: 'detached' });
  };

  it('takes two lines of lettering in two typefaces', async () => {
    await page.keyboard.press('a');
    await page.getByLabel('Lettering').fill('COUNT\nthe owls');
    await face('Alfa Slab One');
    await page.getByRole('button', { name: 'Add lettering' }).click();
    await page.getByLabel('Words of line 2').waitFor();
    await face('Pacifico', 1);
    await saved(page);
    await checked(page);
    expect(await verdict('soot')).toBe('reads');
  });

  it('brings in a PNG and an SVG from disk', async () => {
    for (const file of ['lantern-on-white.png', 'mushroom.svg']) {
      await page.keyboard.press('a');
      await page.getByTestId('file-input').setInputFiles(join(ROOT, 'demo/samples', file));
      await settings(file.replace(/\..*/, '')).waitFor();
    }
    await checked(page);
    await page.getByTestId('finding-box').getByText('A box will print behind “lantern-on-white”').waitFor();
  });

  it('places parts by hand: drag, and scale by a corner', async () => {
    await drag(page, [2250, 2700], [2250, 4000]);
    await row('lantern-on-white').click();
    const left = page.getByLabel('Left', { exact: true });
    const before = Number(await left.inputValue());
    await drag(page, [2250, 2500], [1250, 1500]);
    await numberIs(left, before - 1000, 30);
    // 900 × 1100 px about (1250, 1700): its lower right corner is at (1700, 2250).
    const width = page.getByLabel('Width', { exact: true });
    await drag(page, [1700, 2250], [2150, 2800]);
    await numberIs(width, 1350, 40);
    await page.getByLabel('Width', { exact: true }).fill('12in');
    await page.keyboard.press('Enter');
    await numberIs(width, 3600, 0.5);
    await checked(page);
    await page
      .getByTestId('finding-resolution')
      .getByText(/is stretched to 75 dpi: needs 150/)
      .waitFor();
  });

  it('mends what it finds: takes the ground away, and shrinks to what the pixels allow', async () => {
    await page
      .getByTestId('finding-box')
      .getByRole('button', { name: /Take the ground away/ })
      .click();
    await page.getByTestId('finding-box').waitFor({ state: 'detached' });
    await page
      .getByTestId('finding-resolution')
      .getByRole('button', { name: /Print it at 50 %/ })
      .click();
    await page.getByTestId('finding-resolution').waitFor({ state: 'detached' });
  });

  it('says what lies outside the safe area, and undoes the drag', async () => {
    await row('mushroom').click();
    const left = page.getByLabel('Left', { exact: true });
    await left.fill('-100');
    await page.keyboard.press('Enter');
    await page.getByTestId('finding-safe-area').getByText('is cut off').waitFor();
    await page.getByRole('button', { name: /^Undo: Move/ }).click();
    await page.getByTestId('finding-safe-area').waitFor({ state: 'detached' });
  });

  it('judges again while an ink changes: lettering in soot vanishes on Soot, and reads on White', async () => {
    await page.getByRole('button', { name: /^Ink Bone/ }).click();
    await page.getByLabel('Value, #rrggbb').fill('#1b1b1d');
    await checked(page);
    await page
      .getByTestId('finding-contrast')
      .getByText(/vanishes on Soot/)
      .first()
      .waitFor();
    expect(await verdict('soot')).toBe('vanishes');
    expect(await verdict('white')).not.toBe('vanishes');
    await page
      .getByTestId('finding-contrast')
      .getByRole('button', { name: /keyline/ })
      .first()
      .click();
    await page
      .getByTestId('finding-contrast')
      .getByText(/COUNT the owls.* vanishes/)
      .waitFor({ state: 'detached' });
    await page.keyboard.press('Escape');
    await page.keyboard.press('Control+z');
    await page.getByLabel('Value, #rrggbb').fill('#f2ead8');
    await checked(page);
    expect(await verdict('soot')).toBe('reads');
  });

  it('exports a PNG whose bytes an independent decoder finds right', async () => {
    await saved(page);
    await page.getByRole('button', { name: /^Make files/ }).click();
    const table = page.getByRole('table', { name: 'What will be made' });
    await page.getByText('Every file is proofed.').waitFor();
    expect(await table.getByText('make it all the same').count()).toBe(0);
    await table
      .getByText(/about [\d.]+ (KB|MB)/)
      .first()
      .waitFor();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Make 1 file' }).click();
    const file = await download;
    await page.getByRole('dialog').getByText('every pixel as painted').waitFor();
    expect(file.suggestedFilename()).toBe('night-count-pinfold-tee-front-4500x5400.png');
    const bytes = readFileSync(await file.path());
    const png = PNG.sync.read(bytes);
    expect([png.width, png.height]).toEqual([4500, 5400]);
    expect(bytes.subarray(24, 26)).toEqual(Buffer.from([8, 6]));
    const phys = bytes.indexOf('pHYs');
    expect([bytes.readUInt32BE(phys + 4), bytes.readUInt32BE(phys + 8), bytes[phys + 12]]).toEqual([
      11811, 11811, 1,
    ]);
    expect(bytes.indexOf('sRGB')).toBeGreaterThan(0);
    const colours = new Map<string, number>();
    let clear = 0;
    for (let i = 0; i < png.data.length; i += 4) {
      if (png.data[i + 3] === 0) clear++;
      else if (png.data[i + 3] === 255) {
        const key = png.data.subarray(i, i + 3).toString('hex');
        colours.set(key, (colours.get(key) ?? 0) + 1);
      }
    }
    expect(clear / (4500 * 5400)).toBeGreaterThan(0.4);
    expect(colours.get('f2ead8')).toBeGreaterThan(100_000);
    expect(colours.get('b3492a')).toBeGreaterThan(100_000);
    expect(png.data[3]).toBe(0);
    await page.getByRole('button', { name: 'Close' }).click();
  });

  it('has everything after the browser is closed and the server killed', async () => {
    const at = page.url();
    const stack = () => page.locator('aside[aria-label="Stack"] li button[aria-expanded]').allInnerTexts();
    await page.keyboard.press('Escape');
    await saved(page);
    const before = await stack();
    expect(before).toHaveLength(3);
    await page.close();
    await brelm.end('SIGKILL');
    const again = await brelm.start();
    expect(brelm.log).toContain('a database of an earlier start is still running');
    page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    faults.push(...watch(page));
    await page.goto(at.replace(address, again));
    await page.locator('aside[aria-label="Stack"] li').first().waitFor();
    expect(await stack()).toEqual(before);
    await checked(page);
    expect(await verdict('soot')).toBe('reads');
  });

  it('stops in good order when it is told to', async () => {
    const pid = brelm.databasePid();
    expect(await brelm.end('SIGTERM')).toBe(0);
    expect(() => process.kill(pid, 0)).toThrow();
    address = await brelm.start();
  });

  it('never reported a fault of its own', () => {
    expect(faults).toEqual([]);
  });
});

import { writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { Brelm, checked, launch, launchWithProfile, ROOT, saved, serious, watch } from './brelm';

jest.setTimeout(240_000);

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

const state = (page: Page, text: string) =>
  page.getByTestId('save-state').filter({ hasText: text }).waitFor({ timeout: 20_000 });

/** Runs in the page: the names of the designs that this browser keeps for the server. */
const draftNames = () =>
  new Promise<string[]>((done) => {
    const open = indexedDB.open('brelm');
    open.onsuccess = () => {
      const all = open.result.transaction('drafts').objectStore('drafts').getAll();
      all.onsuccess = () => {
        open.result.close();
        done(all.result.map((draft: { design: { name: string } }) => draft.design.name));
      };
    };
  });

describe('nothing is lost', () => {
  it('two tabs: the later save is refused, both versions are shown, and both can be kept', async () => {
    const [one, two] = [await openDesign('Bog Standard'), await openDesign('Bog Standard')];
    await one.getByLabel('Name of the design').fill('Bog One');
    await one.keyboard.press('Enter');
    await saved(one);
    await two.getByLabel('Name of the design').fill('Bog Two');
    await two.keyboard.press('Enter');
    await two.getByRole('dialog').getByText('Named “Bog Two” here, “Bog One” there').waitFor();
    await two.getByRole('button', { name: 'Keep both' }).click();
    await two.waitForURL((url) => !url.href.endsWith(new URL(one.url()).pathname));
    await two.goto(address);
    await two.getByRole('link', { name: 'Bog One', exact: true }).waitFor();
    await two.getByRole('link', { name: 'Bog Two (other version)' }).waitFor();
    await Promise.all([one.close(), two.close()]);
  });

  it('the server killed: work goes on, stays in the browser over a reload, and is saved later', async () => {
    const page = await openDesign('Moth Ledger Society');
    await brelm.end('SIGKILL');
    await page.getByLabel('Name of the design').fill('Moth Ledger, by candle');
    await page.keyboard.press('Enter');
    await state(page, 'offline: kept on this machine');
    await brelm.start();
    await state(page, 'saved');
    await page.reload();
    await checked(page);
    expect(await page.getByLabel('Name of the design').inputValue()).toBe('Moth Ledger, by candle');
    await page.close();
  });

  it('a change made just before the browser is closed is there when it is opened again', async () => {
    const profile = join(brelm.data, 'profile');
    let context = await launchWithProfile(profile);
    const page = await openDesign('Boots On, Moon’s Out', await context.newPage());
    const at = page.url();
    // The server never hears of it: only what this browser kept can bring it back.
    await page.route('**/api/designs/*', (route) =>
      (route.request().method() === 'PUT' ? route.abort() : route.continue()).catch(() => undefined),
    );
    await page.getByLabel('Name of the design').fill('Boots On');
    await page.keyboard.press('Enter');
    while (!(await page.evaluate(draftNames)).includes('Boots On'));
    await context.close();
    context = await launchWithProfile(profile);
    const again = await context.newPage();
    await again.goto(at);
    await checked(again);
    expect(await again.getByLabel('Name of the design').inputValue()).toBe('Boots On');
    await saved(again);
    await context.close();
  });
});

describe('bad files', () => {
  it('are refused in words, and the rest of the same drop comes in', async () => {
    const page = await openDesign('Count Owls Not Sheep');
    const faults = watch(page);
    const bad = join(brelm.data, 'note.png');
    const script = join(brelm.data, 'scripted.svg');
    writeFileSync(bad, 'only text');
    writeFileSync(
      script,
      '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="40"><script>window.ran = true</script><rect width="40" height="40" fill="#b23a24"/></svg>',
    );
    await page.keyboard.press('a');
    await page
      .getByTestId('file-input')
      .setInputFiles([bad, script, join(ROOT, 'demo/samples/mushroom.svg')]);
    await page.getByText('note.png: this is no PNG, JPEG, WebP, AVIF, TIFF, GIF or SVG file').waitFor();
    await page.getByText('scripted.svg is in, with this difference: A script was left out').waitFor();
    await page.locator('aside[aria-label="Stack"] li', { hasText: 'mushroom' }).waitFor();
    await page.getByRole('button', { name: 'Take it as a picture instead' }).click();
    await page.getByRole('button', { name: 'Undo: Bring in scripted.svg as a picture' }).waitFor();
    await page.getByText('5400 × 5400 px, prints at').waitFor();
    expect(await page.evaluate(() => (window as { ran?: boolean }).ran)).toBeUndefined();
    expect(faults).toEqual([]);
    await page.close();
  });
});

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
    await page.getByRole('dialog', { name: 'Keys' }).waitFor();
    await page.keyboard.press('Escape');
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

describe('starting', () => {
  it('says plainly when the port is taken', () => {
    const second = spawnSync(
      process.execPath,
      [
        join(ROOT, 'apps/cli/dist/main.js'),
        'start',
        '--port',
        String(brelm.port),
        '--data',
        join(brelm.data, 'other'),
      ],
      { encoding: 'utf8' },
    );
    expect(second.status).toBe(2);
    expect(second.stderr).toContain(`port ${brelm.port} is taken`);
  });

  it('says plainly when the database is lost, and ends', async () => {
    const other = new Brelm();
    await other.start('--empty');
    process.kill(other.databasePid(), 'SIGKILL');
    const code = await new Promise<number | null>((done) => {
      const look = setInterval(() => {
        if (/the database ended by SIGKILL/.test(other.log)) {
          clearInterval(look);
          void other.end('SIGTERM').then(done);
        }
      }, 50);
    });
    expect(code).toBe(1);
    expect(other.log).toContain('start again; what was saved is safe');
    await other.clean();
  });

  it('starts empty when asked to', async () => {
    const other = new Brelm();
    const at = await other.start('--empty');
    const page = await browser.newPage();
    await page.goto(at);
    await page.getByText('Your shelf is empty').waitFor();
    await page.close();
    await other.clean();
  });
});

import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from 'playwright-core';
import type { DesignDocument } from '@brelm/core/design';
import { Brelm, checked, launch, launchWithProfile, ROOT, saved, serious, watch } from './brelm';

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
  page.getByTestId('save-state').filter({ hasText: text }).waitFor();

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

  it('undo and redo reach over a reload, and over leaving the design and coming back', async () => {
    const page = await openDesign('Boots On, Moon’s Out');
    const name = page.getByLabel('Name of the design');
    const first = await name.inputValue();
    for (const next of ['Boots One', 'Boots Two']) {
      await name.fill(next);
      await page.keyboard.press('Enter');
    }
    await page.reload();
    await page.getByRole('button', { name: /^Undo: / }).waitFor();
    await page.keyboard.press('Control+z');
    expect(await name.inputValue()).toBe('Boots One');
    await saved(page);
    await page.getByRole('link', { name: 'Shelf', exact: true }).click();
    await page.getByRole('link', { name: 'Boots One', exact: true }).click();
    await page.getByRole('button', { name: /^Redo: / }).click();
    expect(await name.inputValue()).toBe('Boots Two');
    for (let times = 0; times < 2; times++) await page.getByRole('button', { name: /^Undo: / }).click();
    expect(await name.inputValue()).toBe(first);
    await saved(page);
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

  it('what two tabs left behind is offered side by side; one goes on, the other is kept as a version', async () => {
    const profile = join(brelm.data, 'profile-of-two');
    let context = await launchWithProfile(profile);
    const [one, two] = [
      await openDesign('Count Owls Not Sheep', await context.newPage()),
      await openDesign('Count Owls Not Sheep', await context.newPage()),
    ];
    const at = one.url();
    await brelm.end('SIGKILL');
    for (const [tab, name] of [
      [one, 'Owls from the first tab'],
      [two, 'Owls from the second tab'],
    ] as const) {
      await tab.getByLabel('Name of the design').fill(name);
      await tab.keyboard.press('Enter');
      while (!(await tab.evaluate(draftNames)).includes(name));
    }
    // Neither wrote over the other, and a tab that is open is left alone by one that opens the same.
    expect((await two.evaluate(draftNames)).sort()).toEqual([
      'Owls from the first tab',
      'Owls from the second tab',
    ]);
    await context.close();
    await brelm.start();
    context = await launchWithProfile(profile);
    const again = await context.newPage();
    const faults = watch(again);
    await again.goto(at);
    await again.getByText('was left unsaved more than once').waitFor();
    expect(await again.getByRole('button', { name: 'Go on with this one' }).count()).toBe(2);
    expect(await serious(again)).toEqual([]);
    // Newest first: the second one of the list is the first tab's.
    await again.getByRole('button', { name: 'Go on with this one' }).nth(1).click();
    await checked(again);
    expect(await again.getByLabel('Name of the design').inputValue()).toBe('Owls from the first tab');
    await saved(again);
    const id = new URL(at).pathname.split('/')[2];
    const versions = (await (await fetch(`${address}/api/designs/${id}/versions`)).json()) as {
      id: number;
      name: string;
    }[];
    const kept = versions.find((v) => v.name.startsWith('Not saved, '))!;
    const whole = (await (await fetch(`${address}/api/designs/${id}/versions/${kept.id}`)).json()) as {
      document: { name: string };
    };
    expect(whole.document.name).toBe('Owls from the second tab');
    expect(await again.evaluate(draftNames)).toEqual([]);
    expect(faults).toEqual([]);
    await again.getByLabel('Name of the design').fill('Count Owls Not Sheep');
    await again.keyboard.press('Enter');
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

describe('names that are code', () => {
  it('are shown as they are, and run nowhere: shelf, stack, colourways', async () => {
    const evil = (what: string) => `<img src=x onerror="window.ran='${what}'">`;
    const list = (await (await fetch(`${address}/api/designs?count=200`)).json()) as {
      designs: { id: string; name: string }[];
    };
    const { id } = list.designs.find((d) => d.name === 'Night Shift Owls')!;
    const { document } = (await (await fetch(`${address}/api/designs/${id}`)).json()) as {
      document: DesignDocument;
    };
    for (const part of document.sides[0].parts) part.name = evil('part');
    for (const ink of document.inks) ink.name = evil('ink');
    for (const colourway of document.colourways) colourway.name = evil('colourway');
    const made = await fetch(`${address}/api/designs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ document: { ...document, name: evil('design') } }),
    });
    expect(made.status).toBe(201);
    const page = await openDesign(evil('design'));
    const stack = page.locator('aside[aria-label="Stack"]');
    await stack.getByText(evil('part')).first().waitFor();
    await page.keyboard.press('2');
    await page.getByText(evil('colourway')).first().waitFor();
    await page.goto(address);
    await page.getByRole('link', { name: evil('design'), exact: true }).waitFor();
    expect(await page.evaluate(() => (window as { ran?: string }).ran)).toBeUndefined();
    expect(await page.locator('img[src="x"]').count()).toBe(0);
    await page.close();
  });
});

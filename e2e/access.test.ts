import type { Browser, Page } from 'playwright-core';
import { Brelm, checked, launch, serious, watch, numberIs } from './brelm';

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
    await numberIs(left, before + 11, 0.0005);
    await page.keyboard.press('Control+z');
    await numberIs(left, before, 0.0005);
    await page.keyboard.press('Control+y');
    await numberIs(left, before + 11, 0.0005);
    await page.keyboard.press('Control+d');
    expect(await page.locator('aside[aria-label="Stack"] li', { hasText: 'HOOT' }).count()).toBe(2);
    await page.keyboard.press('Delete');
    expect(await page.locator('aside[aria-label="Stack"] li', { hasText: 'HOOT' }).count()).toBe(1);
    await page.keyboard.press('g');
    await page.getByRole('button', { name: /^Midnight.*/, pressed: true }).waitFor();
    await page.keyboard.press('Shift+G');
    await page.getByRole('button', { name: /^Soot.*/, pressed: true }).waitFor();
    await page.keyboard.press('?');
    const keys = page.getByRole('dialog', { name: 'Keys' });
    await keys.getByLabel('Single letters and signs work as keys').uncheck();
    await page.keyboard.press('Escape');
    await keys.waitFor({ state: 'detached' });
    // Letters do nothing then; other keys, and those with Ctrl, still do.
    await page.keyboard.press('g');
    await page.keyboard.press('a');
    expect(await page.getByRole('button', { name: /^Soot.*/, pressed: true }).count()).toBe(1);
    expect(await page.getByRole('dialog').count()).toBe(0);
    await page.keyboard.press('Control+z');
    await page.getByRole('button', { name: /^Midnight.*/, pressed: true }).waitFor();
    await page.getByRole('button', { name: /^All keys/ }).click();
    await keys.getByLabel('Single letters and signs work as keys').check();
    await page.keyboard.press('Escape');
    await keys.waitFor({ state: 'detached' });
    await page.keyboard.press('a');
    await page.getByRole('dialog', { name: 'Add a part' }).waitFor();
    await page.close();
  });

  it('can be changed: a key is taken from the command that has it, kept, and brought back', async () => {
    const page = await browser.newPage({ viewport: { width: 1024, height: 700 } });
    const faults = watch(page);
    await page.goto(address);
    await page.getByRole('link', { name: 'Count Owls Not Sheep' }).click();
    await page.getByTestId('board').waitFor();
    await page.getByRole('button', { name: /^All keys/ }).click();
    const keys = page.getByRole('dialog', { name: 'Keys' });
    const row = (id: string) => keys.getByTestId(`key-${id}`);
    await keys.getByLabel('Find a key or what it does').fill('garment b');
    expect(await keys.getByRole('listitem').count()).toBe(2);
    await keys.getByLabel('Find a key or what it does').fill('');

    // What has the same use everywhere is refused, what another command has is asked about.
    await row('next-garment').getByRole('button', { name: 'G: key of Next garment' }).press('Enter');
    await page.keyboard.press('ArrowUp');
    await row('next-garment').getByRole('alert').getByText('same use everywhere').waitFor();
    await page.keyboard.press('Enter');
    await row('next-garment')
      .getByRole('button', { name: /^G: key/ })
      .press('Enter');
    await page.keyboard.press('m');
    await row('next-garment').getByText('M is the key of “Mirror a copy across the middle”.').waitFor();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Enter');
    await row('next-garment')
      .getByRole('button', { name: /^M: key/ })
      .waitFor();
    await row('mirror')
      .getByRole('button', { name: /^none: key/ })
      .waitFor();
    // Escape while a key is waited for leaves it; the next closes.
    await row('weld')
      .getByRole('button', { name: /^J: key/ })
      .press('Enter');
    await page.keyboard.press('Escape');
    await row('weld')
      .getByRole('button', { name: /^J: key/ })
      .waitFor();
    await page.keyboard.press('Escape');
    await keys.waitFor({ state: 'detached' });

    const pressed = page.getByTestId('on-garments').locator('[aria-pressed=true]');
    const first = await pressed.getAttribute('data-testid');
    await page.keyboard.press('g');
    expect(await pressed.getAttribute('data-testid')).toBe(first);
    await page.keyboard.press('m');
    await page.locator(`[data-testid="${first}"][aria-pressed=false]`).waitFor();
    expect(await pressed.getAttribute('title')).toContain('(M for the next)');

    // Kept over a reload, said where commands are found, and brought back at once.
    await page.reload();
    await page.getByTestId('board').waitFor();
    await page.keyboard.press('Control+k');
    await page.getByRole('dialog').getByRole('combobox').fill('next garment');
    await page.getByRole('option', { name: /Next garment behind the artwork.*M/ }).waitFor();
    // The first takes back what was typed.
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    await page.getByRole('button', { name: /^All keys/ }).click();
    await keys.getByRole('button', { name: 'All keys as they came' }).click();
    await row('mirror')
      .getByRole('button', { name: /^M: key/ })
      .waitFor();
    await row('next-garment')
      .getByRole('button', { name: /^G: key/ })
      .waitFor();
    expect(faults).toEqual([]);
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

describe('a window of 1280 × 800 at 150 %', () => {
  it('has every control of a stage where it can be clicked', async () => {
    const page = await browser.newPage({ viewport: { width: 853, height: 533 } });
    await openDesign('Count Owls Not Sheep', page);
    // A trial clicks nothing, and fails on what is covered, cut off or outside.
    const can = async (name: string | RegExp, role: 'button' | 'combobox' | 'link' | 'textbox' = 'button') =>
      page.getByRole(role, { name }).first().click({ trial: true });
    const within = async (name: string | RegExp) => {
      const box = (await page.getByRole('button', { name }).first().boundingBox())!;
      expect(box.x).toBeGreaterThanOrEqual(0);
      expect(box.x + box.width).toBeLessThanOrEqual(853);
    };
    for (const name of [/^Make files/, /^Pinfold Market, Tee front/, 'Versions', 'Add part']) {
      await can(name);
      await within(name);
    }
    await can('Name of the design', 'textbox');
    await can('Colourway', 'combobox');
    for (const name of ['Print size', 'See from 3 m', 'Outlines only', 'Guides, grid and margin']) {
      await can(name);
      await within(name);
    }
    await page.getByTestId('board').click({ position: { x: 5, y: 5 } });
    await page.keyboard.press('Control+a');
    for (const name of [/^Bundle \d+ things/, 'into pieces', 'to outlines', /^Ink /, /^Wear of all/])
      await can(name);
    await can('One outline', 'combobox');
    for (const [stage, name] of [
      ['Garments', /^Propose a colourway/],
      ['Cut line', 'Cut it out'],
      ['Placement', /^Make files/],
      ['Mockups', /^Make/],
      ['Listings', /^Make files/],
    ] as const) {
      await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: stage }).click();
      await can(name);
    }
    await page.close();
  });
});

describe('colours of the system', () => {
  it('leave inks and garments theirs, and mark what is chosen', async () => {
    const context = await browser.newContext({
      viewport: { width: 1280, height: 800 },
      forcedColors: 'active',
      reducedMotion: 'reduce',
    });
    const page = await context.newPage();
    await page.goto(address);
    await page.getByRole('link', { name: 'Count Owls Not Sheep' }).click();
    await page.getByTestId('board').waitFor();
    const ink = page.getByRole('button', { name: /^Ink / }).first();
    const value = /#[0-9a-f]{6}/i.exec((await ink.getAttribute('aria-label'))!)![0].toLowerCase();
    const painted = await ink.evaluate((button) => {
      const swatch = [button, ...button.querySelectorAll('*')].find((e) => e.getAttribute('style'));
      return getComputedStyle(swatch!).backgroundColor;
    });
    const [r, g, b] = [1, 3, 5].map((at) => parseInt(value.slice(at, at + 2), 16));
    expect(painted).toBe(`rgb(${r}, ${g}, ${b})`);
    const lined = (locator: ReturnType<Page['locator']>) =>
      locator.evaluate((e) => getComputedStyle(e).outlineStyle);
    expect(await lined(page.getByRole('link', { name: 'Artwork' }))).toBe('solid');
    expect(await lined(page.getByRole('link', { name: 'Placement' }))).toBe('none');
    expect(await lined(page.locator('[data-testid^=garment-][aria-pressed=true]'))).toBe('solid');
    await context.close();
  });
});

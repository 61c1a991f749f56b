import type { Page } from 'playwright-core';
import { Brelm, saved, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;

beforeAll(async () => {
  ({ address, page } = await brelm.opened());
});
afterAll(() => brelm.clean());

const field = () => page.getByRole('combobox', { name: 'Find anything' });
const option = (name: string) => page.getByRole('option', { name, exact: true });
/** A row of the stack, opened where its part is chosen. */
const row = (name: string, open: boolean) =>
  page.locator(`aside[aria-label="Stack"] li button[aria-expanded="${open}"]`).filter({ hasText: name });
/** Opens the box, asks, and takes what is first once it is what is meant. */
const find = async (asked: string, first: string) => {
  await page.keyboard.press('Control+k');
  await field().fill(asked);
  await page.locator('[role="option"][data-focus]').getByText(first, { exact: true }).waitFor();
  await page.keyboard.press('Enter');
  await field().waitFor({ state: 'detached' });
};

/** Waits until a field has a text. */
const holds = (label: string, text: string) =>
  page.waitForFunction(
    ([name, value]) => document.querySelector<HTMLInputElement>(`[aria-label="${name}"]`)?.value === value,
    [label, text],
  );

describe('one field for everything', () => {
  it('opens designs by any of their words, by the keyboard alone', async () => {
    await page.goto(address);
    await page.getByText('First Night Ranger').first().waitFor();
    await page.keyboard.press('Control+k');
    await field().fill('ranger fir');
    await option('First Night Ranger').waitFor();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Enter');
    await page.waitForURL(/\/design\//);
    await page.getByTestId('board').waitFor();
  });

  it('chooses parts, garments and colourways of the open design', async () => {
    await find('watch', 'Watch');
    await row('Watch', true).waitFor();
    await find('bone', 'Bone');
    await page.locator('[data-testid="garment-bone"][aria-pressed="true"]').waitFor();
    await find('day', 'Day');
    expect(await page.getByRole('combobox', { name: 'Colourway' }).inputValue()).toBe('day');
  });

  it('does commands by their names, which say their keys; undo takes them back', async () => {
    await page.keyboard.press('Control+k');
    await field().fill('duplicate');
    await page.getByRole('option', { name: 'Duplicate what is chosen Ctrl D' }).waitFor();
    await page.keyboard.press('Escape');
    await find('owl', 'Owl');
    await row('Owl', true).waitFor();
    await find('duplicate', 'Duplicate what is chosen');
    const undo = page.getByRole('button', { name: 'Undo: Duplicate', exact: true });
    await undo.waitFor();
    await find('undo', 'Undo');
    await undo.waitFor({ state: 'detached' });
    await find('zoom in', 'Zoom in');
    await find('to the garments', 'To the garments');
    await page.waitForURL(/\/garments$/);
  });

  it('finds inks and settings of what is shown, and puts the focus there', async () => {
    await page.goto(address);
    await page.getByText('First Night Ranger').first().waitFor();
    await find('first night', 'First Night Ranger');
    await page.getByTestId('board').waitFor();
    const inks = page.getByRole('region', { name: 'Inks' });
    const ink = 'Ember';
    await find('ember', ink);
    await inks
      .locator('button[aria-expanded="true"]')
      .and(page.getByTitle(ink, { exact: true }))
      .waitFor();
    expect(await inks.getByLabel('Name of the ink').inputValue()).toBe(ink);
    await find('watch', 'Watch');
    await row('Watch', true).waitFor();
    // Settings that are folded away are opened.
    await find('baseline', 'Baseline');
    await page.locator('[data-folds="Baseline"][aria-expanded="true"]').waitFor();
    await page.getByLabel('Words run').waitFor();
    // A setting by its name: the box closes, and it has the focus.
    await page.keyboard.press('Control+k');
    await field().fill('tracking');
    const setting = page.getByRole('group', { name: 'Settings here' }).getByRole('option').first();
    const called = (await setting.textContent())!.trim();
    await setting.click();
    await field().waitFor({ state: 'detached' });
    await page.waitForFunction((name) => {
      const now = document.activeElement as HTMLInputElement | null;
      const said = `${now?.getAttribute('aria-label') ?? ''} ${[...(now?.labels ?? [])].map((l) => l.textContent).join(' ')}`;
      return now !== document.body && said.includes(name);
    }, called);
  });

  it('leads to colours, pictures and typefaces among the materials', async () => {
    await page.keyboard.press('Control+k');
    await field().fill('alfa slab');
    await page.getByRole('group', { name: 'Typefaces' }).getByRole('option').first().click();
    await page.waitForURL(/\/materials\?typefaces=Alfa/);
    await holds('Find typefaces', 'Alfa Slab One');
    await page.keyboard.press('Control+k');
    await field().fill('bone');
    await page.getByRole('group', { name: 'Garment colours' }).getByRole('option').first().click();
    await page.waitForURL(/\/materials\?colours=Bone/);
    await holds('Find a garment colour', 'Bone');
    expect(await serious(page)).toEqual([]);
  });

  it('goes to places, series, sheets and products; a slash opens it where nothing else is searched', async () => {
    await find('runs', 'Runs');
    await page.waitForURL(/\/runs$/);
    await page.getByRole('heading', { name: 'Runs' }).waitFor();
    await page.keyboard.press('/');
    await field().fill('night jobs');
    await page
      .getByRole('group', { name: 'Series' })
      .getByRole('option', { name: 'Night jobs', exact: true })
      .click();
    await page.waitForURL(/\/series\//);
    await find('kiss-cut 3 in', 'Kiss-cut sticker, 3 in, Stickerwharf');
    await page.waitForURL(/\/specs\/stickerwharf\/kiss-cut-3in$/);
  });

  it('finds what each stage shows: colours of the wall, products, listings', async () => {
    const take = async (asked: string, group: string) => {
      await page.keyboard.press('Control+k');
      await field().fill(asked);
      await page.getByRole('group', { name: group }).getByRole('option').first().click();
      await field().waitFor({ state: 'detached' });
    };
    await find('count owls', 'Count Owls Not Sheep');
    await page.getByTestId('board').waitFor();
    await page.keyboard.press('2');
    await page.getByLabel('Filter garments').waitFor();
    await take('pine', 'Garments');
    await holds('Filter garments', 'Pine');
    await page.keyboard.press('5');
    await page.getByRole('button', { name: /^Take away: .*mug/i }).waitFor();
    await take('mug', 'On products');
    await page.locator('button[aria-current=true]').filter({ hasText: /mug/i }).waitFor();
    await take('tote', 'On products');
    await page.locator('button[aria-current=true]').filter({ hasText: /tote/i }).waitFor();
    await page.keyboard.press('6');
    await page.getByRole('table').first().waitFor();
    await take('mug', 'Listings');
    await page.getByRole('region', { name: /^Listing: .*mug/i }).waitFor();
  });

  it('says so where nothing is called so, and leaves all as it was on Escape', async () => {
    const here = page.url();
    await page.keyboard.press('Control+k');
    await field().fill('nothing such anywhere');
    await page.getByText('Nothing is called “nothing such anywhere”.').waitFor();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    await field().waitFor({ state: 'detached' });
    expect(page.url()).toBe(here);
  });
});

describe('parts of other designs', () => {
  it('are looked through before anything is typed, and taken with their inks, undone in one step', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Moth Ledger Society', exact: true }).click();
    const rows = page.locator('aside[aria-label="Stack"] li > div > button[aria-expanded]');
    await rows.first().waitFor();
    const count = await rows.count();
    await page.keyboard.press('a');
    const dialog = page.getByRole('dialog', { name: 'Add a part' });
    const from = dialog.getByRole('combobox', { name: 'Take a part out of' });
    // The design that is open is not among them; starters are.
    await from.locator('optgroup[label="Starters"] option').nth(3).waitFor({ state: 'attached' });
    expect(await from.locator('option').allInnerTexts()).not.toContain('Moth Ledger Society');
    await from.selectOption({ label: 'Count Owls Not Sheep' });
    const owl = dialog.getByRole('button', { name: 'Barn owl' });
    await owl.waitFor();
    expect(await serious(page)).toEqual([]);
    await owl.press('Enter');
    await dialog.waitFor({ state: 'detached' });
    const undo = 'Undo: Take “Barn owl” out of “Count Owls Not Sheep”';
    await page.getByRole('button', { name: undo, exact: true }).waitFor();
    await rows.nth(count).waitFor();
    await saved(page);
    const kept = `${address}/api${new URL(page.url()).pathname.replace('design', 'designs')}`;
    const { document } = (await (await fetch(kept)).json()) as {
      document: { inks: { id: string }[]; sides: { parts: { name: string }[] }[] };
    };
    const taken = document.sides[0].parts.find((p) => p.name === 'Barn owl')!;
    const inks = new Set(document.inks.map((i) => i.id));
    const used = JSON.stringify(taken)
      .match(/"ink":"[^"]+"/g)!
      .map((found) => found.slice(7, -1));
    expect(used.length).toBeGreaterThan(0);
    expect(used.filter((ink) => !inks.has(ink))).toEqual([]);
    await page.keyboard.press('Control+z');
    await rows.nth(count).waitFor({ state: 'detached' });
    // The next one begins where this one was found.
    await page.keyboard.press('a');
    await owl.waitFor();
    await page.keyboard.press('Escape');
  });
});

import type { Page } from 'playwright-core';
import type { DesignDocument } from '@brelm/core/design';
import { Brelm, saved, serious, keptUntil } from './brelm';

const brelm = new Brelm();
let page: Page;
let address: string;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened());
  await page.goto(address);
  await page.getByRole('link', { name: 'Night Shift Owls', exact: true }).click();
  await page.getByTestId('board').waitFor();
  await row('Star').waitFor();
});
afterAll(() => brelm.clean());

const stack = () => page.locator('aside[aria-label="Stack"]');
const row = (name: string) =>
  stack()
    .locator('li button[aria-expanded]')
    .filter({ has: page.getByText(name, { exact: true }) });
const stored = async (): Promise<DesignDocument> => {
  const id = /design\/([^/]+)/.exec(page.url())![1];
  return ((await (await fetch(`${address}/api/designs/${id}`)).json()) as { document: DesignDocument })
    .document;
};
const both = async () => {
  await page.getByTestId('board').focus();
  await page.keyboard.press('Escape');
  await row('Rays').click();
  await row('Star').click({ modifiers: ['Shift'] });
  await page.getByLabel('One outline').waitFor();
};

describe('outlines that are one', () => {
  it('are welded by a key, changed by the list, and by themselves again', async () => {
    await both();
    await page.getByTestId('board').focus();
    await page.keyboard.press('j');
    expect(await page.getByLabel('One outline').inputValue()).toBe('weld');
    await saved(page);
    expect((await stored()).sides[0].bundles).toEqual([expect.objectContaining({ joined: 'weld' })]);
    await page.getByLabel('One outline').selectOption('exclude');
    await page.getByTestId('board').focus();
    await page.keyboard.press('Escape');
    await stack().getByText('all but overlap · 2 parts').waitFor();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Control+z');
    await stack().getByText('welded · 2 parts').waitFor();
    await page.keyboard.press('Control+z');
    await row('Rays').waitFor();
  });

  it('meet what lies below as one where they are bundled, which is kept and undone', async () => {
    await both();
    await page.getByTestId('board').focus();
    expect(await page.getByLabel('Blend of the bundle').count()).toBe(0);
    await page.keyboard.press('b');
    await page.getByLabel('Blend of the bundle').selectOption('multiply');
    await page.getByText('All of it as one meets the artwork below').waitFor();
    expect(await serious(page)).toEqual([]);
    await keptUntil(page, async () => {
      const [{ bundles }] = (await stored()).sides;
      return bundles.length === 1 && (bundles[0] as { blend?: string }).blend === 'multiply';
    });
    await page.keyboard.press('Control+z');
    await page.getByText('All of it as one meets the artwork below').waitFor({ state: 'detached' });
    await page.getByTestId('board').focus();
    await page.keyboard.press('Control+z');
    await row('Rays').waitFor();
    await keptUntil(page, async () => (await stored()).sides[0].bundles.length === 0);
  });

  it('get thinner and rounder, and are outlines for good', async () => {
    await page.getByTestId('board').focus();
    await page.keyboard.press('Escape');
    await row('Star').click();
    await page.getByLabel('Thicker, or thinner (−)').fill('-20');
    await page.getByLabel('Thicker, or thinner (−)').press('Enter');
    await page.getByLabel('Corners rounded').fill('30');
    await page.getByLabel('Corners rounded').press('Enter');
    await saved(page);
    const star = async () => (await stored()).sides[0].parts.find((p) => p.id === 'star')!;
    expect(await star()).toMatchObject({ thin: 20, smooth: 30, kind: 'shape' });
    await page.getByRole('button', { name: 'to outlines' }).click();
    await page.getByText(/points.*mm from what was drawn|points, exactly/).waitFor();
    await saved(page);
    expect(await star()).toMatchObject({ thin: 0, smooth: 0, kind: 'motif', keylines: [{ width: 60 }] });
    await page.getByTestId('board').focus();
    for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
    await saved(page);
    expect(await star()).toMatchObject({ thin: 0, smooth: 0, kind: 'shape' });
  });

  it('are set into their pieces by a key; what is one piece says so', async () => {
    await both();
    await page.getByTestId('board').focus();
    await page.keyboard.press('Shift+K');
    await page.getByText(/^\d+ pieces, in a bundle\.$/).waitFor();
    await stack().getByRole('group', { name: 'Bundle Rays' }).waitFor();
    await page.keyboard.press('Control+z');
    await row('Rays').waitFor();
    await page.keyboard.press('Escape');
    await row('Star').click();
    await page.getByTestId('board').focus();
    await page.keyboard.press('Shift+K');
    await page.getByText('It is one piece already: there is nothing to set apart.').waitFor();
  });
});

describe('films', () => {
  it('are chosen for an ink, changed, and kept for other designs', async () => {
    await page.getByRole('button', { name: /^Ink Mist/ }).click();
    await page.getByLabel('Made of').selectOption({ label: 'Velvet flock' });
    await page.getByText(/lines from 1.5 mm/).waitFor();
    await page.getByRole('button', { name: 'change', exact: true }).click();
    await page.getByLabel('Name of the film').fill('Fell-side felt');
    await page.getByLabel('Name of the film').press('Enter');
    await page.getByLabel('Least line, mm').fill('1.8');
    await page.getByLabel('Least line, mm').press('Enter');
    await page.getByRole('button', { name: 'keep it for other designs' }).click();
    await page.getByRole('button', { name: 'keep it no longer for other designs' }).waitFor();
    await saved(page);
    expect((await stored()).inks.find((i) => i.name === 'Mist')!.film).toMatchObject({
      ...{ name: 'Fell-side felt', kind: 'flock', line: 1.8 },
    });
    expect(await page.getByLabel('Made of').locator('option:checked').innerText()).toBe('Fell-side felt');
    await page.getByLabel('Made of').selectOption({ label: 'ink: it is printed' });
    await page.getByText(/lines from/).waitFor({ state: 'detached' });
  });

  it('show what is cut in the order of pressing, and give out their files', async () => {
    await page.getByRole('button', { name: 'Films…' }).click();
    const films = page.getByRole('list', { name: 'Films in the order of pressing' });
    await films.getByText('Coarse glitter').waitFor();
    expect(await films.getByRole('listitem').count()).toBe(2);
    await films.getByText(/places are thinner than 0.8 mm, and may tear/).waitFor();
    await page.getByLabel('Films pressed so far').press('ArrowLeft');
    await page.getByRole('img', { name: '1 of 2 films pressed' }).waitFor();
    expect(await serious(page)).toEqual([]);
    await page.getByLabel('Under one another').selectOption('inlaid');
    await page.getByLabel('Reach under, mm').fill('0.5');
    await page.getByLabel('Reach under, mm').press('Enter');
    const files = page.getByRole('button', { name: 'Cut files' });
    await page.getByText('SVG, PDF and DXF of each, and the order.').waitFor();
    const [download] = await Promise.all([page.waitForEvent('download'), files.click()]);
    expect(download.suggestedFilename()).toBe('night-shift-owls-films.zip');
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    await saved(page);
    expect((await stored()).films).toMatchObject({ style: 'inlaid', trap: 0.5 });
    expect(faults).toEqual([]);
  });
});

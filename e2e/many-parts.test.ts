import type { Page } from 'playwright-core';
import { Brelm, checked, drag, saved, serious, numberIs } from './brelm';

/** How many rings the design has, in a grid, beside the words that it had before. */
const RINGS = 200;
const ACROSS = 20;

const brelm = new Brelm();
let page: Page;
let faults: string[];

const place = (i: number) => ({
  x: 300 + (i % ACROSS) * 190,
  y: 300 + Math.floor(i / ACROSS) * 420,
});

beforeAll(async () => {
  const opened = await brelm.opened(1280, 800);
  ({ page, faults } = opened);
  interface Document {
    name: string;
    sides: {
      parts: {
        id: string;
        name: string;
        kind: string;
        place: object;
        stroke: { ink: string } | null;
        fill?: string;
        keylines?: object[];
      }[];
    }[];
  }
  const ask = async <T>(path: string, body?: unknown) =>
    (await (
      await fetch(`${opened.address}/api/designs${path}`, {
        ...(body !== undefined && { method: 'POST', body: JSON.stringify(body) }),
        headers: { 'content-type': 'application/json' },
      })
    ).json()) as T;
  const { designs } = await ask<{ designs: { id: string; name: string }[] }>('');
  const { document } = await ask<{ document: Document }>(
    `/${designs.find((d) => d.name.startsWith('Moth'))!.id}`,
  );
  const [side] = document.sides;
  const ring = side.parts.find((p) => p.kind === 'shape')!;
  for (let i = 0; i < RINGS; i++)
    side.parts.unshift({
      ...ring,
      id: `ring-${i}`,
      name: `Ring ${i}`,
      place: { ...ring.place, ...place(i), scaleX: 0.03, scaleY: 0.03 },
      fill: ring.stroke!.ink,
      stroke: null,
      // Thinner than any line may be: each has its finding.
      keylines: [{ ink: ring.stroke!.ink, distance: 12, width: 2, join: 'round' }],
    });
  document.name = 'Two hundred rings';
  const { id } = await ask<{ id: string }>('', { document });
  await page.goto(`${opened.address}/design/${id}`);
  await page.getByTestId('board').waitFor();
  await rows().first().waitFor();
  await checked(page);
});
afterAll(() => brelm.clean());

const stack = () => page.locator('aside[aria-label="Stack"]');
const rows = () => stack().locator('li > div > button[aria-expanded]');
const row = (name: string) =>
  stack()
    .locator('button[aria-expanded]')
    .filter({ hasText: new RegExp(`^${name}$`) });
const depth = (name: string) =>
  page.getByRole('button', { name: `Change the depth of ${name}`, exact: true });
/** Whether an element is seen within the stack's own scrolling. */
const inSight = (name: string) =>
  page.waitForFunction((label) => {
    const element = document.querySelector(`[aria-label="Change the depth of ${label}"]`);
    if (!element) return false;
    const { left, top } = element.getBoundingClientRect();
    const seen = document.elementFromPoint(left + 4, top + 4);
    return seen !== null && element.contains(seen);
  }, name);

describe('a design of two hundred parts', () => {
  it('has rows for those that are seen alone, and says how many there are', async () => {
    expect(await rows().count()).toBeLessThan(60);
    expect(await page.getByLabel('Find a part in the stack').getAttribute('placeholder')).toMatch(
      /2\d\d parts/,
    );
  });

  it('shows the row of a part that is chosen on the board, wherever it lies in the stack', async () => {
    for (const i of [1, RINGS - 3, RINGS / 2]) {
      const { x, y } = place(i);
      await drag(page, [x, y], [x, y]);
      await row(`Ring ${i}`).waitFor();
      await inSight(`Ring ${i}`);
      await page.locator('button[aria-expanded="true"]', { hasText: `Ring ${i}` }).waitFor();
    }
  });

  it('keeps a field that is typed in although its row is scrolled out of sight', async () => {
    const { x, y } = place(1);
    await drag(page, [x, y], [x, y]);
    await page.locator('button[aria-expanded="true"]', { hasText: 'Ring 1' }).waitFor();
    const left = page.getByLabel('Left', { exact: true });
    const before = Number(await left.inputValue());
    await left.fill(String(before + 11));
    await stack().locator('ul').first().hover();
    await page.mouse.wheel(0, -20_000);
    await row('Ring 1').waitFor({ state: 'attached' });
    await page.waitForFunction(() => {
      const first = document.querySelector('aside[aria-label="Stack"] li[data-index="0"]');
      return first !== null && first.getBoundingClientRect().top > 0;
    });
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: /^Undo: / }).waitFor();
    await saved(page);
    await numberIs(left, before + 11, 0);
    await page.keyboard.press('Control+z');
  });

  it('has rows carried by keys, past those that are not there yet', async () => {
    await page.getByLabel('Find a part in the stack').fill('Ring 150');
    await row('Ring 150').click();
    await page.getByLabel('Find a part in the stack').press('Escape');
    await inSight('Ring 150');
    // Closed, it is as high as any other.
    await page.getByRole('heading', { name: 'Stack' }).click();
    await page.keyboard.press('Escape');
    await page.locator('button[aria-expanded="true"]', { hasText: 'Ring' }).waitFor({ state: 'detached' });
    await depth('Ring 150').press('Space');
    await page.getByText(/^Ring 150 (is lifted|would take)/).waitFor({ state: 'attached' });
    // The row above it in the stack is the one that lies before it.
    for (const name of ['Ring 151', 'Ring 152']) {
      await page.keyboard.press('ArrowUp');
      await page.getByText(`Ring 150 would take the place of ${name}.`).waitFor({ state: 'attached' });
    }
    await page.keyboard.press('Space');
    await page.getByText('Ring 150 has the place of Ring 152.').waitFor({ state: 'attached' });
    const order = await page.evaluate(() =>
      [...document.querySelectorAll('[aria-label^="Change the depth of Ring 15"]')].map((b) =>
        b.getAttribute('aria-label')!.replace('Change the depth of ', ''),
      ),
    );
    expect(order.indexOf('Ring 150')).toBe(order.indexOf('Ring 152') - 1);
    await page.keyboard.press('Control+z');
  });

  it('tells the worst findings first, and the rest when they are asked for', async () => {
    await checked(page);
    const cards = page.locator('section[aria-label="Findings"] > div > ul > li');
    const more = page.locator('section[aria-label="Findings"] > div > button', {
      hasText: /^Show \d+ more$/,
    });
    await more.waitFor();
    const hidden = Number(/\d+/.exec(await more.innerText())![0]);
    const seen = await cards.count();
    expect(seen).toBe(40);
    await more.press('Enter');
    await page.getByRole('button', { name: 'The worst 40 only' }).waitFor();
    expect(await cards.count()).toBe(seen + hidden);
    await page.getByRole('button', { name: 'The worst 40 only' }).press('Enter');
    await more.waitFor();
  });

  it('is answered by names and keys as a small one is, and the page reports no fault', async () => {
    expect(await serious(page)).toEqual([]);
    expect(faults).toEqual([]);
  });
});

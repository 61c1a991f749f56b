import type { Browser, Page } from 'playwright-core';
import type { DesignDocument } from '@brelm/core/design';
import { Brelm, launch, saved, serious, watch } from './brelm';

const brelm = new Brelm();
let browser: Browser;
let page: Page;
let address: string;
let faults: string[];

beforeAll(async () => {
  address = await brelm.start();
  browser = await launch();
  const context = await browser.newContext({ viewport: { width: 1024, height: 700 } });
  page = await context.newPage();
  faults = watch(page);
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
});

const id = () => /design\/([^/]+)/.exec(page.url())![1];
const stored = async () =>
  (await (await fetch(`${address}/api/designs/${id()}`)).json()) as {
    document: DesignDocument;
    revision: number;
  };

const stack = () => page.locator('aside[aria-label="Stack"] li button[aria-expanded]');
const side = (name: string) => page.getByRole('group', { name: 'Side' }).getByRole('button', { name });

/** Adds a side by its dialog. */
async function add(name: string, search: string, product: RegExp, from?: string): Promise<void> {
  await page.getByRole('button', { name: 'Sides', exact: true }).click();
  await page.getByRole('button', { name: 'Add a side…' }).click();
  if (search) {
    await page.getByLabel('Find a product').fill(search);
    await page.getByRole('radio', { name: product }).click();
  }
  await page.getByLabel('Name', { exact: true }).fill(name);
  if (from) await page.getByLabel('Begin with').selectOption({ label: from });
  await page.getByRole('button', { name: 'Add it' }).click();
  await side(name).waitFor();
}

describe('a design of several sides', () => {
  it('gets a second side from its own product’s, begun with the artwork of the first', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Count Owls Not Sheep' }).click();
    await page.getByTestId('board').waitFor();
    expect(await stack().count()).toBe(5);
    await add('Nape', '', /./, 'the artwork of Front');
    await saved(page);
    expect(await side('Nape').getAttribute('aria-pressed')).toBe('true');
    expect(await stack().count()).toBe(5);
    const { document } = await stored();
    expect(document.sides.map((s) => [s.name, s.parts.length])).toEqual([
      ['', 5],
      ['Nape', 5],
    ]);
    const ids = document.sides.flatMap((s) => s.parts.map((p) => p.id));
    expect(new Set(ids).size).toBe(10);
    expect(await serious(page)).toEqual([]);
  });

  it('is worked on one side at a time, by keys too; opening a side saves nothing', async () => {
    const { revision } = await stored();
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Delete');
    await rowsAre(0);
    await saved(page);
    const after = await stored();
    expect(after.document.sides.map((s) => s.parts.length)).toEqual([5, 0]);
    expect(after.revision).toBeGreaterThan(revision);
    await page.keyboard.press('s');
    await rowsAre(5);
    expect(await side('Front').getAttribute('aria-pressed')).toBe('true');
    await page.keyboard.press('Shift+S');
    await rowsAre(0);
    // Undo goes to the side where the change was made.
    await side('Front').click();
    await page.keyboard.press('Control+z');
    await rowsAre(5);
    expect(await side('Nape').getAttribute('aria-pressed')).toBe('true');
    await page.keyboard.press('Control+y');
    await rowsAre(0);
    await saved(page);
    const before = (await stored()).revision;
    await page.keyboard.press('s');
    await page.keyboard.press('s');
    await page.reload();
    await page.getByTestId('board').waitFor();
    await side('Front').waitFor();
    expect((await stored()).revision).toBe(before);
  });

  it('shares inks, and makes a file for the sides of each product', async () => {
    await add('Cover', 'notebook front', /notebook cover, front cover/i, 'the artwork of Front');
    await saved(page);
    await page.keyboard.press('5');
    await page.getByTestId('placement-board').waitFor();
    await page.keyboard.press('a');
    await page.getByLabel('Search products').fill('notebook');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Space');
    await page.getByRole('button', { name: 'Add and place it' }).press('Enter');
    const artwork = page.getByLabel('Artwork of the side');
    await artwork.waitFor();
    expect(await artwork.locator('option:checked').textContent()).toBe('Cover');
    await artwork.selectOption({ label: 'Front' });
    await saved(page);
    const { document } = await stored();
    const placed = document.placements.find((p) => /notebook/.test(p.spec) && p.artwork !== undefined)!;
    expect(placed.artwork).toBe('front');
    expect(await serious(page)).toEqual([]);
  });

  it('loses a side with its artwork, and gets it back by the notice', async () => {
    await page.keyboard.press('1');
    await page.getByTestId('board').waitFor();
    await page.getByRole('button', { name: 'Sides', exact: true }).click();
    await page.getByRole('button', { name: 'Remove the side Cover' }).click();
    await page.keyboard.press('Escape');
    await saved(page);
    expect((await stored()).document.sides.map((s) => s.name)).toEqual(['', 'Nape']);
    await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
    await side('Cover').waitFor();
    await saved(page);
    expect((await stored()).document.sides.map((s) => s.name)).toEqual(['', 'Nape', 'Cover']);
    await page.getByRole('button', { name: 'Sides', exact: true }).click();
    const name = page.getByLabel('Name of the side Nape');
    await name.fill('Back of the neck');
    await name.press('Enter');
    await side('Back of the neck').waitFor();
    expect(faults).toEqual([]);
  });

  it('marks the stops of the sides that are not open, beside them and at the making of files', async () => {
    const { document } = await stored();
    const garments = (await (await fetch(`${address}/api/garments`)).json()) as {
      id: string;
      value: string;
    }[];
    const back = document.sides[1];
    const words = document.sides[0].parts.find((p) => p.kind === 'lettering')!;
    const lost = {
      ...document,
      name: 'Lost on the back',
      inks: [
        ...document.inks,
        { id: 'lost', name: 'Lost', value: garments.find((g) => g.id === document.backdrop)!.value },
      ],
      sides: [
        document.sides[0],
        {
          ...back,
          name: 'Lost side',
          bundles: [],
          parts: [
            {
              ...words,
              ...{ id: 'lost-words', bundle: null },
              lines: words.lines.map((l) => ({ ...l, ink: 'lost' })),
            },
          ],
        },
      ],
    };
    const made = (await (
      await fetch(`${address}/api/designs`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ document: lost }),
      })
    ).json()) as { id: string };
    expect(made.id).toBeDefined();
    await page.goto(`${address}/design/${made.id}`);
    await page.getByRole('button', { name: /^Lost side ?, \d+ stops?$/ }).waitFor();
    await page.getByRole('button', { name: /^Make files.*\d+$/ }).waitFor();
    expect(await serious(page)).toEqual([]);
    await side('Lost side').click();
    // Open, it tells of its stops itself.
    await page.getByRole('button', { name: 'Lost side', exact: true }).waitFor();
    await page
      .getByRole('region', { name: 'Findings' })
      .getByText(/vanishes|contrast/)
      .first()
      .waitFor();
    expect(faults).toEqual([]);
  });
});

/** Waits until the stack has so many rows. */
async function rowsAre(count: number): Promise<void> {
  await page.waitForFunction(
    (n) => document.querySelectorAll('aside[aria-label="Stack"] li button[aria-expanded]').length === n,
    count,
  );
}

import { readFileSync } from 'node:fs';
import type { Browser, Page } from 'playwright-core';
import { unzipSync } from 'fflate';
import { Brelm, launch, saved, serious, watch } from './brelm';

const brelm = new Brelm();
let browser: Browser;
let page: Page;
let address: string;
let faults: string[];

beforeAll(async () => {
  address = await brelm.start();
  browser = await launch();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  page = await context.newPage();
  faults = watch(page);
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
});

const value = async (label: string) => Number(await page.getByLabel(label, { exact: true }).inputValue());
const type = async (label: string, text: string) => {
  await page.getByLabel(label, { exact: true }).fill(text);
  await page.getByLabel(label, { exact: true }).press('Enter');
};
const side = (name: RegExp) =>
  page.locator('aside[aria-label="Products"] button[aria-current]').filter({ hasText: name });

describe('placement', () => {
  it('shows every product that the design is made for, and says whether it sits right and reads there', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Bog Standard' }).click();
    await page.getByTestId('board').waitFor();
    await page.keyboard.press('5');
    await page.getByTestId('placement-board').waitFor();
    await side(/Kiss-cut sticker, 4 in/).click();
    await page.getByText('It sits right, and reads there.').waitFor();
    // Smaller, its thin places are thinner: what its file shows counts as well.
    await side(/Kiss-cut sticker, 3 in/).click();
    await page
      .getByRole('list', { name: 'On its files' })
      .getByText(/smallest lettering|thin as/)
      .first()
      .waitFor();
    expect(await serious(page)).toEqual([]);
  });

  it('adds products by the keyboard, and places them by their ink', async () => {
    await page.keyboard.press('a');
    await page.getByLabel('Search products').fill('mug 15');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Space');
    await page.getByRole('button', { name: 'Add and place it' }).press('Enter');
    await page.getByRole('heading', { name: 'Mudlark Goods, Mug, 15 oz' }).waitFor();
    await page.getByText(/^It spans \d+° of the curve. Narrowed to [\d.]+ %/).waitFor();
    expect(await value('Height, in')).toBeCloseTo(3.6, 1);
    await page.getByLabel('narrow it for the curve').uncheck();
    await page.getByText(/Not narrowed/).waitFor();
    await page.keyboard.press('Control+z');
    await page.getByText(/Narrowed to/).waitFor();
  });

  it('is typed, dragged, moved by keys, and undone; what goes wrong is said', async () => {
    await type('Right of centre, in', '2.5');
    expect(await value('Right of centre, in')).toBeCloseTo(2.5, 2);
    const board = page.getByTestId('placement-board');
    const { perInch } = JSON.parse((await board.getAttribute('data-view'))!) as { perInch: number };
    const box = (await board.locator('rect.cursor-move').boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 1; i <= 6; i++) await page.mouse.move(x - (perInch * i) / 6, y);
    await page.mouse.up();
    expect(await value('Right of centre, in')).toBeCloseTo(1.5, 1);
    await board.focus();
    await page.keyboard.press('Shift+ArrowRight');
    expect(await value('Right of centre, in')).toBeCloseTo(2, 1);
    await type('Right of centre, in', '5');
    await page
      .getByTestId('placement-notes')
      .getByText(/is cut off at the edge/)
      .waitFor();
    await page.getByRole('button', { name: 'Place for me' }).click();
    await page.getByText(/^Placed: .*clear of: left of the handle, right of the handle/).waitFor();
    expect(Math.abs(await value('Right of centre, in'))).toBeLessThan(0.1);
  });

  it('mirrors with a visible mark, copies to other products, and keeps it all', async () => {
    await page.getByLabel('mirror for transfer paper').check();
    await page.getByTestId('placement-board').getByText('mirrored for transfer').waitFor();
    await page.getByLabel('mirror for transfer paper').uncheck();
    await side(/Round ornament, front/).click();
    await type('Turn, °', '12');
    await page.getByRole('button', { name: 'Copy to…' }).click();
    await page.getByRole('button', { name: 'Copy to 1' }).click();
    await side(/Round ornament, back/).click();
    expect(await value('Turn, °')).toBe(12);
    await saved(page);
    await page.reload();
    await page.getByTestId('placement-board').waitFor();
    await side(/Round ornament, back/).click();
    expect(await value('Turn, °')).toBe(12);
  });
});

describe('what will be made, and the run that makes it', () => {
  it('is a table with proof and size, of which stops are taken out, and it becomes a pack', async () => {
    await page.getByRole('button', { name: /^Make files/ }).click();
    await page.getByText('Saving first').waitFor({ state: 'detached' });
    const table = page.getByRole('table', { name: 'What will be made' });
    await table.locator('tbody tr').first().waitFor();
    const rows = await table.locator('tbody tr').count();
    // Beside each of the two stickers what a blade follows in it, which is not asked for yet.
    expect(rows).toBe(9);
    expect(await table.getByRole('checkbox', { name: /the cut alone$/, checked: false }).count()).toBe(2);
    expect(await serious(page)).toEqual([]);
    await page.getByText('Names and size of the files').click();
    await page.getByLabel('Pattern of the files’ names').fill('{nothing}');
    await page.getByText('there is no {nothing}').waitFor();
    expect(await page.getByRole('button', { name: /^Make \d+ file/ }).isDisabled()).toBe(true);
    await page.getByLabel('Pattern of the files’ names').fill('{design}_{side}_{w}');
    // Only the two smallest, so that the test is not a test of patience.
    await page.getByLabel('Make all').uncheck();
    await table.getByLabel(/^Make Round ornament, front/).check();
    await table.getByLabel(/^Make Magnet, 3 in round/).check();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Make 2 files' }).click();
    await page.getByTestId('run-words').getByText('2 files made and checked').waitFor();
    const pack = await download;
    expect(pack.suggestedFilename()).toBe('bog-standard-pack.zip');
    expect(Object.keys(unzipSync(readFileSync(await pack.path()))).sort()).toEqual([
      'manifest.json',
      'manifest.pdf',
      'mudlark-goods/round-ornament/bog-standard_front_930.png',
      'rights.csv',
      'stickerwharf/magnet-3-in-round/bog-standard_975.png',
    ]);
    await page.getByRole('button', { name: 'Close' }).click();
  });

  it('is listed under Runs, with its files, and can be removed', async () => {
    await page.getByRole('link', { name: 'Runs' }).click();
    const run = page.getByTestId('run');
    await run.getByText('2 files made and checked').waitFor();
    await page.getByRole('button', { name: 'Show the files of Bog Standard' }).click();
    await run.getByRole('link', { name: 'Download bog-standard_975.png' }).waitFor();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: 'Remove Bog Standard' }).click();
    await page.getByText('Nothing was made yet').waitFor();
  });

  it('may be a pack for each product', async () => {
    await page.getByRole('link', { name: 'Shelf' }).click();
    await page.getByRole('link', { name: 'Bog Standard' }).click();
    await page.getByTestId('board').waitFor();
    await page.getByRole('button', { name: /^Make files/ }).click();
    const table = page.getByRole('table', { name: 'What will be made' });
    await page.getByLabel('Make all').uncheck();
    for (const name of [
      /^Make Round ornament, front/,
      /^Make Round ornament, back/,
      /^Make Magnet, 3 in round/,
    ])
      await table.getByLabel(name).check();
    await page.getByLabel('Packs').selectOption('each');
    await page.getByRole('button', { name: 'Make 3 files' }).click();
    await page.getByRole('heading', { name: 'Bog Standard, Round ornament' }).waitFor();
    await page
      .getByRole('link', { name: /^Pack, / })
      .nth(1)
      .waitFor();
    for (const name of ['Round ornament', 'Magnet, 3 in round'])
      await page.getByRole('button', { name: `Remove Bog Standard, ${name}` }).click();
    await page.getByText('Nothing was made yet').waitFor();
  });

  it('goes on after the server is killed in the middle', async () => {
    const { designs } = (await (await fetch(`${address}/api/designs`)).json()) as {
      designs: { id: string; name: string }[];
    };
    const plan = (await (
      await fetch(`${address}/api/plan`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ designs: [designs.find((d) => d.name === 'Bog Standard')!.id] }),
      })
    ).json()) as { designId: string; spec: string; side: string; colourway: { id: string } }[];
    const files = plan.map((r) => ({
      designId: r.designId,
      spec: r.spec,
      side: r.side,
      colourway: r.colourway.id,
      acceptStops: true,
    }));
    const started = (await (
      await fetch(`${address}/api/runs`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ files, pack: true }),
      })
    ).json()) as { id: string };
    await page.getByTestId('run').waitFor();
    await page.waitForFunction(() =>
      /^[1-9]\d* of/.test(document.querySelector('[data-testid="run-words"]')?.textContent ?? ''),
    );
    await brelm.end('SIGKILL');
    await brelm.start();
    // The page finds the server again by itself.
    await page.getByText(`${files.length} files made and checked`).waitFor();
    const run = (await (await fetch(`${address}/api/runs/${started.id}`)).json()) as {
      files: { attempts: number }[];
      packBytes: number;
    };
    expect(Math.max(...run.files.map((f) => f.attempts))).toBeLessThanOrEqual(2);
    expect(run.packBytes).toBeGreaterThan(1000);
  });
});

describe('the spec book', () => {
  it('draws a product to scale, and says which designs are made for it', async () => {
    await page.getByRole('link', { name: 'Spec book' }).click();
    await page.getByRole('link', { name: /^Magnet, 3 in round/ }).click();
    await page
      .getByRole('img', { name: /Magnet, 3 in round, Front: 3.25 × 3.25 in, drawn to scale/ })
      .waitFor();
    await page.getByRole('link', { name: 'Bog Standard' }).waitFor();
    expect(await serious(page)).toEqual([]);
  });

  it('is edited beside the drawing: faults by field, a new state, and the designs that no longer fit', async () => {
    await page.getByLabel('Width, in').fill('-1');
    await page.getByText('must be from 0.1 to 200 in').waitFor();
    expect(await page.getByRole('button', { name: 'Save' }).isDisabled()).toBe(true);
    await page.getByLabel('Width, in').fill('3.5');
    await page.getByRole('button', { name: 'Save' }).click();
    await page.getByText('Magnet, 3 in round is saved.').waitFor();
    // Of the design, and of the files that were made of it.
    await page.getByText('975 × 975 px became 1050 × 975 px').nth(1).waitFor();
    await page.getByText('Files that were made for another state of it').waitFor();
    await page.getByRole('button', { name: 'Earlier states' }).click();
    await page.getByRole('button', { name: 'Take it again' }).click();
    await page.getByRole('button', { name: 'Save' }).click();
    await page.getByText('state 3').waitFor();
    expect(await value('Width, in')).toBe(3.25);
  });

  it('keeps changes that are not saved: over other places, a reload, and a change made elsewhere', async () => {
    await page.getByLabel('Width, in').fill('3.4');
    await page.getByRole('link', { name: 'Shelf', exact: true }).click();
    await page.getByRole('heading', { name: 'Shelf' }).waitFor();
    await page.reload();
    await page.getByRole('link', { name: 'Spec book' }).click();
    await page.getByRole('link', { name: /^Magnet, 3 in round unsaved/ }).click();
    await page.getByRole('heading', { name: 'Magnet, 3 in round' }).waitFor();
    expect(await value('Width, in')).toBe(3.4);

    const book = (await (await fetch(`${address}/api/spec-book`)).json()) as {
      revision: number;
      document: { id: string; product: string; leastDpi: number };
    }[];
    const { revision, document } = book.find((s) => s.document.product === 'Magnet, 3 in round')!;
    const changed = { document: { ...document, leastDpi: document.leastDpi + 10 }, revision };
    await fetch(`${address}/api/spec-book/spec?id=${encodeURIComponent(document.id)}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json', Origin: address },
      body: JSON.stringify(changed),
    });
    await page.reload();
    await page.getByRole('alert').getByText('It was changed elsewhere').waitFor();
    await page.getByRole('alert').getByText(`pictures of ${changed.document.leastDpi} dpi`).waitFor();
    await page.getByRole('button', { name: 'Discard' }).click();
    expect(await value('Width, in')).toBe(3.25);
    await page.getByRole('link', { name: /unsaved/ }).waitFor({ state: 'detached' });
  });

  it('brings in a marketplace of a file, and says what is wrong with one by line', async () => {
    const good = readFileSync('demo/specs/stickerwharf.yaml', 'utf8')
      .replaceAll('Stickerwharf', 'Lantern Lane')
      .replaceAll('stickerwharf/', 'lantern-lane/');
    const give = (text: string) =>
      page
        .getByTestId('spec-file')
        .setInputFiles({ name: 'market.yaml', mimeType: 'application/yaml', buffer: Buffer.from(text) });
    await give(good.replace('widthIn: 3', 'widthIn: wide'));
    await page.getByText(/^line \d+, specs\[0\]\.sides\[0\]\.widthIn: "wide" is no length/).waitFor();
    await page.getByRole('button', { name: 'Close' }).click();
    await give(good);
    await page.getByRole('button', { name: 'Bring in 7' }).click();
    await page.getByRole('heading', { name: 'Lantern Lane' }).waitFor();
    await page.getByRole('button', { name: 'New' }).click();
    await page.getByRole('heading', { name: 'New product' }).waitFor();
    expect(faults).toEqual([]);
  });
});

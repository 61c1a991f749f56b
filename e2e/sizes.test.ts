import type { CDPSession, Page } from 'playwright-core';
import { Brelm, checked, launch, saved, serious, watch } from './brelm';
import { unreachable } from './reach';

const brelm = new Brelm();
let browser: Awaited<ReturnType<typeof launch>>;
let address: string;

beforeAll(async () => {
  address = await brelm.start();
  browser = await launch();
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
});

/** Every place, with something that is there once it is read. */
const PLACES: [place: string, there: string | RegExp][] = [
  ['', 'Bog Standard'],
  ['almanac', 'Winter solstice'],
  ['almanac/ideas', 'Leave the lamp on'],
  ['almanac/phrases', 'What phrases are wanted'],
  ['series', 'New series'],
  ['sheets', 'New sheet'],
  ['materials', 'SIL Open Font Licence 1.1'],
  ['specs', /compared \d/],
  ['runs', /Runs/],
  ['samples', /Samples/],
  ['numbers', /Numbers/],
];
/** Every stage of a design, with something that is there once it is drawn. */
const STAGES: [stage: string, there: string | RegExp][] = [
  ['', 'Print size'],
  ['/garments', 'Propose a colourway'],
  ['/cut', 'Cut it out'],
  ['/mockups', /in wide on a chest/],
  ['/placement', 'Place for me'],
  ['/listings', 'Rights'],
];

const tooWide = (page: Page): Promise<number> =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

/** Looks at a screen, and at each pane of it where they are shown one at a time. */
async function look(page: Page, name: string): Promise<string[]> {
  const found: string[] = [];
  const panes = page.getByRole('group', { name: 'Shown' }).getByRole('button');
  for (let i = 0; i < Math.max(1, await panes.count()); i++) {
    if (await panes.count()) await panes.nth(i).click();
    found.push(...(await unreachable(page)).map((what) => `${name} (${i}): ${what}`));
  }
  const wide = await tooWide(page);
  return wide > 0 ? [...found, `${name} is ${wide} px wider than the window`] : found;
}

async function lookEverywhere(width: number, height: number): Promise<string[]> {
  const page = await (await browser.newContext({ viewport: { width, height } })).newPage();
  const faults = watch(page);
  const found: string[] = [];
  for (const [place, there] of PLACES) {
    await page.goto(`${address}/${place}`);
    await page.getByText(there).or(page.getByLabel(there)).first().waitFor({ state: 'attached' });
    found.push(...(await look(page, place || 'shelf')));
  }
  await page.goto(address);
  await page.getByRole('link', { name: 'Count Owls Not Sheep', exact: true }).click();
  await page.waitForURL(/\/design\//);
  const design = page.url();
  for (const [stage, there] of STAGES) {
    await page.goto(design + stage);
    await page.getByText(there).or(page.getByLabel(there)).first().waitFor({ state: 'attached' });
    found.push(...(await look(page, stage || 'artwork')));
  }
  expect(await serious(page)).toEqual([]);
  expect(faults).toEqual([]);
  await page.context().close();
  return found;
}

describe('every control of every screen can be clicked, and nothing is wider than the window', () => {
  it.each([
    ['1280 × 800 at 200 %', 640, 400],
    ['the least window', 1024, 700],
    ['a large one', 2560, 1440],
  ])('%s', async (_name, width, height) => {
    expect(await lookEverywhere(width, height)).toEqual([]);
  });
});

describe('a telephone', () => {
  it('looks at proofs and mockups', async () => {
    const context = await browser.newContext({ viewport: { width: 390, height: 800 }, hasTouch: true });
    const page = await context.newPage();
    await page.goto(address);
    const design = page.getByRole('link', { name: 'Count Owls Not Sheep', exact: true });
    // Its name is told, and not only its picture.
    expect((await design.boundingBox())!.width).toBeGreaterThan(80);
    await design.tap();
    await page.getByRole('button', { name: 'Proof', exact: true }).tap();
    await checked(page);
    await page.getByTestId('garment-midnight').tap();
    await page.getByRole('button', { name: /^Midnight/, pressed: true }).waitFor();
    expect(await unreachable(page)).toEqual([]);
    await page.getByRole('link', { name: 'Mockups' }).tap();
    await page.getByText(/in wide on a chest/).waitFor();
    await page.getByRole('img', { name: /^Count Owls Not Sheep on/ }).waitFor();
    expect(await tooWide(page)).toBeLessThanOrEqual(0);
    // Another place is reached by the menu.
    await page.getByRole('button', { name: 'Places' }).tap();
    await page.getByRole('menuitem', { name: 'Runs' }).tap();
    await page.waitForURL(/\/runs$/);
    await context.close();
  });
});

describe('a tablet', () => {
  let page: Page;
  let touch: CDPSession;
  const faults: string[] = [];

  beforeAll(async () => {
    const context = await browser.newContext({ viewport: { width: 1180, height: 820 }, hasTouch: true });
    page = await context.newPage();
    page.on('pageerror', (error) => faults.push(error.message));
    touch = await context.newCDPSession(page);
    await page.goto(address);
    await page.getByRole('link', { name: 'Count Owls Not Sheep', exact: true }).tap();
    await checked(page);
  });

  const view = async () =>
    JSON.parse((await page.getByTestId('board').getAttribute('data-view'))!) as {
      scale: number;
      x: number;
      y: number;
    };
  const fingers = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...at: [number, number][]) =>
    touch.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: at.map(([x, y], id) => ({ x, y, id })),
    });
  const undo = () =>
    page.getByRole('button', { name: /^(Undo: |Nothing to undo)/ }).getAttribute('aria-label');

  it('zooms and moves the board by two fingers, and changes nothing of the design by it', async () => {
    const box = (await page.getByTestId('board').boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const before = await view();
    // On a part, where one finger would drag it.
    await fingers('touchStart', [x - 30, y]);
    await fingers('touchStart', [x - 30, y], [x + 30, y]);
    await fingers('touchMove', [x - 60, y], [x + 60, y]);
    await fingers('touchMove', [x - 60, y + 40], [x + 60, y + 40]);
    await fingers('touchEnd', [x - 60, y + 40]);
    await fingers('touchMove', [x - 90, y + 90]);
    await fingers('touchEnd');
    const after = await view();
    expect(after.scale / before.scale).toBeCloseTo(2, 3);
    // What lay between the fingers still does.
    const under = (v: typeof before, at: [number, number]) => [
      (at[0] - v.x) / v.scale,
      (at[1] - v.y) / v.scale,
    ];
    const [was, is] = [under(before, [x - box.x, y - box.y]), under(after, [x - box.x, y + 40 - box.y])];
    expect(is[0]).toBeCloseTo(was[0], 1);
    expect(is[1]).toBeCloseTo(was[1], 1);
    expect(await undo()).toBe('Nothing to undo');
    await page.getByRole('button', { name: 'Fit the board' }).tap();
  });

  it('moves a part by one finger', async () => {
    const box = (await page.getByTestId('board').boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await fingers('touchStart', [x, y]);
    for (const by of [5, 10, 20, 30]) await fingers('touchMove', [x, y + by]);
    await fingers('touchEnd');
    await page.getByRole('button', { name: 'Undo: Move' }).tap();
    await page.getByRole('button', { name: 'Nothing to undo' }).waitFor();
  });

  it('draws with a pen that is pressed, and gives up what a second finger interrupts', async () => {
    await page.getByTestId('board').click({ position: { x: 30, y: 30 } });
    await page.keyboard.press('d');
    const layer = page.getByTestId('draw-layer');
    const box = (await layer.boundingBox())!;
    const [x, y] = [box.x + 60, box.y + box.height / 2];
    const pen = (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', dx: number, force: number) =>
      touch.send('Input.dispatchMouseEvent', {
        ...{ type, x: x + dx, y, force, pointerType: 'pen', button: 'left', clickCount: 1 },
        buttons: type === 'mouseReleased' ? 0 : 1,
      });
    await fingers('touchStart', [x, y]);
    await fingers('touchMove', [x + 20, y]);
    await fingers('touchStart', [x + 20, y], [x + 90, y]);
    await fingers('touchEnd');
    expect(await undo()).toBe('Nothing to undo');
    await page.getByRole('combobox', { name: 'Pen', exact: true }).selectOption({ label: 'by pressure' });
    await pen('mousePressed', 0, 0.2);
    for (let i = 1; i <= 20; i++) await pen('mouseMoved', i * 8, 0.2 + 0.04 * i);
    await pen('mouseReleased', 160, 0);
    await page.getByRole('button', { name: 'Undo: Draw a line' }).waitFor();
    await saved(page);
    const [, id] = /design\/([^/]+)/.exec(page.url())!;
    const { document } = (await (await fetch(`${address}/api/designs/${id}`)).json()) as {
      document: { sides: { parts: { kind: string; nodes?: { pressure: number }[] }[] }[] };
    };
    const nodes = document.sides[0].parts.find((p) => p.kind === 'line')!.nodes!;
    // It was pressed harder and harder.
    expect(nodes[0].pressure).toBeLessThan(0.4);
    expect(nodes.at(-1)!.pressure).toBeGreaterThan(0.8);
    expect(faults).toEqual([]);
  });
});

import type { Browser, Page } from 'playwright-core';
import { Brelm, drag, launch, onScreen, saved, serious, watch, numberIs } from './brelm';

const brelm = new Brelm();
let browser: Browser;
let page: Page;
let faults: string[];

beforeAll(async () => {
  const address = await brelm.start();
  browser = await launch();
  page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  faults = watch(page);
  await page.goto(address);
  await page.getByRole('link', { name: 'Moth Ledger Society', exact: true }).click();
  await page.getByTestId('board').waitFor();
  await page.locator('aside[aria-label="Stack"] li').first().waitFor();
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
});

const field = (label: string) => page.getByLabel(label, { exact: true });
const value = async (label: string) => Number(await field(label).inputValue());
const fill = async (label: string, text: string) => {
  await field(label).fill(text);
  await field(label).press('Enter');
};
const rows = () => page.locator('aside[aria-label="Stack"] li > div > button[aria-expanded]');
const nothing = async () => {
  await page.getByTestId('board').click({ position: { x: 30, y: 30 } });
  await field('Left').waitFor({ state: 'detached' });
};
const undone = (label: string) => page.getByRole('button', { name: `Undo: ${label}`, exact: true }).waitFor();

describe('fields', () => {
  it('take each value for a step that is undone by itself, in the field too; Escape leaves no change', async () => {
    await rows().nth(1).click();
    const before = await value('Left');
    const shows = (left: number) =>
      page.waitForFunction(
        (n) =>
          [...document.querySelectorAll('input')].some(
            (i) => i.labels?.[0]?.textContent === 'Left' && Number(i.value) === n,
          ),
        left,
      );
    await fill('Left', '700');
    await fill('Left', '800');
    await shows(800);
    await page.keyboard.press('Control+z');
    await shows(700);
    await page.keyboard.press('Control+z');
    await shows(before);
    await page.keyboard.press('Control+y');
    await shows(700);
    await page.keyboard.press('Control+z');
    await field('Left').fill('123');
    await field('Left').press('Escape');
    await shows(before);
    const title = page.getByLabel('Name of the design');
    const name = await title.inputValue();
    await title.fill('Not this');
    await title.press('Escape');
    expect(await title.inputValue()).toBe(name);
    await nothing();
  });
});

describe('lengths', () => {
  it('are shown in the rulers’ unit, and take others and sums; nonsense is explained', async () => {
    await rows().nth(0).click();
    const left = await value('Left');
    await page.getByRole('button', { name: /^Guides, grid and margin/ }).click();
    await page.getByLabel('Rulers in').selectOption('mm');
    await page.keyboard.press('Escape');
    await field('Left mm').waitFor();
    await numberIs(field('Left mm'), (left / 300) * 25.4, 0.05);
    await fill('Left mm', '3in/2');
    await numberIs(field('Left mm'), 38.1, 0.005);
    await fill('Left mm', '20 + 1cm');
    await numberIs(field('Left mm'), 30, 0.005);
    await fill('Left mm', 'far');
    await page.getByText('no length: 3in, 40mm or 2250/2').waitFor();
    await field('Left mm').press('Escape');
    for (let k = 0; k < 3; k++) await page.keyboard.press('Control+z');
    await field('Left').waitFor();
    await numberIs(field('Left'), left, 0);
    await nothing();
  });
});

describe('bundles', () => {
  it('are chosen and moved as one, with the mouse and by keys', async () => {
    const names = await rows().allInnerTexts();
    await rows().nth(0).click();
    await rows()
      .nth(1)
      .click({ modifiers: ['Shift'] });
    await page.keyboard.press('b');
    await field('Name of the bundle').fill('Words below');
    await page.keyboard.press('Enter');
    await undone('Rename a bundle');
    await nothing();
    await page.getByRole('button', { name: /^Words below/ }).click();
    await page.keyboard.press('Shift+ArrowDown');
    await undone('Nudge');
    await nothing();
    await page.getByRole('button', { name: /^Words below/ }).click();
    await page.keyboard.press('Shift+B');
    await undone('Unbundle');
    expect(await rows().allInnerTexts()).toEqual(names);
  });

  it('are one row that opens, lie in one another, and are moved in depth and copied as one', async () => {
    await nothing();
    const depths = () =>
      page
        .getByRole('button', { name: /^Change the depth of/ })
        .evaluateAll((all) =>
          all.map((b) => b.getAttribute('aria-label')!.replace('Change the depth of ', '')),
        );
    const [first, second, third, ...rest] = await depths();
    const row = (name: string) => page.getByRole('button', { name, exact: true });
    await row(first).click();
    await row(second).click({ modifiers: ['Shift'] });
    await page.keyboard.press('b');
    await field('Name of the bundle').fill('Inner');
    await page.keyboard.press('Enter');
    expect(await depths()).toEqual(['Inner', third, ...rest]);
    await row(third).click({ modifiers: ['Shift'] });
    await page.getByRole('button', { name: 'Bundle 2 things' }).click();
    expect(await depths()).toEqual(['Bundle', ...rest]);
    await row('Unfold Bundle').click();
    await row('Unfold Inner').click();
    const whole = ['Bundle', 'Inner', first, second, third];
    expect(await depths()).toEqual([...whole, ...rest]);
    await page.keyboard.press('Shift+PageDown');
    expect(await depths()).toEqual([...rest, ...whole]);
    await page.keyboard.press('Control+z');
    expect(await depths()).toEqual([...whole, ...rest]);
    await page.keyboard.press('Control+d');
    expect(await depths()).toEqual(['Bundle', ...whole, ...rest]);
    await page.keyboard.press('Control+z');
    await row('Fold Bundle').click();
    await row('Change the depth of Bundle').press('Space');
    await page.getByText(/^Bundle (is lifted|would take)/).waitFor({ state: 'attached' });
    await row('Change the depth of Bundle').press('ArrowDown');
    await row('Change the depth of Bundle').press('Space');
    await page.waitForFunction(
      (name) =>
        document
          .querySelector('[aria-label^="Change the depth of"]')
          ?.getAttribute('aria-label')
          ?.endsWith(name),
      rest[0],
    );
    expect(await depths()).toEqual([rest[0], 'Bundle', ...rest.slice(1)]);
    for (let k = 0; k < 4; k++) await page.keyboard.press('Control+z');
    expect(await depths()).toEqual([first, second, third, ...rest]);
  });
});

describe('live copies', () => {
  it('go round in a ring, follow their original, and come apart into parts', async () => {
    await nothing();
    await page.keyboard.press('a');
    await page.getByRole('dialog').getByRole('button', { name: 'Star', exact: true }).click();
    const before = await rows().count();
    await page.getByLabel('Live copies').selectOption('ring');
    await fill('How many', '6');
    await fill('Ring radius', '900');
    await numberIs(field('How many'), 6, 0);
    await fill('How many', '1');
    await page.getByText('2 to 360').waitFor();
    await field('How many').press('Escape');
    await page.getByRole('button', { name: 'Break apart' }).click();
    expect(await rows().count()).toBe(before + 5);
    await page.getByRole('button', { name: 'Undo: Break copies apart' }).click();
    expect(await rows().count()).toBe(before);
    await rows().nth(0).click();
    await page.keyboard.press('Delete');
  });
});

describe('guides', () => {
  it('are pulled from a ruler, snapped to, and thrown back', async () => {
    await nothing();
    const box = (await page.getByTestId('board').boundingBox())!;
    const [x, y] = await onScreen(page, 1000, 2000);
    await page.mouse.move(box.x + 8, y);
    await page.mouse.down();
    await page.mouse.move(x - 40, y);
    await page.mouse.move(x, y);
    await page.mouse.up();
    await undone('Add a guide');
    await page.getByRole('button', { name: 'Guides, grid and margin' }).click();
    const at = await value('Vertical, from the left');
    expect(Math.abs(at - 1000)).toBeLessThan(8);
    await fill('Margin', '0.5in');
    await numberIs(field('Margin'), 150, 0);
    await page.getByLabel('Rulers in').selectOption('in');
    await numberIs(field('Margin in'), 0.5, 0);
    await page.keyboard.press('Escape');

    await page.keyboard.press('a');
    await page.getByRole('dialog').getByRole('button', { name: 'Rectangle', exact: true }).click();
    await fill('Width in', '300px');
    await fill('Left in', '5');
    const top = (await value('Top in')) * 300;
    await drag(page, [1650, top + 100], [at + 165, top + 700]);
    await numberIs(field('Left in'), at / 300, 0.005);
    await page.keyboard.press('Delete');
    const [gx, gy] = await onScreen(page, at, 300);
    await page.mouse.move(gx, gy);
    await page.mouse.down();
    await page.mouse.move(gx - 60, gy);
    await page.mouse.move(box.x + 6, gy);
    await page.mouse.up();
    await undone('Remove a guide');
    await page.getByRole('button', { name: 'Guides, grid and margin' }).click();
    await page.getByLabel('Rulers in').selectOption('px');
    await page.keyboard.press('Escape');
  });
});

describe('drawing by hand', () => {
  const draw = async (points: [number, number][]) => {
    const [x0, y0] = await onScreen(page, ...points[0]);
    await page.mouse.move(x0, y0);
    await page.mouse.down();
    for (const p of points) {
      const [x, y] = await onScreen(page, ...p);
      await page.mouse.move(x, y);
    }
    await page.mouse.up();
  };
  const wave = Array.from({ length: 40 }, (_, i): [number, number] => [
    600 + i * 70,
    3900 + 200 * Math.sin(i / 4),
  ]);

  it('makes a line of few points, that can be rubbed through and joined again', async () => {
    await nothing();
    const before = await rows().count();
    await page.keyboard.press('d');
    await page.getByRole('toolbar', { name: 'Drawing' }).waitFor();
    await draw(wave);
    await page.getByText(/^\d+ points/).waitFor();
    const points = Number(/^\d+/.exec(await page.getByText(/^\d+ points/).innerText())![0]);
    expect(points).toBeGreaterThan(3);
    expect(points).toBeLessThan(20);
    await page.getByRole('button', { name: 'Rub out' }).click();
    await draw([
      [1950, 3300],
      [1950, 3600],
      [1950, 3900],
      [1950, 4300],
    ]);
    await undone('Rub out');
    expect(await rows().count()).toBe(before + 2);
    await page.keyboard.press('Escape');
    await page.getByRole('toolbar', { name: 'Drawing' }).waitFor({ state: 'detached' });
    await rows().nth(0).click();
    await rows()
      .nth(1)
      .click({ modifiers: ['Shift'] });
    await page.getByRole('button', { name: 'Join ends' }).click();
    expect(await rows().count()).toBe(before + 1);
  });

  it('has points that move, by the mouse and by numbers, and becomes outlines', async () => {
    await page.getByRole('button', { name: 'edit points' }).click();
    const across = await value('Across');
    await fill('Across', String(across - 100));
    await undone('Move a point');
    await numberIs(field('Across'), across - 100, 0);
    await page.getByRole('button', { name: 'Remove the point' }).click();
    await undone('Remove a point');
    await page.getByRole('button', { name: 'done with points' }).click();
    await page.getByRole('button', { name: 'to outlines' }).click();
    await page.getByRole('button', { name: 'take apart' }).waitFor();
    await page.keyboard.press('Delete');
  });
});

describe('views', () => {
  it('show the selection, the print size once an inch is known, and the design from afar', async () => {
    await rows().nth(0).click();
    const scale = async () =>
      (JSON.parse((await page.getByTestId('board').getAttribute('data-view'))!) as { scale: number }).scale;
    const fitted = await scale();
    await page.keyboard.press('Shift+F');
    expect(await scale()).toBeGreaterThan(fitted);
    await page.getByRole('button', { name: 'Print size' }).click();
    await page.getByLabel('Size of the outline').fill('120');
    await page.getByRole('button', { name: 'It fits' }).click();
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    expect(await scale()).toBeCloseTo(120 / 300, 5);
    await page.getByRole('button', { name: 'See from 3 m' }).click();
    expect(await scale()).toBeCloseTo((120 / 300) * 0.2, 5);
    await page.getByRole('button', { name: 'See from 3 m' }).click();
    expect(await scale()).toBeCloseTo(fitted, 5);
    await page.getByRole('button', { name: 'Outlines only' }).click();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: 'Outlines only' }).click();
  });
});

describe('another product', () => {
  it('takes the artwork with it as it is told to, as one step', async () => {
    await nothing();
    await page.getByTitle(/change the product/).click();
    await page.getByRole('radio', { name: /kiss-cut sticker, 4 in/ }).click();
    await page.getByRole('radio', { name: /^Keep the size/ }).click();
    await page.getByText('Part of the artwork lies beyond this board').waitFor();
    await page.getByRole('radio', { name: /^Scale to fit/ }).click();
    await page.getByText('Part of the artwork lies beyond this board').waitFor({ state: 'detached' });
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: 'Use this board' }).click();
    await page.getByTitle(/2400 × 2400 px/).waitFor();
    await page.getByRole('button', { name: 'Undo: Change the product' }).click();
    await page.getByTitle(/4200 × 4800 px/).waitFor();
    await page.getByRole('button', { name: 'Fit the artwork to the safe area' }).click();
    await undone('Fit the artwork');
    await page.keyboard.press('Control+z');
  });
});

describe('versions', () => {
  it('are kept under a name, looked at beside, and brought back', async () => {
    const count = await rows().count();
    await page.getByRole('button', { name: 'Versions' }).click();
    await page.getByLabel('Keep the design as it is now under a name').fill('Whole');
    await page.keyboard.press('Enter');
    await page.getByText('Nothing differs').waitFor();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await rows().nth(0).click();
    await page.keyboard.press('Delete');
    expect(await rows().count()).toBe(count - 1);
    await saved(page);
    await page.reload();
    await page.getByRole('button', { name: 'Versions' }).click();
    await page.getByRole('button', { name: /^Whole/ }).click();
    await page.getByText(/is only there$/).waitFor();
    await page.getByRole('button', { name: 'Bring it back' }).click();
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    expect(await rows().count()).toBe(count);
    await undone('Back to “Whole”');
  });
});

describe('starters', () => {
  it('make a design with one’s own words, and a design can be kept as one', async () => {
    await page.goto(page.url().replace(/\/design\/.*/, '/'));
    await page.getByRole('button', { name: 'New design' }).click();
    await page.getByRole('radio', { name: /Stripes and figure/ }).click();
    await page.getByLabel('Line', { exact: true }).fill('MOTH HOURS, ALL OF THEM');
    await page.getByLabel('Name', { exact: true }).fill('Moth hours');
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: 'Make it' }).click();
    await rows().filter({ hasText: 'MOTH HOURS, ALL OF THEM' }).click();
    await numberIs(field('Width'), (v) => v <= 3701);
    await rows().filter({ hasText: 'Figure' }).click();
    const width = await value('Width');
    await page.getByRole('button', { name: 'another figure' }).click();
    await page.getByLabel('Find a figure').fill('butterfly');
    await page.getByRole('dialog').getByRole('listitem').getByRole('button').first().click();
    await undone('Another figure');
    await numberIs(field('Width'), (v) => v <= width + 1);
    await page.getByRole('button', { name: 'Versions' }).click();
    await page.getByLabel('Keep the design as it is now under a name').fill('Moth stripes');
    await page.getByRole('button', { name: 'Keep it as a starter' }).click();
    await page.getByText('“Moth stripes” is a starter now').waitFor();
    await page.keyboard.press('Escape');
    await page.goto(page.url().replace(/\/design\/.*/, '/'));
    await page.getByRole('button', { name: 'New design' }).click();
    await page.getByRole('radio', { name: /Moth stripes/ }).waitFor();
    await page.getByRole('button', { name: 'Remove starter Moth stripes' }).click();
    await page.getByRole('radio', { name: /Moth stripes/ }).waitFor({ state: 'detached' });
    await page.keyboard.press('Escape');
  });
});

describe('cropping', () => {
  it('cuts off what is typed or dragged, and brings it back', async () => {
    await page.goto(page.url().replace(/\/design\/.*/, '/'));
    await page.getByRole('link', { name: 'Count Owls Not Sheep', exact: true }).click();
    await rows().filter({ hasText: 'Harvest moon' }).click();
    const width = await value('Width');
    await page.getByRole('button', { name: 'Crop', exact: true }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByText(/px of .* stay/).waitFor();
    await fill('Off the left, px', '500');
    expect(await serious(page)).toEqual([]);
    await dialog.getByRole('button', { name: 'Crop', exact: true }).click();
    await dialog.waitFor({ state: 'detached' });
    await numberIs(field('Width'), (v) => v < width);
    await page.getByRole('button', { name: 'Change the crop' }).click();
    await dialog.getByRole('button', { name: 'All of it' }).click();
    await dialog.getByRole('button', { name: 'Crop', exact: true }).click();
    await dialog.waitFor({ state: 'detached' });
    await numberIs(field('Width'), width, 0.0005);
    expect(faults).toEqual([]);
  });
});

describe('a long stack', () => {
  it('is searched by name and by what is written; Enter chooses the first, and depth is changed in the whole alone', async () => {
    const address = new URL(page.url()).origin;
    type Document = {
      name: string;
      sides: { parts: { id: string; name: string; kind: string; lines?: { text: string }[] }[] }[];
    };
    const ask = async <T>(path: string, body?: unknown) =>
      (await (
        await fetch(`${address}/api/designs${path}`, {
          ...(body !== undefined && { method: 'POST', body: JSON.stringify(body) }),
          headers: { 'content-type': 'application/json' },
        })
      ).json()) as T;
    const { designs } = await ask<{ designs: { id: string; name: string }[] }>('');
    const moth = designs.find((d) => d.name.startsWith('Moth'))!;
    const { document } = await ask<{ document: Document }>(`/${moth.id}`);
    const ring = document.sides[0].parts.find((p) => p.kind === 'shape')!;
    const rings = Array.from({ length: 40 }, (_, i) => ({ ...ring, id: `ring-${i}`, name: `Ring ${i}` }));
    document.sides[0].parts.push(...rings);
    document.name = 'Forty rings';
    const { id } = await ask<{ id: string }>('', { document });
    await page.goto(`${address}/design/${id}`);
    await rows().nth(40).waitFor();

    const find = page.getByLabel('Find a part in the stack');
    await find.fill('12 ring');
    await rows().nth(1).waitFor({ state: 'detached' });
    expect(await rows().allInnerTexts()).toEqual(['Ring 12']);
    const depth = page.getByRole('button', { name: 'Change the depth of Ring 12' });
    expect(await depth.getAttribute('aria-disabled')).toBe('true');
    await find.press('Enter');
    await page.locator('button[aria-expanded="true"]', { hasText: 'Ring 12' }).waitFor();
    // By what is written on it, whatever it is called.
    const words = document.sides[0].parts.find((p) => p.kind === 'lettering')!.lines![0].text;
    await find.fill(words.toLowerCase());
    await rows().filter({ hasText: 'Ring' }).waitFor({ state: 'detached' });
    expect(await rows().count()).toBeGreaterThan(0);
    await find.fill('walrus');
    await page.getByText('No part is called that, or says that.').waitFor();
    await find.press('Escape');
    await rows().nth(40).waitFor();

    // With nothing chosen, keys say why they do nothing: once, however often they are pressed.
    await nothing();
    for (let times = 0; times < 3; times++) await page.keyboard.press('m');
    await page.getByText('Choose a part first, to mirror a copy').waitFor();
    await page.keyboard.press('b');
    await page.getByText('Choose two parts or more').waitFor();
    expect(await page.getByText(/^Choose /).count()).toBe(1);
    expect(await serious(page)).toEqual([]);
    expect(faults).toEqual([]);
  });
});

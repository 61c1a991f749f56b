import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import type { DesignDocument } from '@brelm/core/design';
import { Brelm, saved, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened());
});
afterAll(() => brelm.clean());

const idOf = async (name: string) => {
  const { designs } = (await (await fetch(`${address}/api/designs?count=200`)).json()) as {
    designs: { id: string; name: string }[];
  };
  return designs.find((d) => d.name === name)!.id;
};
const stored = async (id: string) =>
  ((await (await fetch(`${address}/api/designs/${id}`)).json()) as { document: DesignDocument }).document
    .sides[0].cutLine;
const document = async (id: string) =>
  ((await (await fetch(`${address}/api/designs/${id}`)).json()) as { document: DesignDocument }).document;
/** Changes a design from elsewhere. */
const put = async (id: string, change: Partial<DesignDocument>) => {
  const { revision, document: was } = (await (await fetch(`${address}/api/designs/${id}`)).json()) as {
    revision: number;
    document: DesignDocument;
  };
  const answer = await fetch(`${address}/api/designs/${id}`, {
    method: 'PUT',
    body: JSON.stringify({ revision, document: { ...was, ...change } }),
    headers: { 'content-type': 'application/json' },
  });
  expect(answer.status).toBe(200);
};
const figure = (name: string) =>
  page
    .locator('section[aria-label="Figures"] div', { has: page.getByText(name, { exact: true }) })
    .locator('dd');
/** The cut of the settings that are shown is there. */
const worked = async () => {
  await page.getByRole('status').filter({ hasText: 'working out' }).waitFor({ state: 'detached' });
  await figure('Pieces').waitFor();
};

describe('the cut line', () => {
  let id: string;

  it('is reached by its key, shows a sticker as it peels, and its figures', async () => {
    id = await idOf('Bog Standard');
    await page.goto(`${address}/design/${id}`);
    await page.locator('aside[aria-label="Stack"]').waitFor();
    await page.keyboard.press('3');
    await page.getByRole('group', { name: /Bog Standard as a sticker, 72 × 88 mm/ }).waitFor();
    expect(await figure('Pieces').innerText()).toBe('1');
    await page.getByText('It cuts and peels in one piece.').waitFor();
    await page.getByLabel('Lift it off').focus();
    await page.keyboard.press('End');
    expect(await page.getByLabel('Lift it off').inputValue()).toBe('100');
    await page.keyboard.press('Home');
    expect(await serious(page)).toEqual([]);
  });

  it('says what its product asks for, and a mend makes it so', async () => {
    await page.getByLabel('Border, mm').fill('1');
    await page.keyboard.press('Enter');
    const finding = page.getByText(/is \d(\.\d)? mm from the cut; the product asks for 2 mm/);
    await finding.waitFor();
    await page.getByRole('button', { name: 'Make the border 2 mm' }).click();
    await finding.waitFor({ state: 'detached' });
    expect(await page.getByLabel('Border, mm').inputValue()).toBe('2');
    await saved(page);
    expect((await stored(id))!.distance).toBe(2);
  });

  it('takes settings back by undo, also in its field, and refuses what is none in words', async () => {
    await page.getByRole('heading', { level: 1 }).click();
    await page.keyboard.press('Control+z');
    expect(await page.getByLabel('Border, mm').inputValue()).toBe('1');
    await page.keyboard.press('Control+z');
    expect(await page.getByLabel('Border, mm').inputValue()).toBe('2.4');
    await page.getByLabel('Least radius, mm').fill('400');
    await page.keyboard.press('Enter');
    await page.getByText('0 to 20 mm').waitFor();
    await page.keyboard.press('Escape');
    await worked();
  });

  it('gives the blade’s path out as DXF in mm', async () => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'DXF' }).click();
    const file = await download;
    expect(file.suggestedFilename()).toBe('bog-standard-kiss-cut.dxf');
    const text = readFileSync(await file.path(), 'latin1');
    expect(text).toContain('AC1009');
    expect(text.match(/POLYLINE/g)).toHaveLength(1);
  });

  it('holes are chosen, a backing and a rim added, all by keyboard', async () => {
    await page.getByRole('combobox', { name: 'Shape' }).selectOption('silhouette');
    await worked();
    await page.getByRole('combobox', { name: 'Holes' }).selectOption('chosen');
    await worked();
    const hole = page.getByRole('checkbox', { name: /^Hole 1/ });
    await hole.waitFor();
    expect(await hole.getAttribute('aria-checked')).toBe('false');
    await hole.focus();
    await page.keyboard.press('Enter');
    await page.getByRole('checkbox', { name: 'Hole 1: cut out' }).waitFor();
    expect(await figure('Holes').innerText()).toBe('1');
    expect(await serious(page)).toEqual([]);
    await page.getByRole('combobox', { name: 'Shape' }).selectOption('follow');
    await page.getByLabel('Cut it through, wider').check();
    await page.getByRole('combobox', { name: 'Tear strip' }).selectOption('right');
    await page.getByRole('button', { name: 'Rim around it' }).click();
    await worked();
    await saved(page);
    expect(await stored(id)).toMatchObject({
      ...{ shape: 'follow', backing: { margin: 4, tear: 'right' }, rims: [{ width: 1.5 }] },
      openHoles: [[expect.any(Number), expect.any(Number)]],
    });
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'DXF' }).click();
    const text = readFileSync(await (await download).path(), 'latin1');
    expect(new Set(text.match(/KISS_CUT|DIE_CUT/g))).toEqual(new Set(['KISS_CUT', 'DIE_CUT']));
  });

  it('its points are moved, added and taken away by keyboard, and let go of again', async () => {
    await page.getByRole('button', { name: 'Edit by hand' }).click();
    const first = page.getByRole('button', { name: /^Point 1 of/ });
    await first.focus();
    await page.keyboard.press('PageDown');
    await page.keyboard.press('Shift+ArrowUp');
    // What was moved keeps the focus, as the first of those put there by hand.
    const own = page.getByRole('button', { name: /^Point 1 of \d+, put there by hand/ });
    await own.waitFor();
    await worked();
    await page.keyboard.press('ArrowUp');
    await worked();
    await saved(page);
    expect((await stored(id))!.patches).toHaveLength(1);
    await page.keyboard.press('Insert');
    await worked();
    await saved(page);
    expect((await stored(id))!.patches).toHaveLength(2);
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: 'As it was worked out' }).click();
    await own.waitFor({ state: 'detached' });
    await worked();
    await saved(page);
    expect((await stored(id))!.patches).toEqual([]);
    await page.getByRole('button', { name: 'Edit by hand' }).click();
  });

  it('artwork that is small on its sticker is made to fill it', async () => {
    await page.getByRole('combobox', { name: 'Cut for' }).selectOption({ label: 'Kiss-cut sticker, 3 in' });
    await page.getByLabel('Cut it through, wider').uncheck();
    await worked();
    const sticker = () =>
      page.getByRole('group', { name: /Bog Standard as a sticker/ }).getAttribute('aria-label');
    const size = async () => Number(/(\d+) mm$/.exec((await sticker())!)![1]);
    const before = await size();
    const { placements } = await document(id);
    const at = placements!.find((p) => p.spec === 'stickerwharf/kiss-cut-3in')!;
    const small = { ...at, scale: at.scale * 0.5 };
    await put(id, { placements: placements!.map((p) => (p === at ? small : p)) });
    await page.reload();
    await page.getByRole('combobox', { name: 'Cut for' }).selectOption({ label: 'Kiss-cut sticker, 3 in' });
    await page.getByText(/there is room for larger artwork/).waitFor();
    await page.getByRole('button', { name: 'Fill the print area' }).click();
    await page.getByText(/there is room for larger artwork/).waitFor({ state: 'detached' });
    await worked();
    expect(await size()).toBeGreaterThan(before * 0.8);
    expect(await page.getByText(/beyond the print area/).count()).toBe(0);
    await page.keyboard.press('Control+z');
    await page.getByText(/there is room for larger artwork/).waitFor();
    await page.keyboard.press('Control+y');
    await page.getByText(/there is room for larger artwork/).waitFor({ state: 'detached' });
    await saved(page);
  });

  it('its border is seen on the board and wherever the design is judged', async () => {
    await page.keyboard.press('1');
    await page.locator('aside[aria-label="Proof"]').getByText('Reads on 6 of 6').waitFor();
    await page.keyboard.press('2');
    await page.getByText(/^Reads on (\d+) of \1\.$/).waitFor();
  });

  it('is seen on what it is stuck on, which is not ticked: there is one file', async () => {
    await page.getByRole('button', { name: /on Laptop, grey: look closer$/ }).waitFor();
    expect(await page.getByRole('button', { name: /on Soot: look closer$/ }).count()).toBe(0);
    await page.getByRole('searchbox', { name: 'Filter grounds' }).waitFor();
    expect(await page.getByRole('checkbox', { name: /^Make / }).count()).toBe(0);
  });

  it('is printed in the colours beside it, and cut to an outline of one’s own that is not printed', async () => {
    const { sides } = await document(id);
    const { shapeOf, place } = await import('@brelm/core/parts');
    const frame = { ...shapeOf('frame', place(1200, 1200), 'ellipse', 1800, 'bone'), name: 'Frame' };
    await put(id, { sides: [{ ...sides[0], parts: [...sides[0].parts, frame] }, ...sides.slice(1)] });
    await page.goto(`${address}/design/${id}`);
    await page.locator('aside[aria-label="Stack"]').waitFor();
    await page.keyboard.press('3');
    await page.getByRole('combobox', { name: 'Cut for' }).selectOption({ label: 'Kiss-cut sticker, 4 in' });
    await page.getByRole('combobox', { name: 'Shape' }).selectOption('own');
    await page.getByText(/The part that it is cut to is not there/).waitFor();
    await page.getByRole('combobox', { name: 'Part', exact: true }).selectOption({ label: 'Frame' });
    await page.getByText(/The part that it is cut to is not there/).waitFor({ state: 'detached' });
    await page.getByLabel('Only cuts: not printed itself').check();
    await worked();
    // 1,800 px at 600 dpi.
    expect(await figure('Size').innerText()).toBe('76.2 × 76.2 mm');
    await page.getByRole('combobox', { name: 'Printed' }).selectOption('spread');
    await page.getByLabel('Bleed, mm').fill('1');
    await page.keyboard.press('Enter');
    await worked();
    await saved(page);
    expect(await stored(id)).toMatchObject({
      ...{ shape: 'own', part: 'frame', spread: true, ink: null, bleed: 1 },
    });
    const kept = (await document(id)).sides[0].parts.find((p) => p.id === 'frame');
    expect(kept?.unprinted).toBe(true);
    expect(await serious(page)).toEqual([]);
  });

  it('the cut alone is made beside what is printed', async () => {
    await page.getByRole('button', { name: 'Make files' }).click();
    const row = page.getByRole('checkbox', {
      name: 'Make Kiss-cut sticker, 4 in, face, Night, the cut alone',
    });
    await row.waitFor();
    expect(await row.isChecked()).toBe(false);
    await page.getByRole('checkbox', { name: 'Make all' }).uncheck();
    await page
      .getByRole('combobox', { name: 'Format of Kiss-cut sticker, 4 in, face, Night, the cut alone' })
      .selectOption('svg');
    await page
      .getByText('Every file is proofed.')
      .or(page.getByText(/stops and will not be made/))
      .waitFor();
    if (await row.isDisabled())
      await row.locator('xpath=ancestor::tr').getByLabel('make it all the same').check();
    await row.check();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Make 1 file' }).click();
    const file = await download;
    expect(file.suggestedFilename()).toMatch(/-cut\.svg$/);
    const text = readFileSync(await file.path(), 'utf8');
    expect(text).toContain('id="kiss-cut"');
    expect(text).not.toContain('id="frame"');
  });

  it('is begun, changed and taken away on a design that has none, by keyboard alone', async () => {
    const owls = await idOf('Boots On, Moon’s Out');
    await page.goto(`${address}/design/${owls}`);
    await page.locator('aside[aria-label="Stack"]').waitFor();
    await page.keyboard.press('3');
    await page.getByRole('button', { name: 'Cut it out' }).focus();
    await page.keyboard.press('Enter');
    await page.getByText('It is placed on no sticker yet').waitFor();
    await worked();
    await page.getByRole('combobox', { name: 'Shape' }).selectOption('circle');
    await worked();
    await saved(page);
    expect((await stored(owls))!.shape).toBe('circle');
    await page.getByRole('combobox', { name: 'Shape' }).selectOption('silhouette');
    await page.getByRole('combobox', { name: 'Several pieces' }).selectOption('bridge');
    await worked();
    const bridge = page.getByRole('button', { name: /^Bridge 1, one end/ });
    await bridge.focus();
    await page.keyboard.press('Shift+ArrowRight');
    await page.getByRole('button', { name: 'Place bridges anew' }).waitFor();
    await worked();
    await saved(page);
    expect((await stored(owls))!.joints.length).toBeGreaterThan(0);
    await page.getByRole('combobox', { name: 'Shape' }).selectOption('circle');
    await worked();
    await page.getByRole('button', { name: 'Take the cut line away' }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Cut it out' }).waitFor();
    await page.keyboard.press('Control+z');
    await page.getByRole('combobox', { name: 'Shape' }).waitFor();
    expect(await page.getByRole('combobox', { name: 'Shape' }).inputValue()).toBe('circle');
    expect(faults).toEqual([]);
  });
});

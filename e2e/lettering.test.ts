import { join } from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { Brelm, launch, onScreen, ROOT, saved, serious, watch } from './brelm';

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
  await page.getByRole('link', { name: 'Count Owls Not Sheep', exact: true }).click();
  await page.getByTestId('board').waitFor();
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
});

const stack = () => page.locator('aside[aria-label="Stack"]');
const row = (name: string) => stack().locator('li > div > button[aria-expanded]', { hasText: name }).first();
const words = () => page.getByLabel('Words of line 1');
const typed = () => page.getByLabel('Words on the board');
const undone = (label: string) => page.getByRole('button', { name: `Undo: ${label}`, exact: true }).waitFor();
const field = (label: string) => stack().getByLabel(label, { exact: true });

/** Waits until a line in the stack has these words: what is typed on the board goes there after a rest. */
const says = (line: number, text: string) =>
  page.waitForFunction(
    ([label, wanted]) =>
      (document.querySelector(`input[aria-label="${label}"]`) as HTMLInputElement | null)?.value === wanted,
    [`Words of line ${line}`, text],
  );

describe('typing on the board', () => {
  it('begins with a double-click on words that run round a ring, and goes into the design', async () => {
    // The top of the ring: (2250, 2340) less the radius and half of the letters.
    await page.locator('canvas').first().waitFor();
    const at = await onScreen(page, 2250, 500);
    // Where the words are not drawn yet, since their typeface is still coming in, there is nothing to press on.
    while (!(await typed().isVisible())) await page.mouse.dblclick(at[0], at[1]);
    await page.keyboard.press('End');
    await page.keyboard.type(' TWICE');
    await says(1, 'COUNT OWLS TWICE');
    await undone('Type');
    await page.keyboard.press('Control+z');
    await says(1, 'COUNT OWLS');
    await page.keyboard.press('Escape');
    await typed().waitFor({ state: 'detached' });
  });

  it('splits a line, pastes plain words, and ends at a press beside them', async () => {
    // Chosen on the board, the Enter key begins.
    const at = await onScreen(page, 2250, 500);
    await page.mouse.click(at[0], at[1]);
    await page.keyboard.press('Enter');
    await typed().waitFor();
    await page.keyboard.press('End');
    await page.keyboard.press('Enter');
    await page.keyboard.insertText('by night');
    await page.getByLabel('Words of line 2').waitFor();
    await says(2, 'by night');
    await undone('Type');
    await page.getByTestId('type-layer').click({ position: { x: 40, y: 400 } });
    await typed().waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Remove line 2' }).click();
    await undone('Remove a line');
  });

  it('selects letters, which then take an ink and a size of their own', async () => {
    await page.getByRole('button', { name: 'type in place' }).click();
    await typed().waitFor();
    await page.keyboard.press('Home');
    await page.keyboard.press('Shift+ArrowRight');
    await stack()
      .getByRole('button', { name: /^Letters “C”/ })
      .waitFor();
    if (!(await field('Size %').isVisible()))
      await stack()
        .getByRole('button', { name: /^Letters/ })
        .click();
    await field('Size %').fill('140');
    await field('Size %').press('Enter');
    await undone('Size of letters');
    await page.keyboard.press('Escape');
    await saved(page);
  });
});

describe('the typefaces', () => {
  it('are found by a feel, shown in the words, and chosen by the keyboard alone', async () => {
    await stack().getByRole('button', { name: 'Typeface Alfa Slab One' }).first().click();
    await page.getByLabel('Find a typeface').waitFor();
    await page
      .getByRole('button', { name: /^Alfa Slab One slab/ })
      .locator('path')
      .waitFor({ state: 'attached' });
    expect(await serious(page)).toEqual([]);
    await page.keyboard.type('cowboy rye');
    await page.getByText('1 typeface', { exact: true }).waitFor();
    await page.keyboard.press('Enter');
    await undone('Change the typeface');
    await stack().getByRole('button', { name: 'Typeface Rye' }).first().waitFor();
  });

  it('take an own font, and refuse what is none', async () => {
    await stack().getByRole('button', { name: 'Typeface Rye' }).first().click();
    await page.getByTestId('font-input').setInputFiles(join(ROOT, 'demo/samples/mushroom.svg'));
    await page.getByText(/mushroom.svg was not taken.*no TTF/).waitFor();
    await page
      .getByTestId('font-input')
      .setInputFiles(join(ROOT, 'node_modules/@expo-google-fonts/lobster/400Regular/Lobster_400Regular.ttf'));
    await page.getByText('Lobster is ready to use.').waitFor();
    await page.getByRole('button', { name: /^Lobster own/ }).click();
    await stack().getByRole('button', { name: 'Typeface Lobster' }).first().waitFor();
    // Whose it is, in one press: for this design, and for all that it is used in later.
    await page.getByText('Whose is “Lobster”?').waitFor();
    await page.getByRole('button', { name: 'Bought for goods' }).click();
    await undone('Say whose “Lobster” is');
    await saved(page);
    const [, id] = /design\/([^/]+)/.exec(page.url())!;
    const design = await page.evaluate(
      async (of) =>
        (await (await fetch(`/api/designs/${of}`)).json()) as { document: { typefaces: unknown } },
      id,
    );
    expect(design.document.typefaces).toEqual([
      { id: expect.stringMatching(/^own-/) as string, name: 'Lobster', licence: { id: 'bought' } },
    ]);
  });

  it('that lack a letter say so, and which have it', async () => {
    await words().fill('COUNT OWLŻ★');
    await stack()
      .getByText(/has no ★/)
      .waitFor();
    await stack().getByRole('button', { name: 'Which typefaces have?' }).click();
    await stack().getByRole('button', { name: 'Noto Sans Symbols 2' }).waitFor();
    await words().fill('COUNT OWLS');
  });
});

describe('what lettering can be made to do', () => {
  it('is set by the keyboard: measure, envelope, decorations, a style; each step undone', async () => {
    await stack()
      .getByRole('button', { name: /^Measure/ })
      .click();
    await stack().getByLabel('All lines to one width').check();
    await undone('Set to measure');
    await stack()
      .getByRole('button', { name: /^Envelope/ })
      .click();
    await stack().getByLabel('Shape').selectOption('swell');
    await stack().getByLabel('Strength').press('ArrowRight');
    await undone('Change the envelope');
    await stack().getByLabel('Shape').selectOption('net');
    await stack().getByLabel('Down %').fill('20');
    await stack().getByLabel('Down %').press('Enter');
    await undone('Change the envelope');
    expect(await serious(page)).toEqual([]);
    await stack().getByRole('button', { name: 'Styles…' }).click();
    await page.getByRole('button', { name: 'Put on the style Owl comic' }).waitFor();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: 'Put on the style Owl comic' }).click();
    await undone('Style Owl comic');
    await saved(page);
  });

  it('is made of a metal by the keyboard; its light, its colours and their order are changed, and it is undone', async () => {
    const inks = page.getByRole('region', { name: 'Inks' }).getByRole('button', { name: /^Ink / });
    const before = await inks.count();
    await stack().getByRole('button', { name: 'relief', exact: true }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('menuitem', { name: 'Copper' }).waitFor();
    expect(await serious(page)).toEqual([]);
    // By arrows: letters that come too slowly begin another word.
    const offered = await page.getByRole('menuitem').allInnerTexts();
    await page.keyboard.press('Home');
    for (let i = offered.indexOf('Copper'); i > 0; i--) await page.keyboard.press('ArrowDown');
    await page.locator('[role="menuitem"][data-focus]', { hasText: /^Copper$/ }).waitFor();
    await page.keyboard.press('Enter');
    await undone('Copper');
    expect(await inks.count()).toBe(before + 3);
    const metal = stack().getByRole('group', { name: 'Metal (1)' });
    const raised = stack().getByRole('group', { name: 'Raised edge (2)' });
    await metal.getByLabel('From % 2').fill('90');
    await metal.getByLabel('From % 2').press('Enter');
    await metal.getByText('0 to 50').waitFor();
    await metal.getByLabel('From % 2').fill('30');
    await metal.getByLabel('From % 2').press('Enter');
    await undone('Change the relief');
    await metal.getByRole('button', { name: 'colour', exact: true }).click();
    await metal.getByRole('button', { name: 'Remove colour 6' }).waitFor();
    await metal.getByRole('button', { name: 'Remove colour 6' }).click();
    await metal.getByRole('button', { name: 'Remove colour 6' }).waitFor({ state: 'detached' });
    await raised.getByLabel('Lit as the whole design is').uncheck();
    await raised.getByLabel('Light from °').last().fill('180');
    await raised.getByLabel('Light from °').last().press('Enter');
    await raised.getByRole('button', { name: 'Raised edge (2): further down' }).click();
    await undone('Order of reliefs');
    await stack().getByRole('button', { name: 'relief', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Sunk in, under a shade' }).click();
    await stack().getByRole('group', { name: 'Sunk in (3)' }).getByLabel('Softness').waitFor();
    expect(await serious(page)).toEqual([]);
    await saved(page);
    await page.getByRole('button', { name: 'Remove Sunk in (3)' }).click();
    await page.getByRole('button', { name: 'Remove Raised edge (1)' }).click();
    await page.getByRole('button', { name: 'Remove Metal', exact: true }).click();
    await undone('Remove a relief');
    await page.keyboard.press('Control+z');
    await stack().getByRole('group', { name: 'Metal', exact: true }).waitFor();
    await saved(page);
  });

  it('comes apart into letters, and together again', async () => {
    await stack().getByRole('button', { name: 'Into letters' }).click();
    await undone('Into letters');
    await page.getByRole('button', { name: /^Make COUNT OWLS words again/ }).click();
    await undone('Back to words');
    expect(await words().inputValue()).toBe('COUNT OWLS');
  });

  it('is found and replaced in the whole design', async () => {
    await page.locator('body').press('Control+h');
    await page.getByLabel('Find', { exact: true }).fill('sheep');
    await page.getByText('Found 1 time').waitFor();
    await page.getByLabel('Replace by').fill('MOTHS');
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Enter');
    await row('NOT SHEEP').waitFor();
    await undone('Replace words');
    await row('NOT SHEEP').click();
    expect(await words().inputValue()).toBe('NOT MOTHS');
  });

  it('marks a doubtful word quietly, with what may be meant; it can be said to be right', async () => {
    await words().fill('NOT SHEAP');
    const doubt = stack().getByLabel('Doubtful words');
    await doubt
      .getByRole('button', { name: /^Write .* instead of SHEAP/ })
      .first()
      .waitFor();
    await doubt.getByRole('button', { name: 'It is right: add SHEAP to my words' }).click();
    await doubt.waitFor({ state: 'detached' });
    await saved(page);
    expect(faults).toEqual([]);
  });
});

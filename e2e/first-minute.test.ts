import { readFileSync } from 'node:fs';
import { PNG } from 'pngjs';
import type { Page } from 'playwright-core';
import { hexToRgb, luminance, type Garment } from '@brelm/core/colour';
import type { DesignDocument } from '@brelm/core/design';
import { Brelm, checked, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;

beforeAll(async () => {
  ({ address, page } = await brelm.opened(1280, 800, ['--empty']));
});
afterAll(() => brelm.clean());

const ways = () => page.getByRole('region', { name: 'Ways to begin' });
const newDesign = () => page.getByRole('dialog', { name: 'New design' });
const row = (name: string) =>
  page.locator('aside[aria-label="Stack"] li button[aria-expanded]').filter({ hasText: name });
const read = async <T>(path: string) => (await (await fetch(`${address}/api/${path}`)).json()) as T;
const newest = async () => {
  const { designs } = await read<{ designs: { id: string }[] }>('designs?order=changed');
  return (await read<{ document: DesignDocument }>(`designs/${designs[0].id}`)).document;
};

describe('the first minute', () => {
  it('an empty shop asks for nothing and offers three ways in', async () => {
    await page.goto(address);
    await ways().waitFor();
    expect(await ways().getByRole('button').allInnerTexts()).toEqual([
      expect.stringMatching(/^a product and a garment/),
      expect.stringMatching(/^a starter/),
      expect.stringMatching(/^a picture/),
    ]);
    expect(await serious(page)).toEqual([]);
  });

  it('leads to a proofed file of one’s own phrase on a dark tee in at most twelve actions', async () => {
    let actions = 0;
    /** What a hand does: a click, a key, or words that are typed. */
    const act = async (what: Promise<unknown>) => {
      actions++;
      await what;
    };
    await act(
      ways()
        .getByRole('button', { name: /^a product/ })
        .click(),
    );
    await act(newDesign().getByRole('button', { name: 'Make it' }).click());
    await page.getByTestId('board').waitFor();
    await act(page.keyboard.press('a'));
    const words = page.getByLabel('Lettering, or what to look for');
    await words.waitFor();
    await act(words.pressSequentially('Moths before maths'));
    await act(page.keyboard.press('Enter'));
    await row('Moths before maths').waitFor();
    await checked(page);
    await act(page.getByRole('button', { name: /^Make files/ }).click());
    const make = page.getByRole('dialog', { name: 'What will be made' });
    await make.getByText('Every file is proofed.').waitFor();
    await act(make.getByRole('button', { name: /^Make \d+ files?$/ }).click());
    const made = page.getByTestId('made');
    await made.waitFor();
    const [download] = await Promise.all([page.waitForEvent('download'), act(made.click())]);
    expect(actions).toBeLessThanOrEqual(12);

    const { sides, backdrop, inks } = await newest();
    const { board } = sides[0];
    const garment = (await read<Garment[]>('garments')).find((g) => g.id === backdrop)!;
    expect([board.spec, luminance(garment.value) < 0.18]).toEqual(['pinfold/tee-front', true]);
    const png = PNG.sync.read(readFileSync(await download.path()));
    expect([png.width, png.height]).toEqual([board.width, board.height]);
    // Its words are there in the ink, on nothing.
    const ink = hexToRgb(inks[0].value);
    let inked = 0;
    for (let i = 0; i < png.data.length; i += 4)
      if (png.data[i + 3] === 255 && ink.every((v, c) => Math.abs(png.data[i + c] - v) <= 1)) inked++;
    expect(inked).toBeGreaterThan(0.01 * board.width * board.height);
    expect(png.data[3]).toBe(0);
    await page.keyboard.press('Escape');
  });

  it('a starter is chosen and seen at once; its words are one’s own', async () => {
    await page.goto(address);
    await page.getByText('Untitled').first().waitFor();
    // The ways are for a shelf with nothing on it.
    expect(await ways().count()).toBe(0);
    const other = new Brelm();
    const at = await other.start('--empty');
    await page.goto(at);
    await ways()
      .getByRole('button', { name: /^a starter/ })
      .press('Enter');
    const starters = newDesign().getByRole('radiogroup', { name: 'Start from' });
    await starters
      .locator('[role="radio"][aria-checked="true"]')
      .filter({ hasNotText: 'Empty board' })
      .waitFor();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Escape');

    // A picture comes onto the board of the design that is begun with it, once.
    await page.getByTestId('first-picture').setInputFiles('demo/samples/lantern-on-white.png');
    await newDesign().getByText('lantern-on-white.png').waitFor();
    expect(await newDesign().getByLabel('Name').inputValue()).toBe('lantern-on-white');
    await newDesign().getByRole('button', { name: 'Make it' }).click();
    await row('lantern-on-white').waitFor();
    await page.reload();
    await row('lantern-on-white').waitFor();
    expect(await row('lantern-on-white').count()).toBe(1);
    await other.clean();
  });
});

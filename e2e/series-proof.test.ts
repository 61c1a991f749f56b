import type { Page } from 'playwright-core';
import type { Series } from '@brelm/core/series';
import { Brelm, keptUntil, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;

beforeAll(async () => {
  ({ address, page } = await brelm.opened());
});
afterAll(() => brelm.clean());

const stored = async () => {
  const id = new URL(page.url()).pathname.split('/').pop()!;
  return (await (await fetch(`${address}/api/series/${id}`)).json()) as { document: Series };
};
/** The server has what is asked for. */
const kept = (is: (series: Series) => boolean) => keptUntil(page, async () => is((await stored()).document));
const pictured = (name: RegExp) => page.getByTestId('contact-sheet').getByRole('button', { name });
/** All rows were looked at as they are now. */
const looked = (words: RegExp) =>
  page.locator('section[aria-label="Contact sheet"] [role="status"]').getByText(words).waitFor();
const panel = (number: number) => page.getByRole('complementary', { name: `Row ${number}`, exact: true });

interface Layout {
  revision: number;
  document: { colourways: { inks: object; garments: string[] }[] };
}
/** Changes the colourways of the rangers' layout. */
const recoloured = async (to: (colourways: Layout['document']['colourways']) => void) => {
  const { series } = (await (await fetch(`${address}/api/series`)).json()) as {
    series: { name: string; layout: { id: string } }[];
  };
  const at = `${address}/api/designs/${series.find((s) => s.name === 'Night Rangers')!.layout.id}`;
  const { revision, document } = (await (await fetch(at)).json()) as Layout;
  to(document.colourways);
  const { status } = await fetch(at, {
    method: 'PUT',
    body: JSON.stringify({ revision, document }),
    headers: { 'Content-Type': 'application/json', Origin: address },
  });
  expect(status).toBe(200);
};

describe('the proof of a series', () => {
  it('proofs all rows, and says what every one of them has: the layout is to be mended', async () => {
    await page.goto(`${address}/series`);
    await page.getByRole('link', { name: 'Night Rangers', exact: true }).click();
    await looked(/^10 rows · (?!.*looked at)/);
    const garment = page.getByRole('combobox', { name: 'Garment' });
    await garment.selectOption('bone');
    const here = page.getByRole('button', { name: 'Proof all' });
    await here.click();
    // In the colourway that is sold on it, it reads.
    await looked(/^10 rows · nothing wrong$/);
    await here.waitFor();
    await recoloured(([, day]) => (day.garments = []));
    await page.reload();
    await looked(/^10 rows · (?!.*looked at)/);
    await garment.selectOption('bone');
    await here.click();
    // Pale ink on pale cloth.
    await pictured(/^Row 1: .*on Bone/).waitFor();
    await here.waitFor();
    await pictured(/^Row 1:/).click();
    await panel(1).getByRole('link', { name: 'In every row: to the layout' }).first().waitFor();
    await panel(1)
      .getByRole('button', { name: /^Why: “Owl” is lost/ })
      .click();
    await page
      .getByRole('complementary', { name: 'Help' })
      .getByRole('heading', { name: 'Contrast', exact: true })
      .waitFor();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('F1');
    // Another garment, another proof: what was found holds no more.
    await garment.selectOption('soot');
    await looked(/^10 rows · (?!.*looked at)/);
    await panel(1)
      .getByRole('link', { name: 'In every row: to the layout' })
      .first()
      .waitFor({ state: 'detached' });
  });

  it('mends what the proof found in one row by hand, and in all rows by the layout; both are taken back', async () => {
    await page.goto(`${address}/series`);
    await page.getByRole('link', { name: 'Night Rangers', exact: true }).click();
    await looked(/^10 rows · (?!.*looked at)/);
    await page.getByRole('combobox', { name: 'Garment' }).selectOption('bone');
    await page.getByRole('button', { name: 'Proof all' }).click();
    await pictured(/^Row 1: .*on Bone/).waitFor();
    await page.getByRole('button', { name: 'Proof all' }).waitFor();
    await pictured(/^Row 2:/).click();
    const lost = (number: number) => panel(number).getByText(/^“Owl” is lost on Bone/);
    await lost(2).waitFor();
    await panel(2)
      .getByRole('button', { name: /^Add a .* keyline .*, in this row$/ })
      .first()
      .click();
    // It is proofed again by itself, and what was done is said.
    await lost(2).waitFor({ state: 'detached' });
    const set = panel(2).getByRole('list', { name: 'What is set by hand' });
    await set.getByText(/^Owl outlined in #/).waitFor();
    await kept((s) => s.rows[1].byHand.some((b) => b.kind === 'outlined'));
    expect(await serious(page)).toEqual([]);
    await set.getByRole('button', { name: /^Take back: Owl outlined/ }).click();
    await lost(2).waitFor();

    const { layout } = (await stored()).document;
    const text = async () =>
      JSON.stringify(
        ((await (await fetch(`${address}/api/designs/${layout}`)).json()) as { document: object }).document,
      );
    const was = await text();
    await panel(2)
      .getByRole('button', { name: /^Add a .* keyline .*, in every row$/ })
      .first()
      .click();
    await lost(2).waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Next row' }).click();
    // All rows have it: the next one is proofed, and has only what is left.
    await panel(3)
      .getByText(/is weak on Bone/)
      .first()
      .waitFor();
    expect(await lost(3).count()).toBe(0);
    expect(await text()).not.toBe(was);
    await page.getByRole('button', { name: 'Take it back' }).click();
    await keptUntil(page, async () => (await text()) === was);
    await recoloured(([, day]) => (day.garments = ['bone']));
  });
});

import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { Brelm, keptUntil, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened(1024, 700, ['--press-day', '2']));
});
afterAll(() => brelm.clean());

const MAGNET = 'Magnet, 3 in round';
const row = (product: string) =>
  page.getByRole('row').filter({ has: page.getByRole('rowheader').getByText(product, { exact: true }) });
const detail = (product: string) =>
  page.getByRole('region', { name: new RegExp(`^Listing: .*, ${product}$`) });
const open = async (product: string) => {
  await row(product).getByRole('button', { name: product, exact: true }).press('Enter');
  await detail(product).waitFor();
};
const close = () => page.keyboard.press('Escape');
const title = () => page.getByLabel('Title', { exact: true });

describe('listings of a design', () => {
  it('are its products, each with its words filled, counted and priced', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Bog Standard' }).click();
    await page.getByTestId('board').waitFor();
    await page.keyboard.press('6');
    await row('Kiss-cut sticker, 3 in').waitFor();
    expect(await page.getByRole('row').count()).toBe(1 + 5);
    await row('Kiss-cut sticker, 3 in').getByText('29/80').waitFor();
    await row('Kiss-cut sticker, 3 in').getByText('not listed').waitFor();
    await row('Kiss-cut sticker, 3 in')
      .getByText(/^€\d+\.50$/)
      .waitFor();
    expect(await serious(page)).toEqual([]);
    await open('Round ornament');
    expect(await page.getByLabel('Its title').inputValue()).toBe('Bog standard mushroom ornament');
    expect(await page.getByLabel('Its description').inputValue()).toMatch(/^An ornament with/);
    expect(await serious(page)).toEqual([]);
    await close();
    await detail('Round ornament').waitFor({ state: 'detached' });
  });

  it('are reworded once for all, and for one alone; each step is undone', async () => {
    await title().fill('{A product} for foragers, <3');
    await row(MAGNET).getByText('25/80').waitFor();
    await open('Kiss-cut sticker, 3 in');
    await detail('Kiss-cut sticker, 3 in').getByText('The title has a “<”').waitFor();
    await page.getByRole('button', { name: 'Take the “<” out' }).press('Enter');
    await detail('Kiss-cut sticker, 3 in').getByText('Of its own.').waitFor();
    expect(await page.getByLabel('Its title').inputValue()).toBe('A sticker for foragers, 3');
    await close();
    await open(MAGNET);
    expect(await page.getByLabel('Its title').inputValue()).toBe('A magnet for foragers, <3');
    await close();
    // The mend, then the words.
    await page.getByRole('button', { name: /^Undo: Take the “<” out/ }).click();
    await page.getByRole('button', { name: /^Undo: Change the title/ }).click();
    await page.waitForFunction(
      () => document.querySelector('textarea')?.value === 'Bog standard mushroom {product}',
    );
  });

  it('takes tags that are pasted, for some products alone, and offers others', async () => {
    await page.getByLabel('New tags, parted by commas').fill('night {product}, Fungi {product}, lamp light');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Remove the tag lamp light' }).waitFor();
    // What is there already is not there twice.
    expect(await page.getByRole('button', { name: /^Remove the tag fungi/i }).count()).toBe(1);
    await page.getByRole('button', { name: /^For which products: tag lamp light/ }).press('Enter');
    await page.getByRole('checkbox', { name: 'magnet', exact: true }).check();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'For which products: tag lamp light: only magnet' }).waitFor();
    await open(MAGNET);
    expect(await page.getByLabel('Its tags, parted by commas').inputValue()).toContain(
      'night magnet, lamp light',
    );
    await close();
    await open('Kiss-cut sticker, 3 in');
    const tags = await page.getByLabel('Its tags, parted by commas').inputValue();
    expect(tags).toContain('night sticker');
    expect(tags).not.toContain('lamp light');
    await close();
    const [offer] = await page.getByRole('list', { name: 'Tags that are offered' }).getByRole('button').all();
    const words = (await offer.textContent())!.replace(/^\+ /, '');
    await offer.click();
    await page.getByRole('button', { name: `Remove the tag ${words}`, exact: true }).waitFor();
  });

  it('a product without a connection is listed by hand, with a list of what to do', async () => {
    await open(MAGNET);
    await detail(MAGNET).getByText('By hand, in this order').waitFor();
    await page.getByRole('button', { name: 'I have listed it by hand' }).click();
    await detail(MAGNET).getByText('listed by hand').waitFor();
    await page.getByRole('button', { name: 'It is not listed' }).click();
    await detail(MAGNET).getByText('not listed', { exact: true }).waitFor();
    await close();
  });

  it('is sent once connected, goes through its review, and has a page', async () => {
    await page.getByRole('button', { name: 'Marketplaces' }).click();
    await page.getByLabel('Token for Stickerwharf').fill('made-up');
    await page.keyboard.press('Enter');
    await page.getByRole('alert').getByText('does not take the token').waitFor();
    await page.getByRole('button', { name: 'Open a shop there: Stickerwharf' }).click();
    await page.getByRole('button', { name: 'Disconnect Stickerwharf' }).waitFor();
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Escape');
    const sticker = 'Kiss-cut sticker, 3 in';
    await page.getByRole('checkbox', { name: `Tick Stickerwharf, ${sticker}` }).check();
    await page.getByRole('button', { name: 'Send', exact: true }).click();
    await row(sticker).getByText('accepted').waitFor();
    await open(sticker);
    const [buyers] = await Promise.all([
      page.context().waitForEvent('page'),
      detail(sticker).getByRole('link', { name: 'Its page' }).click(),
    ]);
    await buyers.getByRole('heading', { name: 'Bog standard mushroom sticker' }).waitFor();
    expect(await serious(buyers)).toEqual([]);
    await buyers.close();
    await close();
    // Other words: it is behind, and one press brings it up.
    await title().fill('Bog standard toadstool {product}');
    await row(sticker).getByText('accepted, behind').waitFor();
    await page.getByRole('button', { name: 'Send', exact: true }).click();
    await row(sticker).getByText('accepted', { exact: true }).waitFor();
  });

  it('a protected word stops it, with its reason', async () => {
    await page.getByRole('button', { name: 'Protected words' }).click();
    await page.getByLabel('Words', { exact: true }).fill('toadstool');
    await page.getByLabel('Whose they are, and what for').fill('a made-up band');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Take toadstool off the list' }).waitFor();
    await page.keyboard.press('Escape');
    await open(MAGNET);
    await detail(MAGNET).getByText('which is protected: a made-up band').first().waitFor();
    await close();
  });

  it('what it uses is said, whose it is can be, and a listing knows', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Bog Standard' }).click();
    await page.getByTestId('board').waitFor();
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path d="M0 0h9v9z" fill="#123456"/></svg>';
    await page.keyboard.press('a');
    await page
      .getByTestId('file-input')
      .setInputFiles({ name: 'Fern.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
    await page.getByRole('button', { name: 'Undo: Bring in Fern.svg' }).waitFor();
    await page.keyboard.press('Escape');
    await page.keyboard.press('6');
    await open(MAGNET);
    await detail(MAGNET).getByText('“Fern”: Nobody has said').waitFor();
    await page.getByRole('button', { name: 'Rights', exact: true }).click();
    const dialog = page.getByRole('dialog', { name: 'Rights' });
    await dialog.getByText(/^1 of \d is to be looked at\.$/).waitFor();
    await dialog
      .getByRole('combobox', { name: 'Whose: Fern' })
      .selectOption({ label: 'bought, for goods too' });
    await dialog.getByText('Everything that it uses may be sold on goods.').waitFor();
    await dialog.getByRole('button', { name: 'more of Fern' }).press('Enter');
    // What is typed while the bill is on its way stays.
    let goesOn = () => {};
    const held = new Promise<void>((done) => (goesOn = done));
    await page.route('**/api/materials/bills', async (route) => {
      await held;
      await route.continue();
    });
    await dialog.getByTestId('bill').setInputFiles({
      ...{ name: 'Bill 7.pdf', mimeType: 'application/pdf' },
      buffer: Buffer.from('%PDF-1.7'),
    });
    await dialog.getByText('Bringing it in…').waitFor();
    await dialog.getByLabel('Proof: a note, the number of a bill').fill('bill 7');
    await page.keyboard.press('Tab');
    const id = /design\/([^/]+)/.exec(page.url())![1];
    await keptUntil(page, async () =>
      (await (await fetch(`${address}/api/designs/${id}`)).text()).includes('"proof":"bill 7"'),
    );
    goesOn();
    await dialog.getByRole('button', { name: 'Bill 7.pdf' }).waitFor();
    await page.unroute('**/api/materials/bills');
    expect(await serious(page)).toEqual([]);
    const [saved] = await Promise.all([
      page.waitForEvent('download'),
      dialog.getByRole('button', { name: 'CSV' }).click(),
    ]);
    expect(readFileSync(await saved.path(), 'utf8')).toMatch(
      /figure,Fern,bought,,yes,"bought, for goods too","bill 7, Bill 7.pdf"/,
    );
    await page.keyboard.press('Escape');
    await detail(MAGNET).getByText('“Fern”: Nobody has said').waitFor({ state: 'detached' });
  });

  it('its limits and fees are the spec book’s, and a change of them is judged at once', async () => {
    await page.goto(`${address}/specs/stickerwharf/kiss-cut-3in`);
    await page.getByLabel('Title, characters').fill('12');
    await page.getByLabel('Its share, %').fill('20');
    await page.getByRole('button', { name: 'Save' }).click();
    await page.getByText('state 2').waitFor();
    await page.goto(address);
    await page.getByRole('link', { name: 'Bog Standard' }).click();
    await page.getByTestId('board').waitFor();
    await page.keyboard.press('6');
    await row('Kiss-cut sticker, 3 in').getByText('/12', { exact: true }).waitFor();
    await open('Kiss-cut sticker, 3 in');
    await detail('Kiss-cut sticker, 3 in').getByText('Stickerwharf takes 12').first().waitFor();
    await close();
  });

  it('its shelf says how the listings of each product stand, and is narrowed to that', async () => {
    await page.goto(address);
    const marks = page
      .getByRole('listitem')
      .filter({ hasText: /Stickerwharf, Kiss-cut sticker, 3 in: .*accepted/ });
    await marks.first().waitFor();
    const narrow = async (name: RegExp, option: string) => {
      await page.getByRole('button', { name }).click();
      await page.getByRole('option', { name: option }).click();
      await page.keyboard.press('Escape');
    };
    await narrow(/^Marketplaces/, 'Stickerwharf');
    await page
      .getByRole('link', { name: 'Count Owls Not Sheep', exact: true })
      .waitFor({ state: 'detached' });
    await page.getByRole('link', { name: 'Bog Standard', exact: true }).waitFor();
    await narrow(/^Marketplaces/, 'Stickerwharf');
    await page.getByRole('link', { name: 'Count Owls Not Sheep', exact: true }).waitFor();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: /^Refused/ }).click();
    await page.getByText('No design here stands so.').waitFor();
    await page.getByRole('button', { name: 'Show all' }).click();
    await page.getByRole('link', { name: 'Bog Standard', exact: true }).waitFor();
    expect(await serious(page)).toEqual([]);
  });

  it('its shelf sends the listings of designs that are chosen, and says of each how it goes', async () => {
    await page.getByRole('checkbox', { name: 'Choose Bog Standard' }).click();
    const list = page.getByRole('list', { name: 'Listings to send' });
    const item = (name: string) => list.getByRole('listitem').filter({ hasText: name });
    const going = page.getByRole('list', { name: 'How listings go' });
    const sendOne = async () => {
      await page.getByRole('button', { name: 'Send listings…' }).click();
      // Its words were changed since it was sent.
      await item('Kiss-cut sticker, 3 in').getByText('brought up').waitFor();
      for (const box of await list.getByRole('checkbox').all()) await box.uncheck();
      await item('Kiss-cut sticker, 4 in').getByRole('checkbox').check();
      await page.getByRole('button', { name: 'Send 1 listing', exact: true }).click();
    };
    await sendOne();
    await going.getByText(/The title has “toadstool”, which is protected/).waitFor();
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    const freed = await fetch(`${address}/api/protected-words/toadstool`, {
      method: 'DELETE',
      headers: { origin: new URL(address).origin },
    });
    expect(freed.status).toBe(200);
    await sendOne();
    await going.getByText('sent', { exact: true }).waitFor();
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    await page
      .getByRole('listitem')
      .filter({ hasText: /Kiss-cut sticker, 4 in: [^;]*sent/ })
      .first()
      .waitFor();
    await page.getByRole('button', { name: 'Choose none' }).click();
  });

  it('says which other design looks much the same, and leads there', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Bog Standard' }).click();
    await page.getByTestId('board').waitFor();
    const id = new URL(page.url()).pathname.split('/')[2];
    const answer = await fetch(`${address}/api/designs/${id}/duplicate`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: new URL(address).origin },
      body: JSON.stringify({ name: 'Bog once more' }),
    });
    const copy = ((await answer.json()) as { id: string }).id;
    // The shelf would have shown it, and so have made its picture.
    expect((await fetch(`${address}/api/designs/${copy}/verdicts`)).status).toBe(200);
    await page.keyboard.press('6');
    const note = page.getByRole('note').filter({ hasText: 'Much like' });
    await note.getByText(/Marketplaces refuse what is listed twice/).waitFor();
    expect(await serious(page)).toEqual([]);
    // Told apart it goes, and comes back when that is taken back.
    await note.getByRole('button', { name: 'Something else: Bog once more' }).press('Enter');
    await note.waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await note.getByRole('link', { name: '“Bog once more”' }).waitFor();
    await note.getByRole('link', { name: '“Bog once more”' }).click();
    await page.waitForURL(new RegExp(copy));
    await page.goto(address);
    // Where several are sent at once it is said, too.
    await page.getByRole('checkbox', { name: 'Choose Bog once more' }).click();
    await page.getByRole('button', { name: 'Send listings…' }).click();
    const send = page.getByRole('dialog', { name: 'Which listings are sent' });
    await send.getByText('looks much like “Bog Standard”').first().waitFor();
    expect(await serious(page)).toEqual([]);
    await send.getByRole('button', { name: 'Cancel' }).click();
    await page.getByRole('button', { name: 'Choose none' }).click();
  });

  it('its figures are told by week, by design, product and colour, and saved as a table', async () => {
    await page.getByRole('link', { name: 'Numbers' }).click();
    await page.getByRole('rowheader', { name: 'Bog Standard' }).waitFor();
    await page.waitForFunction(() => Number(document.querySelector('tbody td')?.textContent ?? 0) > 50);
    expect(await serious(page)).toEqual([]);
    await page.getByRole('combobox', { name: 'Told by' }).selectOption('product');
    await page.getByRole('rowheader', { name: 'Kiss-cut sticker, 3 in' }).waitFor();
    const [saved] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'CSV' }).click(),
    ]);
    expect(saved.suggestedFilename()).toBe('sales-by-product.csv');
    const [head, ...lines] = readFileSync(await saved.path(), 'utf8').split('\r\n');
    expect(head).toBe('product,week,views,sales,profit EUR');
    // Which product comes first hangs on what was sold until now.
    expect(lines.find((l) => l.startsWith('"Kiss-cut sticker, 3 in"'))).toMatch(
      /^"Kiss-cut sticker, 3 in",\d{4}-\d\d-\d\d,\d+,\d+,-?\d+\.\d\d$/,
    );
    expect(faults).toEqual([]);
  });
});

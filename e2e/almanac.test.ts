import type { Page } from 'playwright-core';
import type { Idea } from '@brelm/core/idea';
import { Brelm, keptUntil, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;
let faults: string[];
beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened());
});
afterAll(() => brelm.clean());

const api = async <T>(path: string) => (await (await fetch(`${address}/api/${path}`)).json()) as T;
const ideas = async () => (await api<{ ideas: { id: string; document: Idea }[] }>('ideas')).ideas;
const room = (name: string) =>
  page.getByRole('navigation', { name: 'Almanac' }).getByRole('link', { name, exact: true }).click();

describe('the almanac', () => {
  it('shows the year of a country: what to begin, and a season with its days', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Almanac' }).click();
    const band = page.getByRole('group', { name: 'The year' });
    await band
      .getByRole('button', { name: /^Halloween: list by/ })
      .first()
      .click();
    const season = page.getByRole('complementary', { name: 'Halloween' });
    await season.getByText('each 31 October').waitFor();
    await season.getByText('Last orders').waitFor();
    // The demo has an idea for it.
    await page
      .getByRole('listitem')
      .filter({ hasText: 'Moth weeks' })
      .getByText(/design/)
      .first()
      .waitFor();
    expect(await band.getByRole('button', { name: /^Thanksgiving: / }).count()).toBe(0);
    await page.getByRole('combobox', { name: 'Sold to' }).selectOption('US');
    await band
      .getByRole('button', { name: /^Thanksgiving: / })
      .first()
      .waitFor();
    expect(await serious(page)).toEqual([]);
  });

  it('a season of one’s own is made by the keyboard, tried while it is written, and taken out again', async () => {
    await page.getByRole('button', { name: 'New season' }).focus();
    await page.keyboard.press('Enter');
    const dialog = page.getByRole('dialog', { name: 'New season' });
    await dialog.waitFor();
    await page.keyboard.type('Lantern walk');
    await dialog.getByRole('combobox', { name: 'When it is' }).selectOption('weekday');
    await dialog.getByRole('combobox', { name: 'Which' }).selectOption('last');
    await dialog.getByRole('combobox', { name: 'Weekday' }).selectOption('Saturday');
    await dialog.getByText(/^Next on Saturday/).waitFor();
    expect(await serious(page)).toEqual([]);
    await dialog.getByLabel('Name').focus();
    await page.keyboard.press('Enter');
    await page.getByRole('complementary', { name: 'Lantern walk' }).waitFor();
    await page.getByRole('button', { name: 'Change Lantern walk' }).click();
    await page.getByRole('button', { name: 'Take it out' }).click();
    await page.getByRole('complementary', { name: 'Lantern walk' }).waitFor({ state: 'detached' });
  });

  it('demand is searched, looked at closely, watched, and takes the seller’s own figures', async () => {
    await room('Demand');
    await page.getByLabel('Phrase').fill('moth');
    const table = page.getByRole('table', { name: 'What is looked for' });
    await table.getByRole('button', { name: 'hawk moth', exact: true }).click();
    const detail = page.getByRole('complementary', { name: 'hawk moth' });
    await detail.getByText('Its year').waitFor();
    await detail.getByText('Near it').waitFor();
    expect(await serious(page)).toEqual([]);
    await detail.getByRole('button', { name: 'Watch hawk moth' }).click();
    await detail.getByRole('button', { name: 'No longer watch hawk moth' }).waitFor();
    await page.getByLabel('What I watch').check();
    await table.getByRole('button', { name: 'cute hawk moth', exact: true }).waitFor({ state: 'detached' });
    await table.getByRole('button', { name: 'hawk moth', exact: true }).waitFor();
    await page.getByLabel('What I watch').uncheck();

    const rows = Array.from(
      { length: 26 },
      (_, i) => `lantern walk,US,${2024 + Math.floor(i / 12)}-${(i % 12) + 1},${50 + i}`,
    );
    const file = (text: string) => ({ name: 'mine.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    await page.getByTestId('demand-csv').setInputFiles(file('phrase,month\nlantern walk,2026-01\n'));
    await page.getByText(/searches: is no column/).waitFor();
    await page
      .getByTestId('demand-csv')
      .setInputFiles(file(`phrase,country,month,searches\n${rows.join('\n')}`));
    await page.getByText('26 months of 1 phrases came in').waitFor();
    await page.getByLabel('Phrase').fill('lantern walk');
    await table
      .getByRole('row')
      .filter({ hasText: 'lantern walk' })
      .getByText('own', { exact: true })
      .waitFor();
  });

  it('phrases are of a niche, hold a word that is locked, and one is kept', async () => {
    await room('Phrases');
    const phrases = page.getByRole('region', { name: 'Phrases' });
    await phrases
      .getByRole('button', { name: /^Keep / })
      .first()
      .waitFor();
    await page.getByRole('combobox', { name: 'Niche' }).selectOption('Moths and lamps');
    await page.getByLabel('A word of your own').fill('Lacewing');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Unlock lacewing' }).first().waitFor();
    await page.waitForFunction(() => {
      const said = [...document.querySelectorAll('section[aria-label="Phrases"][aria-busy="false"] li p')];
      return said.length > 5 && said.every((p) => /lacewing/i.test(p.textContent));
    });
    expect(await serious(page)).toEqual([]);
    const before = (await ideas()).length;
    const said = await phrases.getByRole('listitem').first().locator('p').first().textContent();
    await phrases
      .getByRole('button', { name: /^Keep / })
      .first()
      .click();
    await phrases
      .getByRole('button', { name: /is kept$/ })
      .first()
      .waitFor();
    const all = await ideas();
    expect(all).toHaveLength(before + 1);
    expect(all[0].document).toMatchObject({ phrase: said, niche: 'moths', state: 'noted' });
  });

  it('a phrase is tried in compositions, given up when its words change, and one of them becomes a design', async () => {
    await page.goto(`${address}/almanac/try?phrase=Gone+fishing&figure=fish&season=moth-week`);
    const all = page.getByRole('list', { name: 'Compositions' });
    await all.getByRole('button').first().waitFor();
    await page.getByLabel('Phrase').fill('Mind the lamp');
    await page.getByLabel('Figure').fill('lantern');
    await page.getByText(/^12 compositions, each proofed on/).waitFor();
    expect(await all.getByRole('button').count()).toBe(12);
    expect(await serious(page)).toEqual([]);
    await all.getByRole('button', { name: 'Make a design of Ring seal' }).click();
    await page.getByTestId('board').waitFor();
    const id = new URL(page.url()).pathname.split('/')[2];
    const { document } = await api<{
      document: {
        name: string;
        sides: { parts: { kind: string; name: string; lines?: { text: string }[] }[] }[];
      };
    }>(`designs/${id}`);
    expect(document.name).toBe('Mind the lamp');
    const { parts } = document.sides[0];
    expect(
      parts
        .flatMap((p) => p.lines?.map((l) => l.text) ?? [])
        .join(' ')
        .toLowerCase(),
    ).toBe('mind the lamp');
    expect(parts.some((p) => p.kind === 'motif' && /lantern/.test(p.name))).toBe(true);
    await page.getByRole('link', { name: 'Shelf' }).click();
    const row = page.getByRole('listitem').filter({ hasText: 'Mind the lamp' }).first();
    await row.getByText(/for Moth weeks/).waitFor();
    await row.getByText(/^(list by|late since) \d+ \w+$/).waitFor();
  });

  it('an idea is written, undone, taken apart, given a reference, and begins a design', async () => {
    await page.goto(`${address}/almanac/ideas`);
    await page.getByRole('button', { name: 'New idea' }).click();
    const idea = page.getByRole('region', { name: 'The idea' });
    await idea.getByLabel('Phrase').fill('Bats have right of way');
    const id = () => new URL(page.url()).pathname.split('/')[3];
    const stored = async () => (await api<{ document: Idea }>(`ideas/${id()}`)).document;
    const kept = (is: (idea: Idea) => boolean) => keptUntil(page, async () => is(await stored()));
    await kept((i) => i.phrase === 'Bats have right of way');
    await idea.getByRole('combobox', { name: 'Season' }).selectOption('Bat nights');
    await kept((i) => i.season === 'bat-night');
    await idea.getByRole('button', { name: 'Undo' }).click();
    await kept((i) => i.season === null);
    await idea.getByRole('button', { name: 'Redo' }).click();
    await kept((i) => i.season === 'bat-night');
    for (const words of ['BATS HAVE', 'bat']) {
      await idea.getByRole('button', { name: 'Add a piece' }).click();
      await idea.getByLabel('Words').last().fill(words);
    }
    await kept((i) => i.pieces.map((p) => `${p.kind} ${p.words}`).join() === 'line BATS HAVE,figure bat');
    await idea.getByRole('button', { name: 'Piece 2 further to the front' }).click();
    await kept((i) => i.pieces[0].kind === 'figure');
    await page.getByTestId('reference').setInputFiles('demo/samples/lantern-on-white.png');
    await idea.getByText('not mine').waitFor();
    await kept((i) => i.references.length === 1);
    expect(await serious(page)).toEqual([]);
    // It is found by words of its phrase and of its pieces, in any order.
    const all = page.getByRole('region', { name: 'All ideas' });
    await page.getByRole('heading', { level: 1 }).first().click();
    await page.keyboard.press('/');
    await page.keyboard.type('way bats');
    await page.waitForFunction(
      () => document.querySelectorAll('section[aria-label="All ideas"] li a').length === 1,
    );
    await all.getByRole('link', { name: 'Bats have right of way' }).waitFor();
    await all.getByRole('searchbox', { name: 'Find an idea' }).fill('fnord');
    await all.getByText('No idea has “fnord” in it').waitFor();
    await all.getByRole('searchbox', { name: 'Find an idea' }).fill('');
    await all.getByRole('link', { name: 'Bats have right of way' }).waitFor();
    const address0 = id();
    await idea.getByRole('button', { name: 'Begin the design' }).click();
    await page.getByTestId('board').waitFor();
    const made = (await api<{ document: Idea }>(`ideas/${address0}`)).document;
    expect(made.state).toBe('designed');
    const design = await api<{
      document: {
        sides: { parts: { kind: string }[]; aids: { reference: { name: string } } }[];
        wording: { places: { value: string }[] };
      };
    }>(`designs/${made.design}`);
    expect(design.document.sides[0].parts.map((p) => p.kind)).toEqual(['motif', 'lettering']);
    expect(design.document.sides[0].aids.reference.name).toBe('lantern-on-white.png');
    expect(design.document.wording.places.map((p) => p.value)).toEqual(['Bat nights']);
    expect(faults).toEqual([]);
  });
});

describe('what goes wrong in the almanac', () => {
  it('an idea that is changed in two tabs is not lost in either', async () => {
    await page.goto(`${address}/almanac/ideas`);
    await page.getByRole('button', { name: 'New idea' }).click();
    const idea = page.getByRole('region', { name: 'The idea' });
    await idea.getByLabel('Phrase').fill('First of two');
    const id = new URL(page.url()).pathname.split('/')[3];
    const stored = () => api<{ document: Idea; revision: number }>(`ideas/${id}`);
    await keptUntil(page, async () => (await stored()).document.phrase === 'First of two');
    const { document, revision } = await stored();
    await fetch(`${address}/api/ideas/${id}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ revision, document: { ...document, note: 'from the other tab' } }),
    });
    await idea.getByLabel('Phrase').fill('Mine of two');
    await idea.getByText('This idea was changed elsewhere.').waitFor();
    await idea.getByRole('button', { name: 'Keep mine as an idea of its own' }).click();
    await page.waitForFunction((was) => !location.pathname.endsWith(was), id);
    await idea.getByLabel('Phrase').waitFor();
    expect(await idea.getByLabel('Phrase').inputValue()).toBe('Mine of two, mine');
    expect((await stored()).document).toMatchObject({ phrase: 'First of two', note: 'from the other tab' });
  });

  it('a dictionary that does not come is told, and asked for again', async () => {
    const fresh = await page.context().newPage();
    let broken = true;
    await fresh.route(/assets\/index-[^/]*\.json$/, (route) =>
      broken ? route.fulfill({ status: 503, body: '' }) : route.continue(),
    );
    await fresh.goto(`${address}/almanac/phrases`);
    await fresh.getByText(/Phrases could not be made/).waitFor();
    broken = false;
    await fresh.getByRole('button', { name: 'Try again' }).click();
    await fresh
      .getByRole('button', { name: /^Keep / })
      .first()
      .waitFor();
    await fresh.close();
  });

  it('a year that does not come is told, and asked for again', async () => {
    const fresh = await page.context().newPage();
    let broken = true;
    await fresh.route('**/api/seasons', (route) =>
      broken ? route.fulfill({ status: 503, json: { message: 'The database is away.' } }) : route.continue(),
    );
    await fresh.goto(`${address}/almanac`);
    await fresh.getByText('The database is away.').waitFor();
    broken = false;
    await fresh.getByRole('button', { name: 'Try again' }).click();
    await fresh.getByRole('group', { name: 'The year' }).waitFor();
    await fresh.close();
  });

  it('a phrase that no figure fits, and one in another script, are laid out all the same', async () => {
    await page.goto(`${address}/almanac/try?phrase=${encodeURIComponent('Тихая сова')}&figure=qqqq`);
    const all = page.getByRole('list', { name: 'Compositions' });
    await page.getByText(/^12 compositions, each proofed on/).waitFor();
    expect(await all.getByRole('button').count()).toBe(12);
    await page.getByLabel('Phrase').fill('');
    await page.getByText('Type a phrase to see it.').waitFor();
    expect(await all.getByRole('button').count()).toBe(0);
    expect(faults).toEqual([]);
  });
});

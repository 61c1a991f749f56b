import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { Brelm, checked, ROOT, saved, serious } from './brelm';

/**
 * A day in a new shop, from a season to listings that are accepted: six designs of six kinds, on several products, through every
 * stage. It is told in the order in which a seller does it, with what they see at each step.
 */

const brelm = new Brelm();
let address: string;
let page: Page;
let faults: string[];

beforeAll(async () => {
  // A day of the press and of the marketplaces' reviews passes in two seconds.
  ({ address, page, faults } = await brelm.opened(1280, 800, ['--empty', '--press-day', '2']));
});
afterAll(() => brelm.clean());

const press = (name: string | RegExp, within: Page | ReturnType<Page['getByRole']> = page) =>
  within
    .getByRole('button', { name, exact: typeof name === 'string' })
    .first()
    .click();
const dialog = (name: string) => page.getByRole('dialog', { name });
const stack = () => page.locator('aside[aria-label="Stack"]');
const part = (name: string) => stack().locator('li button[aria-expanded]').filter({ hasText: name });

/** Goes to a stage by its key, and waits for what is there. */
const stage = async (key: '1' | '2' | '3' | '4' | '5' | '6', there: string | RegExp) => {
  await page.keyboard.press(key);
  await page
    .getByText(there)
    .or(page.getByRole('button', { name: there }))
    .first()
    .waitFor();
};

/** Opens a design of the shelf. */
async function open(name: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('link', { name, exact: true }).click();
  await page.getByTestId('board').waitFor();
}

/** A design on the shelf is begun anew for a product on a colour. */
async function newDesign(name: string, product: RegExp, colour?: string): Promise<void> {
  await page.goto(address);
  await press('New design');
  const form = dialog('New design');
  await form.getByLabel('Name', { exact: true }).fill(name);
  await form.getByRole('radio', { name: product }).click();
  if (colour) await form.getByRole('radio', { name: colour, exact: true }).click();
  await form.getByRole('button', { name: 'Make it' }).click();
  await page.getByTestId('board').waitFor();
}

/** Adds a figure of the library by what it shows. */
async function addFigure(words: string, called: string): Promise<void> {
  await page.keyboard.press('a');
  const adding = dialog('Add a part');
  await adding.getByLabel('Lettering, or what to look for').fill(words);
  await adding.getByRole('button', { name: called, exact: true }).first().click();
  await part(words).waitFor();
}

/** Adds lettering. */
async function addWords(words: string): Promise<void> {
  await page.keyboard.press('a');
  const adding = dialog('Add a part');
  await adding.getByLabel('Lettering, or what to look for').fill(words);
  await press('Add lettering', adding);
  await part(words.split('\n')[0]).waitFor();
}

/** Says in words what it is, for all listings of the design that is open. */
async function word(title: string, about: string, tags: string): Promise<void> {
  await stage('6', 'Rights');
  await page.getByLabel('Title', { exact: true }).fill(title);
  const paragraph = page.getByLabel('Paragraph 1', { exact: true });
  if ((await paragraph.count()) === 0) await press('Paragraph');
  await paragraph.fill(about);
  await page.getByLabel('New tags, parted by commas').fill(tags);
  await page.keyboard.press('Enter');
  await saved(page);
}

/** Nothing stops the design that is open. */
async function nothingStops(): Promise<void> {
  await checked(page);
  const findings = page.getByRole('region', { name: 'Findings' });
  expect(await findings.locator('[data-severity="stop"]').count()).toBe(0);
}

describe('morning: what for', () => {
  it('the almanac says what to begin, and a phrase is noted for it', async () => {
    await page.goto(`${address}/almanac`);
    await page
      .getByRole('group', { name: 'The year' })
      .getByRole('button', { name: /^Bat nights: / })
      .first()
      .click();
    await press('Note an idea', page.getByRole('complementary', { name: 'Bat nights' }));
    const idea = page.getByRole('region', { name: 'The idea' });
    await idea.getByLabel('Phrase').fill('Bats have right of way');
    await page
      .getByRole('region', { name: 'All ideas' })
      .getByRole('link', { name: 'Bats have right of way' })
      .waitFor();
    expect(await serious(page)).toEqual([]);
  });

  it('the phrase is tried in compositions: a block of lettering, and a ring badge', async () => {
    for (const composition of ['Square block', 'Ring seal']) {
      await page.goto(`${address}/almanac/try?phrase=Bats+have+right+of+way&figure=moon&season=bat-nights`);
      await page.getByText(/^12 compositions, each proofed on/).waitFor();
      await press(new RegExp(`^Make a design of ${composition}`));
      await page.getByTestId('board').waitFor();
      await page.getByLabel('Name of the design').fill(`Bats, ${composition.toLowerCase()}`);
      await page.keyboard.press('Enter');
      await nothingStops();
      await saved(page);
    }
  });
});

describe('noon: six designs', () => {
  it('1, the block of lettering, is judged on every garment and gets a colourway for the pale ones', async () => {
    await open('Bats, square block');
    await stage('2', /^Propose a colourway/);
    await press(/^Propose a colourway/);
    const propose = dialog('Propose a colourway for…');
    const ticked = propose.getByRole('checkbox', { checked: true });
    while ((await ticked.count()) > 0) await ticked.first().uncheck();
    for (const pale of ['Bone', 'White'])
      await propose.getByRole('checkbox', { name: pale, exact: true }).check();
    await press('Work it out', propose);
    await press(/^Take it: /);
    await saved(page);
    await word(
      'Bats have right of way {product}',
      '{A product} for those who wait for the bats.',
      'bat {product}, bats, night, funny bat',
    );
  });

  it('2, the ring badge, is placed on a tote, too', async () => {
    await open('Bats, ring seal');
    await stage('5', /^Add products/);
    await press(/^Add products/);
    await page.getByLabel('Search products').fill('tote');
    await dialog('Add products').getByRole('checkbox').first().check();
    await press('Add and place it');
    await page.getByRole('button', { name: /Tote/ }).first().waitFor();
    await saved(page);
    await stage('4', /^Make (the picture|\d+ pictures)$/);
    await press(/^Make (the picture|\d+ pictures)$/);
    await page
      .getByRole('link', { name: /^Download: / })
      .first()
      .waitFor();
    expect(await serious(page)).toEqual([]);
    await word(
      'Bat crossing badge {product}',
      '{A product} with a badge for bat people.',
      'bat {product}, badge, night walk',
    );
  });

  it('3, a sticker, is cut out and peels in one piece', async () => {
    await newDesign('Mushroom, stuck', /Stickerwharf, kiss-cut sticker, 3 in/i);
    await addFigure('mushroom', 'mushroom, flat colours');
    await addWords('LEAVE THE LAMP ON');
    await stage('3', 'Cut it out');
    await press('Cut it out');
    await page.getByRole('region', { name: 'Figures' }).waitFor();
    await saved(page);
    await word(
      'Mushroom with a lamp {product}',
      '{A product} with a mushroom that would like some light.',
      'mushroom {product}, lamp, night',
    );
  });

  it('4, a collage of photographs, has their grounds taken away', async () => {
    await newDesign('Moon shift', /Pinfold Market, tee front/, 'Soot');
    const photo = await sharp({ create: { width: 1500, height: 1500, channels: 3, background: '#f4f4f2' } })
      .composite([
        {
          input: Buffer.from(
            '<svg width="1500" height="1500"><circle cx="750" cy="750" r="520" fill="#c9a227"/><circle cx="620" cy="640" r="120" fill="#8a6d14"/></svg>',
          ),
        },
      ])
      .png()
      .toBuffer();
    await page.keyboard.press('a');
    await page.getByTestId('file-input').setInputFiles([
      { name: 'moon.png', mimeType: 'image/png', buffer: photo },
      {
        ...{ name: 'lantern.png', mimeType: 'image/png' },
        buffer: readFileSync(join(ROOT, 'demo/samples/lantern-on-white.png')),
      },
    ]);
    await part('lantern').waitFor();
    await page.getByText('Whose are these 2 files?').waitFor();
    await press('My own');
    for (const picture of ['moon', 'lantern']) {
      const box = page.getByTestId('finding-box').filter({ hasText: `“${picture}”` });
      await box.getByRole('button', { name: /Take the ground away/ }).click();
      await box.waitFor({ state: 'detached' });
    }
    await addWords('MOON SHIFT');
    await nothingStops();
    await word('Moon shift {product}', '{A product} for the late ones.', 'moon {product}, night shift');
  });

  it('5, a silhouette, names whose figure it is', async () => {
    await newDesign('Owl, cut', /Pinfold Market, tee front/, 'Soot');
    await addFigure('owl', 'owl, one colour');
    await saved(page);
    await nothingStops();
    // Its figure is somebody's, who wants to be named; the listing says so and does it.
    await word(
      'Owl silhouette {product}',
      '{A product} with an owl and nothing else to say.',
      'owl {product}, silhouette',
    );
    await press('Tee front');
    await press('Name the maker in the description');
    await page
      .getByText(/The description must name a maker/)
      .first()
      .waitFor({ state: 'detached' });
    await saved(page);
  });

  it('6, a series of ten, is made of one layout and a list', async () => {
    await newDesign('Night shift', /Pinfold Market, tee front/, 'Soot');
    await addWords('NIGHT SHIFT\nNEWTS');
    await word(
      'Night shift {product}',
      '{A product} for those who work at night.',
      'night shift {product}, night',
    );
    await page.goto(`${address}/series`);
    await press('New series');
    await page.getByRole('searchbox', { name: 'Find a design' }).fill('night shift');
    await press(/^Night shift/);
    await page.waitForURL(/\/series\/[0-9a-f-]{36}$/);
    await press('Rows…');
    const adding = dialog('Add rows');
    await adding.getByRole('combobox', { name: 'What they say' }).selectOption('typed');
    await adding.getByRole('combobox', { name: 'In the column' }).selectOption({ index: 0 });
    await adding
      .getByRole('textbox')
      .fill('BATS\nMOTHS\nOWLS\nTOADS\nFOXES\nHEDGEHOGS\nSLUGS\nBADGERS\nNIGHTJARS');
    await press('Add 9 rows', adding);
    await page.getByText(/^10 rows · nothing wrong$/).waitFor();
    expect(await serious(page)).toEqual([]);
    await press('Make it…');
    await press('Make 10 files', dialog('Make it'));
    await dialog('Make it').getByText('10 files in 1 run.').waitFor();
    await press('Done', dialog('Make it'));
    // One of them is a design like any other, and is listed.
    await page
      .getByTestId('contact-sheet')
      .getByRole('button', { name: /^Row 2:/ })
      .click();
    const row = page.getByRole('complementary', { name: 'Row 2', exact: true });
    await press('Make it a design of its own', row);
    await row.getByRole('link', { name: 'Its design' }).waitFor();
  });
});

describe('evening: listings', () => {
  it('shops are opened on the marketplaces', async () => {
    await open('Bats, ring seal');
    await stage('6', 'Rights');
    await press('Marketplaces');
    for (const market of ['Pinfold Market', 'Gannet Row', 'Stickerwharf']) {
      await press(`Open a shop there: ${market}`);
      await page.getByRole('button', { name: `Disconnect ${market}` }).waitFor();
    }
    await page.keyboard.press('Escape');
  });

  it('all are sent from the shelf at once, and accepted', async () => {
    await page.goto(address);
    await page.getByRole('checkbox', { name: 'Choose all that are shown' }).click();
    await press('Send listings…');
    const send = dialog('Which listings are sent');
    await send.getByRole('list', { name: 'Listings to send' }).waitFor();
    await press(/^Send \d+ listings$/, send);
    // Each in its turn: its files and pictures are made, and then it is sent.
    const going = page.getByRole('list', { name: 'How listings go' }).getByRole('listitem');
    expect(await going.count()).toBe(8);
    // One after another, in any order.
    const sent = going.getByText('sent', { exact: true });
    for (let n = 0; n < 8; n++) await sent.nth(n).waitFor();
    expect(await serious(page)).toEqual([]);
    await press('Close');
    // Reviewed, they are listed: all that were made today, and the layout of the series.
    await page.waitForFunction(
      (wanted) => wanted <= Number(/Listed\s*(\d+)/.exec(document.body.innerText)?.[1]),
      7,
    );
    expect(await page.getByRole('list', { name: 'Designs' }).getByRole('checkbox').count()).toBe(7);
    expect(faults).toEqual([]);
  });
});

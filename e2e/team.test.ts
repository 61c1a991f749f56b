import type { Browser, Page } from 'playwright-core';
import { Brelm, launch, saved, serious, watch } from './brelm';

const WORDS = 'seven moths at noon';
const brelm = new Brelm();
let browser: Browser;
let address: string;
let ownerLink: string;
const faults: string[] = [];

beforeAll(async () => {
  address = await brelm.start('--team');
  ownerLink = /http\S+\/welcome#\S+/.exec(brelm.log)![0];
  browser = await launch();
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
  expect(faults).toEqual([]);
});

/** Somebody's own browser. */
async function somebody(width = 1280, height = 800): Promise<Page> {
  const page = await (await browser.newContext({ viewport: { width, height } })).newPage();
  page.on('pageerror', (error) => faults.push(error.message));
  watch(page);
  return page;
}

async function comeIn(page: Page, link: string, name: string, signIn?: string): Promise<void> {
  await page.goto(link);
  if (signIn) await page.getByLabel('Name to sign in with').fill(signIn);
  await page.getByLabel('What others call you').fill(name);
  await page.getByLabel('Password').fill(WORDS);
  await page.getByRole('button', { name: 'Come in', exact: true }).click();
  await page.getByRole('heading', { name: 'Shelf' }).waitFor();
}

/** Makes an invitation with the people's dialog open. */
async function invited(page: Page, signIn: string, role: string): Promise<string> {
  await page.getByRole('form', { name: 'Invite' }).getByRole('textbox').first().fill(signIn);
  await page.getByLabel('Role of who is invited').selectOption(role);
  await page.getByRole('button', { name: 'Make the link' }).click();
  return page.getByLabel(`Link for ${signIn}`).inputValue();
}

const openDesign = async (page: Page, name: string) => {
  await page.getByRole('link', { name, exact: true }).first().click();
  await page.getByTestId('board').waitFor();
};

let maud: Page;
let odo: Page;
let ines: Page;

describe('a team', () => {
  it('its owner comes in by the link of the console, and asks others in', async () => {
    const nobody = await somebody();
    await nobody.goto(address);
    await nobody.getByRole('heading', { name: 'Sign in' }).waitFor();
    expect(await serious(nobody)).toEqual([]);
    await nobody.getByLabel('Name').fill('maud@duskwren.example');
    await nobody.getByLabel('Password').fill('not the words');
    await nobody.getByRole('button', { name: 'Sign in' }).click();
    await nobody.getByText('The name or the password is not right.').waitFor();
    await nobody.context().close();

    maud = await somebody();
    await comeIn(maud, ownerLink, 'Maud Thistle', 'maud@duskwren.example');
    await maud.getByRole('button', { name: 'Signed in as Maud Thistle' }).click();
    await maud.getByRole('menuitem', { name: /^People/ }).click();
    odo = await somebody();
    await comeIn(odo, await invited(maud, 'odo@duskwren.example', 'maker'), 'Odo Bracken');
    ines = await somebody(1024, 700);
    await comeIn(ines, await invited(maud, 'ines@duskwren.example', 'looker'), 'Ines Fell');
    await maud.getByRole('button', { name: 'Close', exact: true }).click();
    await maud.getByRole('button', { name: 'Signed in as Maud Thistle' }).click();
    await maud.getByRole('menuitem', { name: /^People/ }).click();
    await maud.getByLabel('Role of Ines Fell').waitFor();
    expect(await serious(maud)).toEqual([]);
    await maud.getByRole('button', { name: 'Close', exact: true }).click();
  });

  it('sees who else is in a design; what each changes is in both, and undo takes back one’s own alone', async () => {
    await Promise.all([maud, odo].map((page) => openDesign(page, 'Moth Ledger Society')));
    await maud.getByLabel('Also here: Odo Bracken').waitFor();
    await odo.getByLabel('Also here: Maud Thistle').waitFor();
    const name = (page: Page) => page.getByLabel('Name of the design');
    await name(maud).fill('Moth Ledger Society, north');
    await maud.keyboard.press('Enter');
    await odo.getByRole('button', { name: 'Hide Outer ring' }).click();
    await odo.waitForFunction(() =>
      document.querySelector<HTMLInputElement>('[aria-label="Name of the design"]')?.value.endsWith('north'),
    );
    await maud.getByRole('button', { name: 'Show Outer ring' }).waitFor();
    await Promise.all([saved(maud), saved(odo)]);
    await odo.keyboard.press('Escape');
    await odo.getByTestId('board').focus();
    await odo.keyboard.press('Control+z');
    await odo.getByRole('button', { name: 'Hide Outer ring' }).waitFor();
    expect(await name(odo).inputValue()).toBe('Moth Ledger Society, north');
    await maud.getByRole('button', { name: 'Hide Outer ring' }).waitFor();
  });

  it('says something of a part, also who only looks; who works resolves it', async () => {
    await ines.goto(address);
    await openDesign(ines, 'Moth Ledger Society, north');
    await ines.getByRole('note').getByText('You may look at this shop').waitFor();
    await ines.getByRole('button', { name: 'Outer ring', exact: true }).click();
    await ines.keyboard.press('n');
    const said = ines.getByLabel('Comment about Outer ring');
    await said.fill('Half an inch down, away from the collar?');
    await ines.keyboard.press('Control+Enter');
    await ines.getByRole('complementary', { name: 'Comments' }).getByText('away from the collar').waitFor();
    expect(await serious(ines)).toEqual([]);
    // What who only looks tries to change stays as it is.
    await ines.getByRole('button', { name: 'Hide Outer ring' }).click();
    expect(await ines.getByRole('button', { name: 'Hide Outer ring' }).count()).toBe(1);

    await maud.getByRole('button', { name: /^Comments/ }).click();
    const panel = maud.getByRole('complementary', { name: 'Comments' });
    await panel.getByText('away from the collar').waitFor();
    await panel.getByRole('button', { name: 'Outer ring' }).click();
    await panel.getByRole('button', { name: /^Resolve/ }).click();
    await panel.getByText('1 resolved').waitFor();
    await maud.keyboard.press('Escape');
  });

  it('is signed out by an owner in the middle of work: it is kept, and saved once they are in again', async () => {
    const out = await maud.context().request.get(`${address}/api/house/shops/first/people`);
    const people = (await out.json()) as { id: string; name: string }[];
    const { id } = people.find((p) => p.name === 'Odo Bracken')!;
    const reset = await maud.context().request.post(`${address}/api/house/shops/first/people/${id}/reset`, {
      headers: { origin: address },
    });
    const { link } = (await reset.json()) as { link: string };
    const elsewhere = await somebody();
    await elsewhere.goto(link);
    await elsewhere.getByLabel('Password', { exact: true }).fill('eleven bats at dawn');
    await elsewhere.getByRole('button', { name: 'Set it' }).click();
    await elsewhere.getByRole('heading', { name: 'Your new password is set' }).waitFor();

    await odo.getByLabel('Name of the design').fill('Moth Ledger Society, south');
    await odo.keyboard.press('Enter');
    await odo.getByRole('heading', { name: 'Sign in again' }).waitFor();
    expect(await serious(odo)).toEqual([]);
    await odo.getByLabel('Password').fill('eleven bats at dawn');
    await odo.getByRole('button', { name: 'Sign in' }).click();
    await saved(odo);
    await maud.waitForFunction(() =>
      document.querySelector<HTMLInputElement>('[aria-label="Name of the design"]')?.value.endsWith('south'),
    );
  });

  it('reads who did what, of the shop and by one person', async () => {
    await maud.getByRole('button', { name: /^Shop:/ }).click();
    await maud.getByRole('menuitem', { name: /What was done/ }).click();
    await maud.getByRole('heading', { name: 'What was done' }).waitFor();
    await maud.getByText('resolved a comment on').waitFor();
    expect(await serious(maud)).toEqual([]);
    await maud.getByLabel('By whom').selectOption({ label: 'by Ines Fell' });
    await maud.getByText('resolved a comment on').waitFor({ state: 'detached' });
    expect(await maud.getByRole('listitem').allInnerTexts()).toEqual([
      expect.stringMatching(/Ines Fell wrote a comment on\s+design\s+Moth Ledger Society, north/),
    ]);
  });

  it('sets up a second factor, and is asked for it', async () => {
    await ines.goto(address);
    await ines.getByRole('button', { name: 'Signed in as Ines Fell' }).click();
    await ines.getByRole('menuitem', { name: /^You/ }).click();
    await ines.getByRole('button', { name: 'Set it up…' }).click();
    await ines.getByAltText('The secret as a picture').waitFor();
    expect(await serious(ines)).toEqual([]);
    await ines.getByLabel('Code').fill('000000');
    await ines.getByRole('button', { name: 'Set it up', exact: true }).click();
    await ines.getByRole('alert').getByText('is not the code of now').waitFor();
  });
});

describe('a passkey', () => {
  it('is made on a device and lets its owner in without a password', async () => {
    const page = await somebody();
    const tool = await page.context().newCDPSession(page);
    await tool.send('WebAuthn.enable');
    const device = await tool.send('WebAuthn.addVirtualAuthenticator', {
      options: {
        ...{ protocol: 'ctap2', transport: 'internal', hasResidentKey: true, hasUserVerification: true },
        ...{ isUserVerified: true, automaticPresenceSimulation: true },
      },
    });
    // Keys are for a name, not for a number.
    const named = address.replace('127.0.0.1', 'localhost');
    await page.goto(named);
    await page.getByLabel('Name').fill('odo@duskwren.example');
    await page.getByLabel('Password').fill('eleven bats at dawn');
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
    const own = async () => {
      await page.getByRole('button', { name: 'Signed in as Odo Bracken' }).click();
      await page.getByRole('menuitem', { name: /^You/ }).click();
    };
    await own();
    await page.getByRole('button', { name: 'Make one on this device' }).click();
    await page.getByRole('list', { name: 'Passkeys' }).getByText('at localhost').waitFor();
    // The device says itself that it has one already.
    await page.getByRole('button', { name: 'Make one on this device' }).click();
    await page.getByRole('alert').getByText('has a passkey for you already').waitFor();
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    await page.getByRole('button', { name: 'Signed in as Odo Bracken' }).click();
    await page.getByRole('menuitem', { name: 'Sign out' }).click();
    await page.getByRole('button', { name: 'With a passkey' }).click();
    await own();
    await page.getByRole('button', { name: /^Give up the passkey/ }).click();
    await page.getByRole('list', { name: 'Passkeys' }).waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    await page.getByRole('button', { name: 'Signed in as Odo Bracken' }).click();
    await page.getByRole('menuitem', { name: 'Sign out' }).click();
    // The device still has it; here it is not known any more.
    await page.getByRole('button', { name: 'With a passkey' }).click();
    await page.getByRole('alert').getByText('not known here').waitFor();
    await tool.send('WebAuthn.removeVirtualAuthenticator', device);
    await page.context().close();
  });
});

describe('shops side by side', () => {
  it('a demo is put beside one’s own, worked in, taken away and brought back', async () => {
    await maud.goto(address);
    await maud.getByRole('button', { name: /^Shop:/ }).click();
    await maud.getByRole('menuitem', { name: /^Shops…/ }).click();
    await maud.getByRole('button', { name: 'Make the shop' }).click();
    await maud.getByRole('alert').getByText('Give the shop a name.').waitFor();
    await maud.getByLabel('Its name').fill('To try things in');
    await maud.getByLabel(/With Duskwren/).check();
    await maud.getByRole('button', { name: 'Make the shop' }).click();
    await maud.getByText('“To try things in” is there.').waitFor();
    expect(await serious(maud)).toEqual([]);
    await maud.getByRole('link', { name: 'Open To try things in' }).click();
    await maud.waitForURL(/\/shops\/to-try-things-in\/$/);
    await maud.getByRole('button', { name: 'Shop: To try things in' }).waitFor();
    // The other shop's changes are not here, and these are not there.
    await openDesign(maud, 'Moth Ledger Society');
    await maud.getByLabel('Name of the design').fill('Only to try');
    await maud.keyboard.press('Enter');
    await saved(maud);
    await maud.reload();
    await maud.getByTestId('board').waitFor();
    expect(await maud.getByLabel('Name of the design').inputValue()).toBe('Only to try');
    await maud.goto(`${address}/shops/to-try-things-in/`);
    await maud.getByRole('link', { name: 'Only to try', exact: true }).first().waitFor();

    await maud.goto(address);
    await maud.getByRole('link', { name: 'Moth Ledger Society, south', exact: true }).first().waitFor();
    expect(await maud.getByRole('link', { name: 'Only to try', exact: true }).count()).toBe(0);
    await maud.getByRole('button', { name: /^Shop:/ }).click();
    await maud.getByRole('menuitem', { name: /^Shops…/ }).click();
    await maud.getByRole('button', { name: 'Take away: To try things in' }).click();
    await maud.getByRole('button', { name: 'Take it away', exact: true }).click();
    await maud.getByRole('button', { name: /^Bring to-try-things-in back/ }).click();
    await maud.getByText('“To try things in” is back.').waitFor();
    await maud.getByRole('link', { name: 'Open To try things in' }).click();
    await maud.getByRole('link', { name: 'Only to try', exact: true }).first().waitFor();
  });

  it('who is not in a shop is shown theirs instead', async () => {
    await odo.goto(`${address}/shops/to-try-things-in/`);
    await odo.getByRole('heading', { name: 'Choose a shop' }).waitFor();
    await odo.getByRole('link', { name: /Duskwren Field Supply/ }).click();
    await odo.getByRole('heading', { name: 'Shelf' }).waitFor();
    await odo.getByRole('button', { name: /^Shop:/ }).click();
    expect(await odo.getByRole('menuitem').allInnerTexts()).toEqual([
      expect.stringMatching(/^What was done/),
      'English',
      'Deutsch',
    ]);
  });
});

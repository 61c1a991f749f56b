import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { Brelm, ROOT, serious } from './brelm';

const brelm = new Brelm();
let page: Page;
let address: string;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened());
});
afterAll(() => brelm.clean());

const WORDS = join(ROOT, 'apps/web/src/words');
const catalogues = (language: string): Map<string, string> =>
  new Map(
    readdirSync(join(WORDS, language)).flatMap((file) =>
      Object.entries(
        JSON.parse(readFileSync(join(WORDS, language, file), 'utf8')) as Record<string, string>,
      ).map(([key, message]) => [`${file} ${key}`, message] as const),
    ),
  );

/** What is said in English alone, in two words or more: one alone may be what a seller has called an ink, or a product. */
function englishAlone(): ReadonlySet<string> {
  const german = new Set(catalogues('german').values());
  return new Set(
    [...catalogues('english').values()].filter((m) => !/[{<]/.test(m) && m.includes(' ') && !german.has(m)),
  );
}

/** All that a page says: its text, and what its controls are called. */
const saidOn = (): Promise<string[]> =>
  page.evaluate(() => {
    const said: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) said.push(node.nodeValue!.trim());
    for (const element of document.querySelectorAll('[aria-label], [title], [placeholder]'))
      for (const name of ['aria-label', 'title', 'placeholder'])
        said.push(element.getAttribute(name)?.trim() ?? '');
    return [...new Set(said)];
  });

/** Places and stages, with something in German that is there once they are read. */
const PLACES: [place: string, there: string][] = [
  ['', 'Neuer Entwurf'],
  ['almanac', 'Neue Saison'],
  ['almanac/demand', 'Was gesucht wird'],
  ['almanac/phrases', 'Welche Sprüche gewünscht sind'],
  ['almanac/ideas', 'Neue Idee'],
  ['series', 'Neue Serie'],
  ['sheets', 'Neuer Bogen'],
  ['materials', 'Eine Farbe hinzufügen'],
  ['specs', 'Das Produktbuch durchsuchen'],
  ['runs', 'Dateien bleiben'],
  ['samples', 'Noch keine Muster'],
  ['numbers', 'Noch ist nichts verkauft'],
  ['history', 'Woran'],
];
const STAGES: [stage: string, there: string][] = [
  ['', 'Druckgröße'],
  ['/garments', 'Eine Farbstellung vorschlagen…'],
  ['/cut', 'Ausschneiden'],
  ['/mockups', 'Bilder machen'],
  ['/placement', 'Für mich platzieren'],
  ['/listings', 'Geschützte Wörter'],
];

describe('another language', () => {
  it('is chosen under the shop, in its own words, and kept', async () => {
    await page.goto(address);
    await page.getByRole('button', { name: /^Shop: / }).click();
    await page.getByRole('menuitem', { name: 'Deutsch' }).click();
    await page.getByRole('link', { name: 'Regal', exact: true }).waitFor();
    expect(await page.locator('html').getAttribute('lang')).toBe('de-DE');
    await page.reload();
    await page.getByRole('button', { name: 'Neuer Entwurf' }).waitFor();
  });

  it('is spoken in every place and stage, and nothing there is said in English', async () => {
    const english = englishAlone();
    expect(english.size).toBeGreaterThan(1500);
    const { designs } = (await (await fetch(`${address}/api/designs?count=50`)).json()) as {
      designs: { id: string; name: string }[];
    };
    const design = `design/${designs.find((d) => d.name.startsWith('Count Owls'))!.id}`;
    const left: string[] = [];
    for (const [place, there] of [
      ...PLACES,
      ...STAGES.map(([stage, at]) => [`${design}${stage}`, at] as [string, string]),
    ]) {
      await page.goto(`${address}/${place}`);
      await page.getByText(there).or(page.getByLabel(there)).or(page.getByTitle(there)).first().waitFor();
      const wide = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      if (wide > 0) left.push(`${place} is ${wide} px wider than the window`);
      left.push(
        ...(await saidOn()).filter((words) => english.has(words)).map((words) => `${place}: ${words}`),
      );
    }
    expect(left).toEqual([]);
    expect(await serious(page)).toEqual([]);
  });

  it('says what the proof finds, its mends, dates and numbers, and what is done', async () => {
    const { designs } = (await (await fetch(`${address}/api/designs?count=50`)).json()) as {
      designs: { id: string; name: string }[];
    };
    await page.goto(`${address}/design/${designs.find((d) => d.name.startsWith('Count Owls'))!.id}`);
    await page.getByText(/Die kleinste Schrift, „Field supply“ \(\d+,\d mm\), liest sich bis/).waitFor();
    await page
      .getByRole('button', { name: /^COUNT OWLS/ })
      .first()
      .click();
    await page.keyboard.press('ArrowRight');
    await page.getByRole('button', { name: 'Rückgängig: Anstoßen' }).click();
    await page.getByRole('button', { name: 'Wiederherstellen: Anstoßen' }).waitFor();
    expect(faults).toEqual([]);
  });

  it('leaves what is written in braces, and the order of what is found, as they are', async () => {
    await page.getByRole('link', { name: 'Angebote', exact: true }).click();
    const places = page.getByRole('combobox', { name: 'Einen Platzhalter einsetzen: Titel' });
    await places.selectOption('a product');
    await page.getByRole('button', { name: 'Rückgängig: Den Titel ändern' }).waitFor();
    expect(await page.getByRole('textbox', { name: 'Titel', exact: true }).inputValue()).toContain(
      '{a product}',
    );
    await page.getByRole('link', { name: 'Motiv', exact: true }).click();
    await page.getByText('Druckgröße').waitFor();
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Alles finden' }).fill('o');
    const headings = page.getByRole('dialog').getByRole('group');
    await headings.first().waitFor();
    const names = await headings.evaluateAll((all) => all.map((g) => g.getAttribute('aria-label') ?? ''));
    const known = ['Teile', 'Textilien', 'Farbstellungen', 'Farben'].filter((name) => names.includes(name));
    expect(known.length).toBeGreaterThan(1);
    expect(names.filter((name) => known.includes(name))).toEqual(known);
  });
});

import type { Locator, Page } from 'playwright-core';
import type { Design } from '@brelm/core/design';
import type { PicturePart } from '@brelm/core/parts';
import { join } from 'node:path';
import { Brelm, keptUntil, ROOT, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened());
});
afterAll(() => brelm.clean());

const stored = async (): Promise<Design> => {
  const id = new URL(page.url()).pathname.split('/')[2];
  const { document } = (await (await fetch(`${address}/api/designs/${id}`)).json()) as {
    document: { sides: { parts: Design['parts'] }[] };
  };
  return { ...(document as unknown as Design), parts: document.sides[0].parts };
};
const picture = (design: Design, name: string) =>
  design.parts.find((p): p is PicturePart => p.kind === 'picture' && p.name === name)!;
/** The server has what is asked for. */
const kept = (is: (design: Design) => boolean) => keptUntil(page, async () => is(await stored()));
const steps = () => page.getByRole('region', { name: 'Steps of the picture' });
/** All steps are made, and what is on the board shows them. */
const made = () => steps().getByText('working…').waitFor({ state: 'detached' });
const card = (name: string): Locator => steps().getByRole('button', { name, expanded: true });
const openStep = async (name: string) => {
  await steps().getByRole('button', { name, exact: true }).click();
  await card(name).waitFor();
};

describe('the steps of a picture', () => {
  it('are listed, the collage’s as they are stored', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Lamp Hours' }).click();
    await page.locator('aside[aria-label="Stack"] li', { hasText: 'Moth' }).click();
    await steps().waitFor();
    expect(await steps().getByRole('listitem').count()).toBe(picture(await stored(), 'Moth').steps.length);
    await made();
    expect(await serious(page)).toEqual([]);
  });

  it('are added by search, set by keyboard, switched, ordered and taken away, each undone', async () => {
    await steps().getByRole('button', { name: 'Add a step' }).click();
    await page.getByRole('searchbox', { name: 'Find a step' }).fill('posterise');
    await page.keyboard.press('Enter');
    await card('Posterise').waitFor();
    const tones = page.getByLabel('Tones', { exact: true });
    await tones.fill('6');
    await page.keyboard.press('Enter');
    await kept((d) => picture(d, 'Moth').steps.some((s) => s.kind === 'posterise' && s.tones === 6));
    await tones.fill('99');
    await page.keyboard.press('Enter');
    await page.getByText('2 to 32').waitFor();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: /^Earlier: step \d+, Posterise/ }).click();
    await page.getByRole('button', { name: /^Switch off: step \d+, Posterise/ }).click();
    await kept(({ parts }) => {
      const list = (parts.find((p) => p.name === 'Moth') as PicturePart).steps;
      return list.at(-2)?.kind === 'posterise' && !list.at(-2)!.on;
    });
    await page.getByRole('button', { name: /^Remove: step \d+, Posterise/ }).click();
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await kept((d) => picture(d, 'Moth').steps.some((s) => s.kind === 'posterise' && s.on));
  });

  it('a mask says where one acts', async () => {
    await openStep('Posterise');
    await page.getByRole('combobox', { name: 'It acts' }).selectOption('tones');
    await page.getByLabel('To %', { exact: true }).fill('40');
    await page.keyboard.press('Enter');
    await page.getByLabel('Everywhere but there').check();
    await kept((d) =>
      picture(d, 'Moth').steps.some(
        (s) => s.mask?.kind === 'tones' && Math.abs(s.mask.to - 0.4) < 1e-9 && s.mask.invert,
      ),
    );
    await steps().getByText('masked').waitFor();
  });

  it('a mask can be another part; one that is gone is found, and back with it', async () => {
    await page.getByRole('combobox', { name: 'It acts' }).selectOption('part');
    await page.getByRole('combobox', { name: 'The part' }).selectOption({ label: 'keep one lit' });
    const masked = (d: Design, by: string) =>
      picture(d, 'Moth').steps.some((s) => s.mask?.kind === 'part' && s.mask.part === by && s.mask.invert);
    await kept((d) => masked(d, 'sub'));
    await made();
    expect(await serious(page)).toEqual([]);
    const row = (name: string) => page.locator('aside[aria-label="Stack"] li', { hasText: name }).first();
    await row('keep one lit').getByRole('button', { expanded: false }).click();
    await page.getByTestId('board').focus();
    await page.keyboard.press('Delete');
    const found = page.getByText('A step of “Moth” acts inside a part that is not there').first();
    await found.waitFor();
    await page.keyboard.press('Control+z');
    await found.waitFor({ state: 'detached' });
    await kept((d) => masked(d, 'sub'));
    await row('Moth').getByRole('button', { expanded: false }).first().click();
    await openStep('Posterise masked');
    // Another picture, too: as much as that covers.
    const lantern = picture(await stored(), 'Lantern').id;
    await page.getByRole('combobox', { name: 'The part' }).selectOption(lantern);
    await kept((d) => masked(d, lantern));
    await made();
    await page.getByRole('combobox', { name: 'It acts' }).selectOption('tones');
    await kept((d) => !masked(d, lantern));
  });

  it('a surface can be another picture, of the design or of a file', async () => {
    await steps().getByRole('button', { name: 'Add a step' }).click();
    await page.getByRole('searchbox', { name: 'Find a step' }).fill('surface');
    await page.keyboard.press('Enter');
    await card('Surface').waitFor();
    await page.getByRole('combobox', { name: 'Surface' }).selectOption('own');
    await page.getByText('Until there is one, nothing is laid over.').waitFor();
    await page.getByRole('combobox', { name: 'Or of this design' }).selectOption({ label: 'Lantern' });
    await page.getByText(/\d+ × \d+ greys, kept with the design/).waitFor();
    expect(await serious(page)).toEqual([]);
    const own = (d: Design) =>
      picture(d, 'Moth').steps.flatMap((s) => (s.kind === 'surface' && s.own ? [s.own] : []));
    await kept((d) => own(d).length === 1);
    await made();
    await page.getByTestId('picture of the surface').setInputFiles({
      name: 'none.png',
      mimeType: 'image/png',
      buffer: Buffer.from('none'),
    });
    await page.getByText('“none.png” cannot be read as a picture').waitFor();
    await page
      .getByTestId('picture of the surface')
      .setInputFiles(join(ROOT, 'demo/designs/pictures/pale-moon.png'));
    const [before] = own(await stored());
    await kept((d) => own(d).length === 1 && own(d)[0].data !== before.data);
    await page.getByRole('button', { name: /^Remove: step \d+, Surface/ }).click();
    await kept((d) => own(d).length === 0);
  });

  it('light is painted on the board, in px of the picture, and rubbed out again', async () => {
    await steps().getByRole('button', { name: 'Add a step' }).click();
    await page.getByRole('button', { name: /^Light and shade by brush/ }).click();
    const layer = page.getByTestId('brush-layer');
    await layer.waitFor();
    const box = (await layer.boundingBox())!;
    await page.getByRole('button', { name: 'Darken' }).click();
    await page.mouse.move(box.x + box.width * 0.6, box.y + box.height * 0.3);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * 0.7, box.y + box.height * 0.35, { steps: 5 });
    await page.mouse.up();
    const strokes = (d: Design) =>
      picture(d, 'Moth').steps.flatMap((s) => (s.kind === 'light' ? s.strokes : []));
    await kept((d) => strokes(d).length === 1);
    const [stroke] = strokes(await stored());
    expect(stroke.does).toBe('less');
    expect(stroke.points.length).toBeGreaterThan(6);
    expect(stroke.points.length % 3).toBe(0);
    expect(await serious(page)).toEqual([]);
    await page.getByRole('button', { name: 'Clear' }).click();
    await kept((d) => strokes(d).length === 0);
    await page.keyboard.press('Escape');
    await layer.waitFor({ state: 'detached' });
  });

  it('an outline is begun without a pointer, its points moved by arrow keys, and added to', async () => {
    await steps().getByRole('button', { name: 'Add a step' }).click();
    await page.getByRole('button', { name: /^Cut by hand/ }).click();
    await page.getByRole('button', { name: 'Begin with a box' }).click();
    const loop = (d: Design) =>
      picture(d, 'Moth').steps.flatMap((s) => (s.kind === 'outline' ? s.loops : []))[0];
    await kept((d) => loop(d)?.points.length === 4);
    const [before] = loop(await stored()).points;
    await page.getByRole('button', { name: 'Point 1 of 4, outline 1' }).focus();
    await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('+');
    await kept((d) => loop(d).points.length === 5 && loop(d).points[0][0] > before[0] + 5);
  });

  it('an outline turns into a curve at a point, whose handles are moved by keys and by hand', async () => {
    const layer = page.getByRole('group', { name: 'Draw the outline here' });
    const loop = (d: Design) =>
      picture(d, 'Moth').steps.flatMap((s) => (s.kind === 'outline' ? s.loops : []))[0];
    const first = layer.getByRole('button', { name: /^Point 1 of 5, outline 1/ });
    await first.focus();
    expect(await layer.getByRole('button', { name: /^Handle/ }).count()).toBe(0);
    await page.keyboard.press('Enter');
    await kept((d) => Boolean(loop(d).handles?.[0]));
    const [inX, inY, outX, outY] = loop(await stored()).handles![0]!;
    // Smooth: both on one line through the point.
    expect(Math.abs(inX * outY - inY * outX)).toBeLessThan(1e-6);
    await layer.getByRole('button', { name: 'Handle after point 1 of 5, outline 1' }).focus();
    await page.keyboard.press('Shift+ArrowUp');
    await kept((d) => loop(d).handles![0]![3] < outY);
    // The other turned with it, and kept its length.
    const turned = loop(await stored()).handles![0]!;
    expect(Math.hypot(turned[0], turned[1])).toBeCloseTo(Math.hypot(inX, inY), 6);
    expect(Math.abs(turned[0] * turned[3] - turned[1] * turned[2])).toBeLessThan(1e-6);
    const before = layer.getByRole('button', { name: 'Handle before point 1 of 5, outline 1' });
    const box = (await before.boundingBox())!;
    await page.keyboard.down('Alt');
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + 30, box.y - 20, { steps: 4 });
    await page.mouse.up();
    await page.keyboard.up('Alt');
    await kept((d) => {
      const h = loop(d).handles![0]!;
      return h[0] !== turned[0] && h[2] === turned[2] && h[3] === turned[3];
    });
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Control+z');
    await kept((d) => loop(d).handles![0]![0] === turned[0]);
    await layer.getByRole('button', { name: /^Point 1 of 5, outline 1, curved/ }).dblclick();
    await kept((d) => loop(d).handles![0]!.every((v) => v === 0));
    await made();
    await page.getByRole('button', { name: 'Done' }).click();
    await page.getByRole('button', { name: /^Remove: step \d+, Cut by hand/ }).click();
  });

  it('a look takes the place of tones and tints, and keeps what cuts it out', async () => {
    await steps().getByRole('button', { name: 'Looks' }).click();
    await page.getByRole('button', { name: /^Three-ink poster/ }).click();
    const cut = 'ground edge';
    const painted = 'light';
    const kinds = (d: Design) => picture(d, 'Moth').steps.map((s) => s.kind);
    await kept((d) => kinds(d).join(' ') === `${cut} blur posterise tint ${painted}`);
    await made();
  });

  it('one prints enlarged, seen beside what it is without, by the keyboard alone', async () => {
    await page.getByRole('button', { name: 'Enlarge', exact: true }).press('Enter');
    const dialog = page.getByRole('dialog', { name: 'Enlarge the picture' });
    await dialog.getByRole('radio', { name: '2 times' }).press('ArrowRight');
    await dialog.getByText(/dpi as it is enlarged/).waitFor();
    await dialog.getByRole('button', { name: 'What is shown: 50 % across, 50 % down' }).press('ArrowLeft');
    await dialog.getByRole('button', { name: /^What is shown: 4\d % across, 50 % down/ }).waitFor();
    for (const view of ['As it is', 'Enlarged 4 times'])
      await dialog.locator(`canvas[aria-label="${view}"][aria-busy="false"]`).waitFor();
    // On an eye of its wing the two views are not the same.
    await dialog.getByRole('button', { name: /^What is shown/ }).click({ position: { x: 37, y: 38 } });
    await page.waitForFunction(() => {
      const [plain, large] = document.querySelectorAll<HTMLCanvasElement>('figure canvas');
      return plain.toDataURL() !== large.toDataURL();
    });
    expect(await serious(page)).toEqual([]);
    await dialog.getByRole('button', { name: 'Print it 4 times as fine' }).press('Enter');
    await kept((d) => picture(d, 'Moth').enlarged === 'fourfold');
    await page.getByRole('button', { name: 'Enlarged 4 times' }).waitFor();
    await page.keyboard.press('Control+z');
    await kept((d) => picture(d, 'Moth').enlarged === undefined);
  });

  it('tracing makes a motif where the picture was, its colours the design’s inks, and keeps the picture', async () => {
    await page.getByRole('button', { name: 'Trace into outlines' }).click();
    const dialog = page.getByRole('dialog', { name: 'Trace Moth' });
    await dialog.getByText(/points; borders/).waitFor();
    expect(await serious(page)).toEqual([]);
    await dialog.getByRole('combobox', { name: 'Colours' }).selectOption('3');
    await dialog.getByText('Tracing…').waitFor({ state: 'detached' });
    await dialog.getByRole('button', { name: 'Put it on the board' }).click();
    await kept((d) => d.parts.some((p) => p.kind === 'motif' && p.name === 'Moth, traced'));
    const design = await stored();
    expect(picture(design, 'Moth').hidden).toBe(true);
    const motif = design.parts.find((p) => p.name === 'Moth, traced')!;
    expect(motif.place.x).toBeCloseTo(picture(design, 'Moth').place.x, 3);
    await page.keyboard.press('Control+z');
    await kept((d) => !picture(d, 'Moth').hidden && !d.parts.some((p) => p.name === 'Moth, traced'));
    expect(faults).toEqual([]);
  });
});

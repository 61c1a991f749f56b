import type { Page } from 'playwright-core';
import { Brelm, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened());
});
afterAll(() => brelm.clean());

const large = () => page.getByRole('region', { name: 'Mockup' }).getByRole('img');
/** The large picture is that of what is chosen. */
const made = () => page.locator('section[aria-label="Mockup"] canvas[data-shown="true"]').waitFor();
/** Colour at a share of the large picture: what the seller sees. */
const colourAt = async (x: number, y: number): Promise<number[]> => {
  const box = (await large().boundingBox())!;
  const clip = { x: box.x + box.width * x - 3, y: box.y + box.height * y - 3, width: 6, height: 6 };
  const shot = await page.screenshot({ clip });
  return page.evaluate(async (png) => {
    const bitmap = await createImageBitmap(await (await fetch(`data:image/png;base64,${png}`)).blob());
    const context = new OffscreenCanvas(1, 1).getContext('2d')!;
    context.drawImage(bitmap, 0, 0, 1, 1);
    return [...context.getImageData(0, 0, 1, 1).data.slice(0, 3)];
  }, shot.toString('base64'));
};

describe('mockups', () => {
  it('show the design on the product, by the stage’s key, and say how it sits', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Night Shift Owls' }).click();
    await page.getByTestId('board').waitFor();
    await page.keyboard.press('4');
    await page.getByRole('heading', { name: 'Tee on a figure, Soot' }).waitFor();
    await made();
    await page.getByText(/in wide on a chest of 20 in \(M\)/).waitFor();
    // The hem is of the garment, the sun of the design is not.
    expect(Math.max(...(await colourAt(0.5, 0.85)))).toBeLessThan(60);
    expect(await serious(page)).toEqual([]);
  });

  it('change with the colour, the scene and the size that are chosen by the keyboard', async () => {
    await page.getByRole('button', { name: 'Pine', exact: true }).press('Enter');
    await page.getByRole('heading', { name: 'Tee on a figure, Pine' }).waitFor();
    await made();
    const [r, g] = await colourAt(0.5, 0.85);
    expect(g).toBeGreaterThan(r);
    await page.getByRole('button', { name: 'Tee laid flat' }).press('Enter');
    await page.getByRole('heading', { name: 'Tee laid flat, Pine' }).waitFor();
    await page.getByRole('combobox', { name: 'Size of the blank' }).selectOption('3XL');
    await page.getByText(/on a chest of 28 in \(3XL\)/).waitFor();
    await page.getByRole('combobox', { name: 'Shows' }).selectOption('square');
    await page.getByRole('combobox', { name: 'Background' }).selectOption('wood');
    await page.getByRole('button', { name: 'Background #b7a68c' }).press('Enter');
    await made();
    const { width, height } = (await large().boundingBox())!;
    expect(width / height).toBeCloseTo(1, 1);
    expect(faults).toEqual([]);
  });

  it('are made as a run, listed, and marked once the design has changed; one press makes them anew', async () => {
    await page.getByRole('combobox', { name: 'Width' }).selectOption('1200');
    await page.getByRole('combobox', { name: 'Pictures' }).selectOption('colours');
    await page.getByRole('button', { name: 'Make 2 pictures' }).press('Enter');
    const list = page.getByRole('region', { name: 'Pictures made' });
    await list.getByRole('link', { name: 'Download: Tee laid flat, Soot, square' }).waitFor();
    await list.getByRole('link', { name: 'Download: Tee laid flat, Pine, square' }).waitFor();
    const download = page.waitForEvent('download');
    await list.getByRole('link', { name: 'Download: Tee laid flat, Pine, square' }).click();
    expect((await download).suggestedFilename()).toMatch(/^night-shift-owls-tee-flat-pine.*-mockup\.jpg$/);
    await page.getByLabel('Name of the design').fill('Night Shift Owls, second');
    await page.getByLabel('Name of the design').press('Enter');
    await list.getByText('All show the design as it was before.').waitFor();
    expect(await serious(page)).toEqual([]);
    await list.getByRole('button', { name: 'Make anew' }).press('Enter');
    await list.getByText('All show the design as it was before.').waitFor({ state: 'detached' });
    expect(faults).toEqual([]);
  });

  it('stand beside one another in one picture, with a caption and the shop’s mark', async () => {
    await page.getByRole('combobox', { name: 'Shows' }).selectOption('whole');
    await page.getByRole('combobox', { name: 'Background' }).selectOption('plain');
    await made();
    await page.getByText('Words on the picture').press('Enter');
    await page.getByLabel('Caption below it').fill('Two colours, one shift');
    await page.keyboard.press('Enter');
    await page.getByLabel('Your shop, in its corner').fill('Duskwren');
    await page.keyboard.press('Enter');
    await page.getByRole('combobox', { name: 'Pictures', exact: true }).selectOption('grid');
    // Two tees with their labels and the caption: wider than one alone.
    await page.waitForFunction(() => {
      const canvas = document.querySelector<HTMLCanvasElement>('section[aria-label="Mockup"] canvas');
      return canvas?.dataset.shown === 'true' && canvas.width / canvas.height > 1;
    });
    await page.getByRole('combobox', { name: 'Size of a file' }).selectOption('1000000');
    await page.getByRole('button', { name: 'Make the picture' }).press('Enter');
    const list = page.getByRole('region', { name: 'Pictures made' });
    await list.getByRole('link', { name: 'Download: Tee laid flat, 2 beside one another' }).waitFor();
    // What was written is there again after a reload.
    await page.reload();
    await page.getByRole('group', { name: 'Scenes' }).waitFor();
    expect(await page.getByLabel('Caption below it').inputValue()).toBe('Two colours, one shift');
    expect(await serious(page)).toEqual([]);
    await page.getByLabel('Caption below it').fill('');
    await page.keyboard.press('Enter');
  });

  it('show a mug and a sticker as what they are, and say where there is no scene', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Bog Standard' }).click();
    await page.getByTestId('board').waitFor();
    await page.keyboard.press('4');
    await page.getByRole('heading', { name: 'Sticker on a laptop', exact: true }).waitFor();
    await made();
    // A sticker has no colours of cloth to choose from.
    expect(await page.getByRole('group', { name: 'Colours of the product' }).count()).toBe(0);
    expect(await serious(page)).toEqual([]);
  });
});

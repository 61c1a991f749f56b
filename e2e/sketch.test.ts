import type { Page } from 'playwright-core';
import { PNG } from 'pngjs';
import type { DesignDocument } from '@brelm/core/design';
import { Brelm, keptUntil, onScreen, serious } from './brelm';

const brelm = new Brelm();
let address: string;
let page: Page;
let faults: string[];

beforeAll(async () => {
  ({ address, page, faults } = await brelm.opened());
});
afterAll(() => brelm.clean());

const stored = async (): Promise<DesignDocument> => {
  const id = new URL(page.url()).pathname.split('/')[2];
  return ((await (await fetch(`${address}/api/designs/${id}`)).json()) as { document: DesignDocument })
    .document;
};
const kept = (is: (design: DesignDocument) => boolean) => keptUntil(page, async () => is(await stored()));
const reference = ({ sides }: DesignDocument) => sides[0].aids.reference;
const lines = ({ sides }: DesignDocument) => sides[0].parts.flatMap((p) => (p.kind === 'line' ? [p] : []));

/** A paper on a dark table, with a ring drawn on it. */
function photograph(): Buffer {
  const image = new PNG({ width: 240, height: 200 });
  for (let y = 0; y < 200; y++)
    for (let x = 0; x < 240; x++) {
      const paper = x >= 24 && x < 216 && y >= 20 && y < 180;
      const ring = Math.abs(Math.hypot(x - 120, y - 100) - 50) < 2;
      const tone = paper ? (ring ? 50 : 210 - x / 4) : 30;
      image.data.set([tone, tone, tone, 255], 4 * (y * 240 + x));
    }
  return PNG.sync.write(image);
}

describe('a sketch on paper', () => {
  it('is brought in while drawing, its paper squared up by keyboard, and asked whose it is', async () => {
    await page.goto(address);
    await page.getByRole('link', { name: 'Count Owls Not Sheep' }).click();
    await page.getByTestId('board').waitFor();
    await page.keyboard.press('d');
    await page.getByRole('toolbar', { name: 'Drawing' }).waitFor();
    await page
      .getByTestId('sketch')
      .setInputFiles({ name: 'Ring.png', mimeType: 'image/png', buffer: photograph() });
    const dialog = page.getByRole('dialog', { name: 'A sketch to draw over' });
    const corner = dialog.getByRole('button', { name: /^Top left corner/ });
    // Its paper is found; all of the picture it is only where that is said.
    for (const found of [
      'Top left corner, 10 % across, 10 % down',
      'Bottom right corner, 90 % across, 90 % down',
    ])
      await dialog.getByRole('button', { name: `${found}: arrow keys move it` }).waitFor();
    await dialog.getByRole('button', { name: 'The paper is all of the picture' }).press('Enter');
    await dialog
      .getByRole('button', { name: 'Top left corner, 0 % across, 0 % down: arrow keys move it' })
      .waitFor();
    for (let i = 0; i < 5; i++) {
      await corner.press('Shift+ArrowRight');
      await corner.press('Shift+ArrowDown');
    }
    await dialog
      .getByRole('button', { name: 'Top left corner, 10 % across, 10 % down: arrow keys move it' })
      .waitFor();
    expect(await serious(page)).toEqual([]);
    // By hand, too; corners never cross.
    const other = dialog.getByRole('button', { name: /^Bottom right corner/ });
    const at = (await other.boundingBox())!;
    await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
    await page.mouse.down();
    await page.mouse.move(at.x - 30, at.y - 30, { steps: 3 });
    await page.mouse.up();
    await dialog.getByRole('slider').press('ArrowRight');
    await dialog.getByRole('button', { name: 'Lay it under the board' }).press('Enter');
    await kept((d) => {
      const under = reference(d)?.under;
      if (!under) return false;
      const [[x, y], , [right, below]] = under.corners;
      return (
        Math.abs(x - 0.1) < 1e-6 && Math.abs(y - 0.1) < 1e-6 && right < 0.97 && below < 0.97 && under.lines
      );
    });
    await page.getByRole('button', { name: 'My own', exact: true }).click();
    await kept((d) => reference(d)?.licence?.id === 'own');
  });

  it('shows under the artwork, is hidden and shown, and is in no file', async () => {
    const look = () =>
      page.evaluate(() =>
        document.querySelector<HTMLCanvasElement>('[data-testid="board"] canvas')!.toDataURL(),
      );
    const figure = page.getByRole('figure', { name: 'Reference: Ring.png' });
    await figure.getByRole('button', { name: 'Hide it under the board' }).click();
    await kept((d) => reference(d)?.under?.shown === false);
    const without = await look();
    await figure.getByRole('button', { name: 'Show it under the board' }).click();
    await page.waitForFunction(
      (was) => document.querySelector<HTMLCanvasElement>('[data-testid="board"] canvas')!.toDataURL() !== was,
      without,
    );
    expect(await serious(page)).toEqual([]);
  });

  it('is drawn over with lines that are mirrored: from the axis and back to it they close', async () => {
    const before = lines(await stored()).length;
    await page.getByRole('checkbox', { name: 'Mirrored' }).check();
    await page.getByLabel('Axis', { exact: true }).waitFor();
    const box = (await page.getByTestId('draw-layer').boundingBox())!;
    const middle = await page.getByTestId('board').first().boundingBox();
    // The board's middle is the middle of the place that it is shown in.
    const [x, y] = [middle!.x + middle!.width / 2, box.y + box.height / 2];
    await page.mouse.move(x + 1, y - 100);
    await page.mouse.down();
    for (const [dx, dy] of [
      [40, -90],
      [80, -50],
      [90, 0],
      [70, 50],
      [40, 80],
      [1, 95],
    ])
      await page.mouse.move(x + dx, y + dy, { steps: 4 });
    await page.mouse.up();
    await kept((d) => lines(d).length === before + 1 && lines(d).at(-1)!.closed);
    const [ring] = lines(await stored()).slice(-1);
    const xs = ring.nodes.map((n) => n.x);
    expect(Math.min(...xs) + Math.max(...xs)).toBeCloseTo(0, 3);
    // Away from the axis there are two, undone as one.
    await page.mouse.move(x - 60, y + 100);
    await page.mouse.down();
    await page.mouse.move(x - 110, y + 120, { steps: 5 });
    await page.mouse.up();
    await kept((d) => lines(d).length === before + 3);
    await page.keyboard.press('Control+z');
    await kept((d) => lines(d).length === before + 1);
    await page.keyboard.press('Control+z');
    await kept((d) => lines(d).length === before);
    await page.keyboard.press('Escape');
  });

  it('is taken from under the board again, and stays beside it', async () => {
    const figure = page.getByRole('figure', { name: 'Reference: Ring.png' });
    await figure.getByRole('button', { name: 'How it lies under the board' }).press('Enter');
    await page.getByRole('button', { name: 'Only beside the board' }).press('Enter');
    await kept((d) => reference(d) !== null && reference(d)!.under === undefined);
    expect(faults).toEqual([]);
  });
});

/** A paper in uneven light with a ring on it and a bar through that. */
function drawing(): Buffer {
  const image = new PNG({ width: 300, height: 240 });
  for (let y = 0; y < 240; y++)
    for (let x = 0; x < 300; x++) {
      const ring = Math.abs(Math.hypot(x - 150, y - 120) - 70) < 3;
      const bar = Math.abs(y - 110) < 4 && x > 30 && x < 270;
      const tone = ring || bar ? 40 : 225 - x / 4;
      image.data.set([tone, tone, tone, 255], 4 * (y * 300 + x));
    }
  return PNG.sync.write(image);
}

describe('a drawing on paper', () => {
  it('becomes lines that can be moved, in an ink of the design, by the keyboard; its picture is kept', async () => {
    await page.keyboard.press('Escape');
    const before = lines(await stored()).length;
    await page.keyboard.press('a');
    await page
      .getByTestId('file-input')
      .setInputFiles({ name: 'Ring and bar.png', mimeType: 'image/png', buffer: drawing() });
    await page.getByRole('button', { name: 'My own', exact: true }).click();
    const trace = page.getByRole('button', { name: 'Trace into outlines' });
    await trace.focus();
    await page.keyboard.press('Enter');
    const dialog = page.getByRole('dialog', { name: 'Trace Ring and bar' });
    await dialog.getByRole('combobox', { name: 'It becomes' }).selectOption('lines');
    await dialog.getByText(/^2 lines of \d+ points$/).waitFor();
    expect(await serious(page)).toEqual([]);
    // What is shorter than asked goes.
    const least = dialog.getByLabel('Least, mm', { exact: true });
    await least.fill('60');
    await page.keyboard.press('Enter');
    await dialog.getByText(/^No lines are found/).waitFor();
    await least.fill('1');
    await page.keyboard.press('Enter');
    await dialog.getByText(/^2 lines of \d+ points$/).waitFor();
    await dialog.getByRole('button', { name: 'Put it on the board' }).press('Enter');
    await kept((d) => lines(d).length === before + 2);
    const design = await stored();
    const made = lines(design).filter((l) => l.bundle !== null);
    const [ring] = made.filter((l) => l.closed);
    const [bar] = made.filter((l) => !l.closed);
    expect(ring.nodes.length).toBeLessThan(14);
    expect(bar.nodes.length).toBeLessThan(5);
    const picture = design.sides[0].parts.find((p) => p.kind === 'picture' && p.name === 'Ring and bar')!;
    expect(picture.hidden).toBe(true);
    // As large as it lies: the bar is 240 px long and 8 wide, the ring 140 across.
    const { scaleX } = picture.place;
    const across = (l: (typeof made)[number]) =>
      Math.max(...l.nodes.map((n) => n.x)) - Math.min(...l.nodes.map((n) => n.x));
    expect(across(bar) / scaleX).toBeGreaterThan(225);
    expect(across(ring) / scaleX).toBeGreaterThan(134);
    expect(bar.width / scaleX).toBeGreaterThan(6);
    expect(bar.width / scaleX).toBeLessThan(9);
    expect(design.inks.map((i) => i.id)).toContain(bar.ink);
    expect(faults).toEqual([]);
  });

  it('has what stands out rubbed away by going around it, undone in one step', async () => {
    const made = lines(await stored()).filter((l) => l.bundle !== null);
    const bar = made.find((l) => !l.closed)!;
    const right = bar.place.x + Math.max(...bar.nodes.map((n) => n.x));
    await page.keyboard.press('Escape');
    await page.keyboard.press('d');
    await page.getByRole('button', { name: 'Rub out' }).click();
    await page.getByRole('combobox', { name: 'What goes' }).selectOption('within');
    const reach = 3 * bar.width;
    const way: [number, number][] = [
      [right - reach, bar.place.y - reach],
      [right + reach, bar.place.y - reach],
      [right + reach, bar.place.y + reach],
      [right - reach, bar.place.y + reach],
    ];
    const [first, ...rest] = await Promise.all(way.map(([x, y]) => onScreen(page, x, y)));
    await page.mouse.move(...first);
    await page.mouse.down();
    for (const to of rest) await page.mouse.move(...to, { steps: 6 });
    await page.mouse.up();
    const end = (d: DesignDocument) => {
      const now = lines(d).find((l) => l.id === bar.id)!;
      return now.place.x + Math.max(...now.nodes.map((n) => n.x));
    };
    await kept((d) => Math.abs(end(d) - (right - reach)) < bar.width);
    expect(lines(await stored()).length).toBeGreaterThanOrEqual(made.length);
    expect(await serious(page)).toEqual([]);
    await page.keyboard.press('Control+z');
    await kept((d) => end(d) === right);
    expect(faults).toEqual([]);
  });
});

// The board in headless Chromium: the work for a frame while one of 30, 60 and 200 parts is dragged, how
// soon the six garments follow, how soon a design of 60 parts is seen, and the size of the first load.
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { dragAbout, manyParts, onScreen, withBoard, workOfFrames } from './board.mjs';
import { quantile, report, require, ROOT } from './measure.mjs';

const sharp = require('sharp');

/** A picture of 20 megapixels as a material of Brelm's, and a part that shows it. */
async function largePicture(address) {
  const [width, height] = [5000, 4000];
  const noise = { type: 'gaussian', mean: 128, sigma: 40 };
  const bytes = await sharp({ create: { width, height, channels: 3, background: '#808080', noise } })
    .jpeg({ quality: 80 })
    .toBuffer();
  const form = new FormData();
  form.append('file', new Blob([bytes]), 'large.jpg');
  const { sha256 } = await (await fetch(`${address}/api/materials`, { method: 'POST', body: form })).json();
  const material = { id: 'large', name: 'large', sha256, width, height, licence: { id: 'own' } };
  const place = { x: 2250, y: 2700, turn: 0, scaleX: 0.8, scaleY: 0.8 };
  return { materials: [material], more: [{ id: 'large', kind: 'picture', material: 'large', place }] };
}

await withBoard(async (address, page, browser) => {
  const open = async (made) => {
    await page.goto(`${address}/design/${made.id}`);
    await page.waitForSelector('section[aria-label="Findings"][aria-busy="false"]', { timeout: 120_000 });
  };
  const frames = async (words, wished, gesture) => {
    const work = await workOfFrames(browser, page, gesture);
    const p95 = quantile(work, 0.95);
    report(
      `${words}: the main thread’s work for a frame, 95th percentile of ${work.length}`,
      `${p95.toFixed(1)} ms`,
      `under ${wished} ms`,
      p95 < wished,
      `median ${quantile(work, 0.5).toFixed(1)} ms`,
    );
  };

  await open(await manyParts(address, 30, { across: 6 }));
  await page.evaluate(() => {
    window.follow = [];
    let moved = 0;
    window.addEventListener('pointermove', () => (moved ||= performance.now()), true);
    new MutationObserver(() => {
      if (moved) window.follow.push(performance.now() - moved);
      moved = 0;
    }).observe(document.querySelector('section[data-testid="on-garments"]'), {
      subtree: true,
      attributes: true,
      attributeFilter: ['data-turn'],
    });
  });
  // The part in the third column and row.
  const third = [600 + 2 * 660, 500 + 2 * 1100];
  await dragAbout(page, third, 150);
  const follow = await page.evaluate(() => window.follow);
  await frames('dragging one of 30 parts', 16.7, () => dragAbout(page, third, 150));
  const behind = quantile(follow, 0.95);
  report(
    `the six garments follow a drag, 95th percentile of ${follow.length}`,
    `${Math.round(behind)} ms`,
    'within 100 ms',
    behind <= 100,
    `median ${Math.round(quantile(follow, 0.5))} ms`,
  );

  const sixty = await manyParts(address, 60, { across: 8, ...(await largePicture(address)) });
  await open(sixty);
  const one = [600 + 3 * (3300 / 7), 500 + 3 * (4400 / 7)];
  await dragAbout(page, one, 40);
  await frames('dragging one of 60 parts over a picture of 20 megapixels', 16.7, () =>
    dragAbout(page, one, 150),
  );
  // The handles lie about the box that the open part's own numbers tell.
  const handles = async () => {
    const [left, top, width, height] = await Promise.all(
      ['Left', 'Top', 'Width', 'Height'].map(async (label) =>
        Number(await page.getByLabel(label, { exact: true }).inputValue()),
      ),
    );
    const at = await onScreen(page);
    const [x, y] = at(left + width / 2, top);
    return { corner: at(left + width, top + height), turn: [x, y - 22] };
  };
  const pull = async ([x, y], moves) => {
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 0; i < moves; i++) {
      const turn = (i / (moves - 1)) * 2 * Math.PI;
      await page.mouse.move(x + 60 * Math.sin(turn), y + 25 * Math.sin(2 * turn));
      await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => done())));
    }
    await page.mouse.up();
  };
  const done = (label) => page.getByRole('button', { name: `Undo: ${label}` }).waitFor();
  await frames('scaling one of 60 parts', 16.7, async () => pull((await handles()).corner, 150));
  await done('Scale and turn');
  await page.keyboard.press('Control+z');
  await frames('turning one of 60 parts', 16.7, async () => pull((await handles()).turn, 150));
  await done('Scale and turn');
  await page.keyboard.press('Control+z');

  const opened = [];
  for (let i = 0; i < 5; i++) {
    await page.goto(`${address}/`);
    await page.goto(`${address}/design/${sixty.id}`, { waitUntil: 'commit' });
    // Seen when the middle of the board is no longer of one colour.
    const at = await page.waitForFunction(() => {
      const canvas = document.querySelector('[data-testid="board"] canvas');
      if (!canvas?.width || canvas.width < 300) return 0;
      const side = 40;
      const { data } = canvas
        .getContext('2d')
        .getImageData((canvas.width - side) / 2, (canvas.height - side) / 2, side, side);
      const first = data.slice(0, 3).join();
      for (let k = 4; k < data.length; k += 4)
        if (data.slice(k, k + 3).join() !== first) return performance.now();
      return 0;
    });
    opened.push(await at.jsonValue());
  }
  const seen = quantile(opened, 0.5);
  report(
    'a design of 60 parts opened until it is seen, median of 5',
    `${Math.round(seen)} ms`,
    'under 1000 ms',
    seen < 1000,
  );

  await open(await manyParts(address, 200, { across: 14 }));
  const many = [600 + 6 * (3300 / 13), 500 + 6 * (4400 / 14)];
  await dragAbout(page, many, 40);
  await frames('dragging one of 200 parts', 33, () => dragAbout(page, many, 150));
});

const html = readFileSync(join(ROOT, 'apps/web/dist/index.html'), 'utf8');
const first = readdirSync(join(ROOT, 'apps/web/dist/assets')).filter(
  (n) => n.endsWith('.js') && html.includes(n),
);
const kb =
  first.reduce((n, f) => n + gzipSync(readFileSync(join(ROOT, 'apps/web/dist/assets', f))).length, 0) / 1024;
report('JavaScript of the first load, compressed', `${Math.round(kb)} KB`, 'under 600 KB', kb < 600);

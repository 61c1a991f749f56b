// Words of a metal: what the main thread does for a frame while they are dragged, beside the same words without a relief; and
// what their file takes, beside the same.
import { demoDesign, dragAbout, withBoard, workOfFrames } from './board.mjs';
import { median, quantile, report, require, timed } from './measure.mjs';

const { applyEdits, documentOf, metalEdits, METALS, readDesign } = require('@brelm/core/design');
const { resolve } = require('@brelm/core/resolve');
const { loadMaterials, paintExact } = require('@brelm/engine');

const line = (text, face, size) => ({ text, face, size, tracking: 10, leading: 1.05, ink: 'letter' });
const BLOCK = {
  id: 'block',
  kind: 'lettering',
  name: '',
  place: { x: 2250, y: 2200, turn: 0, scaleX: 1, scaleY: 1 },
  align: 'centre',
  lines: [
    line('COUNT THE MOTHS', 'alfa-slab-one', 400),
    line('by one lamp', 'pacifico', 480),
    line('ALL NIGHT', 'anton', 620),
  ],
};

await withBoard(async (address, page, browser) => {
  const base = await demoDesign(address, 'Count Owls Not Sheep');
  const plain = readDesign(documentOf({ ...base, name: 'Plain', parts: [BLOCK], materials: [] }));
  const gold = { ...applyEdits(plain, metalEdits(plain, plain.parts[0], METALS[0], 30)), name: 'Gold' };

  const frames = [];
  for (const design of [plain, gold]) {
    const made = await (
      await fetch(`${address}/api/designs`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ document: documentOf(design) }),
      })
    ).json();
    await page.goto(`${address}/design/${made.id}`);
    await page.waitForSelector('section[aria-label="Findings"][aria-busy="false"]', { timeout: 120_000 });
    await dragAbout(page, [2250, 2200], 40, [400, 600]);
    const work = await workOfFrames(browser, page, () => dragAbout(page, [2250, 2200], 120, [400, 600]));
    frames.push([quantile(work, 0.5), quantile(work, 0.95)]);
  }
  const [[before, before95], [p50, p95]] = frames;
  const what = 'a frame while words of gold are dragged, the main thread’s work';
  report(`${what}, median`, `${p50.toFixed(1)} ms (${before.toFixed(1)} plain)`, 'under 16.7 ms', p50 < 16.7);
  report(
    `${what}, 95th percentile`,
    `${p95.toFixed(1)} ms (${before95.toFixed(1)} plain)`,
    'under 33 ms',
    p95 < 33,
  );

  const none = () => Promise.reject(new Error('no picture'));
  const painted = async (design) => {
    const drawing = resolve(design, undefined, await loadMaterials(design));
    const took = [];
    for (let i = 0; i < 3; i++) took.push((await timed(() => paintExact(drawing, none)))[0]);
    return median(took);
  };
  const [a, b] = [await painted(plain), await painted(gold)];
  report(
    'painting a file of 4500 × 5400 px with words of gold',
    `${b.toFixed(0)} ms, ${(b / a).toFixed(1)} times the same without a relief (${a.toFixed(0)} ms)`,
    'under 3 s',
    b < 3000,
  );
});

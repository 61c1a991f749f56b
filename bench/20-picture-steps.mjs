// How soon a change of a step of a picture of four megapixels is seen, held against making the board's whole copy of it anew:
// from the slider's key to the first frame that shows something else, and to the last.
import { demoDesign, withBoard } from './board.mjs';
import { quantile, report, require, testing } from './measure.mjs';

const { documentOf } = require('@brelm/core/design');
const { picture } = require('@brelm/core/parts');
const { newStep } = require('@brelm/core/steps');
const sharp = require('sharp');
const { cutOutCase } = testing('cut-outs');

/** Within this much a change counts as at once, ms. */
const AT_ONCE = 100;
const PRESSES = 8;

/** Steps by what costs them: the neighbours of a px, its distance to the edge, its own tone, all of the ground. */
const STEPS = {
  'raised edge': ['raised', { width: 20 }, 'Width, mm'],
  surface: ['surface', {}, 'Turn °'],
  halftone: ['halftone', {}, 'From dot to dot, mm'],
  sharpen: ['sharpen', { radius: 8 }, 'Amount %'],
  exposure: ['exposure', {}, 'Exposure, stops'],
  'its ground taken out': ['ground', {}, 'Tolerance'],
};

async function photo(address) {
  const side = 2048;
  const { data } = cutOutCase('graded', 'sharp', side).picture;
  const png = await sharp(Buffer.from(data), { raw: { width: side, height: side, channels: 4 } })
    .png()
    .toBuffer();
  const body = new FormData();
  body.append('file', new Blob([png]), 'photo.png');
  const response = await fetch(`${address}/api/materials`, { method: 'POST', body });
  if (!response.ok) throw new Error(await response.text());
  const { sha256 } = await response.json();
  return { id: 'photo', name: 'Photo', sha256, width: side, height: side, licence: { id: 'own' } };
}

async function designWith(address, base, material, step) {
  const at = { x: base.board.width / 2, y: base.board.height / 2, turn: 0, scaleX: 1.8, scaleY: 1.8 };
  const part = { ...picture('photo', at, material), steps: [step] };
  const document = documentOf({ ...base, name: step.kind, materials: [material], parts: [part] });
  const response = await fetch(`${address}/api/designs`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ document }),
  });
  if (!response.ok) throw new Error(await response.text());
  return (await response.json()).id;
}

/** Has the page keep when its board last showed something else, and when it did so first after a key, ms after that. */
const watch = (page) =>
  page.evaluate(() => {
    const board = document.querySelector('[data-testid="board"] canvas');
    const seen = () => {
      const { width, height } = board;
      const { data } = board.getContext('2d').getImageData(width / 2 - 60, height / 3 - 60, 120, 120);
      let sum = 0;
      for (let i = 0; i < data.length; i += 4) sum = (sum * 31 + data[i]) | 0;
      return sum;
    };
    window.shown = { first: null, last: null };
    let [at, before] = [0, seen()];
    window.addEventListener(
      'keydown',
      (e) => {
        at = e.timeStamp;
        window.shown = { first: null, last: null };
      },
      true,
    );
    const look = () => {
      const now = seen();
      if (now !== before) {
        window.shown.last = performance.now() - at;
        window.shown.first ??= window.shown.last;
      }
      before = now;
      requestAnimationFrame(look);
    };
    look();
  });

await withBoard(async (address, page) => {
  const base = await demoDesign(address, 'Boots On');
  const material = await photo(address);
  for (const [words, [kind, change, label]] of Object.entries(STEPS)) {
    const inks = { ink: base.inks[0].id, light: base.inks[0].id };
    const id = await designWith(address, base, material, newStep(kind, inks, change));
    await page.goto(`${address}/design/${id}`);
    await page.locator('aside[aria-label="Stack"] li', { hasText: 'Photo' }).click();
    const steps = page.getByRole('region', { name: 'Steps of the picture' });
    await steps.getByRole('listitem').getByRole('button', { expanded: false }).first().click();
    const slider = steps.getByRole('slider', { name: label });
    await slider.focus();
    // Nothing is made any more, and nothing is judged.
    const rest = async () => {
      await page.waitForTimeout(400);
      await steps.getByText('working…').waitFor({ state: 'detached', timeout: 120_000 });
      await page.waitForSelector('section[aria-label="Findings"][aria-busy="false"]', { timeout: 120_000 });
      await page.waitForTimeout(200);
    };
    await rest();
    await page.keyboard.press('Home');
    await rest();
    await watch(page);
    const [shown, whole] = [[], []];
    for (let i = 0; i < PRESSES; i++) {
      // By a tenth of its range: what is seen at once must be something else.
      await page.keyboard.press('PageUp');
      await rest();
      const { first, last } = await page.evaluate(() => window.shown);
      shown.push(first);
      whole.push(last);
    }
    const [p90, p50] = [quantile(shown, 0.9), quantile(shown, 0.5)];
    report(
      `${words}: a change is seen ÷ its whole copy is there, median of ${shown.length}`,
      (p50 / quantile(whole, 0.5)).toFixed(2),
      `within ${AT_ONCE} ms at the 90th percentile`,
      p90 <= AT_ONCE,
      `median ${p50.toFixed(0)} ms, 90th percentile ${p90.toFixed(0)} ms; whole ${quantile(whole, 0.5).toFixed(0)} ms`,
    );
  }
});

// The cut line of a sticker, against the reference: one exact distance transform of the same raster by core's own.
import { join } from 'node:path';
import { median, report, require, ROOT, timed } from './measure.mjs';

const sharp = require('sharp');
const { cutLineOf, newCutLine, ROUGH_PX } = require('@brelm/core/cutline');
const { maskOfAlpha, squaredDistance } = require('@brelm/core/raster');
const engine = require('@brelm/engine');
const { readDesign } = require('@brelm/core/design');
const { readFileSync } = require('node:fs');

const design = readDesign(
  JSON.parse(readFileSync(join(ROOT, 'demo/designs/bog-standard.brelm.json'), 'utf8')),
);
const spec = engine.shippedSpecs().find((s) => s.id === 'stickerwharf/kiss-cut-4in');
const [{ job }] = engine.jobsOf({ ...design, cutLine: null }, spec);
const file = await engine.makeFile(
  { ...job, format: 'png' },
  await engine.loadMaterials(design),
  engine.rasterSource(design, () => Promise.reject(new Error('no picture'))),
);
for (const side of [1219, 1626, 2400]) {
  const { data } = await sharp(file.bytes)
    .resize(side, side)
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const image = { width: side, height: side, data };
  const alpha = { width: side, height: side, data: new Uint8Array(side * side) };
  for (let i = 0; i < alpha.data.length; i++) alpha.data[i] = data[4 * i + 3];
  const pxPerMm = side / 101.6;
  const mask = maskOfAlpha(image);
  const ratios = [];
  const times = [];
  let made;
  for (let i = 0; i < 7; i++) {
    const [reference] = await timed(() => squaredDistance(mask, 1));
    const [cut, found] = await timed(() => cutLineOf(alpha, pxPerMm, newCutLine('x')));
    made = found;
    // The first ones are compiled.
    if (i < 2) continue;
    ratios.push(cut / reference);
    times.push(cut);
  }
  const ratio = median(ratios);
  report(
    `cut line of ${side} × ${side} px ÷ one exact distance transform of it`,
    ratio.toFixed(1),
    'at most 4',
    ratio <= 4,
    `${median(times).toFixed(0)} ms`,
  );
  // Bends and corners count, too, so that this is less than on smooth parts.
  const each = made.peel.path / made.peel.points;
  report(`mm of line for each of its points, ${side} × ${side} px`, each.toFixed(2), 'at least 3', each >= 3);
}

// What the stage shows first: the same in few px.
const { data: few } = await sharp(file.bytes)
  .resize(ROUGH_PX, ROUGH_PX)
  .ensureAlpha()
  .raw()
  .toBuffer({ resolveWithObject: true });
const small = { width: ROUGH_PX, height: ROUGH_PX, data: few.filter((_, i) => i % 4 === 3) };
const roughly = [];
for (let i = 0; i < 9; i++) {
  const [ms] = await timed(() => cutLineOf(small, ROUGH_PX / 101.6, newCutLine('x')));
  if (i >= 2) roughly.push(ms);
}
report(
  `cut line of ${ROUGH_PX} × ${ROUGH_PX} px, seen first, ms`,
  median(roughly).toFixed(0),
  'at most 150',
  median(roughly) <= 150,
);

// Export of the demo tee, design file in to checked PNG out, against `sharp` alone encoding the same
// pixels with the same settings. Runs in turn, so that a machine that drifts slows both.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { median, report, require, ROOT, timed } from './measure.mjs';

const engine = require('./engine');
const { resolve, paintSurface } = require('@brelm/core/drawing');
const sharp = require('sharp');
const file = join(ROOT, 'demo/designs/count-owls-not-sheep.brelm.json');

async function once() {
  const design = engine.readDesignFile(file);
  const spec = engine.shippedSpecs().find((s) => s.id === 'pinfold/tee-front');
  const [materials, pictures] = await Promise.all([
    engine.loadMaterials(design),
    engine.loadPictures(design, engine.picturesBeside(file)),
  ]);
  return engine.exportPng(design, undefined, spec, spec.sides[0], materials, pictures);
}

if (process.argv[2] === 'memory') {
  await once();
  console.log(Math.round(process.resourceUsage().maxRSS / 1024));
} else {
  const design = engine.readDesignFile(file);
  const materials = await engine.loadMaterials(design);
  const pictures = await engine.loadPictures(design, engine.picturesBeside(file));
  const surface = paintSurface(resolve(design, undefined, materials), 1, pictures, engine.makeSurface);
  const { data } = surface.context.getImageData(0, 0, surface.width, surface.height);
  const pixels = Buffer.from(data.buffer);
  const encode = () =>
    sharp(pixels, { raw: { width: surface.width, height: surface.height, channels: 4 } })
      .png(engine.PNG_SETTINGS)
      .toBuffer();
  await once();
  await encode();
  const ratios = [];
  const times = { ours: [], sharp: [] };
  for (let i = 0; i < 7; i++) {
    const [reference] = await timed(encode);
    const [ours] = await timed(once);
    ratios.push(ours / reference);
    times.ours.push(ours);
    times.sharp.push(reference);
  }
  report(
    'export ÷ sharp’s encode alone, median of 7',
    median(ratios).toFixed(2),
    'at most 2.0',
    median(ratios) <= 2,
    `${Math.round(median(times.ours))} ms and ${Math.round(median(times.sharp))} ms`,
  );
  const child = spawnSync(process.execPath, [process.argv[1], 'memory'], { encoding: 'utf8' });
  const peak = Number(child.stdout.trim());
  report(
    'peak memory of a process that makes one export',
    `${peak} MB`,
    'under 900 MB',
    peak > 0 && peak < 900,
  );
}

// Export of a demo design at 4500 × 5400, design file in to checked PNG out, against `sharp` alone encoding the same
// pixels with the same settings. Runs in turn, so that a machine that drifts slows both.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { median, report, require, ROOT, timed } from './measure.mjs';

const engine = require('./engine');
const sharp = require('sharp');
// Of outlines alone; what resampling a picture adds is measured beside it.
const DESIGN = 'moth-ledger-society';
const PICTURED = 'count-owls-not-sheep';

/** A design's file for a product, from its file to checked bytes. */
async function once(name = DESIGN) {
  const path = join(ROOT, `demo/designs/${name}.brelm.json`);
  const design = engine.readDesignFile(path);
  const spec = engine.shippedSpecs().find((s) => s.id === 'pinfold/tee-front');
  const materials = await engine.loadMaterials(design);
  const [{ job }] = engine.jobsOf(design, spec);
  return engine.makeFile(job, materials, engine.rasterSource(design, engine.picturesBeside(path)));
}

if (process.argv[2] === 'memory') {
  await once();
  console.log(Math.round(process.resourceUsage().maxRSS / 1024));
} else {
  const made = await once();
  const { data, info } = await sharp(made.bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const surface = { width: info.width, height: info.height };
  const pixels = data;
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
    'at most 1.5',
    median(ratios) <= 1.5,
    `${Math.round(median(times.ours))} ms and ${Math.round(median(times.sharp))} ms`,
  );
  await once(PICTURED);
  const [pictured] = await timed(() => once(PICTURED));
  const [plain] = await timed(() => once());
  report(
    'the same with a picture of 9 megapixels resampled ÷ without',
    (pictured / plain).toFixed(2),
    'no wish',
    null,
    `${Math.round(pictured)} ms and ${Math.round(plain)} ms`,
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

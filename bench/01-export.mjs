// Export of a demo design at 4500 × 5400, design file in to checked PNG out, against `sharp`: encoding the same pixels at
// its usual level, and drawing and encoding our SVG of the same artwork. Runs in turn, so that a machine that drifts
// slows all.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { median, report, require, ROOT, timed } from './measure.mjs';

const engine = require('@brelm/engine');
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

/** The same artwork as an SVG of the file's pixels. */
async function svgFile() {
  const path = join(ROOT, `demo/designs/${DESIGN}.brelm.json`);
  const design = engine.readDesignFile(path);
  const spec = engine.shippedSpecs().find((s) => s.id === 'pinfold/tee-front');
  const materials = await engine.loadMaterials(design);
  const [{ job }] = engine.jobsOf(design, spec);
  const rasters = engine.rasterSource(design, engine.picturesBeside(path));
  const { bytes } = await engine.makeFile(
    { ...job, format: 'svg', spec: { ...spec, maxBytes: 1e9 } },
    materials,
    rasters,
  );
  const { widthPx, heightPx } = job.side;
  return bytes
    .toString('utf8')
    .replace(/width="[^"]*" height="[^"]*"/, `width="${widthPx}" height="${heightPx}"`);
}

if (process.argv[2] === 'memory') {
  await once();
  console.log(Math.round(process.resourceUsage().maxRSS / 1024));
} else {
  // First: a process that is begun counts the memory of the one that begins it as its own peak.
  const child = spawnSync(process.execPath, [process.argv[1], 'memory'], { encoding: 'utf8' });
  const peak = Number(child.stdout.trim());
  report(
    'peak memory of a process that makes one export',
    `${peak} MB`,
    'under 500 MB',
    peak > 0 && peak < 500,
  );
  const made = await once();
  const { data, info } = await sharp(made.bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const encode = (level) =>
    sharp(data, { raw: { width: info.width, height: info.height, channels: 4 } })
      .png({ compressionLevel: level, adaptiveFiltering: false })
      .toBuffer();
  const svg = Buffer.from(await svgFile());
  const draw = () =>
    sharp(svg, { limitInputPixels: false, unlimited: true }).png({ compressionLevel: 6 }).toBuffer();
  const drawn = await sharp(await draw()).metadata();
  await once();
  const ratios = { encode: [], draw: [] };
  const times = { ours: [], encode: [], draw: [] };
  for (let i = 0; i < 7; i++) {
    const [encoded] = await timed(() => encode(6));
    const [rendered] = await timed(draw);
    const [ours] = await timed(() => once());
    ratios.encode.push(ours / encoded);
    ratios.draw.push(ours / rendered);
    times.ours.push(ours);
    times.encode.push(encoded);
    times.draw.push(rendered);
  }
  const ms = (values) => `${Math.round(median(values))} ms`;
  report(
    'export ÷ sharp’s encode alone at level 6, median of 7',
    median(ratios.encode).toFixed(2),
    'at most 0.5',
    median(ratios.encode) <= 0.5,
    `${ms(times.ours)} and ${ms(times.encode)}`,
  );
  report(
    `export ÷ sharp drawing our SVG (${drawn.width} × ${drawn.height}) and encoding it, median of 7`,
    median(ratios.draw).toFixed(2),
    'at most 1.0',
    median(ratios.draw) <= 1,
    `${ms(times.ours)} and ${ms(times.draw)}`,
  );
  const smallest = await encode(8);
  report(
    'bytes of the file ÷ of level 8',
    (made.bytes.length / smallest.length).toFixed(2),
    'at most 1.35',
    made.bytes.length <= 1.35 * smallest.length,
    `${made.bytes.length} and ${smallest.length}`,
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
}

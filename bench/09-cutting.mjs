// Parts that cut one another, and wear: what they add to a file and to a frame. Runs in turn, so that a machine that
// drifts slows all.
import { join } from 'node:path';
import { median, quantile, report, require, ROOT, timed } from './measure.mjs';

const engine = require('@brelm/engine');
const sharp = require('sharp');
const { applyEdits, readDesign } = require('@brelm/core/design');
const { resolve } = require('@brelm/core/resolve');
const { newWear, WEAR_KINDS, wearRaster, heightOf, thresholdFor } = require('@brelm/core/wear');

const shape = (id, form, values, x, y, more = {}) => ({
  ...{ id, kind: 'shape', form, values, fill: 'a', place: { x, y } },
  ...more,
});
const designOf = (parts) =>
  readDesign({
    ...{ format: 'brelm-design', version: 3, name: 'Bench', backdrop: 'soot', garments: ['soot'] },
    inks: [{ id: 'a', name: 'Lamp', value: '#f2c14e' }],
    sides: [
      {
        id: 'front',
        board: { spec: 'pinfold/tee-front', side: 'front', width: 4500, height: 5400, dpi: 300 },
        parts,
      },
    ],
  });

/** Sixty stars, twenty of them with a badge punched through; or the same parts side by side. */
const sixty = (cut) =>
  designOf(
    Array.from({ length: 40 }, (_, i) => {
      const [x, y] = [500 + (i % 6) * 700, 450 + Math.floor(i / 6) * 740];
      const star = shape(`star-${i}`, 'star', { points: 12, radius: 320, depth: 0.4, swell: 0 }, x, y);
      if (i >= 20) return [star];
      const hole = { from: 'chosen', parts: [`star-${i}`], gap: 6 };
      const more = cut ? { knockOut: hole, unprinted: true } : {};
      return [shape(`disc-${i}`, 'ellipse', { width: 300, height: 220 }, x, y, more), star];
    }).flat(),
  );

const spec = engine.shippedSpecs().find((s) => s.id === 'pinfold/tee-front');
async function fileOf(design) {
  const materials = await engine.loadMaterials(design);
  const [{ job }] = engine.jobsOf(design, spec);
  return engine.makeFile(
    job,
    materials,
    engine.rasterSource(design, () => Promise.reject(new Error('none'))),
  );
}

const [plain, cut] = [sixty(false), sixty(true)];
await fileOf(plain);
await fileOf(cut);
const ratios = [];
for (let i = 0; i < 5; i++) {
  const [whole] = await timed(() => fileOf(plain));
  const [tied] = await timed(() => fileOf(cut));
  ratios.push(tied / whole);
}
const ratio = median(ratios);
report(
  'a file of 60 parts with 20 knock-outs ÷ without, median of 5',
  ratio.toFixed(2),
  'at most 1.3',
  ratio <= 1.3,
);

// A word that is knocked out of a star of 40 points is dragged.
const path = join(ROOT, 'demo/designs/night-shift-owls.brelm.json');
const night = engine.readDesignFile(path);
const materials = await engine.loadMaterials(night);
const words = night.parts.find((p) => p.kind === 'lettering');
const frames = [];
for (let i = 0; i < 120; i++) {
  const moved = applyEdits(night, [{ op: 'place', part: words.id, place: { x: words.place.x + i } }]);
  const [ms] = await timed(() => resolve(moved, undefined, materials));
  if (i >= 20) frames.push(ms);
}
const p95 = quantile(frames, 0.95);
report(
  'resolving a frame in which what cuts is dragged, 95th percentile of 100',
  `${p95.toFixed(1)} ms`,
  'under 16.7 ms',
  p95 < 16.7,
);

// Of twenty stars that are one outline, one is dragged.
const welded = readDesign({
  ...{ format: 'brelm-design', version: 3, name: 'Bench', backdrop: 'soot', garments: ['soot'] },
  inks: [{ id: 'a', name: 'Lamp', value: '#f2c14e' }],
  sides: [
    {
      id: 'front',
      board: { spec: 'pinfold/tee-front', side: 'front', width: 4500, height: 5400, dpi: 300 },
      parts: Array.from({ length: 20 }, (_, i) => ({
        ...shape(
          `star-${i}`,
          'star',
          { points: 12, radius: 420, depth: 0.4, swell: 0 },
          500 + (i % 5) * 640,
          500 + Math.floor(i / 5) * 700,
        ),
        bundle: 'all',
        keylines: i === 0 ? [{ ink: 'a', width: 20, join: 'round' }] : [],
      })),
      bundles: [{ id: 'all', name: '', bundle: null, joined: 'weld' }],
    },
  ],
});
const joined = [];
for (let i = 0; i < 120; i++) {
  const moved = applyEdits(welded, [{ op: 'place', part: 'star-7', place: { x: 1780 + i } }]);
  const [ms] = await timed(() => resolve(moved, undefined, materials));
  if (i >= 20) joined.push(ms);
}
const j95 = quantile(joined, 0.95);
report(
  'resolving a frame in which a member of a welded bundle of 20 is dragged, 95th percentile of 100',
  `${j95.toFixed(1)} ms`,
  'under 16.7 ms',
  j95 < 16.7,
);

// What films are cut to, and what they do not hold, against making the same design's file.
const { filmLayers, judgeFilm, wornOutline } = require('@brelm/core/film');
const films = new Map(night.inks.flatMap((ink) => (ink.film ? [[ink.id, ink.film]] : [])));
const shares = [];
for (let i = 0; i < 4; i++) {
  const [ms] = await timed(() => {
    const drawing = resolve(night, undefined, materials);
    const { layers } = filmLayers(drawing, films, night.films, materials.ops, wornOutline);
    for (const layer of layers) judgeFilm(layer, 'x', 300, 100, materials.ops);
  });
  const [file] = await timed(() => fileOf(night));
  if (i > 0) shares.push(ms / file);
}
report(
  'the films of a design, judged ÷ its file, median of 3',
  median(shares).toFixed(2),
  'at most 1',
  median(shares) <= 1,
);

// Wear of a whole board against encoding the same pixels.
const [width, height, dpi] = [4500, 5400, 300];
for (const kind of WEAR_KINDS) {
  const wear = newWear(kind, 11);
  const at = heightOf(wear);
  const heights = Float64Array.from({ length: 9000 }, (_, k) =>
    at(((k * 0.7548776662) % 1) * 381, ((k * 0.569840291) % 1) * 457),
  );
  const { size, turn, seed, soft } = wear;
  const picture = {
    kind,
    size,
    turn,
    seed,
    soft,
    threshold: thresholdFor(heights, 0.12),
    toward: null,
    width,
    height,
    dpi,
  };
  const times = [];
  let made;
  for (let i = 0; i < 3; i++) {
    const [ms, image] = await timed(() => wearRaster(picture));
    times.push(ms);
    made = image;
  }
  const [encoded] = await timed(() =>
    sharp(Buffer.from(made.data.buffer), { raw: { width, height, channels: 4 } })
      .png({ compressionLevel: 6, adaptiveFiltering: false })
      .toBuffer(),
  );
  const ms = median(times);
  report(
    `${kind} of a whole board ÷ sharp’s encode of the same pixels at level 6`,
    (ms / encoded).toFixed(2),
    '350 ms',
    ms <= 350,
    `${Math.round(ms)} ms and ${Math.round(encoded)} ms`,
  );
}

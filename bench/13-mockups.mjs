// Mockups: a picture of 2,000 px as a run makes it, a preview as the screen shows it, forty of them on one and on two
// processes, and what they hold in memory.
import { fork } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { median, report, require, ROOT, timed } from './measure.mjs';

const { readDesign } = require('@brelm/core/design');
const { PLAIN_GROUND, photoBase, photoMaps, photoScene } = require('@brelm/core/mockup');
const { newPlacement, homeAt } = require('@brelm/core/placement');
const engine = require('@brelm/engine');
const sharp = require('sharp');
sharp.concurrency(1);

const design = readDesign(JSON.parse(readFileSync(join(ROOT, 'demo/designs/night-shift-owls.brelm.json'))));
const spec = engine.shippedSpecs().find((s) => s.id === 'pinfold/tee-front');
const side = spec.sides[0];
const placement = newPlacement(spec, side, homeAt(design.board, side));
const garments = engine.shippedGarments();
const materials = await engine.loadMaterials(design, () => Promise.reject(new Error('none')));
const none = () => null;
const job = { design, colourway: design.colourways[0].id, spec, side, placement, apart: null };
const scenes = [];
for (const id of ['tee-worn', 'tee-flat', 'tee-hanger']) {
  const scene = engine.sceneOf(id);
  scenes.push({ scene, maps: await engine.sceneMaps(scene) });
}
const make = (i, width, scene = scenes[i % scenes.length]) =>
  engine.makeMockup(
    [{ job, garment: garments[i % garments.length], label: '' }],
    {
      ...{ scene: scene.scene.id, garment: garments[i % garments.length].id, size: null, look: 'ink' },
      ...{ ground: PLAIN_GROUND, crop: 'whole', width, format: 'jpeg' },
    },
    scene,
    materials,
    none,
    none,
  );

// Scenes are 4 : 5, so that the longer side of these is 2,000 px.
const FULL = 1600;
if (process.argv[2] === 'some') {
  for (let i = 0; i < Number(process.argv[3]); i++) await make(i, FULL);
  process.exit(0);
}

await make(0, FULL);
const times = [];
const encoded = [];
for (let i = 0; i < 6; i++) {
  const [ms, { bytes }] = await timed(() => make(i, FULL));
  times.push(ms);
  const raw = await sharp(bytes).raw().toBuffer({ resolveWithObject: true });
  const shape = { width: raw.info.width, height: raw.info.height, channels: raw.info.channels };
  encoded.push(
    (
      await timed(() =>
        sharp(raw.data, { raw: shape }).jpeg({ quality: 91, chromaSubsampling: '4:4:4' }).toBuffer(),
      )
    )[0],
  );
}
const one = median(times);
report(
  'a mockup of 2,000 px, artwork drawn, lit and written',
  `${(one / 1000).toFixed(2)} s, ${(one / median(encoded)).toFixed(1)} × writing the same px as JPEG`,
  'at most 1.2 s on one core',
  one <= 1200,
);
const small = [];
for (let i = 0; i < 6; i++) small.push((await timed(() => make(i, 640)))[0]);
report(
  'one of 800 px, as the stage shows it',
  `${median(small).toFixed(0)} ms`,
  '400 ms',
  median(small) <= 400,
);
report(
  'memory of a process that makes them',
  `${Math.round(process.memoryUsage().rss / 2 ** 20)} MB`,
  'under 600 MB',
  process.memoryUsage().rss < 600 * 2 ** 20,
);

// A photo as a scene, at the size that the stage works it out: looked at once, and worked out anew at each pull of a corner.
const { bytes: seen } = await make(1, 1100, scenes[1]);
const { data, info } = await sharp(seen).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
const photo = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
const own = photoScene(
  { id: 'own-bench', name: 'Photo', picture: '0'.repeat(64), width: info.width, height: info.height },
  spec,
  side,
);
const pulls = [];
const base = photoBase(photo);
const [looked] = await timed(() => photoBase(photo));
for (let i = 0; i < 6; i++) pulls.push((await timed(() => photoMaps(own, base)))[0]);
report(
  'a photo set up otherwise, at 1,100 px',
  `${median(pulls).toFixed(0)} ms, ${(looked / median(pulls)).toFixed(1)} × as fast as looking at it first`,
  '200 ms, so that with the picture it is 400',
  median(pulls) <= 200,
);

const some = (count) =>
  new Promise((done) => fork(fileURLToPath(import.meta.url), ['some', String(count)]).once('exit', done));
const COUNT = 40;
const [alone] = await timed(() => some(COUNT));
const [both] = await timed(() => Promise.all([some(COUNT / 2), some(COUNT / 2)]));
report(
  `${COUNT} mockups on two processes against one`,
  `${(alone / both).toFixed(2)} × as fast`,
  '1.7',
  alone / both >= 1.7,
);

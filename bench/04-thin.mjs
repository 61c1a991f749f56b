// Thin features at 4500 × 5400 px, and the exact distance transform against OpenCV's on the same mask.
import { join } from 'node:path';
import { createRequire } from 'node:module';
import { median, report, require, ROOT, timed } from './measure.mjs';

const engine = require('@brelm/engine');
const { paintSurface } = require('@brelm/core/drawing');
const { resolve } = require('@brelm/core/resolve');
const { bitsOf, maskOfAlpha, squaredDistance, thinPlaces, NOWHERE } = require('@brelm/core/raster');
// Never to be awaited itself: the module is a thenable that resolves to itself.
const cv = createRequire(join(ROOT, 'bench/'))('@techstark/opencv-js');
await new Promise((done) => {
  if (cv.Mat) done();
  else cv.onRuntimeInitialized = () => done();
});

const file = join(ROOT, 'demo/designs/count-owls-not-sheep.brelm.json');
const design = engine.readDesignFile(file);
const materials = await engine.loadMaterials(design);
const surface = paintSurface(resolve(design, undefined, materials), 1, () => null, engine.makeSurface);
const mask = maskOfAlpha(surface.context.getImageData(0, 0, surface.width, surface.height));
console.log(`       mask of ${mask.width} × ${mask.height} px`);

const repeat = async (n, work) => {
  await work();
  const times = [];
  for (let i = 0; i < n; i++) times.push((await timed(work))[0]);
  return median(times);
};

const bits = bitsOf(mask);
const map = await repeat(3, () => {
  thinPlaces(bits, 1, (0.35 / 25.4) * 300);
  thinPlaces(bits, 0, (0.5 / 25.4) * 300);
});
report('thin ink and thin gaps of the whole board', `${map.toFixed(0)} ms`, 'under 1500 ms', map < 1500);

const source = new cv.Mat(mask.height, mask.width, cv.CV_8UC1);
source.data.set(mask.data);
const target = new cv.Mat();
const into = new Int32Array(mask.data.length);
const theirs = () => cv.distanceTransform(source, target, cv.DIST_L2, cv.DIST_MASK_5);
const ours = () => squaredDistance(mask, 0, into);
// In turns, so that both meet the same disturbances.
const pairs = [];
for (let i = 0; i < 9; i++) pairs.push([(await timed(ours))[0], (await timed(theirs))[0]]);
const ratio = median(pairs.map(([a, b]) => a / b));
report(
  "exact distance transform ÷ OpenCV's (5 × 5 mask) on the same mask",
  ratio.toFixed(2),
  'at most 2',
  ratio <= 2,
  `medians ${median(pairs.map((p) => p[0])).toFixed(0)} ms, ${median(pairs.map((p) => p[1])).toFixed(0)} ms`,
);
const exact = squaredDistance(mask);
let most = 0;
for (let i = 0; i < exact.length; i++)
  if (exact[i] !== NOWHERE) most = Math.max(most, Math.abs(Math.sqrt(exact[i]) - target.data32F[i]));
report("where OpenCV's is approximate", `off by up to ${most.toFixed(2)} px`, 'ours is exact (tests)', true);

// From a changed ink to all verdicts: 4 colourways on 48 garments, with the layers that were kept.
// Shows how the time grows with garments and with the edge's length, against one garment.
import { join } from 'node:path';
import { median, report, require, ROOT, timed } from './measure.mjs';

const engine = require('./engine');
const { wallOf } = require('@brelm/core/proof');
const { applyEdits } = require('@brelm/core/design');

const file = join(ROOT, 'demo/designs/count-owls-not-sheep.brelm.json');
const base = engine.readDesignFile(file);
const design = {
  ...base,
  colourways: ['a', 'b', 'c', 'd'].map((id, i) => ({
    id,
    name: id,
    garments: [],
    inks: { letter: ['#f2ead8', '#20262a', '#e6b84c', '#b3492a'][i] },
  })),
};
const materials = await engine.loadMaterials(design);
const pictures = await engine.loadPictures(design, engine.picturesBeside(file));
const spec = engine.shippedSpecs().find((s) => s.id === design.board.spec);
const shipped = engine.shippedGarments();
const garments = Array.from({ length: 48 }, (_, i) => ({ ...shipped[i % shipped.length], id: `g${i}` }));

const caches = new Map();
const input = (d, count) => ({
  design: d,
  colourway: undefined,
  spec,
  side: spec.sides[0],
  garments: garments.slice(0, count),
  materials,
  pictures,
  surfaces: engine.makeSurface,
});
wallOf(input(design, 48), caches);

async function changedInk(count) {
  const times = [];
  for (let i = 0; i < 9; i++) {
    const value = `#${(0x80a0c0 + i * 0x010203).toString(16)}`;
    const changed = applyEdits(
      design,
      ['a', 'b', 'c', 'd'].map((colourway) => ({ op: 'setInk', ink: 'letter', value, colourway })),
    );
    times.push((await timed(() => wallOf(input(changed, count), caches)))[0]);
  }
  return median(times);
}
const times = new Map();
for (const count of [1, 6, 12, 24, 48]) times.set(count, await changedInk(count));
for (const [count, ms] of times) console.log(`       4 colourways × ${count} garments: ${ms.toFixed(0)} ms`);
report(
  'changed ink to all verdicts, 4 colourways × 48 garments',
  `${times.get(48).toFixed(0)} ms`,
  'under 250 ms',
  times.get(48) < 250,
);
const growth = times.get(48) / times.get(1);
report(
  '48 garments ÷ 1 garment',
  growth.toFixed(2),
  'far under 48, since samples serve every garment',
  growth < 6,
);

// From a changed ink to all verdicts: 4 colourways on 48 garments, with the layers that were kept.
// Shows how the time grows with garments and with the edge's length, against one garment.
import { join } from 'node:path';
import { median, report, require, ROOT, timed } from './measure.mjs';

const engine = require('@brelm/engine');
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
const walks = new Map();
const wallNow = (d, count) => wallOf({ ...input(d, count), walks }, caches);
wallNow(design, 48);

async function changedInk(count) {
  const times = [];
  for (let i = 0; i < 9; i++) {
    const value = `#${(0x80a0c0 + i * 0x010203).toString(16)}`;
    const changed = applyEdits(
      design,
      ['a', 'b', 'c', 'd'].map((colourway) => ({ op: 'setInk', ink: 'letter', value, colourway })),
    );
    times.push((await timed(() => wallNow(changed, count)))[0]);
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
// The same area of ink, cut into more and more discs: the edge grows with the square root of their number.
const { emptyDesign } = require('@brelm/core/design');
const { motif, place } = require('@brelm/core/parts');
const disc = (x, y, r) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
function discs(side, radius) {
  const step = 900 / side;
  let path = '';
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) path += disc((x + 0.5) * step, (y + 0.5) * step, radius);
  const outlines = [{ path, ink: 'ink-1', rule: 'nonzero', opacity: 1, stroke: null }];
  const part = motif('d', 'd', place(450, 450), { width: 900, height: 900, outlines }, { id: 'own' });
  const board = { spec: 'test/board', side: 'front', width: 900, height: 900, dpi: 300 };
  const ink = { name: 'ink', value: '#ffffff' };
  return { ...emptyDesign('d', board, 'soot', [], ink), parts: [{ ...part, mustRead: true }] };
}
const noPictures = { materials: { face: () => undefined }, pictures: () => null };
async function judged(design, count) {
  const given = { ...input(design, count), ...noPictures };
  const times = [];
  for (let i = 0; i < 7; i++) {
    const inks = [{ ...design.inks[0], value: `#${(0xd0d0d0 + i).toString(16)}` }];
    times.push((await timed(() => wallOf({ ...given, design: { ...design, inks } })))[0]);
  }
  return median(times);
}
console.log('       edge length ÷ first: time ÷ first, on 48 garments, equal area of ink');
// Twice over, so that the first is not measured before the code is compiled.
for (const side of [1, 2, 4, 8, 1]) await judged(discs(side, 300 / side), 48);
const first = await judged(discs(1, 300), 48);
const firstSmall = await judged(discs(1, 100), 48);
for (const side of [1, 2, 4, 8]) {
  const ms = await judged(discs(side, 300 / side), 48);
  console.log(`       ${side}: ${(ms / first).toFixed(2)}`);
}
console.log('       area of ink ÷ first (one disc): time ÷ first, on 48 garments');
for (const radius of [100, 200, 400]) {
  const ms = await judged(discs(1, radius), 48);
  console.log(`       ${(radius / 100) ** 2}: ${(ms / firstSmall).toFixed(2)}`);
}
const growth = times.get(48) / times.get(1);
report(
  '48 garments ÷ 1 garment',
  growth.toFixed(2),
  'far under 48, since samples serve every garment',
  growth < 6,
);

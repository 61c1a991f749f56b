// The motif library: search over all of it, and figures painted here against resvg on the source SVG.
import { quantile, report, require, timed } from './measure.mjs';

const engine = require('@brelm/engine');
const { Resvg } = require('@resvg/resvg-js');
const { inkOutlines } = require('@brelm/core/svg');
const { emptyDesign } = require('@brelm/core/design');
const { motif, place } = require('@brelm/core/parts');
const { paintSurface } = require('@brelm/core/drawing');
const { resolve } = require('@brelm/core/resolve');

const [loaded, library] = await timed(() => engine.motifLibrary());
console.log(`       ${library.size} figures, read and indexed in ${loaded.toFixed(0)} ms`);
const phrases = [
  'owl',
  'bunny',
  'moon',
  'mushroom',
  'coffee',
  'dog',
  'heart',
  'tree',
  'cat face',
  'mountain',
  'fish',
  'skull',
];
const typed = phrases.flatMap((p) => Array.from({ length: p.length }, (_, i) => p.slice(0, i + 1)));
for (const p of typed) library.search(p);
const times = [];
for (const p of typed) times.push((await timed(() => library.search(p)))[0]);
const p95 = quantile(times, 0.95);
report('search at each keystroke, 95th percentile', `${p95.toFixed(1)} ms`, 'under 20 ms', p95 < 20);

const SIZE = 512;
const board = { spec: 'bench/board', side: 'front', width: SIZE, height: SIZE, dpi: 300 };
const base = emptyDesign('m', board, 'soot', [], { name: 'x', value: '#000000' });

/** Mean absolute difference over all components, 0–1, both premultiplied. */
function difference(a, b) {
  let sum = 0;
  for (let i = 0; i < a.length; i += 4) {
    sum += Math.abs(a[i + 3] - b[i + 3]);
    for (let c = 0; c < 3; c++) sum += Math.abs((a[i + c] * a[i + 3] - b[i + c] * b[i + 3]) / 255);
  }
  return sum / a.length / 255;
}

for (const { id: set } of engine.MOTIF_SETS) {
  const all = library.search('', 0, library.size).entries.filter((e) => e.id.startsWith(`${set}/`));
  const chosen = all.filter((_, i) => i % Math.floor(all.length / 300) === 0).slice(0, 300);
  const off = [];
  for (const entry of chosen) {
    // Drawn at its own place on the board, so that both show the same box.
    const source = library.svg(entry.id);
    const theirs = new Resvg(source, {
      fitTo: { mode: 'width', value: SIZE },
      font: { loadSystemFonts: false },
    }).render();
    const art = await engine.readSvgFile(source);
    const { outlines, added } = inkOutlines(art, []);
    const [, , w] = /viewBox="([^"]*)"/.exec(source)[1].split(' ').map(Number);
    const px = SIZE / w;
    const part = motif('m', 'm', place(0, 0, px / art.scale), { ...art, outlines }, { id: 'own' });
    // A motif's origin is its middle.
    const middle = (at, from, size) => (at - from + size / art.scale / 2) * px;
    const at = { x: middle(art.origin.x, 0, art.width), y: middle(art.origin.y, 0, art.height) };
    const placed = { ...part, place: { ...part.place, ...at } };
    const drawing = resolve({ ...base, inks: added, parts: [placed] }, undefined, { face: () => undefined });
    const surface = paintSurface(drawing, 1, () => null, engine.makeSurface);
    const ours = surface.context.getImageData(0, 0, SIZE, SIZE).data;
    const d = difference(ours, unpremultiplied(theirs.pixels));
    if (!(d < 0.01)) off.push([entry.id, d, art.left]);
  }
  const share = 1 - off.length / chosen.length;
  report(
    `${set}: under 1 % mean difference to resvg at ${SIZE} px`,
    `${(share * 100).toFixed(1)} % of ${chosen.length}`,
    'at least 99 %',
    share >= 0.99,
  );
  for (const [id, d, left] of off.slice(0, 12))
    console.log(`         ${id}: ${(d * 100).toFixed(1)} % ${left.join(' ')}`);
  if (off.length > 12) console.log(`         and ${off.length - 12} more`);
}

function unpremultiplied(p) {
  const out = new Uint8ClampedArray(p.length);
  for (let i = 0; i < p.length; i += 4) {
    const a = p[i + 3];
    for (let c = 0; c < 3; c++) out[i + c] = a ? (p[i + c] * 255) / a : 0;
    out[i + 3] = a;
  }
  return out;
}

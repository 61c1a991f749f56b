// Random designs that the schema takes: proof and file end, twice with the same bytes, without a stack.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ROOT, seeded, times } from './with-brelm.mjs';

const require = createRequire(join(ROOT, 'apps/server/dist/index.js'));
const Ajv2020 = createRequire(join(ROOT, 'package.json'))('ajv/dist/2020').default;
const engine = require('@brelm/engine');
const D = require('@brelm/core/design');
const P = require('@brelm/core/parts');
const { FORMS } = require('@brelm/core/geometry');
const { homeAt, newPlacement } = require('@brelm/core/placement');
const { proofOf } = require('@brelm/core/proof');

const SEED = 1000;
const SLOW = 20_000;
const random = seeded(SEED);
const between = (a, b) => a + random() * (b - a);
const whole = (a, b) => Math.round(between(a, b));
const pick = (list) => list[Math.floor(random() * list.length)];
const maybe = (share, make, otherwise) => (random() < share ? make() : otherwise);

const check = new Ajv2020({ strict: false }).compile(
  JSON.parse(readFileSync(join(ROOT, 'docs/design.schema.json'), 'utf8')),
);
const spec = engine.shippedSpecs().find((s) => s.id === 'stickerwharf/kiss-cut-3in');
const [side] = spec.sides;
const garments = engine.shippedGarments().filter((g) => ['soot', 'bone'].includes(g.id));
const INKS = ['pale', 'rust', 'night'];
const ink = () => pick(INKS);
const LETTERS = ['Count owls', 'NOT SHEEP', 'Moth\tledger', 'ß', '', 'a'.repeat(300), 'فكر', '🦉', 'W M W M'];

const keyline = () => ({
  ink: ink(),
  width: between(
    0.5,
    maybe(0.1, () => 400, 30),
  ),
  join: pick(['round', 'mitre', 'bevel']),
  side: pick(['outside', 'outside', 'inside']),
  distance: maybe(0.5, () => between(0, 80), 0),
  counters: pick(['kept', 'filled', 'small']),
  least: whole(0, 60),
});
const shade = () => ({
  kind: pick(['drop', 'block', 'long', 'echo']),
  ink: ink(),
  dx: whole(-200, 200),
  dy: whole(-200, 200),
});
const repeat = () => ({
  kind: 'step',
  count: whole(
    2,
    maybe(0.1, () => 100, 8),
  ),
  dx: whole(-300, 300),
  dy: whole(-300, 300),
  turn: whole(-90, 90),
  scale: between(0.5, 1.5),
});
const place = () => P.place(whole(-200, 2000), whole(-200, 2000), between(0.2, 3), between(0.2, 3));
const makers = {
  shape(id) {
    const form = pick(FORMS);
    const values = Object.fromEntries(
      form.settings.map((s) => {
        const v = maybe(0.2, () => pick([s.min, s.max]), between(s.min, Math.min(s.max, s.min + 900)));
        return [s.name, s.kind === 'count' || s.kind === 'seed' ? Math.round(v) : v];
      }),
    );
    return { ...P.shapeOf(id, place(), form.id, 400, ink()), values };
  },
  lettering(id) {
    const lines = Array.from({ length: whole(1, 4) }, () =>
      P.letteringLine(pick(LETTERS), pick(['anton', 'rye', 'lobster']), between(5, 400), ink()),
    );
    const baseline = pick([
      { kind: 'straight' },
      { kind: 'slope', degrees: whole(-89, 89) },
      { kind: 'wave', length: whole(10, 2000), height: whole(-900, 900), phase: whole(-360, 360) },
    ]);
    return { ...P.lettering(id, id, place(), lines), baseline };
  },
  code: (id) =>
    P.code(
      id,
      P.place(900, 900, 8, 8),
      'https://duskwren.example/' + 'x'.repeat(whole(0, 250)),
      ink(),
      maybe(0.5, ink, null),
    ),
  motif(id) {
    const points = whole(
      3,
      maybe(0.05, () => 20_000, 200),
    );
    const path = `M${Array.from({ length: points }, () => `${between(0, 600).toFixed(1)} ${between(0, 600).toFixed(1)}`).join('L')}Z`;
    const outline = { path, ink: ink(), rule: pick(['nonzero', 'evenodd']), opacity: random(), stroke: null };
    return P.motif(id, id, place(), { width: 600, height: 600, outlines: [outline] }, { id: 'own' });
  },
};
function anyPart(i) {
  const kind = pick(Object.keys(makers));
  return {
    ...makers[kind](`part-${i}`),
    keylines: Array.from({ length: maybe(0.4, () => whole(1, 4), 0) }, keyline),
    shade: maybe(0.3, shade, null),
    repeat: maybe(0.15, repeat, null),
    hollow: random() < 0.15,
    spread: maybe(0.2, () => between(0, 30), 0),
    mustRead: random() < 0.7,
  };
}

/** One design alone, by its number: `ONLY=176 npm run trials designs`. */
const only = process.env.ONLY === undefined ? null : Number(process.env.ONLY);
const counts = { taken: 0, refused: 0, differ: 0, failed: 0, slow: 0, bytes: 0 };
const slowest = [];
for (let i = 0; i < times(1000); i++) {
  const board = { spec: spec.id, side: side.id, width: side.widthPx, height: side.heightPx, dpi: side.dpi };
  const parts = Array.from({ length: whole(1, 5) }, (_, n) => anyPart(n));
  const document = JSON.parse(
    JSON.stringify(
      D.documentOf({
        ...D.emptyDesign(`Random ${i}`, board, 'soot', ['soot', 'bone'], { name: 'x', value: '#f2ead8' }),
        inks: INKS.map((id, k) => ({ id, name: id, value: ['#f2ead8', '#b3492a', '#20262a'][k] })),
        colourways: [],
        parts,
      }),
    ),
  );
  if (only !== null && i !== only) continue;
  const taken = check(document);
  let design;
  try {
    design = D.readDesign(document);
  } catch (error) {
    if (taken) {
      counts.differ++;
      console.log(`  ${i}: the schema takes it, the reader says ${error.message.slice(0, 200)}`);
    } else counts.refused++;
    continue;
  }
  if (!taken) {
    counts.differ++;
    console.log(
      `  ${i}: the reader takes it, the schema says ${JSON.stringify(check.errors?.[0]).slice(0, 300)}`,
    );
    continue;
  }
  counts.taken++;
  const began = performance.now();
  try {
    const materials = await engine.loadMaterials(design);
    proofOf({
      ...{ design, colourway: undefined, spec, side, garments, materials, pictures: () => null },
      surfaces: engine.makeSurface,
    });
    const job = {
      ...{ design, colourway: 'base', spec, side, apart: null, format: 'png' },
      placement: newPlacement(spec, side, homeAt(board, side)),
    };
    const make = () => engine.makeFile(job, materials, () => Promise.reject(new Error('no picture')));
    const [one, two] = [await make(), await make()];
    if (one.sha256 !== two.sha256) {
      counts.bytes++;
      console.log(`  ${i}: other bytes the second time`);
    }
  } catch (error) {
    counts.failed++;
    console.log(`  ${i}: ${error.stack.split('\n').slice(0, 4).join(' | ')}`);
  }
  const ms = performance.now() - began;
  if (ms > SLOW) counts.slow++;
  slowest.push([ms, i, parts.map((p) => p.kind).join(' ')]);
}
slowest.sort((a, b) => b[0] - a[0]);
console.log(`seed ${SEED}; ${JSON.stringify(counts)}; over ${SLOW / 1000} s: ${counts.slow}`);
for (const [ms, i, kinds] of slowest.slice(0, 5))
  console.log(`  ${(ms / 1000).toFixed(1)} s: ${i} (${kinds})`);
process.exit(counts.differ || counts.failed || counts.bytes ? 1 : 0);

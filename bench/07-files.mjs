// Files for every product: forty of mixed sizes in two processes against one, in the same run; the memory of a
// process that makes them, and of one that makes the largest poster of ten large pictures; SVG and PDF of
// sixty parts, against resvg reading the same SVG.
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { median, report, require, ROOT, timed } from './measure.mjs';

const engine = require('@brelm/engine');
const sharp = require('sharp');
const { ProcessPool } = require('./workers/process-pool');
const { mayBegin } = require('./workers/budget');
const { Resvg } = require('@resvg/resvg-js');
const { resolve } = require('@brelm/core/resolve');
const { refit } = require('@brelm/core/design');
const { motif, place } = require('@brelm/core/parts');

const folder = mkdtempSync(join(tmpdir(), 'brelm-bench-'));
const filesDir = join(folder, 'files');
const keep = (bytes) => {
  const sha = createHash('sha256').update(bytes).digest('hex');
  const path = join(filesDir, sha.slice(0, 2), sha);
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, bytes);
  return sha;
};
const demo = (name) => join(ROOT, `demo/designs/${name}.brelm.json`);
const DESIGNS = ['bog-standard', 'boots-on-moons-out', 'count-owls-not-sheep', 'moth-ledger-society'];
const specs = engine.shippedSpecs();

/** The files of the demo designs, as the queue's rows have them, repeated up to a number. */
function tasks(count) {
  const all = DESIGNS.flatMap((name) => {
    const design = engine.readDesignFile(demo(name));
    const beside = dirname(demo(name));
    const materials = design.materials.map((m) => ({
      ...m,
      sha256: keep(readFileSync(join(beside, m.file))),
    }));
    const snapshot = keep(Buffer.from(JSON.stringify({ ...design, materials })));
    return specs
      .flatMap((spec) => engine.jobsOf(design, spec))
      .map(({ job, file }) => ({
        job: {
          colourway: job.colourway,
          spec: job.spec,
          side: job.side.id,
          placement: job.placement,
          apart: job.apart,
          format: job.format,
          garments: file.garments,
        },
        snapshot,
        garments: [],
        filesDir,
        outputsDir: join(folder, 'made'),
        acceptStops: true,
        // Proofs are made before, where what will be made is shown.
        findings: [],
      }));
  });
  return Array.from({ length: count }, (_, i) => all[i % all.length]);
}

async function make(list, processes) {
  const pool = new ProcessPool({
    script: join(ROOT, 'apps/server/dist/workers/child.js'),
    processes,
    queue: list.length,
    memory: 1024,
  });
  const run = (task) => pool.run('makeTask', task, 600_000);
  // Processes that are ready: a server has them from the last run.
  await Promise.all(Array.from({ length: processes }, (_, i) => run(list[i])));
  // As the queue gives them out: in order, as many as there are processes and memory for.
  const pixelsOf = ({ job }) => {
    const side = job.spec.sides.find((s) => s.id === job.side);
    return side.widthPx * side.heightPx;
  };
  const [ms] = await timed(async () => {
    const inWork = new Map();
    for (const task of list) {
      const busy = () => [...inWork.values()].reduce((n, v) => n + v, 0);
      while (inWork.size >= processes || !mayBegin(busy(), pixelsOf(task))) await Promise.race(inWork.keys());
      const work = run(task).then(({ fault }) => {
        inWork.delete(work);
        if (fault) throw new Error(fault.message);
      });
      inWork.set(work, pixelsOf(task));
    }
    await Promise.all(inWork.keys());
  });
  await pool.close();
  return ms;
}

/** A poster of 5400 × 7200 with ten pictures of twenty megapixels. */
async function largest() {
  const [w, h] = [5472, 3648];
  const grain = Buffer.alloc(w * h * 3);
  for (let i = 0; i < grain.length; i++) grain[i] = (i * 7919 + (i >> 9) * 31) & 255;
  const bytes = await sharp(grain, { raw: { width: w, height: h, channels: 3 } })
    .jpeg({ quality: 80 })
    .toBuffer();
  const file = join(folder, 'grain.jpg');
  writeFileSync(file, bytes);
  const spec = specs.find((s) => s.id === 'gannet-row/poster-18x24');
  const [side] = spec.sides;
  const base = engine.readDesignFile(demo('bog-standard'));
  const materials = Array.from({ length: 10 }, (_, i) => ({
    id: `p${i}`,
    name: 'grain.jpg',
    file: 'grain.jpg',
    width: w,
    height: h,
    licence: { id: 'own' },
  }));
  const picture = (m, i) => ({
    ...motif(
      m.id,
      '',
      place(400 + i * 480, 700 + i * 640, 0.5),
      { width: 1, height: 1, outlines: [] },
      { id: 'own' },
    ),
    kind: 'picture',
    material: m.id,
    ground: null,
    lift: false,
    alpha: null,
    specks: 0,
    crop: null,
  });
  const board = { spec: spec.id, side: side.id, width: 5400, height: 7200, dpi: 300 };
  const design = { ...refit(base, board), materials, parts: materials.map(picture), placements: [] };
  const { job } = engine.jobsOf(design, spec)[0];
  const path = join(folder, 'poster.brelm.json');
  const made = await engine.makeFile(
    { ...job, format: 'jpeg', placement: { ...job.placement, ground: '#ffffff' } },
    await engine.loadMaterials(design),
    engine.rasterSource(design, engine.picturesBeside(path)),
  );
  return made.report;
}

const mode = process.argv[2];
try {
  if (mode === 'forty') {
    await make(tasks(40), 2);
    console.log(Math.round(process.resourceUsage().maxRSS / 1024));
  } else if (mode === 'largest') {
    await largest();
    console.log(Math.round(process.resourceUsage().maxRSS / 1024));
  } else {
    const list = tasks(40);
    const one = await make(list, 1);
    const two = await make(list, 2);
    report(
      'forty files of mixed sizes, one process ÷ two',
      (one / two).toFixed(2),
      'at least 1.7',
      one / two >= 1.7,
      `${(one / 1000).toFixed(1)} s and ${(two / 1000).toFixed(1)} s`,
    );
    const peak = (what) =>
      Number(spawnSync(process.execPath, [process.argv[1], what], { encoding: 'utf8' }).stdout.trim());
    const forty = peak('forty');
    report(
      'peak memory of a process that makes forty files, two at a time',
      `${forty} MB`,
      'under 1500 MB',
      forty > 0 && forty < 1500,
    );
    const poster = peak('largest');
    report(
      'peak memory for 5400 × 7200 with ten pictures of 20 megapixels',
      `${poster} MB`,
      'under 1500 MB',
      poster > 0 && poster < 1500,
    );

    const design = engine.readDesignFile(demo('count-owls-not-sheep'));
    const letters = design.parts.filter((p) => p.kind !== 'picture');
    const sixty = {
      ...design,
      parts: Array.from({ length: 60 }, (_, i) => ({
        ...letters[i % letters.length],
        id: `part-${i}`,
        bundle: null,
        place: {
          ...letters[i % letters.length].place,
          x: 300 + (i % 8) * 560,
          y: 300 + Math.floor(i / 8) * 640,
        },
      })),
    };
    const drawing = resolve(sixty, undefined, await engine.loadMaterials(sixty));
    const none = () => Promise.reject(new Error('no pictures'));
    const times = { svg: [], pdf: [], resvg: [] };
    let svg = '';
    for (let i = 0; i < 7; i++) {
      const [a, text] = await timed(() => engine.svgOf(drawing, none));
      svg = text;
      times.svg.push(a);
      times.pdf.push((await timed(() => engine.pdfOf(drawing, none)))[0]);
      times.resvg.push(
        (await timed(async () => new Resvg(svg, { font: { loadSystemFonts: false } }).width))[0],
      );
    }
    const reading = median(times.resvg);
    for (const kind of ['svg', 'pdf'])
      report(
        `${kind.toUpperCase()} of 60 parts ÷ resvg reading that SVG`,
        (median(times[kind]) / reading).toFixed(2),
        'under 300 ms',
        median(times[kind]) < 300,
        `${Math.round(median(times[kind]))} ms and ${Math.round(reading)} ms; ${(svg.length / 1e6).toFixed(1)} MB of SVG`,
      );
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}

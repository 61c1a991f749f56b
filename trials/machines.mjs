// Several processes make the files of runs while one of them is killed every few seconds, and the engine and the database
// once each: every file is made once, with the right bytes, and nothing is listed twice.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { Brelm, ROOT, seeded, times } from './with-brelm.mjs';

const require = createRequire(join(ROOT, 'apps/server/package.json'));
const sharp = require('sharp');
const { unzipSync } = createRequire(join(ROOT, 'package.json'))('fflate');

const SEED = 2111;
const FILES = times(400);
const RUNS = Math.min(8, FILES);
const KILL_EVERY = 5000;
const KILL_FOR = times(180) * 1000;
const random = seeded(SEED);
const pause = (ms) => new Promise((done) => setTimeout(done, ms));
const wrong = [];

const brelm = new Brelm();
await brelm.start('--engine', '--at-once', '0');
const connect = join(brelm.data, 'connect.json');

/** A process that is started again whenever it ends, as a service manager would do. */
class Kept {
  address = null;
  constructor(kind) {
    this.kind = kind;
    this.wanted = true;
    this.begin();
  }
  begin() {
    const more = this.kind === 'web' ? ['--port', '0'] : ['--at-once', '1'];
    this.child = spawn(
      process.execPath,
      [join(ROOT, 'apps/cli/dist/main.js'), this.kind, '--connect', connect, ...more],
      { stdio: ['ignore', 'pipe', 'ignore'] },
    );
    let said = '';
    this.ready = new Promise((done) => {
      this.child.stdout.on('data', (chunk) => {
        said += chunk;
        this.address = /Brelm is ready: (\S+)/.exec(said)?.[1] ?? null;
        if (this.address || said.includes('worker is ready')) done();
      });
    });
    this.child.once('exit', () => {
      this.address = null;
      if (this.wanted) setTimeout(() => this.wanted && this.begin(), 200);
    });
  }
  async end() {
    this.wanted = false;
    if (this.child.exitCode !== null || this.child.signalCode !== null) return;
    const over = new Promise((done) => this.child.once('exit', done));
    this.child.kill('SIGTERM');
    await over;
  }
}
const processes = ['web', 'web', 'worker', 'worker', 'worker'].map((kind) => new Kept(kind));
await Promise.all(processes.map((p) => p.ready));

/** Asks whichever process answers; again where one was killed in the middle. */
async function ask(path, method = 'GET', body) {
  for (let n = 0; n < 600; n++) {
    const at = processes.filter((p) => p.kind === 'web' && p.address)[n % 2]?.address;
    const response =
      at &&
      (await fetch(`${at}/api/${path}`, {
        method,
        ...(body ? { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } } : {}),
      }).catch(() => null));
    // Away for a moment: the database, or the process itself.
    if (response && response.status < 500) {
      const bytes = await response.arrayBuffer().catch(() => null);
      if (bytes)
        return {
          status: response.status,
          bytes: Buffer.from(bytes),
          json: () => JSON.parse(Buffer.from(bytes)),
        };
    }
    await pause(500);
  }
  throw new Error(`${method} ${path}: nobody answers`);
}

// A design of the demo, copies of which are listed meanwhile.
const owls = (await ask('designs?count=200')).json().designs.find((d) => d.name === 'Count Owls Not Sheep');

// Designs that differ in their ink alone: a file tells by its pixels whose it is.
const square = 'M0 0H600V600H0Z';
const designs = [];
for (let i = 0; i < FILES; i++) {
  const ink = `#${(0x203040 + i * 0x0305).toString(16).padStart(6, '0')}`;
  const { documentOf, emptyDesign } = require('@brelm/core/design');
  const { motif, place } = require('@brelm/core/parts');
  const spec = 'stickerwharf/kiss-cut-3in';
  const board = { spec, side: 'face', width: 1800, height: 1800, dpi: 600 };
  const outline = { path: square, ink: 'ink-1', rule: 'nonzero', opacity: 1, stroke: null };
  const document = documentOf({
    ...emptyDesign(`Tile ${i}`, board, 'white', ['white'], { name: 'Ink', value: ink }),
    parts: [
      motif('m', 'Square', place(900, 900), { width: 600, height: 600, outlines: [outline] }, { id: 'own' }),
    ],
  });
  const placement = { spec, side: 'face', x: 0, y: 1.5, scale: 1, turn: 0, mirror: false, narrow: false };
  document.placements = [
    { ...placement, ground: null, format: null, colourway: null, colourways: {}, apart: {} },
  ];
  const made = (await ask('designs', 'POST', { document })).json();
  designs.push({ id: made.id, ink });
}
const inkOf = new Map(designs.map((d) => [d.id, d.ink]));

// Listings that go out meanwhile.
const { token } = (await ask('markets/pinfold/shops', 'POST', { shop: 'Duskwren' })).json();
await ask('connections/pinfold', 'PUT', { shop: 'Duskwren', token });
const sent = [];
for (let i = 0; i < 6; i++)
  sent.push((await ask(`designs/${owls.id}/duplicate`, 'POST', { name: `Owls ${i}` })).json().id);

console.log(`seed ${SEED}; ${FILES} files in ${RUNS} runs, 2 web processes, 3 workers`);
const began = Date.now();
const runs = [];
for (let r = 0; r < RUNS; r++) {
  const files = designs
    .filter((_, i) => i % RUNS === r)
    .map(({ id }) => ({
      designId: id,
      spec: 'stickerwharf/kiss-cut-3in',
      side: 'face',
      colourway: 'base',
      acceptStops: true,
    }));
  runs.push((await ask('runs', 'POST', { title: `Tiles ${r}`, pack: true, files })).json().id);
}
const sending = (
  await ask('sendings', 'POST', {
    listings: sent.map((designId) => ({ designId, spec: 'pinfold/tee-pocket', action: 'publish' })),
  })
).json();

let kills = 0;
let dead = { engine: 0, database: 0 };
const standing = async () => {
  const counts = { queued: 0, working: 0, done: 0, failed: 0, cancelled: 0 };
  const states = [];
  for (const id of runs) {
    const run = (await ask(`runs/${id}`)).json();
    states.push(run.state);
    for (const [state, n] of Object.entries(run.counts)) counts[state] += n;
  }
  return { counts, over: states.every((s) => !['queued', 'working'].includes(s)), states };
};
for (const until = began + KILL_FOR; Date.now() < until;) {
  await pause(KILL_EVERY);
  const victim = processes[Math.floor(random() * processes.length)];
  victim.child.kill('SIGKILL');
  kills++;
  if (Date.now() - began > KILL_FOR / 3 && !dead.engine) {
    process.kill(Number(readFileSync(join(brelm.data, 'engine/redis.pid'), 'utf8')), 'SIGKILL');
    dead.engine = 1;
  }
  if (Date.now() - began > (2 * KILL_FOR) / 3 && !dead.database) {
    process.kill(Number(readFileSync(join(brelm.data, 'database/mariadb.pid'), 'utf8')), 'SIGKILL');
    dead.database = 1;
  }
}
let last = await standing();
for (const until = Date.now() + 1_800_000; !last.over && Date.now() < until; last = await standing())
  await pause(1000);
const took = (Date.now() - began) / 1000;

// Every file once, and right.
let attempts = 0;
let files = 0;
const hashes = new Set();
for (const [r, id] of runs.entries()) {
  const run = (await ask(`runs/${id}`)).json();
  if (run.state !== 'done')
    wrong.push(`run ${r} is ${run.state}: ${run.files.find((f) => f.reason)?.reason ?? run.reason}`);
  const pack = unzipSync(new Uint8Array((await ask(`runs/${id}/pack`)).bytes));
  const manifest = JSON.parse(Buffer.from(pack['manifest.json']));
  if (manifest.files.length !== run.files.length)
    wrong.push(`run ${r}: its pack has ${manifest.files.length} files`);
  for (const file of run.files) {
    files++;
    attempts += file.attempts;
    const { bytes } = await ask(`runs/files/${file.id}`);
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    hashes.add(sha256);
    const listed = manifest.files.find((f) => f.path === file.path);
    if (listed?.sha256 !== sha256 || createHash('sha256').update(pack[file.path]).digest('hex') !== sha256)
      wrong.push(`${file.path}: the pack has other bytes`);
    const middle = await sharp(bytes).extract({ left: 900, top: 900, width: 1, height: 1 }).raw().toBuffer();
    const ink = `#${middle.subarray(0, 3).toString('hex')}`;
    if (ink !== inkOf.get(file.designId))
      wrong.push(`${file.path} is ${ink}, not ${inkOf.get(file.designId)}`);
  }
}
if (hashes.size !== FILES) wrong.push(`${hashes.size} different files of ${FILES}`);

// Nothing listed twice, and everything listed.
let lines = [];
for (const until = Date.now() + 600_000; Date.now() < until; await pause(500)) {
  lines = (await ask(`sendings/${sending.id}`)).json().lines;
  if (lines.every((l) => !['queued', 'working'].includes(l.state))) break;
}
for (const line of lines) if (line.state !== 'done') wrong.push(`a listing ${line.state}: ${line.reason}`);
const at = processes.find((p) => p.kind === 'web' && p.address).address;
const there = await (
  await fetch(`${at}/api/markets/pinfold/listings`, { headers: { Authorization: `Bearer ${token}` } })
).json();
if (there.listings.length !== sent.length) wrong.push(`${there.listings.length} listings of ${sent.length}`);
const references = new Set(there.listings.map((l) => l.reference));
if (references.size !== there.listings.length) wrong.push('something is listed twice');

console.log(
  `${kills} kills of processes, ${dead.engine} of the engine, ${dead.database} of the database in ${KILL_FOR / 1000} s; all done after ${took.toFixed(0)} s`,
);
console.log(
  `${files} files, begun ${attempts} times; ${there.listings.length} listings; ${wrong.length} faults`,
);
for (const line of wrong.slice(0, 20)) console.log(`  ${line}`);
await Promise.all(processes.map((p) => p.end()));
await brelm.clean();
process.exit(wrong.length ? 1 : 0);

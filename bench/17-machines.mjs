// Several processes: how many files an hour the database can give out and take back, and what a second worker brings.
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { availableParallelism, cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { Brelm, ROOT } from '../trials/with-brelm.mjs';

const require = createRequire(join(ROOT, 'apps/server/package.json'));
const HOUR = 3600;

/** Claims and ends as fast as they go, by so many claimers at once, among ten thousand files that wait. */
async function claiming() {
  const cli = join(ROOT, 'apps/cli/dist/database');
  const { startDatabase } = require(join(cli, 'mariadb.js'));
  const { databaseAt, houseAt } = require(join(cli, 'shop.js'));
  const dist = join(ROOT, 'apps/server/dist');
  const { startServer } = require(join(dist, 'index.js'));
  const { ClaimsService } = require(join(dist, 'runs/claims.service.js'));
  const { QueueService } = require(join(dist, 'runs/queue.service.js'));
  const { RunStore } = require(join(dist, 'runs/run-store.service.js'));
  const { RunFileRow, RunRow } = require(join(dist, 'database/entities/index.js'));
  const { DataSource } = require('typeorm');
  const folder = mkdtempSync(join(tmpdir(), 'brelm-bench-'));
  const database = await startDatabase(join(folder, 'database'));
  const server = await startServer({
    ...{
      port: 0,
      webDir: null,
      demo: false,
      filesDir: join(folder, 'files'),
      shopsDir: join(folder, 'shops'),
    },
    ...{ database: databaseAt(database), house: houseAt(database) },
  });
  try {
    await server.app.get(QueueService).drain();
    const db = server.app.get(DataSource);
    const [runs, files] = [db.getRepository(RunRow), db.getRepository(RunFileRow)];
    const job = JSON.stringify({ spec: { sides: [{ id: 'face' }] }, side: 'face', more: 'x'.repeat(4000) });
    const fill = async () => {
      await db.query('DELETE FROM runs');
      for (let r = 0; r < 20; r++) {
        const id = randomUUID();
        await runs.insert({
          id,
          title: 'Owls',
          position: r,
          state: 'queued',
          pack: false,
          packName: '',
          createdAt: new Date(),
        });
        for (let i = 0; i < 500; i += 50)
          await files.insert(
            Array.from({ length: 50 }, (_, k) => ({
              ...{ id: randomUUID(), runId: id, position: i + k, state: 'queued', designId: randomUUID() },
              ...{
                revision: 1,
                snapshot: 'a'.repeat(64),
                job,
                path: 'owl.png',
                acceptStops: false,
                attempts: 0,
              },
            })),
          );
      }
    };
    const rate = async (claimers) => {
      await fill();
      const began = performance.now();
      let ended = 0;
      let gaveWay = 0;
      const over = () => performance.now() - began > 4000;
      await Promise.all(
        Array.from({ length: claimers }, async (_, w) => {
          const own = { shop: 'first', process: { name: `worker-${w}` } };
          const claims = new ClaimsService(new RunStore(runs, files, own), own);
          while (!over()) {
            const claim = await claims.take(() => true).catch(() => (gaveWay++, null));
            if (!claim || claim === 'later') continue;
            await claims.end(claim, { state: 'done', sha256: 'b'.repeat(64), report: '{}', findings: '[]' });
            ended++;
          }
        }),
      );
      return { perHour: (ended / ((performance.now() - began) / 1000)) * HOUR, gaveWay, ended };
    };
    await fill();
    const [{ id }] = await runs.find({ take: 1 });
    await db.query('UPDATE run_files SET run_id = ?', [id]);
    const counting = performance.now();
    for (let i = 0; i < 20; i++) await new RunStore(runs, files, {}).view(id);
    const view = (performance.now() - counting) / 20;
    const one = await rate(1);
    console.log(
      `claim and end, one process: ${Math.round(one.perHour).toLocaleString('en-GB')} files an hour (the reference)`,
    );
    const each = 3_600_000 / one.perHour;
    console.log(
      `  to show a run of ten thousand files takes ${(view / each).toFixed(2)} × as long as one claim and end (${each.toFixed(1)} ms)`,
    );
    for (const claimers of [4, 16, 64]) {
      const many = await rate(claimers);
      console.log(
        `  ${claimers} at once: ${(many.perHour / one.perHour).toFixed(2)} × that; ${((100 * many.gaveWay) / (many.ended + many.gaveWay)).toFixed(1)} % gave way and asked again`,
      );
    }
  } finally {
    await server.close();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

const started = (connect) =>
  new Promise((done, fail) => {
    const child = spawn(
      process.execPath,
      [join(ROOT, 'apps/cli/dist/main.js'), 'worker', '--connect', connect, '--at-once', '1'],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    );
    child.stdout.on('data', (chunk) => String(chunk).includes('ready') && done(child));
    child.once('exit', (code) => fail(new Error(`the worker ended with ${code}`)));
  });

/** How many cores were at work since an earlier look; the look itself, where there was none. */
function busy(before) {
  const now = cpus().map(({ times }) => times);
  if (!before) return now;
  const all = (t) => t.user + t.nice + t.sys + t.irq + t.idle;
  return now.reduce((n, t, i) => n + 1 - (t.idle - before[i].idle) / (all(t) - all(before[i])), 0);
}

/** The same files by one worker and by two; each makes one at a time. */
async function workers() {
  const brelm = new Brelm();
  try {
    const at = await brelm.start('--engine', '--at-once', '0');
    const ask = async (path, method = 'GET', body) => {
      const response = await fetch(`${at}/api/${path}`, {
        method,
        ...(body ? { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } } : {}),
      });
      if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
      return response.json();
    };
    const { designs } = await ask('designs?count=200');
    const plan = await ask('plan', 'POST', { designs: designs.map((d) => d.id) });
    // A shirt's file each: some like another.
    const files = plan
      .filter((f) => f.format === 'png' && f.width >= 3000 && f.width <= 4500)
      .slice(0, 6)
      .flatMap((f) => [f, f])
      .map(({ designId, spec, side, colourway, apart }) => ({
        ...{ designId, spec, side, colourway: colourway.id, apart, acceptStops: true },
      }));
    const connect = join(brelm.data, 'connect.json');
    const take = async () => {
      const before = busy();
      const began = performance.now();
      const { id } = await ask('runs', 'POST', { title: 'Bench', files });
      for (;;) {
        const run = await ask(`runs/${id}`);
        if (!['queued', 'working'].includes(run.state)) {
          if (run.state !== 'done') throw new Error(`the run ${run.state}`);
          return { seconds: (performance.now() - began) / 1000, cores: busy(before) };
        }
        await new Promise((done) => setTimeout(done, 100));
      }
    };
    const first = await started(connect);
    await take();
    const alone = await take();
    const second = await started(connect);
    await take();
    const both = await take();
    console.log(
      `${files.length} files of shirts, ${availableParallelism()} cores: one worker ${alone.seconds.toFixed(1)} s (the reference), two ${(alone.seconds / both.seconds).toFixed(2)} × as fast`,
    );
    console.log(
      `  at work meanwhile: ${alone.cores.toFixed(2)} cores with one, ${both.cores.toFixed(2)} with two; one worker makes ${Math.round((files.length / alone.seconds) * HOUR)} such files an hour`,
    );
    for (const child of [first, second]) {
      child.removeAllListeners('exit');
      child.kill('SIGTERM');
    }
  } finally {
    await brelm.clean();
  }
}

await claiming();
await workers();
process.exit(0);

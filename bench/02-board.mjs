// The board in headless Chromium: frames while a part is dragged in a design of 30 parts, how soon
// the six garments follow, and how much JavaScript the first load fetches.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { quantile, report, require, ROOT } from './measure.mjs';

const { chromium } = require('playwright-core');
const data = mkdtempSync(join(tmpdir(), 'brelm-bench-'));
const server = spawn(process.execPath, [
  join(ROOT, 'apps/cli/dist/main.js'),
  'start',
  '--port',
  '4799',
  '--data',
  data,
]);
try {
  const address = await new Promise((done, fail) => {
    let log = '';
    const hear = (chunk) => {
      log += chunk;
      const found = /Brelm is ready: (\S+)/.exec(log)?.[1];
      if (found) done(found);
    };
    server.stdout.on('data', hear);
    server.stderr.on('data', hear);
    server.once('exit', () => fail(new Error(log)));
  });

  // Thirty parts: the demo tee, its lettering and owl copied about the board.
  const all = await (await fetch(`${address}/api/designs`)).json();
  const base = all.find((d) => d.document.name === 'Count Owls Not Sheep').document;
  const parts = Array.from({ length: 30 }, (_, i) => {
    const part = base.parts[i % base.parts.length];
    const place = {
      ...part.place,
      x: 600 + (i % 6) * 650,
      y: 500 + Math.floor(i / 6) * 950,
      scaleX: part.place.scaleX * 0.25,
      scaleY: part.place.scaleY * 0.25,
    };
    return { ...part, id: `part-${i}`, name: `Part ${i}`, place };
  });
  const made = await (
    await fetch(`${address}/api/designs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ document: { ...base, name: 'Thirty parts', parts } }),
    })
  ).json();

  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${address}/design/${made.id}`);
  await page.waitForSelector('section[aria-label="Findings"][aria-busy="false"]');
  const board = await page.getByTestId('board').boundingBox();
  const view = JSON.parse(await page.getByTestId('board').getAttribute('data-view'));
  const at = (x, y) => [board.x + view.x + x * view.scale, board.y + view.y + y * view.scale];

  await page.evaluate(() => {
    window.follow = [];
    let moved = 0;
    window.addEventListener('pointermove', () => (moved ||= performance.now()), true);
    new MutationObserver(() => {
      if (moved) window.follow.push(performance.now() - moved);
      moved = 0;
    }).observe(document.querySelector('section[aria-label="On garments"]'), {
      subtree: true,
      attributes: true,
      attributeFilter: ['data-turn'],
    });
  });
  const dragAbout = async (moves) => {
    await page.mouse.move(...at(2550, 2400));
    await page.mouse.down();
    for (let i = 0; i < moves; i++) {
      // Ends where it began, so that the next drag finds the part there.
      const turn = (i / (moves - 1)) * 4 * Math.PI;
      await page.mouse.move(...at(2550 + 900 * Math.sin(turn), 2400 + 1400 * Math.sin(turn * 1.5)));
      await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => done())));
    }
    await page.mouse.up();
  };
  await dragAbout(150);
  const follow = await page.evaluate(() => window.follow);
  await browser.startTracing(page, {
    categories: ['devtools.timeline', 'disabled-by-default-devtools.timeline', 'toplevel'],
  });
  await dragAbout(150);
  const trace = JSON.parse((await browser.stopTracing()).toString());

  // Thread time, not time by the clock: other processes on the machine are no work of ours.
  // What the page's main thread does for each frame: all its tasks from one frame's commit to the next.
  const events = trace.traceEvents;
  const pages = events.filter((e) => e.name === 'thread_name' && e.args.name === 'CrRendererMain');
  const busiest = pages
    .map(({ pid, tid }) => ({
      tasks: events.filter((e) => e.pid === pid && e.tid === tid && e.name === 'RunTask' && e.dur),
      frames: events
        .filter((e) => e.pid === pid && e.tid === tid && e.name === 'Commit')
        .map((e) => e.ts)
        .sort((a, b) => a - b),
    }))
    .sort((a, b) => b.frames.length - a.frames.length)[0];

  const work = busiest.frames
    .slice(1)
    .map((end, i) =>
      busiest.tasks
        .filter((t) => t.ts >= busiest.frames[i] && t.ts < end)
        .reduce((sum, t) => sum + (t.tdur ?? t.dur) / 1000, 0),
    );
  const p95 = quantile(work, 0.95);
  report(
    `the main thread’s work for a frame while dragging one of 30 parts, 95th percentile of ${work.length}`,
    `${p95.toFixed(1)} ms`,
    'under 16.7 ms',
    p95 < 16.7,
    `median ${quantile(work, 0.5).toFixed(1)} ms`,
  );
  const behind = quantile(follow, 0.95);
  report(
    `the six garments follow a drag, 95th percentile of ${follow.length}`,
    `${Math.round(behind)} ms`,
    'within 100 ms',
    behind <= 100,
    `median ${Math.round(quantile(follow, 0.5))} ms`,
  );
  await browser.close();

  const html = readFileSync(join(ROOT, 'apps/web/dist/index.html'), 'utf8');
  const first = readdirSync(join(ROOT, 'apps/web/dist/assets')).filter(
    (n) => n.endsWith('.js') && html.includes(n),
  );
  const kb =
    first.reduce((n, f) => n + gzipSync(readFileSync(join(ROOT, 'apps/web/dist/assets', f))).length, 0) /
    1024;
  report('JavaScript of the first load, compressed', `${Math.round(kb)} KB`, 'under 600 KB', kb < 600);
} finally {
  server.removeAllListeners('exit');
  server.kill('SIGTERM');
  await new Promise((done) => server.once('exit', done));
  rmSync(data, { recursive: true, force: true });
}

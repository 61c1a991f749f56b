// What the benches of the board share: Brelm with data of its own, designs of many parts, and what
// the main thread does for each frame of a gesture.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { require, ROOT } from './measure.mjs';

const { chromium } = require('playwright-core');
const { documentOf, readDesign } = require('@brelm/core/design');

/** Starts Brelm, calls `work` with its address and a page, and ends both. */
export async function withBoard(work) {
  const data = mkdtempSync(join(tmpdir(), 'brelm-bench-'));
  const server = spawn(process.execPath, [
    join(ROOT, 'apps/cli/dist/main.js'),
    'start',
    '--port',
    '4799',
    '--data',
    data,
  ]);
  let browser;
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
    browser = await chromium.launch({
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    });
    await work(address, await browser.newPage({ viewport: { width: 1280, height: 800 } }), browser);
  } finally {
    await browser?.close();
    server.removeAllListeners('exit');
    server.kill('SIGTERM');
    await new Promise((done) => server.once('exit', done));
    rmSync(data, { recursive: true, force: true });
  }
}

/** A design of the demo, opened, by its name. */
export async function demoDesign(address, name) {
  const { designs } = await (await fetch(`${address}/api/designs?search=${encodeURIComponent(name)}`)).json();
  const { document } = await (await fetch(`${address}/api/designs/${designs[0].id}`)).json();
  return readDesign(document);
}

/** Stores a design of so many parts, the demo tee's copied about the board in a grid; returns it. */
export async function manyParts(address, count, { across, materials = [], more = [] }) {
  const base = await demoDesign(address, 'Count Owls Not Sheep');
  const down = Math.ceil(count / across);
  const small = (0.25 * 6) / across;
  const parts = Array.from({ length: count }, (_, i) => {
    const part = base.parts[i % base.parts.length];
    const place = {
      ...part.place,
      x: 600 + (i % across) * (3300 / (across - 1)),
      y: 500 + Math.floor(i / across) * (4400 / Math.max(1, down - 1)),
      scaleX: part.place.scaleX * small,
      scaleY: part.place.scaleY * small,
    };
    return { ...part, id: `part-${i}`, name: `Part ${i}`, place };
  });
  const document = documentOf({
    ...base,
    name: `${count} parts`,
    materials: [...base.materials, ...materials],
    parts: [...parts, ...more],
  });
  const response = await fetch(`${address}/api/designs`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ document }),
  });
  if (!response.ok) throw new Error(await response.text());
  return response.json();
}

/** From board px to the window. */
export async function onScreen(page) {
  const board = await page.getByTestId('board').boundingBox();
  const view = JSON.parse(await page.getByTestId('board').getAttribute('data-view'));
  return (x, y) => [board.x + view.x + x * view.scale, board.y + view.y + y * view.scale];
}

/** Drags in loops from a place and back to it, one move a frame. */
export async function dragAbout(page, [x, y], moves, [wide, high] = [900, 1400]) {
  const at = await onScreen(page);
  await page.mouse.move(...at(x, y));
  await page.mouse.down();
  for (let i = 0; i < moves; i++) {
    // Ends where it began, so that the next drag finds the part there.
    const turn = (i / (moves - 1)) * 4 * Math.PI;
    await page.mouse.move(...at(x + wide * Math.sin(turn), y + high * Math.sin(turn * 1.5)));
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => done())));
  }
  await page.mouse.up();
}

/**
 * The page's main thread's own time for each frame while `gesture` goes on, ms: all its tasks from one
 * frame's commit to the next. Thread time, not time by the clock: other processes are no work of ours.
 */
export async function workOfFrames(browser, page, gesture) {
  await browser.startTracing(page, {
    categories: ['devtools.timeline', 'disabled-by-default-devtools.timeline', 'toplevel'],
  });
  await gesture();
  const { traceEvents: events } = JSON.parse((await browser.stopTracing()).toString());
  const busiest = events
    .filter((e) => e.name === 'thread_name' && e.args.name === 'CrRendererMain')
    .map(({ pid, tid }) => ({
      tasks: events.filter((e) => e.pid === pid && e.tid === tid && e.name === 'RunTask' && e.dur),
      frames: events
        .filter((e) => e.pid === pid && e.tid === tid && e.name === 'Commit')
        .map((e) => e.ts)
        .sort((a, b) => a - b),
    }))
    .sort((a, b) => b.frames.length - a.frames.length)[0];
  return busiest.frames
    .slice(1)
    .map((end, i) =>
      busiest.tasks
        .filter((t) => t.ts >= busiest.frames[i] && t.ts < end)
        .reduce((sum, t) => sum + (t.tdur ?? t.dur) / 1000, 0),
    );
}

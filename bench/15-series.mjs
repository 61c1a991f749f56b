// Series: how soon sixty rows are seen, what a row costs beside a design of its own, what one changed word makes.
import { createRequire } from 'node:module';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { Brelm, ROOT } from '../trials/with-brelm.mjs';
import { median, report } from './measure.mjs';

const { chromium } = createRequire(join(ROOT, 'package.json'))('playwright-core');
const TAKES = 5;
const SEEN = 60;
const ROWS = Number(process.env.ROWS ?? 16);
const brelm = new Brelm();
let browser;

/** Bytes that the server and its children have in memory. */
function memory() {
  const rows = execFileSync('ps', ['-eo', 'pid=,ppid=,rss=,args='], { encoding: 'utf8' })
    .split('\n')
    .map((l) => /^\s*(\d+)\s+(\d+)\s+(\d+)\s+(.*)$/.exec(l))
    .filter(Boolean)
    .map(([, pid, ppid, rss, args]) => ({ pid, ppid, rss: Number(rss) * 1024, args }));
  const child = rows.filter((r) => /workers\/child\.js/.test(r.args));
  return child.reduce((n, r) => n + r.rss, 0);
}

try {
  const at = await brelm.start();
  const ask = async (path, method = 'GET', body) => {
    const response = await fetch(`${at}/api/${path}`, {
      method,
      ...(body ? { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } } : {}),
    });
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
    return response.json();
  };
  const { series } = await ask('series');
  const id = series.find((s) => s.name === 'Night Rangers').id;
  const demo = (await ask(`series/${id}`)).document;
  const rows = (count, word) =>
    Array.from({ length: count }, (_, i) => ({
      ...{ id: `b${i}`, byHand: [], leftOut: false, design: null },
      cells: { rank: `${word} ${i}` },
    }));

  // Sixty rows in sight, from a change of the layout's places to the last picture.
  const many = await ask('series', 'POST', { document: { ...demo, name: 'Many', rows: rows(1000, 'No') } });
  browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const page = await browser.newPage({ viewport: { width: 2200, height: 1500 } });
  await page.goto(`${at}/series/${many.id}`);
  await page
    .locator('[data-fresh="true"]')
    .nth(SEEN - 1)
    .waitFor({ timeout: 120_000 });
  await page.getByRole('button', { name: 'Rank {Rank}' }).click();
  await page.getByLabel('Wider, %').waitFor();
  const times = [];
  for (let i = 0; i <= TAKES; i++) {
    await page.getByLabel('Wider, %').fill(String(110 + i));
    times.push(
      await page.evaluate(
        (seen) =>
          new Promise((done) => {
            const field = document.activeElement;
            const began = performance.now();
            field.dispatchEvent(new window.KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
            let begun = false;
            const look = () => {
              const all = [...document.querySelectorAll('[data-fresh]')].slice(0, seen);
              begun ||= all.some((e) => e.dataset.fresh === 'false');
              if (begun && all.every((e) => e.dataset.fresh === 'true')) done(performance.now() - began);
              else requestAnimationFrame(look);
            };
            look();
          }),
        Math.min(SEEN, await page.locator('[data-fresh]').count()),
      ),
    );
  }
  const shown = Math.min(SEEN, await page.locator('[data-fresh]').count());
  report(
    `${shown} rows in sight laid out and painted anew, of 1,000`,
    `${(median(times.slice(1)) / 1000).toFixed(2)} s in the median`,
    '1.5 s',
    median(times.slice(1)) <= 1500,
  );
  await browser.close();
  browser = null;

  // Files of rows beside files of as many designs of their own.
  const ended = async (run) => {
    let most = 0;
    for (;;) {
      most = Math.max(most, memory());
      const now = await ask(`runs/${run}`);
      if (now.finishedAt) return { now, most };
      await new Promise((done) => setTimeout(done, 200));
    }
  };
  // Children that have not made a file yet load their typefaces first.
  const warm = await ask('series', 'POST', { document: { ...demo, name: 'Warm', rows: rows(2, 'Warm') } });
  for (const { id: run } of (await ask(`series/${warm.id}/runs`, 'POST', { acceptStops: true })).runs)
    await ended(run);
  const some = await ask('series', 'POST', {
    document: { ...demo, name: 'Some', rows: rows(ROWS, 'Bench') },
  });
  const began = performance.now();
  const { runs } = await ask(`series/${some.id}/runs`, 'POST', { acceptStops: true });
  const asked = performance.now() - began;
  const first = await ended(runs[0].id);
  const seriesMs = performance.now() - began;
  // Of other words: a proof of the very same is known, and would not be made again.
  const others = await ask('series', 'POST', {
    document: { ...demo, name: 'Others', rows: rows(ROWS, 'Other') },
  });
  const { designs } = await ask(`series/${others.id}/designs`, 'POST', {});
  const plan = await ask('plan', 'POST', { designs: designs.map((d) => d.id) });
  const alone = performance.now();
  const run = await ask('runs', 'POST', {
    files: plan.map((p) => ({
      ...{ designId: p.designId, spec: p.spec, side: p.side, colourway: p.colourway.id, acceptStops: true },
    })),
  });
  await ended(run.id);
  const aloneMs = performance.now() - alone;
  const files = first.now.files.length;
  report(
    `${files} files of ${ROWS} rows`,
    `${(aloneMs / seriesMs).toFixed(2)} of the speed of as many files of designs of their own`,
    '0.95',
    aloneMs / seriesMs >= 0.95,
    `${(seriesMs / files / 1000).toFixed(2)} s a file; laid out in ${(asked / 1000).toFixed(1)} s`,
  );

  // One word.
  const kept = await ask(`series/${some.id}`);
  kept.document.rows[3].cells.rank = 'Another word';
  await ask(`series/${some.id}`, 'PUT', { revision: kept.revision, document: kept.document });
  const again = performance.now();
  const changed = await ask(`series/${some.id}/runs`, 'POST', { acceptStops: true });
  const fresh = changed.runs.reduce((n, r) => n + r.counts.queued + r.counts.working, 0);
  await ended(changed.runs[0].id);
  report(
    `one changed word in ${ROWS} rows`,
    `${fresh} of ${files} files made anew, ${((performance.now() - again) / seriesMs).toFixed(2)} of the time of all`,
    `${files / ROWS} files`,
    fresh === files / ROWS,
  );

  // Memory does not grow with the rows.
  const twice = await ask('series', 'POST', {
    document: { ...demo, name: 'Twice', rows: rows(ROWS * 2, 'Twice') },
  });
  const more = await ended((await ask(`series/${twice.id}/runs`, 'POST', { acceptStops: true })).runs[0].id);
  report(
    'memory of the children, twice as many rows',
    `${(more.most / first.most).toFixed(2)} times, ${(more.most / 1e6).toFixed(0)} MB`,
    'under 1.15 times',
    more.most / first.most < 1.15,
  );
} finally {
  await browser?.close();
  await brelm.clean();
}

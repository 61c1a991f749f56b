// An hour's work in one tab: designs opened one after the other and changed on every stage, their memory read after each round.
// A tab that holds on to what it has shown grows with every round; one that does not stays where it was.
import { execFileSync } from 'node:child_process';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { Brelm, ROOT, times } from './with-brelm.mjs';

const { chromium } = createRequire(join(ROOT, 'package.json'))('playwright-core');

/** So many rounds are about an hour of somebody who never rests. */
const HOUR = 120;
/** What a tab may take more at the end than once each design was opened twice, MB: the collector is never done. */
const MOST_GROWN = 60;
/** Listeners that it may have more: an ended worker or a page that was left is let go with all its own. */
const MOST_LISTENERS = 60;

const brelm = new Brelm();
const address = await brelm.start();
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--js-flags=--expose-gc'],
});
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
page.setDefaultTimeout(120_000);
const faults = [];
page.on('pageerror', (error) => faults.push(error.message));
const session = await page.context().newCDPSession(page);

/** Resident memory of the page's process, MB; it is the largest of its kind. */
function resident() {
  const lines = execFileSync('ps', ['-eo', 'rss=,args='], { encoding: 'utf8', maxBuffer: 1e8 }).split('\n');
  const sizes = lines.filter((l) => l.includes('--type=renderer')).map((l) => parseInt(l, 10) / 1024);
  return Math.round(Math.max(...sizes));
}

/** What the page's own script holds after a collection, MB, with the elements and listeners that it has. */
async function held() {
  await session.send('HeapProfiler.collectGarbage');
  const { metrics } = await session.send('Performance.getMetrics');
  const of = (name) => metrics.find((m) => m.name === name)?.value ?? 0;
  return {
    script: Math.round(of('JSHeapUsedSize') / 1e5) / 10,
    nodes: of('Nodes'),
    listeners: of('JSEventListeners'),
    resident: resident(),
  };
}

// No handle of an element is kept: it would hold all that was on the page.
const checked = () => page.locator('section[aria-label="Findings"][aria-busy="false"]').waitFor();
const rows = () => page.locator('aside[aria-label="Stack"] li > div > button[aria-expanded]');
/** Goes to a stage and looks at it for a moment. */
const stage = async (name, path) => {
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name }).click();
  await page.waitForURL((url) => url.pathname.endsWith(path));
  await page.waitForTimeout(1500);
};

async function round(i) {
  await page
    .locator(`a[href="/design/${ids[i % ids.length]}"]`)
    .first()
    .click();
  await rows().first().waitFor();
  await checked();
  await rows()
    .nth(i % (await rows().count()))
    .click();
  await page.getByTestId('board').focus();
  for (let k = 0; k < 12; k++) await page.keyboard.press(k % 2 ? 'ArrowRight' : 'ArrowDown');
  for (let k = 0; k < 3; k++) await page.keyboard.press('Control+d');
  await page.keyboard.press('a');
  await page.keyboard.type(`Round ${i}`);
  await page.keyboard.press('Enter');
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  await checked();
  // Back to where it was: the designs stay as large as they are.
  for (let k = 0; k < 30; k++) await page.keyboard.press('Control+z');
  await checked();
  await stage(/^(Garments|Colours)$/, '/garments');
  await stage(/^Placement$/, '/placement');
  await stage(/^Artwork$/, '');
  await checked();
  await page.getByRole('link', { name: 'Shelf' }).click();
}

const { designs } = await (await fetch(`${address}/api/designs?count=200`)).json();
const ids = designs.map(({ id }) => id);
// Pictures and typefaces of designs that are seen for the first time are kept up to a bound: it grows until it is reached.
const settled = 2 * ids.length;
const rounds = Math.max(2 * settled, times(HOUR));
await session.send('Performance.enable');
await page.goto(address);
const measured = [];
for (let i = 0; i < rounds; i++) {
  await round(i);
  await page.getByRole('heading', { name: 'Shelf' }).waitFor();
  const now = await held();
  if (i >= settled) measured.push(now);
  console.log(
    `after ${i + 1} rounds: ${now.resident} MB resident, ${now.script} MB held by script, ${now.nodes} nodes, ${now.listeners} listeners`,
  );
}
await browser.close();
await brelm.clean();
const third = Math.floor(measured.length / 3);
const mean = (list, key) => list.reduce((sum, m) => sum + m[key], 0) / list.length;
const more = (key) => mean(measured.slice(-third), key) - mean(measured.slice(0, third), key);
const grown = Math.round(more('resident'));
console.log(
  `${rounds} rounds, from the ${settled}th on: ${grown} MB more in the last third than in the first; script holds ${more('script').toFixed(1)} MB more, ${Math.round(more('nodes'))} nodes and ${Math.round(more('listeners'))} listeners more`,
);
if (faults.length) console.log(faults);
if (grown > MOST_GROWN || more('listeners') > MOST_LISTENERS || faults.length) process.exitCode = 1;

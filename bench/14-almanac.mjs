// The almanac: how soon it is there, how soon a search is, and from a phrase to a dozen proofed compositions.
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { Brelm, ROOT } from '../trials/with-brelm.mjs';
import { median, quantile, report, timed } from './measure.mjs';

const { chromium } = createRequire(join(ROOT, 'package.json'))('playwright-core');
const TAKES = 20;
const WORDS = ['moth', 'owl gift', 'tea', 'kettle', 'bat', 'christmas', 'funny baker', 'mushroom'];
const PHRASES = [
  'Easily distracted by moths',
  'The Sleepless Nightjar',
  'Mind the lamp',
  'Out late for the bats',
];
const brelm = new Brelm();
let browser;
try {
  const at = await brelm.start();
  browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(at);
  const opened = { almanac: [], shelf: [] };
  const open = async (place, name, there) => {
    // Timed in the page, from the click to the frame that shows it: what drives the browser takes no part.
    const ms = await page.evaluate(
      ([link, selector]) =>
        new Promise((done) => {
          const began = performance.now();
          const look = () =>
            document.querySelector(selector)
              ? requestAnimationFrame(() => done(performance.now() - began))
              : requestAnimationFrame(look);
          [...document.querySelectorAll('nav[aria-label="Places"] a')]
            .find((a) => a.textContent === link)
            .click();
          look();
        }),
      [name, there],
    );
    opened[place].push(ms);
  };
  for (let i = 0; i <= TAKES; i++) {
    await open('almanac', 'Almanac', '[aria-label="Seasons of the year"] button');
    await open('shelf', 'Shelf', 'main h2 a[href^="/design/"]');
  }
  // The first of each loads its code.
  for (const times of Object.values(opened)) times.shift();
  report(
    'the almanac opened',
    `${quantile(opened.almanac, 0.95).toFixed(0)} ms at the 95th percentile`,
    'under 300 ms',
    quantile(opened.almanac, 0.95) < 300,
    `${(median(opened.almanac) / median(opened.shelf)).toFixed(2)} times the shelf`,
  );

  const asked = async (query) => {
    const times = [];
    for (let i = 0; i < TAKES; i++) {
      const q = `country=GB&search=${encodeURIComponent(query(i))}`;
      times.push((await timed(() => fetch(`${at}/api/demand?${q}`).then((a) => a.text())))[0]);
    }
    return times;
  };
  await asked(() => '');
  const all = await asked(() => '');
  const searched = await asked((i) => WORDS[i % WORDS.length]);
  report(
    'a search among 3,700 phrases, with its seasons and outlooks',
    `${quantile(searched, 0.95).toFixed(0)} ms at the 95th percentile`,
    'under 50 ms',
    quantile(searched, 0.95) < 50,
    `${(median(searched) / median(all)).toFixed(2)} times the first page`,
  );

  const tried = [];
  await page.goto(`${at}/almanac/try?phrase=${encodeURIComponent('Owls')}&figure=owl`);
  const ready = page.getByText(/^12 compositions, each proofed/);
  await ready.waitFor({ timeout: 120_000 });
  for (const phrase of PHRASES) {
    await page.getByLabel('Phrase').fill(phrase);
    await page.getByText(/^Laying it out/).waitFor();
    await ready.waitFor({ timeout: 120_000 });
    await page.waitForSelector('[data-seconds]');
    tried.push(Number(await page.getAttribute('[data-seconds]', 'data-seconds')) * 1000);
  }
  report(
    'a dozen compositions of a phrase, each proofed',
    `${median(tried).toFixed(0)} ms in the median of ${PHRASES.length}`,
    'under 2,000 ms',
    median(tried) < 2000,
    `${(median(tried) / median(opened.shelf)).toFixed(1)} times the shelf`,
  );
} finally {
  await browser?.close();
  await brelm.clean();
}

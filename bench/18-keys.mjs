// What a key, a click and a choice take on a machine four times slower: designs of 60, 200 and 500 parts,
// and one with 40 colourways on 80 garments; and the main thread's work for each frame of a drag.
import { dragAbout, manyParts, withBoard, workOfFrames } from './board.mjs';
import { quantile, report } from './measure.mjs';

/** How many times slower the processor is made. */
const SLOWER = 4;
/** Within this much an answer counts as at once, ms. */
const AT_ONCE = 100;
const TAKES = 12;
const sizes = (process.env.PARTS ?? '60,200,500').split(',').map(Number);

/** Has the page keep how long each of its events took until what came of it was painted, ms. */
const listen = (page) =>
  page.evaluate(() => {
    window.answers = [];
    window.hearing?.disconnect();
    window.hearing = new window.PerformanceObserver((list) => {
      for (const e of list.getEntries()) if (e.interactionId) window.answers.push(e.duration);
    });
    window.hearing.observe({ type: 'event', durationThreshold: 16 });
  });

/** The longest answer of each of several doings, ms; less than the 16 that are measured counts as 8. */
async function answersTo(page, doing) {
  const times = [];
  for (let i = 0; i < TAKES; i++) {
    await page.evaluate(() => (window.answers.length = 0));
    await doing(i);
    // What follows a key for longer than it is answered, such as judging anew, is over before the next.
    await page.waitForSelector('section[aria-label="Findings"][aria-busy="false"]', { timeout: 120_000 });
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done, 50))));
    times.push(await page.evaluate(() => Math.max(8, ...window.answers)));
  }
  return times;
}

await withBoard(async (address, page, browser) => {
  const session = await page.context().newCDPSession(page);
  const slow = (rate) => session.send('Emulation.setCPUThrottlingRate', { rate });
  const tell = (words, times) => {
    const p90 = quantile(times, 0.9);
    report(
      `${words}, 90th percentile of ${times.length}`,
      `${p90.toFixed(0)} ms`,
      `within ${AT_ONCE} ms`,
      p90 <= AT_ONCE,
      `median ${quantile(times, 0.5).toFixed(0)} ms`,
    );
  };
  const rows = page.locator('ul > li button[aria-expanded]');
  const keysOf = async (words) => {
    await page.waitForSelector('section[aria-label="Findings"][aria-busy="false"]', { timeout: 240_000 });
    await slow(SLOWER);
    await listen(page);
    tell(`${words}: a row of the stack`, await answersTo(page, (i) => rows.nth(i % 5).click()));
    tell(`${words}: an arrow moves a part`, await answersTo(page, () => page.keyboard.press('ArrowRight')));
    tell(`${words}: Ctrl D copies a part`, await answersTo(page, () => page.keyboard.press('Control+d')));
    tell(
      `${words}: Ctrl Z takes the copy back`,
      await answersTo(page, () => page.keyboard.press('Control+z')),
    );
    await slow(1);
  };
  for (const count of sizes) {
    const made = await manyParts(address, count, { across: Math.ceil(Math.sqrt(count)) });
    await page.goto(`${address}/design/${made.id}`);
    await keysOf(`${count} parts`);
    const across = Math.ceil(Math.sqrt(count));
    const some = [600 + 3 * (3300 / (across - 1)), 500 + 3 * (4400 / (Math.ceil(count / across) - 1))];
    await dragAbout(page, some, 30);
    const work = await workOfFrames(browser, page, () => dragAbout(page, some, 100));
    const p95 = quantile(work, 0.95);
    report(
      `${count} parts: the main thread’s work for a frame of a drag, 95th percentile`,
      `${p95.toFixed(1)} ms`,
      'under 16.7 ms',
      p95 < 16.7,
      `median ${quantile(work, 0.5).toFixed(1)} ms`,
    );
  }
});

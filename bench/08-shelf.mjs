// The shelf of a large shop: a page of 5,000 designs against one of a hundred, from the running server.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Brelm, ROOT } from '../trials/with-brelm.mjs';
import { median, quantile, report, timed } from './measure.mjs';

const FEW = 100;
const MANY = 5000;
/** Designs that have a picture. */
const SHOWN = 1000;
const TAKES = 30;
const document = JSON.parse(readFileSync(join(ROOT, 'demo/starters', 'badge.brelm.json'), 'utf8'));
const brelm = new Brelm();
try {
  const at = await brelm.start('--empty');
  let made = 0;
  const fill = async (upTo) => {
    while (made < upTo) {
      const some = Array.from({ length: Math.min(20, upTo - made) }, (_, i) => `Moth ${made + i}`);
      await Promise.all(
        some.map((name) =>
          fetch(`${at}/api/designs`, {
            method: 'POST',
            body: JSON.stringify({ document: { ...document, name } }),
            headers: { 'content-type': 'application/json' },
          }),
        ),
      );
      made += some.length;
    }
  };
  const page = async (query) => {
    const times = [];
    let bytes = 0;
    for (let i = 0; i < TAKES; i++) {
      const [ms, text] = await timed(() => fetch(`${at}/api/designs?${query}`).then((a) => a.text()));
      times.push(ms);
      bytes = text.length;
    }
    return { times, bytes };
  };
  await fill(FEW);
  const few = await page('count=50');
  // Which designs look alike is asked of those that have a picture.
  const alike = async (upTo) => {
    const { designs } = await (await fetch(`${at}/api/shelf/designs?order=name`)).json();
    for (let i = 0; i < upTo; i += 8)
      await Promise.all(designs.slice(i, i + 8).map(({ id }) => fetch(`${at}/api/designs/${id}/verdicts`)));
    const ask = () => fetch(`${at}/api/designs/${designs[0].id}/alike`).then((a) => a.text());
    await ask();
    const times = [];
    for (let i = 0; i < TAKES; i++) times.push((await timed(ask))[0]);
    return times;
  };
  const alikeFew = await alike(FEW);
  await fill(SHOWN);
  const alikeMany = await alike(SHOWN);
  report(
    `which of ${SHOWN} designs look alike`,
    `${quantile(alikeMany, 0.95).toFixed(0)} ms at the 95th percentile`,
    'under 100 ms',
    quantile(alikeMany, 0.95) < 100,
    `${(median(alikeMany) / median(alikeFew)).toFixed(1)} times that of ${FEW}`,
  );
  await fill(MANY);
  for (const [name, query] of [
    ['the first page', 'count=50'],
    ['the last page by name', `count=50&from=${MANY - 50}&order=name`],
    ['a search', 'count=50&search=moth%2049'],
  ]) {
    const { times, bytes } = await page(query);
    const p95 = quantile(times, 0.95);
    const ratio = (median(times) / median(few.times)).toFixed(1);
    report(
      `${name} of ${MANY} designs`,
      `${p95.toFixed(0)} ms at the 95th percentile, ${(bytes / 1024).toFixed(0)} KB`,
      'under 300 ms and 300 KB',
      p95 < 300 && bytes < 300 * 1024,
      `${ratio} times the first page of ${FEW}`,
    );
  }
} finally {
  await brelm.clean();
}

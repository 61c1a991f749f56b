// SIGKILL in the middle of saves: whatever was answered is there after the next start.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Brelm, ROOT, seeded, times } from './with-brelm.mjs';

const SEED = 127;
const WRITERS = 4;
const random = seeded(SEED);
const document = JSON.parse(readFileSync(join(ROOT, 'demo/starters', 'badge.brelm.json'), 'utf8'));

const brelm = new Brelm();
let at = await brelm.start('--empty');
const ask = async (path, method = 'GET', body) => {
  const response = await fetch(`${at}/api/${path}`, {
    method,
    ...(body ? { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } } : {}),
  });
  return { status: response.status, body: await response.json() };
};
/** What each writer was told is saved. */
const told = [];
for (let w = 0; w < WRITERS; w++) {
  const { body } = await ask('designs', 'POST', { document: { ...document, name: `Writer ${w}, 0` } });
  told.push({ id: body.id, revision: 1, n: 0 });
}
let acknowledged = 0;
let lost = 0;
const kills = times(40);
for (let k = 0; k < kills; k++) {
  let killed = false;
  const writers = told.map(async (own, w) => {
    for (let n = own.n + 1; !killed; n++) {
      const sent = { ...document, name: `Writer ${w}, ${n}` };
      const answer = await ask(`designs/${own.id}`, 'PUT', { revision: own.revision, document: sent }).catch(
        () => null,
      );
      if (answer?.status !== 200) return;
      acknowledged++;
      Object.assign(own, { revision: answer.body.revision, n });
    }
  });
  await new Promise((done) => setTimeout(done, 100 + random() * 900));
  killed = true;
  await brelm.end('SIGKILL');
  await Promise.all(writers);
  at = await brelm.start('--empty');
  for (const [w, own] of told.entries()) {
    const { body } = await ask(`designs/${own.id}`);
    const n = Number(/, (\d+)$/.exec(body.document.name)[1]);
    // One more may have come through without its answer; never fewer.
    if (n < own.n || n > own.n + 1) {
      lost++;
      console.log(`  kill ${k}: writer ${w} was told ${own.n}, and ${n} is there`);
    }
    Object.assign(own, { revision: body.revision, n });
  }
}
console.log(`seed ${SEED}; ${kills} kills; ${lost} of ${acknowledged} acknowledged saves lost`);
await brelm.clean();
process.exit(lost ? 1 : 0);

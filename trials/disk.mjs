// A file system that really fills up, in the middle of saves: what was answered is there, and work goes on with room.
import { execFileSync } from 'node:child_process';
import { closeSync, openSync, readFileSync, rmSync, statfsSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { Brelm, ROOT, seeded, times } from './with-brelm.mjs';

const SEED = 507;
const random = seeded(SEED);
const document = JSON.parse(readFileSync(join(ROOT, 'demo/starters', 'badge.brelm.json'), 'utf8'));
const brelm = new Brelm();
try {
  execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=900m', 'tmpfs', brelm.data], { stdio: 'pipe' });
} catch (error) {
  console.log(`left out: a file system of its own cannot be mounted here (${error.message.split('\n')[0]})`);
  rmSync(brelm.data, { recursive: true, force: true });
  process.exit(0);
}

const filler = join(brelm.data, 'filler');
/** Takes all room but `left` bytes, from whoever else writes. */
function fill(left) {
  const file = openSync(filler, 'a');
  const block = Buffer.alloc(1 << 20, 1);
  try {
    for (;;) {
      const { bavail, bsize } = statfsSync(brelm.data);
      const room = bavail * bsize - left;
      if (room <= 0) return;
      writeSync(file, block, 0, Math.min(block.length, room));
    }
  } catch (error) {
    if (error.code !== 'ENOSPC') throw error;
  } finally {
    closeSync(file);
  }
}

let at = await brelm.start('--empty');
const ask = async (path, method = 'GET', body) => {
  const response = await fetch(`${at}/api/${path}`, {
    method,
    ...(body ? { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } } : {}),
  });
  return { status: response.status, body: await response.json() };
};
const created = await ask('designs', 'POST', { document: { ...document, name: 'Save 0' } });
const own = { id: created.body.id, revision: 1, n: 0 };
const answers = {};
const counts = { acknowledged: 0, lost: 0, wrong: 0 };
const wrong = (what) => {
  counts.wrong++;
  console.log(`  ${what}`);
};
async function save(expected) {
  const sent = { ...document, name: `Save ${own.n + 1}` };
  const answer = await ask(`designs/${own.id}`, 'PUT', { revision: own.revision, document: sent });
  answers[answer.status] = (answers[answer.status] ?? 0) + 1;
  if (answer.status === 200) {
    counts.acknowledged++;
    Object.assign(own, { revision: answer.body.revision, n: own.n + 1 });
  }
  if (!expected.includes(answer.status)) wrong(`save: ${answer.status} ${JSON.stringify(answer.body)}`);
}
async function stands() {
  const { status, body } = await ask(`designs/${own.id}`);
  if (status !== 200) return wrong(`reading: ${status} ${JSON.stringify(body)}`);
  if (body.document.name !== `Save ${own.n}`) {
    counts.lost++;
    console.log(`  was told ${own.n}, and ${body.document.name} is there`);
  }
}
const rounds = times(10);
for (let round = 0; round < rounds; round++) {
  for (let i = 0; i < 5; i++) await save([200]);
  // Nearly full first, so that writes are refused; then to the last byte.
  fill(Math.round(random() * 120e6));
  for (let i = 0; i < 5; i++) await save([507]);
  fill(0);
  for (let i = 0; i < 5; i++) await save([507]);
  await stands();
  if ((await ask('designs')).status !== 200) wrong('the shelf is not read on a full disk');
  if ((await ask('health')).status !== 200) wrong('it does not say that it lives on a full disk');
  if ((await ask('health/ready')).status !== 503) wrong('it says that it is ready on a full disk');
  if (round % 2) {
    await brelm.end(random() < 0.5 ? 'SIGKILL' : 'SIGTERM');
    const said = await brelm.start('--empty').then(
      () => 'it started',
      (error) => error.message,
    );
    if (!/free at least \d+ MB/.test(said)) wrong(`a start on a full disk said: ${said.slice(-400)}`);
    await brelm.end('SIGKILL');
    rmSync(filler);
    at = await brelm.start('--empty');
  } else rmSync(filler);
  await save([200]);
  await stands();
}
console.log(
  `seed ${SEED}; ${rounds} times full; saves answered ${JSON.stringify(answers)}; ${counts.lost} of ${counts.acknowledged} acknowledged saves lost; ${counts.wrong} wrong answers`,
);
await brelm.end('SIGTERM');
execFileSync('umount', [brelm.data]);
rmSync(brelm.data, { recursive: true, force: true });
process.exit(counts.lost || counts.wrong ? 1 : 0);

// Data that tests begin with are made once: an installed database takes seconds, a shop with its demo more. A test that is about
// making them makes its own.
const { spawn } = require('node:child_process');
const { mkdtempSync, rmSync } = require('node:fs');
const { tmpdir } = require('node:os');
const { join } = require('node:path');

module.exports = async (_all, { displayName }) => {
  const folder = mkdtempSync(join(tmpdir(), 'brelm-prepared-'));
  const args = ['start', '--port', '0', '--data', folder];
  if (displayName.name === 'server') args.push('--empty');
  const child = spawn(process.execPath, [join(__dirname, 'apps/cli/dist/main.js'), ...args], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const over = new Promise((done) => child.once('exit', done));
  const address = await new Promise((done, fail) => {
    let said = '';
    child.stdout.on('data', (chunk) => {
      said += chunk;
      const ready = /Brelm is ready: (\S+)/.exec(said);
      if (ready) done(ready[1]);
    });
    child.once('exit', (code) => fail(new Error(`start ended with ${code}`)));
  });
  // What the shelf shows of each design takes longer to work out than all else, and every browser's test begins there.
  if (displayName.name === 'e2e') {
    const { designs } = await (await fetch(`${address}/api/designs?count=200`)).json();
    for (const answer of await Promise.all(
      designs.map(({ id }) => fetch(`${address}/api/designs/${id}/verdicts`)),
    ))
      if (!answer.ok) throw new Error(`a design of the demo could not be judged: ${await answer.text()}`);
  }
  child.kill('SIGTERM');
  await over;
  // Each takes a port of its own.
  for (const name of ['port', 'mariadb.pid']) rmSync(join(folder, 'database', name), { force: true });
  process.env.BRELM_PREPARED = folder;
  globalThis.brelmPrepared = folder;
};

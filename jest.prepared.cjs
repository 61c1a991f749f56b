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
  await new Promise((done, fail) => {
    child.stdout.on('data', (chunk) => String(chunk).includes('Brelm is ready') && done());
    child.once('exit', (code) => fail(new Error(`start ended with ${code}`)));
  });
  child.kill('SIGTERM');
  await over;
  // Each takes a port of its own.
  for (const name of ['port', 'mariadb.pid']) rmSync(join(folder, 'database', name), { force: true });
  process.env.BRELM_PREPARED = folder;
  globalThis.brelmPrepared = folder;
};

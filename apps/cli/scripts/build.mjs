// Compiles core, server and command line to CommonJS, and (unless --code) bundles the interface.
// Each is skipped when none of its sources has changed since it was last built.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync, mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '../../..');
const bin = (name) => join(root, 'node_modules/.bin', name);

function files(folder) {
  return readdirSync(folder, { withFileTypes: true })
    .flatMap((e) => (e.isDirectory() ? files(join(folder, e.name)) : [join(folder, e.name)]))
    .sort();
}

function stampOf(sources) {
  const hash = createHash('sha256');
  for (const source of sources)
    for (const file of statSync(source).isDirectory() ? files(source) : [source])
      hash.update(file).update(readFileSync(file));
  return hash.digest('hex');
}

function step(name, sources, out, command, args) {
  const stampFile = join(root, out, '.stamp');
  const stamp = stampOf(sources.map((s) => join(root, s)));
  if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return;
  console.error(`Brelm: building ${name}…`);
  rmSync(join(root, out), { recursive: true, force: true });
  const done = spawnSync(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], encoding: 'utf8' });
  if (done.status !== 0) {
    console.error(done.stdout + done.stderr);
    console.error(`Brelm: ${name} could not be built.`);
    process.exit(1);
  }
  mkdirSync(join(root, out), { recursive: true });
  writeFileSync(stampFile, stamp);
}

for (const [name, folder] of [
  ['core', 'packages/core'],
  ['the engine', 'packages/engine'],
  ['the server', 'apps/server'],
  ['the command line', 'apps/cli'],
]) {
  step(name, [`${folder}/src`, '.swcrc'], `${folder}/dist`, 'sh', [
    '-c',
    `cd ${folder} && ${bin('swc')} src -d dist --strip-leading-paths --config-file ../../.swcrc --ignore '**/*.test.ts'`,
  ]);
}
if (!process.argv.includes('--code'))
  step(
    'the interface',
    [
      'apps/web/src',
      'apps/web/index.html',
      'apps/web/vite.config.ts',
      'packages/core/src',
      'docs/help',
      'docs/screenshots',
    ],
    'apps/web/dist',
    bin('vite'),
    ['build', 'apps/web', '--logLevel', 'warn'],
  );

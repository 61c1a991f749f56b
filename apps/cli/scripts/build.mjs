// Compiles core, engine, server and command line to CommonJS, makes the contract's schemas and the words that are
// spelt right, and (unless --code) bundles the interface.
// Each is skipped when none of its sources has changed since it was last built.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync, mkdirSync } from 'node:fs';
import { once } from 'node:events';
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

async function step(name, sources, out, command, args) {
  const stampFile = join(root, out, '.stamp');
  const stamp = stampOf(sources.map((s) => join(root, s)));
  if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return;
  console.error(`Brelm: building ${name}…`);
  rmSync(join(root, out), { recursive: true, force: true });
  const said = [];
  const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (bytes) => said.push(bytes));
  const [status] = await once(child, 'close');
  if (status !== 0) {
    console.error(Buffer.concat(said).toString());
    console.error(`Brelm: ${name} could not be built.`);
    process.exit(1);
  }
  mkdirSync(join(root, out), { recursive: true });
  writeFileSync(stampFile, stamp);
}

const compiled = [
  ['core', 'packages/core'],
  ['the engine', 'packages/engine'],
  ['the server', 'apps/server'],
  ['the command line', 'apps/cli'],
].map(([name, folder]) =>
  step(name, [`${folder}/src`, '.swcrc'], `${folder}/dist`, 'sh', [
    '-c',
    `cd ${folder} && ${bin('swc')} src -d dist --strip-leading-paths --config-file ../../.swcrc --ignore '**/*.test.ts'`,
  ]),
);
// Its types are made of core's.
const contract = step(
  'the contract',
  ['packages/contract/src', 'packages/contract/scripts', 'packages/core/src', 'tsconfig.json'],
  'packages/contract/dist',
  process.execPath,
  ['packages/contract/scripts/make-schema.mjs'],
);
const words = Promise.all(compiled).then(() =>
  step(
    'the words of the dictionaries',
    ['packages/engine/scripts', 'packages/core/src/proof/spelling.ts', 'package-lock.json'],
    'packages/engine/made',
    process.execPath,
    ['packages/engine/scripts/make-forms.mjs'],
  ),
);
await Promise.all([words, contract]);
if (!process.argv.includes('--code'))
  await step(
    'the interface',
    [
      'apps/web/src',
      'apps/web/index.html',
      'apps/web/vite.config.ts',
      'apps/web/words-plugin.ts',
      'packages/core/src',
      'docs/help',
      'docs/screenshots',
    ],
    'apps/web/dist',
    bin('vite'),
    ['build', 'apps/web', '--logLevel', 'warn'],
  );

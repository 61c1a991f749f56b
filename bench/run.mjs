// Runs the benchmarks one after another. Each prints ratios measured in one run against a named
// reference; absolute times are shown for orientation only. `npm run bench [NAME …]`.
import { spawnSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));
const all = readdirSync(here)
  .filter((n) => /^\d\d-.*\.mjs$/.test(n))
  .sort();
const wanted = process.argv.slice(2);
for (const name of all) {
  if (wanted.length && !wanted.some((w) => name.includes(w))) continue;
  console.log(`\n## ${name.replace(/^\d\d-|\.mjs$/g, '')}`);
  const done = spawnSync(process.execPath, [join(here, name)], { stdio: 'inherit' });
  if (done.status !== 0) process.exitCode = 1;
}

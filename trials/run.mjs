// Runs the trials one after another: `npm run trials [NAME …]`.
import { spawnSync } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));
const wanted = process.argv.slice(2);
for (const name of ['files', 'kills', 'disk', 'answers', 'designs', 'machines', 'one-tab']) {
  if (wanted.length && !wanted.includes(name)) continue;
  console.log(`\n## ${name}`);
  const done = spawnSync(process.execPath, [join(here, `${name}.mjs`)], { stdio: 'inherit' });
  if (done.status !== 0) process.exitCode = 1;
}

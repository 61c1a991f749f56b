import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
export const require = createRequire(join(ROOT, 'apps/server/dist/index.js'));

export const sorted = (values) => [...values].sort((a, b) => a - b);
export const quantile = (values, share) =>
  sorted(values)[Math.min(values.length - 1, Math.floor(share * values.length))];
export const median = (values) => quantile(values, 0.5);

export async function timed(work) {
  const start = performance.now();
  const value = await work();
  return [performance.now() - start, value];
}

/** A line of the report: what was measured, what was wished for, and whether it is so. */
export function report(what, measured, wish, holds, note = '') {
  console.log(
    `${holds === null ? '       ' : holds ? 'holds  ' : 'MISSES '} ${what}: ${measured} (wished for: ${wish})${note ? `. ${note}` : ''}`,
  );
}

/** A module of core's testing folder, which is not built: what tests measure by, benches measure by, too. */
export function testing(name) {
  const file = join(ROOT, 'packages/core/testing', `${name}.ts`);
  const { code } = require('@swc/core').transformSync(readFileSync(file, 'utf8'), {
    filename: file,
    jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
    module: { type: 'commonjs' },
  });
  const exports = {};
  new Function('require', 'exports', code)(require, exports);
  return exports;
}

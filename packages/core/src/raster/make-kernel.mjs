// Makes resample-kernel.ts of resample-kernel.wat: node packages/core/src/raster/make-kernel.mjs
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import wabt from 'wabt';

const folder = import.meta.dirname;
const text = readFileSync(join(folder, 'resample-kernel.wat'), 'utf8');
const { buffer } = (await wabt()).parseWat('resample-kernel.wat', text).toBinary({});
const lines = Buffer.from(buffer)
  .toString('base64')
  .match(/.{1,100}/g);
writeFileSync(
  join(folder, 'resample-kernel.ts'),
  `/** resample-kernel.wat, assembled by make-kernel.mjs. */
export const RESAMPLE_KERNEL = [
${lines.map((line) => `  '${line}',`).join('\n')}
].join('');
`,
);

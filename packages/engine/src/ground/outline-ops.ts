import { readFile } from 'node:fs/promises';
import { createOutlineOps, type OutlineOps, type PathKit } from '@brelm/core/geometry';
// eslint-disable-next-line @typescript-eslint/no-require-imports -- the package has no types
const initPathKit = require('pathkit-wasm/bin/pathkit.js') as (options: {
  wasmBinary: Uint8Array;
}) => Promise<PathKit>;

let ops: Promise<OutlineOps> | undefined;

/** Outline operations, loaded once in a process. */
export const outlineOps = (): Promise<OutlineOps> =>
  (ops ??= readFile(require.resolve('pathkit-wasm/bin/pathkit.wasm'))
    .then((wasmBinary) => initPathKit({ wasmBinary }))
    .then(createOutlineOps));

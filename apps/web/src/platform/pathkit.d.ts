declare module 'pathkit-wasm/bin/pathkit.js' {
  import type { PathKit } from '@brelm/core/geometry';
  export default function initPathKit(options: { wasmBinary: Uint8Array }): Promise<PathKit>;
}

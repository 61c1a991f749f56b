import initPathKit from 'pathkit-wasm/bin/pathkit.js';
import wasm from 'pathkit-wasm/bin/pathkit.wasm?url';
import type { Materials } from '@brelm/core/drawing';
import { createOutlineOps, type OutlineOps } from '@brelm/core/geometry';
import { face, facesLoading } from './faces';
import { changed, onLoaded } from './loaded';

let ops: OutlineOps | 'loading' | 'missing' | undefined;

/** Outline operations if they are loaded; begins to load them otherwise. */
function outlineOps(): OutlineOps | undefined {
  if (ops === undefined) {
    ops = 'loading';
    fetch(wasm)
      .then(async (response) => initPathKit({ wasmBinary: new Uint8Array(await response.arrayBuffer()) }))
      .then(
        (kit) => (ops = createOutlineOps(kit)),
        () => {
          // The server may come back: try again when next asked for. Until then nobody waits for them.
          ops = 'missing';
          setTimeout(() => (ops = undefined), 5000);
        },
      )
      .finally(changed);
  }
  return typeof ops === 'object' ? ops : undefined;
}

export const outlineOpsLoading = (): boolean => ops === 'loading';

/** Typefaces and outline operations, as far as they are loaded. */
export const materials: Materials = {
  face,
  get ops() {
    return outlineOps();
  },
};

/**
 * The same, once these typefaces and the outline operations are there or cannot be got: what is measured once, such as
 * words that are fitted into a place, must not be measured without them.
 */
export function loadedMaterials(faces: readonly string[]): Promise<Materials> {
  const isThere = () => {
    faces.forEach(face);
    outlineOps();
    return !facesLoading() && !outlineOpsLoading();
  };
  return new Promise((done) => {
    if (isThere()) return done(materials);
    const stop = onLoaded(() => {
      if (!isThere()) return;
      stop();
      done(materials);
    });
  });
}

/** The same, but what takes longer than `ms` in all is drawn in a plainer way for now. */
export function hurried(ms: number): Materials {
  const end = performance.now() + ms;
  return {
    face,
    get ops() {
      return outlineOps();
    },
    hurry: () => performance.now() >= end,
  };
}

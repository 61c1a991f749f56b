import createHarfBuzz from 'harfbuzzjs/hb.js';
import hbjs from 'harfbuzzjs/hbjs.js';
import wasm from 'harfbuzzjs/hb.wasm?url';
import { createTypeface, type HarfBuzz, type Typeface } from '@brelm/core/type';
import { changed } from './loaded';
import { readAt } from './asked-again';
import { say } from '../words/platform';

let harfbuzz: Promise<HarfBuzz> | undefined;
const faces = new Map<string, Typeface | 'loading' | 'missing'>();

async function load(id: string): Promise<void> {
  harfbuzz ??= createHarfBuzz({ locateFile: () => wasm }).then(hbjs);
  const response = await readAt(`typefaces/${id}/file`);
  if (!response.ok) throw new Error(say('typeface', { id, status: response.status }));
  const bytes = new Uint8Array(await response.arrayBuffer());
  faces.set(id, createTypeface(await harfbuzz, id, bytes));
}

/** A typeface if it is loaded; begins to load it otherwise. */
export function face(id: string): Typeface | undefined {
  const known = faces.get(id);
  if (known === undefined) {
    faces.set(id, 'loading');
    load(id)
      .catch(() => {
        faces.set(id, 'missing');
        // The server may come back: try again when next asked for.
        setTimeout(() => faces.delete(id), 5000);
      })
      .finally(changed);
  }
  return typeof known === 'object' ? known : undefined;
}

export const facesLoading = (): boolean => [...faces.values()].includes('loading');

import { lightness, type Garment } from '@brelm/core/colour';
import type { Reference } from '@brelm/core/design';
import { paperOf } from '../workers/picture-client';
import { changed } from './loaded';

/** A paper as it is painted under the artwork. */
export interface ShownPaper {
  bitmap: ImageBitmap;
  /** Board px. */
  left: number;
  top: number;
  width: number;
  height: number;
  strength: number;
}

/** In what lines are shown on light and on dark grounds. */
const [DARK, PALE] = ['#20262a', '#fffdf9'];
/** Lightness (CIELAB) under which a ground is dark. */
const DARK_GROUND = 50;

const kept = new Map<string, ImageBitmap | 'loading' | 'missing'>();
const MOST = 6;
/** After so long what could not be had is asked for again, ms. */
const AGAIN_MS = 5000;

function begin(key: string, made: Promise<ImageBitmap>): void {
  kept.set(key, 'loading');
  made
    .then((bitmap) => kept.set(key, bitmap))
    .catch(() => {
      kept.set(key, 'missing');
      setTimeout(() => kept.delete(key), AGAIN_MS);
    })
    .finally(changed);
  for (const [old, was] of kept) {
    if (kept.size <= MOST) return;
    if (typeof was !== 'object') continue;
    was.close();
    kept.delete(old);
  }
}

/** The paper under the artwork, as far as it is there; begins to make it where it is not. */
export function paperUnder({ sha256, under }: Reference, backdrop: Garment): ShownPaper | null {
  if (!under?.shown) return null;
  const { corners, lines, x, y, width, strength } = under;
  const colour = lines ? (lightness(backdrop.value) < DARK_GROUND ? PALE : DARK) : null;
  const key = JSON.stringify([sha256, corners, colour]);
  const bitmap = kept.get(key);
  if (bitmap === undefined) begin(key, paperOf(sha256, corners, colour));
  if (typeof bitmap !== 'object') return null;
  const height = (width * bitmap.height) / bitmap.width;
  return { bitmap, left: x - width / 2, top: y - height / 2, width, height, strength };
}

import { useEffect, useState } from 'react';
import type { PaintContext, Surface } from '@brelm/core/drawing';
import { askSlowly } from '../platform/asking';

/** Pictures that are kept; older ones are fetched again, which the browser's cache makes quick. */
const KEPT = 400;
const kept = new Map<string, Promise<Surface>>();

async function fetched(id: string): Promise<Surface> {
  const picture = await askSlowly(`designs/${id}/preview`, {
    // Kept for whoever shows it next, so it is never given up.
    signal: new AbortController().signal,
    read: (response) => response.blob(),
  });
  const canvas = await createImageBitmap(picture);
  // It is only ever drawn, never drawn on.
  return { width: canvas.width, height: canvas.height, canvas, context: null as unknown as PaintContext };
}

function previewOf(id: string, revision: number): Promise<Surface> {
  const key = `${id} ${revision}`;
  let picture = kept.get(key);
  if (!picture) {
    picture = fetched(id);
    kept.set(key, picture);
    picture.catch(() => kept.delete(key));
    if (kept.size > KEPT) kept.delete(kept.keys().next().value!);
  }
  return picture;
}

/** The stored small picture of a design, once `wanted`; null until it is there. */
export function usePreview(id: string, revision: number, wanted: boolean): Surface | null {
  const [picture, setPicture] = useState<Surface | null>(null);
  useEffect(() => {
    if (!wanted) return;
    let here = true;
    previewOf(id, revision).then(
      (p) => here && setPicture(p),
      () => undefined,
    );
    return () => {
      here = false;
    };
  }, [id, revision, wanted]);
  return picture;
}

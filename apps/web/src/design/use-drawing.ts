import { useMemo, useSyncExternalStore } from 'react';
import type { Design } from '@brelm/core/design';
import { paintSurface, resolve, type Drawing, type PictureSource, type Surface } from '@brelm/core/drawing';
import { face } from '../platform/faces';
import { loadedVersion, onLoaded } from '../platform/loaded';
import { picturesOf } from '../platform/pictures';
import { makeSurface } from '../platform/surfaces';

export interface Resolved {
  drawing: Drawing;
  pictures: PictureSource;
  /** Changes when a typeface or picture has come in. */
  version: number;
}

/** A design as a drawing, drawn again as its typefaces and pictures come in. */
export function useDrawing(design: Design | null, colourway: string | undefined): Resolved | null {
  const version = useSyncExternalStore(onLoaded, loadedVersion);
  return useMemo(() => {
    if (!design) return null;
    return { drawing: resolve(design, colourway, { face }), pictures: picturesOf(design), version };
  }, [design, colourway, version]);
}

/** The artwork on a transparent surface of at most `size` px on its long side. */
export function useThumbnail(resolved: Resolved | null, size: number): Surface | null {
  return useMemo(() => {
    if (!resolved) return null;
    const { drawing, pictures } = resolved;
    const scale = size / Math.max(drawing.width, drawing.height);
    return paintSurface(drawing, scale, pictures, makeSurface);
  }, [resolved, size]);
}

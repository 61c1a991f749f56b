import { useMemo, useRef, useSyncExternalStore } from 'react';
import type { Design } from '@brelm/core/design';
import { resolve, type Surface } from '@brelm/core/drawing';
import { face } from '../platform/faces';
import { loadedVersion, onLoaded } from '../platform/loaded';
import { picturesOf } from '../platform/pictures';
import { makeSurface } from '../platform/surfaces';
import { artworkPainter } from './artwork-painter';
import type { Resolved } from './resolved';

/** A changed state of a design that is shown already, with what is loaded for it. */
export const resolveDesign = (design: Design, colourway: string | undefined, like: Resolved): Resolved => ({
  ...like,
  drawing: resolve(design, colourway, { face }),
});

/** A design as a drawing, drawn again as its typefaces and pictures come in. */
export function useDrawing(design: Design | null, colourway: string | undefined): Resolved | null {
  const version = useSyncExternalStore(onLoaded, loadedVersion);
  return useMemo(() => {
    if (!design) return null;
    return { drawing: resolve(design, colourway, { face }), pictures: picturesOf(design), version };
  }, [design, colourway, version]);
}

/** The artwork on a transparent surface of at most `size` px on its long side. */
export function useThumbnail(
  resolved: Resolved | null,
  size: number,
  moving: ReadonlySet<string> | null = null,
): Surface | null {
  const painter = useRef<ReturnType<typeof artworkPainter>>(null);
  return useMemo(() => {
    if (!resolved) return null;
    painter.current ??= artworkPainter();
    const { width, height } = resolved.drawing;
    const scale = size / Math.max(width, height);
    const surface = makeSurface(
      Math.max(1, Math.round(width * scale)),
      Math.max(1, Math.round(height * scale)),
    );
    painter.current(surface.context, resolved, [scale, 0, 0, scale, 0, 0], surface, moving);
    return surface;
  }, [resolved, size, moving]);
}

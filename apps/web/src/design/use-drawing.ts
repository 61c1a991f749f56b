import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { Design } from '@brelm/core/design';
import type { Surface } from '@brelm/core/drawing';
import { resolve } from '@brelm/core/resolve';
import { hurried, materials } from '../platform/materials';
import { loadedVersion, onLoaded } from '../platform/loaded';
import { picturesOf } from '../platform/pictures';
import { makeSurface } from '../platform/surfaces';
import { artworkPainter } from './artwork-painter';
import type { Resolved } from './resolved';

/** What outlines may cost within a frame, ms; what takes longer follows after a rest. */
const AT_ONCE_MS = 6;
/** The rest after the last change before everything is drawn as it is, ms. */
const REST_MS = 60;

/** A changed state of a design that is shown already, with what is loaded for it. */
export const resolveDesign = (design: Design, colourway: string | undefined, like: Resolved): Resolved => ({
  ...like,
  drawing: resolve(design, colourway, hurried(AT_ONCE_MS)),
});

/** What a small picture of a design may cost, ms. */
const PICTURE_MS = 25;

/** A design as a drawing for a small picture, once, with what is loaded now. */
export const resolveStill = (design: Design) => resolve(design, undefined, hurried(PICTURE_MS));

/** A design as a drawing, drawn again as its typefaces and pictures come in. */
export function useDrawing(design: Design | null, colourway: string | undefined): Resolved | null {
  const version = useSyncExternalStore(onLoaded, loadedVersion);
  const quick = useMemo(() => {
    if (!design) return null;
    return {
      drawing: resolve(design, colourway, hurried(AT_ONCE_MS)),
      pictures: picturesOf(design),
      version,
    };
  }, [design, colourway, version]);
  const [whole, setWhole] = useState<{ of: Resolved; resolved: Resolved } | null>(null);
  useEffect(() => {
    if (!quick?.drawing.late || !design || !materials.ops) return;
    const timer = setTimeout(
      () => setWhole({ of: quick, resolved: { ...quick, drawing: resolve(design, colourway, materials) } }),
      REST_MS,
    );
    return () => clearTimeout(timer);
  }, [quick, design, colourway]);
  return whole && whole.of === quick ? whole.resolved : quick;
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

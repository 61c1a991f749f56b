import { useEffect, useMemo, useState } from 'react';
import { alphaOf, cutScale, type Cut, type CutLine } from '@brelm/core/cutline';
import { paintSurface, type Drawing } from '@brelm/core/drawing';
import type { Resolved } from '../../design';
import { makeSurface } from '../../platform/surfaces';
import { useSettled } from '../../ui/use-settled';
import { cutLine } from '../../workers/cut-client';
import { NotWanted, reasonOf } from '../../workers/hand';

/** Artwork as it is printed on a sticker, painted at the size at which its cut is worked out. */
export interface Print {
  /** px of the print for a px of the drawing. */
  scale: number;
  pxPerMm: number;
  width: number;
  height: number;
  /** An address of its picture; null while it is made. */
  picture: string | null;
}

/** What is known of a cut. `of` are the settings that it was worked out for: others may be under way. */
export interface CutState {
  cut: Cut | null;
  of: CutLine | null;
  fault: string | null;
  again: () => void;
}

/** The cut of a drawing, worked out in a worker once nothing has changed for a moment. */
export function useCut(
  drawing: Drawing,
  { pictures, version }: Resolved,
  settings: CutLine | null,
): { print: Print; state: CutState } {
  const settled = useSettled(settings);
  const painted = useMemo(() => {
    const scale = cutScale(drawing);
    const { canvas, context, width, height } = paintSurface(drawing, scale, pictures, makeSurface);
    const { data } = context.getImageData(0, 0, width, height);
    return {
      canvas: canvas as OffscreenCanvas,
      alpha: alphaOf({ width, height, data }),
      scale,
      width,
      height,
    };
    // Pictures that have come in since are another version.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [drawing, pictures, version]);
  const pxPerMm = (painted.scale * drawing.dpi) / 25.4;

  const [picture, setPicture] = useState<{ of: typeof painted; url: string } | null>(null);
  useEffect(() => {
    let url: string | null = null;
    let wanted = true;
    void painted.canvas.convertToBlob().then((blob) => {
      if (!wanted) return;
      url = URL.createObjectURL(blob);
      setPicture({ of: painted, url });
    });
    return () => {
      wanted = false;
      if (url) URL.revokeObjectURL(url);
    };
  }, [painted]);

  const [found, setFound] = useState<Omit<CutState, 'again'>>({ cut: null, of: null, fault: null });
  const [attempt, setAttempt] = useState(0);
  useEffect(() => {
    if (!settled) return;
    const abort = new AbortController();
    cutLine(painted.alpha, pxPerMm, settled, abort.signal).then(
      (cut) => !abort.signal.aborted && setFound({ cut, of: settled, fault: null }),
      (error: unknown) => {
        if (!(error instanceof NotWanted) && !abort.signal.aborted)
          setFound({ cut: null, of: settled, fault: reasonOf(error) });
      },
    );
    return () => abort.abort();
  }, [painted, pxPerMm, settled, attempt]);

  const { scale, width, height } = painted;
  return {
    print: { scale, pxPerMm, width, height, picture: picture?.of === painted ? picture.url : null },
    state: { ...found, again: () => setAttempt(attempt + 1) },
  };
}

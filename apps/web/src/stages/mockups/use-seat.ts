import { useMemo } from 'react';
import type { Design } from '@brelm/core/design';
import { inkBox } from '@brelm/core/drawing';
import { seatOf, type Scene } from '@brelm/core/mockup';
import { artworkOn, placedBox, placementNotes, positionFor } from '@brelm/core/placement';
import { weightOf } from '@brelm/core/resolve';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { useDrawing } from '../../design';
import { makeSurface } from '../../platform/surfaces';
import type { ColourOf } from './wishes';

/** How the artwork sits on the blank, in words. */
export function useSeat(
  design: Design,
  spec: Spec,
  side: SpecSide,
  scene: Scene,
  size: string | null,
  colour: ColourOf | undefined,
) {
  const artwork = useMemo(() => artworkOn(design, spec.id, side.id), [design, spec, side]);
  const resolved = useDrawing(artwork, colour?.file.colourway.id)!;
  return useMemo(() => {
    const ink = inkBox(resolved.drawing);
    if (!ink || !colour) return [];
    const at = positionFor(colour.file.placement, colour.file.apart);
    const weight = weightOf(resolved.drawing, resolved.pictures, makeSurface);
    const middle =
      weight &&
      placedBox(
        { left: weight[0], top: weight[1], right: weight[0], bottom: weight[1] },
        artwork.board,
        side,
        at,
      ).top;
    const { placement, apart } = colour.file;
    // What is in its way on the product: a collar, a pocket, a handle, a seam.
    const inTheWay = placementNotes(resolved.drawing, artwork.board, spec, side, placement, apart);
    return [
      ...seatOf(placedBox(ink, artwork.board, side, at), middle, side, scene, size),
      ...inTheWay.filter((n) => n.severity !== 'note'),
    ];
  }, [resolved, colour, artwork, spec, side, scene, size]);
}

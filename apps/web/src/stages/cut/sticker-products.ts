import type { Design } from '@brelm/core/design';
import { artworkOn, placementOn } from '@brelm/core/placement';
import type { Spec, SpecSide } from '@brelm/core/spec';

/** A sticker that the open side is placed on. */
export interface StickerProduct {
  spec: Spec;
  side: SpecSide;
}

/** The products with rules for a blade that show the open side of a design, its own first. */
export const stickersOf = (design: Design, specs: readonly Spec[]): StickerProduct[] =>
  specs
    .filter((spec) => spec.sticker)
    .flatMap((spec) => spec.sides.map((side) => ({ spec, side })))
    .filter(({ spec, side }) => {
      const placed = placementOn(design, spec, side);
      return placed && artworkOn(design, spec.id, side.id).side.id === design.side.id;
    })
    .sort((a, b) => Number(b.spec.id === design.board.spec) - Number(a.spec.id === design.board.spec));

import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import type { Materials, PictureSource } from '@brelm/core/drawing';
import { proofOf, type Proof, type Spelling } from '@brelm/core/proof';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { makeSurface } from './surfaces';

/** Proofs a design with this platform's canvas. */
export const runProof = (
  design: Design,
  colourway: string | undefined,
  spec: Spec,
  side: SpecSide,
  garments: readonly Garment[],
  materials: Materials,
  pictures: PictureSource,
  spelling?: Spelling,
  mends = true,
): Proof =>
  proofOf({
    design,
    colourway,
    spec,
    side,
    garments,
    materials,
    pictures,
    surfaces: makeSurface,
    spelling,
    ...(mends ? {} : { mends, mendFor: new Set() }),
  });

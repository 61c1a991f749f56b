import type { Garment } from '@brelm/core/colour';
import { applyEdit, type Design, type Placement } from '@brelm/core/design';
import { creditOf, usedMaterials } from '@brelm/core/listing';
import { termsOf } from '@brelm/core/rights';
import type { ManifestLicence } from '@brelm/core/export';
import type { Materials, PictureSource } from '@brelm/core/drawing';
import { resolve, weightOf } from '@brelm/core/resolve';
import {
  artworkOn,
  blankOf,
  homeAt,
  newPlacement,
  placementOf,
  placeForMe,
  rimOf,
  plannedFiles,
  proposedPlacement,
  type PlannedFile,
} from '@brelm/core/placement';
import type { Spec, SpecSide } from '@brelm/core/spec';
import type { FileJob } from './make-file';
import { groundOf } from './series';
import { makeSurface } from '../ground/surfaces';

export interface PlacedOn {
  design: Design;
  /** What was done for each side that had no placement, in words. */
  said: { side: SpecSide; words: string[] }[];
}

/** The design with every side of a product placed: those that it does not place are placed for the seller. */
export function placedOn(
  design: Design,
  spec: Spec,
  garments: readonly Garment[],
  materials: Materials,
  pictures: PictureSource,
  again = false,
): PlacedOn {
  const said: PlacedOn['said'] = [];
  const ground = groundOf(design, garments);
  let placed = design;
  for (const side of spec.sides) {
    if (placementOf(design, spec.id, side.id) && !again) continue;
    const artwork = artworkOn(design, spec.id, side.id);
    const { board } = artwork;
    let placement: Placement;
    if (board.spec === spec.id && board.side === side.id && !again)
      placement = newPlacement(spec, side, homeAt(board, side));
    else {
      const drawing = resolve(artwork, undefined, materials);
      const made = placeForMe(
        ...([drawing, board, spec, side, weightOf(drawing, pictures, makeSurface)] as const),
        rimOf(artwork, spec),
      );
      placement = proposedPlacement(
        artwork,
        spec,
        side,
        made?.at ?? homeAt(board, side),
        ground,
        blankOf(spec, garments),
      );
      said.push({ side, words: made?.said ?? ['there is no artwork to place'] });
    }
    placed = applyEdit(placed, { op: 'setPlacement', placement });
  }
  return { design: placed, said };
}

/** The jobs of one product, for a design that places all of its sides. */
export function jobsOf(design: Design, spec: Spec): { job: FileJob; file: PlannedFile }[] {
  return spec.sides
    .flatMap((side) => plannedFiles(design, spec, side))
    .map((file) => ({
      file,
      job: {
        design,
        colourway: file.colourway.id,
        spec,
        side: file.side,
        placement: file.placement,
        apart: file.apart,
        format: file.format,
      },
    }));
}

/** What designs use that is under a licence: pictures, figures and typefaces, each once, own work left out. */
export function licencesOf(designs: readonly Design[]): ManifestLicence[] {
  const all = new Map<string, ManifestLicence>();
  for (const used of designs.flatMap(usedMaterials)) {
    const { kind, licence } = used;
    if (licence.id === 'own') continue;
    const material = kind === 'typeface' ? `Typeface ${used.title}` : used.title;
    all.set(`${material} ${licence.id}`, {
      material,
      licence: termsOf(licence)?.name ?? licence.id,
      attribution: creditOf(used),
    });
  }
  return [...all.values()];
}

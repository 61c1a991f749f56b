import { inkValues, type Design } from '@brelm/core/design';
import { lightOn, type PicturePart } from '@brelm/core/parts';
import { maskCover } from '@brelm/core/resolve';
import { treatmentFor, type Enlarge, type Step, type Treatment } from '@brelm/core/steps';
import { materials } from '../../platform/materials';

/**
 * What certain steps would do to a part's picture where it lies, in a colourway; `added` has values of inks that the design does
 * not have yet.
 */
export function treatmentOf(
  part: PicturePart,
  steps: readonly Step[],
  design: Design,
  colourway: string | undefined,
  { enlarge = 1, added }: { enlarge?: Enlarge; added?: ReadonlyMap<string, string> } = {},
): Treatment | null {
  const inks = inkValues(design, colourway);
  const found = design.materials.find((m) => m.id === part.material);
  const colour = (ink: string) => inks.get(ink) ?? added?.get(ink) ?? '#000000';
  return treatmentFor(
    steps,
    colour,
    lightOn(part.place, design.light),
    enlarge,
    (id) => found && maskCover(id, part, found, design, materials, colour),
  );
}

import { facesOfPart } from '../parts';
import { same } from './differences';
import type { Edit } from './edits';
import { allParts } from './sides';
import type { Design, OwnTypeface } from './types';

/**
 * Edits that write down what is known of the seller's own typefaces where a design uses them and says nothing of them yet: they go
 * with it from then on, wherever it is judged.
 */
export function knownFaceEdits(design: Design, known: readonly OwnTypeface[]): Edit[] {
  if (known.length === 0) return [];
  const used = new Set(allParts(design).flatMap(facesOfPart));
  return known
    .filter(({ id }) => used.has(id))
    .filter((face) => {
      const said = design.typefaces.find((t) => t.id === face.id);
      return !said || (said.licence.id === 'unknown' && !same(said, face));
    })
    .map((typeface) => ({ op: 'sayTypeface', typeface }));
}

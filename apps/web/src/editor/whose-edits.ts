import { allParts, type Design, type Edit } from '@brelm/core/design';
import { figureKey, licenceEdits, pictureKey, usedMaterials } from '@brelm/core/listing';
import type { Licence } from '@brelm/core/rights';

/**
 * The edits that say whose some pictures and motifs are, by their parts, and what is drawn over, by its file; none for what is
 * gone.
 */
export function whoseEdits(
  design: Design,
  parts: readonly string[],
  licence: Licence,
  drawnOver: readonly string[] = [],
): Edit[] {
  const used = usedMaterials(design);
  const over = drawnOver.flatMap((sha256) => {
    const material = used.find((m) => m.key === `picture ${sha256}`);
    return material ? licenceEdits(design, material, licence) : [];
  });
  const of = parts.flatMap((id) => {
    const part = allParts(design).find((p) => p.id === id);
    const of = part?.kind === 'picture' ? design.materials.find((m) => m.id === part.material) : null;
    const key = of ? pictureKey(of) : part?.kind === 'motif' ? figureKey(part) : null;
    const material = used.find((m) => m.key === key);
    return material ? licenceEdits(design, material, licence) : [];
  });
  return [...of, ...over];
}

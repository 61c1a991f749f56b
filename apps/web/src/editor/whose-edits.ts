import { allParts, type Design, type Edit } from '@brelm/core/design';
import { figureKey, licenceEdits, pictureKey, usedMaterials } from '@brelm/core/listing';
import type { Licence } from '@brelm/core/rights';

/** The edits that say whose some pictures and motifs are, by their parts; none for parts that are gone. */
export function whoseEdits(design: Design, parts: readonly string[], licence: Licence): Edit[] {
  const used = usedMaterials(design);
  return parts.flatMap((id) => {
    const part = allParts(design).find((p) => p.id === id);
    const of = part?.kind === 'picture' ? design.materials.find((m) => m.id === part.material) : null;
    const key = of ? pictureKey(of) : part?.kind === 'motif' ? figureKey(part) : null;
    const material = used.find((m) => m.key === key);
    return material ? licenceEdits(design, material, licence) : [];
  });
}

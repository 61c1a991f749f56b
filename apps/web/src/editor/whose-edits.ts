import { allParts, type Design, type Edit } from '@brelm/core/design';
import { figureKey, licenceEdits, pictureKey, usedMaterials } from '@brelm/core/listing';
import type { Licence } from '@brelm/core/rights';

/**
 * The edits that say whose some pictures and motifs are, by their parts, and other materials, by their keys and names; none
 * for what is gone.
 */
export function whoseEdits(
  design: Design,
  parts: readonly string[],
  licence: Licence,
  others: readonly { key: string; title?: string }[] = [],
): Edit[] {
  const used = usedMaterials(design);
  const besides = others.flatMap(({ key, title }) => {
    const material = used.find((m) => m.key === key);
    return material ? licenceEdits(design, { ...material, title: title ?? material.title }, licence) : [];
  });
  const of = parts.flatMap((id) => {
    const part = allParts(design).find((p) => p.id === id);
    const of = part?.kind === 'picture' ? design.materials.find((m) => m.id === part.material) : null;
    const key = of ? pictureKey(of) : part?.kind === 'motif' ? figureKey(part) : null;
    const material = used.find((m) => m.key === key);
    return material ? licenceEdits(design, material, licence) : [];
  });
  return [...of, ...besides];
}

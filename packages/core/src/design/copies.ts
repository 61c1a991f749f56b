import { freshId, type Edit } from './edits';
import { bundleIds, partIds } from './sides';
import { bundlesAround, unitsOf } from './stack';
import type { Design } from './types';
import type { Part } from '../parts';

/**
 * Edits that copy parts, each just in front of its own original, and the copies' ids, front first. A bundle is copied
 * as one: its copy is a bundle of its own, in front of it. What a colourway says of a part it says of the copy, too.
 * `change` says what is other about a copy, its place above all.
 */
export function copyEdits(
  design: Design,
  ids: readonly string[],
  change: (part: Part) => Partial<Part>,
): { edits: Edit[]; select: string[] } {
  const taken = partIds(design);
  const takenBundles = bundleIds(design);
  const edits: Edit[] = [];
  const select: string[] = [];
  for (const unit of unitsOf(design, ids)) {
    const parts = design.parts.filter((p) => unit.parts.includes(p.id));
    const own = new Map<string, string>();
    for (const bundle of design.bundles) {
      const path = bundlesAround(design.bundles, bundle.id);
      if (unit.bundle === null || !path.includes(unit.bundle)) continue;
      const id = freshId('bundle', takenBundles);
      takenBundles.push(id);
      own.set(bundle.id, id);
    }
    for (const { id, name, bundle } of design.bundles)
      if (own.has(id))
        edits.push({
          op: 'addBundle',
          bundle: { id: own.get(id)!, name, bundle: bundle && (own.get(bundle) ?? bundle) },
        });
    // Every copy before these has moved the originals back by one.
    const at = design.parts.indexOf(parts[0]) + select.length;
    parts.forEach((part, i) => {
      const id = freshId(part.id.replace(/-\d+$/, ''), taken);
      taken.push(id);
      edits.push({
        op: 'addPart',
        part: {
          ...part,
          id,
          locked: false,
          bundle: part.bundle && (own.get(part.bundle) ?? part.bundle),
          ...change(part),
        } as Part,
        at: at + i,
      });
      for (const colourway of design.colourways) {
        const override = colourway.parts?.[part.id];
        if (override) edits.push({ op: 'overridePart', colourway: colourway.id, part: id, change: override });
      }
      select.push(id);
    });
  }
  return { edits, select };
}

import { freshId, type Edit } from './edits';
import { bundleIds, partIds } from './sides';
import { bundlesAround, unitsOf } from './stack';
import type { Design } from './types';
import { mapField } from '../fields';
import { mapPart, type Part } from '../parts';
import { OVERRIDE_FIELD } from './fields';

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
  const units = unitsOf(design, ids);
  const copies = new Map<string, string>();
  for (const id of units.flatMap((u) => u.parts)) {
    const copy = freshId(id.replace(/-\d+$/, ''), taken);
    taken.push(copy);
    copies.set(id, copy);
  }
  for (const unit of units) {
    const parts = design.parts.filter((p) => unit.parts.includes(p.id));
    const own = new Map<string, string>();
    for (const bundle of design.bundles) {
      const path = bundlesAround(design.bundles, bundle.id);
      if (unit.bundle === null || !path.includes(unit.bundle)) continue;
      const id = freshId('bundle', takenBundles);
      takenBundles.push(id);
      own.set(bundle.id, id);
    }
    for (const given of design.bundles) {
      const [id, within] = [own.get(given.id), given.bundle];
      if (id === undefined) continue;
      edits.push({
        op: 'addBundle',
        bundle: { ...given, id, bundle: within && (own.get(within) ?? within) },
      });
    }
    // Every copy before these has moved the originals back by one.
    const at = design.parts.indexOf(parts[0]) + select.length;
    // What is copied together hangs together; to what stays behind a copy has the ties of its original.
    const ref = (to: string, id: string) =>
      (to === 'part' ? copies.get(id) : to === 'bundle' ? own.get(id) : undefined) ?? id;
    parts.forEach((part, i) => {
      const id = copies.get(part.id)!;
      edits.push({
        op: 'addPart',
        part: {
          ...mapPart(part, { ref }),
          id,
          locked: false,
          ...change(part),
        } as Part,
        at: at + i,
      });
      for (const colourway of design.colourways) {
        const override = colourway.parts?.[part.id];
        if (override)
          edits.push({
            op: 'overridePart',
            colourway: colourway.id,
            part: id,
            change: mapField(OVERRIDE_FIELD, override, { ref }),
          });
      }
      select.push(id);
    });
  }
  return { edits, select };
}

import { freshId, type Edit } from './edits';
import { bundleIds, partIds } from './sides';
import type { Design } from './types';
import type { Part } from '../parts';

/**
 * Edits that copy parts, each just in front of its own original, and the copies' ids, front first.
 * What a colourway says of a part it says of the copy, too. `change` says what is other about a copy,
 * its place above all. Copies of a whole bundle are a bundle of their own.
 */
export function copyEdits(
  design: Design,
  ids: readonly string[],
  change: (part: Part) => Partial<Part>,
): { edits: Edit[]; select: string[] } {
  const taken = partIds(design);
  const edits: Edit[] = [];
  const select: string[] = [];
  const bundles = new Map<string, string>();
  for (const { id, name } of design.bundles) {
    if (!design.parts.every((p) => p.bundle !== id || ids.includes(p.id))) continue;
    const own = freshId('bundle', [...bundleIds(design), ...bundles.values()]);
    bundles.set(id, own);
    if (design.parts.some((p) => p.bundle === id)) edits.push({ op: 'addBundle', bundle: { id: own, name } });
  }
  design.parts.forEach((part, at) => {
    if (!ids.includes(part.id)) return;
    const id = freshId(part.id.replace(/-\d+$/, ''), taken);
    taken.push(id);
    // Every copy before this one has moved the original back by one.
    edits.push({
      op: 'addPart',
      part: {
        ...part,
        id,
        locked: false,
        bundle: part.bundle && (bundles.get(part.bundle) ?? part.bundle),
        ...change(part),
      } as Part,
      at: at + select.length,
    });
    for (const colourway of design.colourways) {
      const override = colourway.parts?.[part.id];
      if (override) edits.push({ op: 'overridePart', colourway: colourway.id, part: id, change: override });
    }
    select.push(id);
  });
  return { edits, select };
}

export type Depth = 'forwards' | 'backwards' | 'front' | 'back';

/** Edits that move parts in depth: one step, or all the way; they keep their order among themselves. */
export function depthEdits(design: Design, ids: readonly string[], to: Depth): Edit[] {
  const order = design.parts.map((p) => p.id);
  const chosen = order.filter((id) => ids.includes(id));
  const others = order.filter((id) => !ids.includes(id));
  let wanted = [...order];
  if (to === 'front') wanted = [...chosen, ...others];
  else if (to === 'back') wanted = [...others, ...chosen];
  else {
    const step = to === 'forwards' ? -1 : 1;
    for (const id of step < 0 ? chosen : chosen.reverse()) {
      const at = wanted.indexOf(id);
      const neighbour = wanted[at + step];
      if (neighbour === undefined || ids.includes(neighbour)) continue;
      [wanted[at], wanted[at + step]] = [neighbour, id];
    }
  }
  const now = [...order];
  return wanted.flatMap((id, at): Edit[] => {
    if (now[at] === id) return [];
    now.splice(now.indexOf(id), 1);
    now.splice(at, 0, id);
    return [{ op: 'reorder', part: id, to: at }];
  });
}

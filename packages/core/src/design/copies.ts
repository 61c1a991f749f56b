import { freshId, type Edit } from './edits';
import type { Design, Part } from './types';

/**
 * Edits that copy parts, each just in front of its own original, and the copies' ids, front first.
 * What a colourway says of a part it says of the copy, too. `place` puts a copy where it belongs.
 */
export function copyEdits(
  design: Design,
  ids: readonly string[],
  place: (part: Part) => Part['place'],
): { edits: Edit[]; select: string[] } {
  const taken = design.parts.map((p) => p.id);
  const edits: Edit[] = [];
  const select: string[] = [];
  design.parts.forEach((part, at) => {
    if (!ids.includes(part.id)) return;
    const id = freshId(part.id.replace(/-\d+$/, ''), taken);
    taken.push(id);
    // Every copy before this one has moved the original back by one.
    edits.push({
      op: 'addPart',
      part: { ...part, id, locked: false, place: place(part) },
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
